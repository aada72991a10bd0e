/** A displayed formula on several lines: it ends its lines at relations, which stand under each other. */
import { formulaPart, partBegin, partCount, partEnd } from './formulaParts.ts'
import type { FormulaDrawing } from './typesetter.ts'

/** Space between lines, in em. */
const lineGap = 0.6
/** How far a line is set in that cannot begin under the first relation, in em. */
const setIn = 2

/** The relations at which lines may be aligned or begun, by where they stand, in em from the left end. */
export const relationsOf = (box: FormulaDrawing): number[] => box.breaks.map(({ begin }) => begin)

/** How far a drawing reaches above and below its baseline, in em: control points count, which are seldom outside of what they draw. */
function reachOf(box: FormulaDrawing): { above: number; below: number } {
  let above = 0
  let below = 0
  const see = (y: number): void => {
    above = Math.max(above, y / 1000)
    below = Math.max(below, -y / 1000)
  }
  for (const { path, place } of box.outlines) {
    const [, b, , d, , f] = place
    for (const [, command, list] of path.matchAll(/([MLQCHVZ])([^MLQCHVZ]*)/g)) {
      const numbers = (list!.match(/-?[\d.]+/g) ?? []).map(Number)
      if (command === 'V') for (const y of numbers) see(d * y + f)
      else if (command !== 'H') for (let at = 0; at + 1 < numbers.length; at += 2) see(b * numbers[at]! + d * numbers[at + 1]! + f)
    }
  }
  for (const { rect, place } of box.rules) {
    const [, y, , height] = rect
    see(place[3] * y + place[5])
    see(place[3] * (y + height) + place[5])
  }
  return { above, below }
}

const known = new WeakMap<FormulaDrawing, Map<number, FormulaDrawing>>()

/**
 * The formula on as many lines as it needs to be no wider than a measure in em, if its relations allow for that; else the nearest
 * that they allow for. The same object every time.
 */
export function brokenTo(box: FormulaDrawing, measure: number): FormulaDrawing {
  if (box.width <= measure || partCount(box) < 2) return box
  let byMeasure = known.get(box)
  if (!byMeasure) known.set(box, (byMeasure = new Map()))
  const key = Math.round(measure * 1000)
  let broken = byMeasure.get(key)
  if (!broken) byMeasure.set(key, (broken = breakAt(box, measure)))
  return broken
}

function breakAt(box: FormulaDrawing, measure: number): FormulaDrawing {
  const first = box.breaks.findIndex(({ begin }) => begin > 0)
  if (first < 0) return box
  const aligned = box.breaks[0]!.begin
  const lines: { from: number; to: number; x: number }[] = []
  const last = partCount(box) - 1
  for (let from = 0; from <= last; ) {
    const begin = partBegin(box, from)
    const room = (x: number): number => measure - x
    const own = partEnd(box, from) - begin
    // Under the first relation if the part fits there, else set in.
    const x = lines.length === 0 ? 0 : own <= room(aligned) ? aligned : Math.min(setIn, Math.max(0, measure - own))
    let to = from
    while (to < last && partEnd(box, to + 1) - begin <= room(x)) to++
    // Nothing stands before the first relation of a formula that begins with one.
    if (to === from && from === 0 && box.breaks[0]!.begin === 0 && to < last) to++
    lines.push({ from, to, x })
    from = to + 1
  }
  return stacked(box, lines)
}

function stacked(box: FormulaDrawing, lines: { from: number; to: number; x: number }[]): FormulaDrawing {
  const made: FormulaDrawing = { width: 0, height: 0, depth: 0, outlines: [], rules: [], breaks: [], mathMl: box.mathMl, error: '' }
  let y = 0
  for (const [index, { from, to, x }] of lines.entries()) {
    const part = formulaPart(box, from, to)
    const { above, below } = reachOf(part)
    if (index === 0) made.height = above
    else y -= above + lineGap
    const moved = <Drawn extends FormulaDrawing['outlines'][number] | FormulaDrawing['rules'][number]>(drawn: Drawn): Drawn => {
      const [a, b, c, d, e, f] = drawn.place
      return { ...drawn, place: [a, b, c, d, e + x * 1000, f + y * 1000] }
    }
    made.outlines.push(...part.outlines.map(moved))
    made.rules.push(...part.rules.map(moved))
    made.width = Math.max(made.width, x + part.width)
    y -= below
    made.depth = -y
  }
  return made
}
