import { type Box, costs, lineBoxes, type StripItem, space } from '../box.ts'
import { type BlockHandler, setText } from '../setting.ts'
import { aligned } from '../variant.ts'
import { runInHeading, runsIn } from './heading.ts'

/** A paragraph is indented where it follows another; after a heading or a display it begins flush. */
export const paragraph: BlockHandler<'paragraph'> = (node, setting, place) => {
  const { body, titlePage, indent, paragraphGap } = setting.houseStyle
  const own = place.role === 'titlePage' ? titlePage.line : body
  const style = node.attrs.align ? aligned(own, node.attrs.align) : own
  const flush = place.role === 'titlePage' || node.attrs.align || (place.after !== 'paragraph' && place.after !== 'keywords')
  const opener = place.opener && runsIn(place.opener, setting) ? runInHeading(place.opener, setting) : null
  const lines = setText(node, setting, {
    style,
    measure: setting.measure,
    indent: flush ? 0 : indent,
    ...(opener ? { leadIn: opener.runs } : {}),
  })
  // A heading over a single line is not left at the foot of a page.
  const alone = place.after === 'heading' && lines.length === 1
  const begins = opener ? [place.opener!.attrs.id as string] : []
  const boxes = pinned(lineBoxes(lines, { ...style, x: 0, tag: 'P', block: node.attrs.id, begins }), node.attrs.pin)
  const last = boxes.at(-1)
  if (alone && last?.kind === 'box') last.breakAfter = Math.max(last.breakAfter, costs.orphan)
  if (opener) return [space(opener.before), ...boxes, space(paragraphGap)]
  if (place.role === 'titlePage') return [...boxes, { kind: 'space', height: style.after }]
  return paragraphGap ? [space(paragraphGap), ...boxes, space(paragraphGap)] : boxes
}

/** A paragraph that is held at a line of its page stays whole. */
export function pinned(boxes: Box[], pin: number): StripItem[] {
  if (pin < 1 || !boxes[0]) return boxes
  boxes[0].pin = pin
  for (const box of boxes.slice(0, -1)) box.breakAfter = Infinity
  return boxes
}
