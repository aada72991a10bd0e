/** Parts of a formula that a line ended within. */
import type { FormulaDrawing } from './typesetter.ts'

const parts = new WeakMap<FormulaDrawing, Map<string, FormulaDrawing>>()

/** How many parts a formula has: one more than places where a line may end. */
export const partCount = (box: FormulaDrawing): number => box.breaks.length + 1

/** Where a part begins, in em from the left end of the whole. */
export const partBegin = (box: FormulaDrawing, part: number): number => (part === 0 ? 0 : box.breaks[part - 1]!.begin)

/** Where a part ends, the space before the next one left out. */
export const partEnd = (box: FormulaDrawing, part: number): number => box.breaks[part]?.end ?? box.width

/** The parts from `first` to `last` as a formula of their own, the same object every time. */
export function formulaPart(box: FormulaDrawing, first: number, last: number): FormulaDrawing {
  if (first === 0 && last === box.breaks.length) return box
  let known = parts.get(box)
  if (!known) parts.set(box, (known = new Map()))
  const key = `${first} ${last}`
  let part = known.get(key)
  if (!part) known.set(key, (part = cut(box, first, last)))
  return part
}

function cut(box: FormulaDrawing, first: number, last: number): FormulaDrawing {
  const begin = partBegin(box, first)
  const from = box.breaks[first - 1] ?? { outline: 0, rule: 0 }
  const to = box.breaks[last] ?? { outline: box.outlines.length, rule: box.rules.length }
  const moved = <Drawn extends FormulaDrawing['outlines'][number] | FormulaDrawing['rules'][number]>(drawn: Drawn): Drawn => {
    const [a, b, c, d, e, f] = drawn.place
    return { ...drawn, place: [a, b, c, d, e - begin * 1000, f] }
  }
  return {
    ...box,
    width: partEnd(box, last) - begin,
    outlines: box.outlines.slice(from.outline, to.outline).map(moved),
    rules: box.rules.slice(from.rule, to.rule).map(moved),
    breaks: [],
    ...(first > 0 && { goesOn: true }),
  }
}
