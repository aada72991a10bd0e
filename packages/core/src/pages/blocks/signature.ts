import { box, lineBoxes, type StripItem, space } from '../box.ts'
import { type BlockHandler, setText } from '../setting.ts'

/** Share of the measure that the line takes, and the room for a hand above it, in lines. */
const share = 0.5
const roomAbove = 2
/** Between the line and who signs, in lines. */
const roomBelow = 0.25

/** A line to sign on, and under it who signs; the two are never parted. */
export const signature: BlockHandler<'signature'> = (node, setting, place) => {
  const { body, titlePage } = setting.houseStyle
  const style = place.role === 'titlePage' ? titlePage.line : body
  const measure = setting.measure * share
  const x = style.align === 'centre' ? (setting.measure - measure) / 2 : style.align === 'right' ? setting.measure - measure : 0
  const height = style.leading * roomAbove
  const rule = box(height + style.leading * roomBelow, [{ kind: 'rule', x, y: height - 0.5, width: measure, height: 0.5 }], {
    breakAfter: Infinity,
  })
  const lines = setText(node, setting, { style, measure })
  const strip: StripItem[] = [rule, ...lineBoxes(lines, { ...style, x, tag: 'P', block: node.attrs.id }), space(style.leading / 2)]
  return strip
}
