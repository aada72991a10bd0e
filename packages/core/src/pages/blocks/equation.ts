import type { Node } from 'prosemirror-model'
import { brokenTo, relationsOf } from '../../formulas/brokenFormula.ts'
import type { FormulaDrawing } from '../../formulas/typesetter.ts'
import { attributesOf } from '../../work/kinds/index.ts'
import { type Box, box, costs, type Mark, space } from '../box.ts'
import { type BlockHandler, type Setting, setWords, words } from '../setting.ts'

/** A display equation: centred, its number at a margin; where both do not fit on one line the number goes below. */
export const equation: BlockHandler<'equation'> = (node, setting) => {
  const { display } = setting.houseStyle
  const line = lineOf(node, setting, alone(node, setting))
  return [space(display.before), { ...line, breakBefore: costs.beforeDisplay }, space(display.after)]
}

/** Equations under each other, aligned at relations, each with the number of its line; they stay together where a page can hold them. */
export const equationGroup: BlockHandler<'equationGroup'> = (node, setting) => {
  const { display, body } = setting.houseStyle
  const placed = alignedLines(node, setting)
  const lines = node.children.map((child, index) => lineOf(child, setting, placed[index]!))
  const [first] = lines
  const strip = lines.flatMap((line, index) => [
    ...(index > 0 ? [space(body.leading * lineGap)] : []),
    {
      ...line,
      begins: line === first ? [node.attrs.id, ...line.begins] : line.begins,
      breakBefore: index === 0 ? costs.beforeDisplay : 0,
      breakAfter: index < lines.length - 1 ? costs.insideGroup : 0,
    },
  ])
  return [space(display.before), ...strip, space(display.after)]
}

/** Space between the lines of a group, in lines of the body. */
const lineGap = 0.35

/** A formula in its place: in points, from the left end of the line. */
interface Placed {
  formula: FormulaDrawing
  size: number
  x: number
}

/** A formula by itself: wider than the line it breaks at its relations, unless its author asked for smaller letters. */
function alone(node: Node, setting: Setting): Placed {
  const { body } = setting.houseStyle
  const whole = setting.formulas.set(node.attrs.formula, true)
  const full = body.size * setting.formulaScale
  const formula = attributesOf(node, 'equation').wide === 'break' ? brokenTo(whole, setting.measure / full) : whole
  // What is wider still is set smaller: never cut off, never over the margin.
  const size = Math.min(full, setting.measure / formula.width)
  return { formula, size, x: (setting.measure - formula.width * size) / 2 }
}

/** Where a line of a group is aligned, in em from its left end; nothing in a line without a relation. */
function alignedAt(formula: FormulaDrawing, align: number): number | undefined {
  const relations = relationsOf(formula)
  return relations[Math.min(align, relations.length - 1)]
}

function alignedLines(node: Node, setting: Setting): Placed[] {
  const { body } = setting.houseStyle
  const lines = node.children.map(child => {
    const formula = setting.formulas.set(child.attrs.formula, true)
    return { formula, point: formula.error ? undefined : alignedAt(formula, attributesOf(child, 'equation').align) }
  })
  const points = lines.flatMap(({ point }) => point ?? [])
  // Where no line has a relation each stands in the middle, as equations by themselves do.
  if (!points.length) return node.children.map(child => alone(child, setting))
  const left = Math.max(...points)
  const starts = lines.map(({ point }) => (point === undefined ? left : left - point))
  const width = Math.max(...lines.map(({ formula }, index) => starts[index]! + formula.width))
  const size = Math.min(body.size * setting.formulaScale, setting.measure / width)
  const begin = (setting.measure - width * size) / 2
  return lines.map(({ formula }, index) => ({ formula, size, x: begin + starts[index]! * size }))
}

function lineOf(node: Node, setting: Setting, { formula, size, x }: Placed): Box {
  const { body, display } = setting.houseStyle
  const entry = setting.ledger.byId.get(node.attrs.id)
  const marks: Mark[] = []
  const above = Math.max(formula.height * size, body.size * 0.8)
  let height = above + Math.max(formula.depth * size, body.size * 0.3)
  if (formula.error) {
    const source = setWords(
      [words(node.attrs.formula || 'Empty equation', body, { face: 'mono', marked: true })],
      setting,
      { ...body, align: 'centre' },
      setting.measure,
    )
    marks.push({ kind: 'line', x: 0, baseline: above, line: source[0]!, tag: 'P' })
  } else marks.push({ kind: 'formula', x, baseline: above, formula, size, source: node.attrs.formula })
  if (entry?.number) {
    const [number] = setWords([words(entry.number, body)], setting, body, setting.measure)
    const onLeft = display.numberSide === 'left'
    const room = onLeft ? x : setting.measure - x - formula.width * size
    const fits = room >= number!.end + body.size
    const baseline = fits ? above : height + body.size
    if (!fits) height += body.leading
    marks.push({ kind: 'line', x: onLeft ? 0 : setting.measure - number!.end, baseline, line: number!, tag: 'Lbl' })
  }
  return box(height, marks, { block: node.attrs.id, begins: [node.attrs.id] })
}
