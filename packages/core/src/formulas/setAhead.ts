/**
 * Sets the formulas of a work before its pages are made, in parts that several threads take from one list. Formulas cost most of a
 * work that no cache knows, and none of them needs another.
 */

import type { Node } from 'prosemirror-model'
import { isKind } from '../work/kinds/index.ts'
import type { FormulaDrawing, FormulaToSet, FormulaTypesetter } from './typesetter.ts'

/** Sets some formulas somewhere else; boxes by key. */
export type FormulaHelper = (wanted: FormulaToSet[]) => Promise<[key: string, box: FormulaDrawing][]>

export interface SetAheadOptions {
  helpers: readonly FormulaHelper[]
  /** Lets what the helpers sent arrive. */
  pause(): Promise<unknown>
  tell?(done: number, of: number): void
  /** A helper failed. The others go on, and what it had taken is left to whoever asks for it: slower, and no less right. */
  failed(error: Error): void
}

/** A helper behind a channel that answers in the order in which it was asked. */
export function helperOver(post: (wanted: FormulaToSet[]) => void): {
  help: FormulaHelper
  answer(boxes: [key: string, box: FormulaDrawing][]): void
  fail(error: Error): void
} {
  const waiting: { resolve(boxes: [string, FormulaDrawing][]): void; reject(error: Error): void }[] = []
  return {
    help: wanted =>
      new Promise((resolve, reject) => {
        waiting.push({ resolve, reject })
        post(wanted)
      }),
    answer: boxes => waiting.shift()?.resolve(boxes),
    fail(error) {
      for (const { reject } of waiting.splice(0)) reject(error)
    },
  }
}

/** Below this many formulas a helper's start costs more than it saves. */
export const worthHelp = 150
/** A helper takes about fifty milliseconds' worth at a time, two parts ahead, so that it never waits; the caller pauses more often. */
const helpersPart = 25
const ownPart = 4

const inDivision = new WeakMap<Node, FormulaToSet[]>()

/** The formulas of a division, wherever they stand in it: also where nothing is printed, for checks ask for those as well. */
function formulasIn(division: Node): FormulaToSet[] {
  let found = inDivision.get(division)
  if (!found) {
    const own: FormulaToSet[] = []
    division.descendants(node => {
      if (isKind(node, 'formula') || isKind(node, 'equation')) own.push({ source: node.attrs.formula, display: isKind(node, 'equation') })
    })
    inDivision.set(division, (found = own))
  }
  return found
}

/** The formulas of a document that the typesetter has not set, each once, in the order of the text. */
export function formulasToSet(doc: Node, typesetter: FormulaTypesetter): FormulaToSet[] {
  const wanted = new Map<string, FormulaToSet>()
  for (const division of doc.children)
    for (const formula of formulasIn(division))
      if (!typesetter.knows(formula.source, formula.display)) wanted.set(`${formula.display} ${formula.source}`, formula)
  return [...wanted.values()]
}

/** Ends when all are set, but for what a helper had taken that failed. */
export async function setAhead(
  wanted: FormulaToSet[],
  typesetter: FormulaTypesetter,
  { helpers, pause, tell, failed }: SetAheadOptions,
): Promise<void> {
  let next = 0
  let done = 0
  const take = (most: number): FormulaToSet[] => {
    const part = wanted.slice(next, next + most)
    next += part.length
    return part
  }
  const told = (count: number): void => {
    done += count
    tell?.(done, wanted.length)
  }
  const own = async (): Promise<void> => {
    for (let part = take(ownPart); part.length; part = take(ownPart)) {
      for (const { source, display } of part) typesetter.set(source, display)
      told(part.length)
      await pause()
    }
  }
  const helped = async (helper: FormulaHelper): Promise<void> => {
    for (let part = take(helpersPart); part.length; part = take(helpersPart)) {
      try {
        typesetter.takeOver(await helper(part))
        told(part.length)
      } catch (error) {
        failed(error as Error)
        return
      }
    }
  }
  await Promise.all([...helpers.flatMap(helper => [helped(helper), helped(helper)]), own()])
}
