/** What the checks report. */
import type { Turnover } from '../turnover/turnover.ts'

export type Weight = 'mustMend' | 'shouldMend' | 'worthALook'
export const weights: Record<Weight, string> = { mustMend: 'Must mend', shouldMend: 'Should mend', worthALook: 'Worth a look' }

export interface Finding {
  /** The check that found it. */
  check: string
  weight: Weight
  /** What is wrong, in one sentence. */
  message: string
  /** What to do about it. */
  advice: string
  /** The identified block or entry it is about. */
  place: string
  /** Index of the division it stands in. */
  division: number
  /** An edit that mends it, where one step can. */
  remedy?: Remedy
}

export type Remedy =
  | { kind: 'removeBlock'; block: string; says: string }
  | { kind: 'removeReference'; holder: string; target: string; says: string }
  | { kind: 'setLevel'; block: string; level: number; says: string }
  | { kind: 'removeTypedNumber'; block: string; length: number; says: string }
  | { kind: 'setWidth'; block: string; width: number; says: string }

/** One check: a name and a function that looks at a finished turnover. */
export interface Check {
  name: string
  title: string
  look(turnover: Turnover): Omit<Finding, 'check'>[]
}
