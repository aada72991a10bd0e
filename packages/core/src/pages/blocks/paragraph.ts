import { lineBoxes, space } from '../box.ts'
import { type BlockHandler, setText } from '../setting.ts'

/** A paragraph is indented where it follows another; after a heading or a display it begins flush. */
export const paragraph: BlockHandler = (node, setting, place) => {
  const { body, titlePage, indent, paragraphGap } = setting.houseStyle
  if (place.role === 'titlePage') {
    const style = { ...titlePage.line }
    const lines = setText(node, setting, { style: titlePage.line, measure: setting.measure })
    return [...lineBoxes(lines, { ...style, x: 0, tag: 'P', block: node.attrs.id }), { kind: 'space', height: style.after }]
  }
  const lines = setText(node, setting, { style: body, measure: setting.measure, indent: place.after === 'paragraph' ? indent : 0 })
  const boxes = lineBoxes(lines, { ...body, x: 0, tag: 'P', block: node.attrs.id })
  return paragraphGap ? [space(paragraphGap), ...boxes, space(paragraphGap)] : boxes
}
