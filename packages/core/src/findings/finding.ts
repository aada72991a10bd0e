/** What the checks report. Plain values: they go from the worker to the page. */

export const weights = ['mustMend', 'shouldMend', 'worthALook'] as const
export type Weight = (typeof weights)[number]
export const weightNames: Record<Weight, string> = { mustMend: 'Must mend', shouldMend: 'Should mend', worthALook: 'Worth a look' }

/** Part of a text block, in UTF-16 code units from its beginning; inline things without letters count one each. */
export interface TextRange {
  /** What tells the block apart: its id, or the way to it from the nearest block that has one. */
  identity: string
  from: number
  to: number
}

/** What a check says of a place. */
export interface Reported {
  /** What is wrong, in one sentence. */
  message: string
  /** What to do about it. */
  advice: string
  /** The identified block or entry it is about; empty for the whole work. */
  place: string
  /** The words that it is about. */
  range?: TextRange
  /** Another weight than the check has. */
  weight?: Weight
  /** An edit that mends it, where one step can. */
  remedy?: Remedy
}

export interface Finding extends Reported {
  /** The same from one turnover to the next, as long as it is about the same thing. */
  id: string
  /** The check that found it. */
  check: string
  weight: Weight
  /** Index of the division it stands in. */
  division: number
}

/** Each carries what it expects to find, and does nothing where that is not there any more; an empty block is expected to be empty. */
export type Remedy = { says: string } & (
  | { does: 'removeEmpty'; block: string }
  | { does: 'removeTarget'; holder: string; target: string }
  | { does: 'setAttribute'; block: string; attribute: string; expected: unknown; value: unknown }
  | { does: 'replaceText'; range: TextRange; expected: string; text: string }
  | { does: 'markWords'; range: TextRange; expected: string; term: string }
  | { does: 'moveNote'; note: string; side: 'after' | 'before'; over: number }
  | { does: 'mentionWords'; range: TextRange; expected: string; entry: string; plural: boolean }
  | { does: 'citeWords'; range: TextRange; expected: string; cites: { source: string; locator: string }[] }
)
