import type { Node } from 'prosemirror-model'
import { identityIn } from '../../numbers/occurrences.ts'
import { isKind } from '../../work/kinds/index.ts'
import { type Box, costs, lineBoxes, type StripItem, space } from '../box.ts'
import { type BlockHandler, setText } from '../setting.ts'
import { slanted } from '../variant.ts'

/** Words of another, set in from both sides. */
export const quotation: BlockHandler<'quotation'> = (node, setting) => {
  const { quotation: style } = setting.houseStyle
  const strip: StripItem[] = [space(style.before)]
  node.forEach((paragraph, _at, index) => {
    const lines = setText(paragraph, setting, { style, measure: setting.measure - style.indent * 2, indent: index > 0 ? style.size : 0 })
    strip.push(...lineBoxes(lines, { ...style, x: style.indent, tag: 'P', block: paragraph.attrs.id, within: inQuotation(node, index) }))
  })
  return [...strip, space(style.after)]
}

const inQuotation = (node: Node, index: number): string[] => [`BlockQuote ${node.attrs.id}`, `P ${node.attrs.id} ${index}`]

/** How far the rest of a line of verse that is too long is set in, in em. */
const overrun = 1.6

/** Every paragraph a line, as the poet broke it; what is too long turns over, set in. A stanza is kept together if that can be. */
export const verse: BlockHandler<'verse'> = (node, setting) => {
  const { verse: style } = setting.houseStyle
  const boxes: Box[] = []
  node.forEach((paragraph, _at, index) => {
    const measure = setting.measure - style.indent * 2 - overrun * style.size
    const lines = setText(paragraph, setting, { style, measure })
    const set = lineBoxes(lines, { ...style, x: style.indent, tag: 'P', block: paragraph.attrs.id, within: inQuotation(node, index) })
    set.slice(1).forEach(box => {
      box.marks = box.marks.map(mark => ({ ...mark, x: mark.x + overrun * style.size }))
    })
    for (const box of set.slice(0, -1)) box.breakAfter = Infinity
    boxes.push(...set)
  })
  return [space(style.before), ...held(boxes), space(style.after)]
}

/** A motto under a title and where it is from; never parted, and never parted from what follows. */
export const epigraph: BlockHandler<'epigraph'> = (node, setting) => {
  const { epigraph: style } = setting.houseStyle
  const upright = slanted(style)
  const boxes: Box[] = []
  node.forEach((part, _at, index) => {
    const attribution = isKind(part, 'attribution')
    // A motto of which nobody says where it is from has no empty line for it.
    if (attribution && part.content.size === 0) return
    const look = attribution ? upright : style
    const lines = setText(part, setting, {
      style: look,
      measure: setting.measure - style.indent,
      identity: identityIn(node.attrs.id, part, index),
    })
    boxes.push(...lineBoxes(lines, { ...style, x: style.indent, tag: 'P', block: node.attrs.id, within: inQuotation(node, index) }))
  })
  for (const box of boxes) box.breakAfter = Infinity
  return [space(style.before), ...boxes, space(style.after)]
}

/** Lines that had better stay together; the first and the last never stand alone. */
function held(boxes: Box[]): Box[] {
  boxes.forEach((box, index) => {
    if (index === boxes.length - 1) return
    const alone = index === 0 || index === boxes.length - 2
    box.breakAfter = Math.max(box.breakAfter, alone ? costs.widow : costs.insideTable)
  })
  return boxes
}
