import type { Node } from 'prosemirror-model'
import { type Box, box, costs, type Mark, space } from '../box.ts'
import { type BlockHandler, type Setting, setWords, words } from '../setting.ts'

/** A display equation: centred, its number at the right margin; where both do not fit on one line the number goes below. */
export const equation: BlockHandler<'equation'> = (node, setting) => {
  const { display } = setting.houseStyle
  return [space(display.before), { ...lineOf(node, setting), breakBefore: costs.beforeDisplay }, space(display.after)]
}

/** Equations under each other, each with the number of its line; they stay together where a page can hold them. */
export const equationGroup: BlockHandler<'equationGroup'> = (node, setting) => {
  const { display, body } = setting.houseStyle
  const lines = node.children.map(child => lineOf(child, setting))
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

function lineOf(node: Node, setting: Setting): Box {
  const { body } = setting.houseStyle
  const entry = setting.ledger.byId.get(node.attrs.id)
  const formula = setting.formulas.set(node.attrs.formula, true)
  const marks: Mark[] = []
  const full = formula.width * body.size
  // A formula wider than the measure is set smaller: never cut off, never over the margin.
  const size = full > setting.measure ? (body.size * setting.measure) / full : body.size
  const width = formula.width * size
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
  } else marks.push({ kind: 'formula', x: (setting.measure - width) / 2, baseline: above, formula, size, source: node.attrs.formula })
  if (entry?.number) {
    const [number] = setWords([words(entry.number, body)], setting, body, setting.measure)
    const fits = (setting.measure - width) / 2 >= number!.end + body.size
    const baseline = fits ? above : height + body.size
    if (!fits) height += body.leading
    marks.push({ kind: 'line', x: setting.measure - number!.end, baseline, line: number!, tag: 'Lbl' })
  }
  return box(height, marks, { block: node.attrs.id, begins: [node.attrs.id] })
}
