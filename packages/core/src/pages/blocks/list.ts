import type { Node } from 'prosemirror-model'
import type { Line } from '../../type/line.ts'
import { isKind, type NodeOfKind } from '../../work/kinds/index.ts'
import { type CounterForm, listMarkingOf } from '../../work/parts/scheme.ts'
import { costs, lineBoxes, type StripItem, type Structure, space } from '../box.ts'
import { type BlockHandler, type Setting, setText, setWords, words } from '../setting.ts'
import { aligned } from '../variant.ts'

/** The least width of the text of an item, in em. */
const narrowest = 10
/** Gap between the sign of an item and its text, in em. */
const signGap = 0.6

export const list: BlockHandler<'bulletedList' | 'numberedList'> = (node, setting) => {
  const { between } = setting.houseStyle.list
  return [space(between * 2), ...items(node, setting, { depth: 0, left: 0, within: [], order: 0 }), space(between * 2)]
}

type ListNode = Node & NodeOfKind<'bulletedList' | 'numberedList'>

/** Where a list stands: how deep, the left edge of the text around it in points, what it stands in, and the how manyeth thing there it is. */
interface ListPlace {
  depth: number
  left: number
  within: Structure
  order: number
}

function items(node: ListNode, setting: Setting, { depth, left: outer, within: outside, order }: ListPlace): StripItem[] {
  const { list: look, body } = setting.houseStyle
  const signs = node.children.map(item => signOf(node, item, depth, setting))
  // Signs stand to the right of their room; where one is too wide for it, the whole list moves in.
  const widest = Math.max(0, ...signs.map(sign => sign?.end ?? 0))
  // Lists within lists within lists: the text keeps a column that words fit into.
  const left = Math.max(
    outer,
    Math.min(outer + Math.max(look.indent, widest + body.size * signGap), setting.measure - body.size * narrowest),
  )
  const strip: StripItem[] = []
  // One without an id is told apart by the item that it stands in, and where in it.
  const list = `L ${node.attrs.id || `${bare(outside.at(-1) ?? '')} ${order}`}`
  const numbering = `|ListNumbering=${numberingOf(node, depth, setting)}`
  node.forEach((item, _offset, index) => {
    const within = [...outside, list + numbering, `LI ${list} ${index}`]
    const held = [...within, `LBody ${within.at(-1)}`]
    item.forEach((block, _at, place) => {
      if (isKind(block, 'bulletedList') || isKind(block, 'numberedList')) {
        strip.push(space(look.between), ...items(block, setting, { depth: depth + 1, left, within: held, order: place }))
        return
      }
      const lines = setText(block, setting, { style: body, measure: setting.measure - left })
      const begins = place === 0 && item.attrs.id ? [item.attrs.id as string] : []
      const boxes = lineBoxes(lines, { ...body, x: left, tag: 'LBody', within: held, block: block.attrs.id, begins })
      const sign = signs[index]
      if (place === 0 && boxes[0] && sign) {
        const x = left - body.size * signGap - sign.end
        const { baseline } = boxes[0].marks[0] as { baseline: number }
        boxes[0].marks.unshift({ kind: 'line', x, baseline, line: sign, tag: 'Lbl', within: [...within, `Lbl ${within.at(-1)}`] })
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

/** A key of a structure element without its attributes. */
const bare = (key: string): string => key.split('|')[0]!

const counterNumbering: Partial<Record<CounterForm, string>> = {
  arabic: 'Decimal',
  romanLower: 'LowerRoman',
  romanUpper: 'UpperRoman',
  letterLower: 'LowerAlpha',
  letterUpper: 'UpperAlpha',
}

/** How the items of a list are marked, by the names of ISO 32000-1, table 347. */
function numberingOf(node: ListNode, depth: number, setting: Setting): string {
  if (isKind(node, 'bulletedList')) return 'Disc'
  const { levels } = listMarkingOf(setting.scheme, 'numberedList', node.attrs.look)
  return counterNumbering[levels[depth % levels.length]!.form] ?? 'None'
}

/** The number of an item as the ledger has it, or the sign that its list shows at this depth. */
function signOf(node: ListNode, item: Node, depth: number, setting: Setting): Line | undefined {
  const { body } = setting.houseStyle
  const kind = node.type.name
  const { levels } = listMarkingOf(setting.scheme, kind, node.attrs.look)
  const sign =
    kind === 'numberedList'
      ? (setting.ledger.byId.get(item.attrs.id)?.number ?? '')
      : levels[depth % levels.length]!.pattern.map(tile => ('text' in tile ? tile.text : '')).join('')
  // However the text is set, a sign is as wide as it is.
  return sign
    ? setWords([words(sign, body)], setting, body.align === 'justified' ? body : aligned(body, 'left'), setting.measure)[0]
    : undefined
}
