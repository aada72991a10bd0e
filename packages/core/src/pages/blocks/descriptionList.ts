import { isKind } from '../../work/kinds/index.ts'
import { costs, lineBoxes, type StripItem, space } from '../box.ts'
import { type BlockHandler, setText } from '../setting.ts'
import { aligned, heavier } from '../variant.ts'

/** Terms in a heavier face, each on a line of its own over what it means. */
export const descriptionList: BlockHandler<'descriptionList'> = (node, setting) => {
  const { list, body } = setting.houseStyle
  const strip: StripItem[] = [space(list.between * 2)]
  const id = node.attrs.id
  node.forEach((part, _at, index) => {
    const within = [`L ${id}|ListNumbering=None`, `LI ${id} ${index >> 1}`]
    if (isKind(part, 'term')) {
      const style = aligned(heavier(body), 'left')
      const lines = setText(part, setting, { style, measure: setting.measure, identity: `${id}.${index}` })
      const boxes = lineBoxes(lines, { ...style, x: 0, tag: 'P', block: id, within: [...within, `Lbl ${id} ${index}`] })
      // A term never stands without the beginning of what it means.
      for (const box of boxes) box.breakAfter = Infinity
      strip.push(...boxes)
      return
    }
    part.forEach((paragraph, _place, order) => {
      const lines = setText(paragraph, setting, { style: body, measure: setting.measure - list.indent, indent: order > 0 ? body.size : 0 })
      const held = [...within, `LBody ${id} ${index}`]
      strip.push(...lineBoxes(lines, { ...body, x: list.indent, tag: 'LBody', block: paragraph.attrs.id, within: held }))
    })
    if (index < node.childCount - 1) {
      const last = strip.findLast(item => item.kind === 'box')
      if (last) last.breakAfter = Math.max(last.breakAfter, costs.insideList)
      strip.push(space(list.between * 2))
    }
  })
  return [...strip, space(list.between * 2)]
}
