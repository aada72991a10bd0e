import type { Node } from 'prosemirror-model'
import { writeCounter } from '../../numbers/counterForm.ts'
import { costs, lineBoxes, type StripItem, type Structure, space } from '../box.ts'
import { type BlockHandler, type Setting, setText, setWords, words } from '../setting.ts'

const bullets = ['•', '–', '·']

export const list: BlockHandler = (node, setting, place) => {
  const { between } = setting.houseStyle.list
  return [space(between * 2), ...items(node, setting, 0, place.firstNumber, []), space(between * 2)]
}

function items(node: Node, setting: Setting, depth: number, first: number, outer: Structure): StripItem[] {
  const { list: look, body } = setting.houseStyle
  const numbered = node.type.name === 'numberedList'
  const forms = setting.scheme.lists
  const left = look.indent * (depth + 1)
  const strip: StripItem[] = []
  const list = `L ${node.attrs.id || `${outer.join()} ${depth}`}`
  node.forEach((item, _offset, index) => {
    const sign = numbered ? `${writeCounter(first + index, forms[depth % forms.length]!)}.` : bullets[depth % bullets.length]!
    const within = [...outer, list, `LI ${list} ${index}`]
    const held = [...within, `LBody ${within.at(-1)}`]
    item.forEach((block, _at, order) => {
      if (block.type.name !== 'paragraph') {
        strip.push(space(look.between), ...items(block, setting, depth + 1, 1, held))
        return
      }
      const lines = setText(block, setting, { style: body, measure: setting.measure - left })
      const boxes = lineBoxes(lines, { ...body, x: left, tag: 'LBody', within: held, block: block.attrs.id })
      if (order === 0 && boxes[0]) {
        const [mark] = setWords([words(sign, body)], setting, body, left)
        const x = left - body.size * 0.6 - mark!.end
        const { baseline } = boxes[0].marks[0] as { baseline: number }
        boxes[0].marks.unshift({ kind: 'line', x, baseline, line: mark!, tag: 'Lbl', within: [...within, `Lbl ${within.at(-1)}`] })
      }
      strip.push(...boxes)
    })
    const last = strip.findLast(part => part.kind === 'box')
    if (last && index < node.childCount - 1) {
      last.breakAfter = Math.max(last.breakAfter, costs.insideList)
      strip.push(space(look.between))
    }
  })
  return strip
}
