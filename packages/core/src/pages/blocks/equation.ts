import { box, costs, type Mark, space } from '../box.ts'
import { type BlockHandler, setWords, words } from '../setting.ts'

/** A display equation: centred, its number at the right margin; where both do not fit on one line the number goes below. */
export const equation: BlockHandler = (node, setting) => {
  const { body, display } = setting.houseStyle
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
  return [
    space(display.before),
    box(height, marks, { block: node.attrs.id, begins: [node.attrs.id], breakBefore: costs.beforeDisplay }),
    space(display.after),
  ]
}
