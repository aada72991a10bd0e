import type { Node } from 'prosemirror-model'
import type { TextStyle } from '../../work/houseStyle.ts'
import { box, lineBoxes, type StripItem, space, type Tag } from '../box.ts'
import { type BlockHandler, type Setting, setText, setWords, words } from '../setting.ts'

/** Gap between the number of a heading and its text, in em. */
const numberGap = 0.8

export const heading: BlockHandler = (node, setting, place) => {
  const level = node.attrs.level as number
  const { headings } = setting.houseStyle
  const style = headings[Math.min(level, headings.length) - 1]!
  // Two headings in a row stand closer than a heading and the text before it.
  const before = place.after === 'title' ? 0 : place.after === 'heading' ? style.before / 2 : style.before
  return [space(before), ...numberedTitle(node, node.attrs.id, style, `H${Math.min(6, level) as 2}`, setting), space(style.after)]
}

/** The title of a division, sunk on its opening page by house style. */
export function divisionTitle(title: Node, id: string, role: string, setting: Setting): StripItem[] {
  const { headings, titlePage, sink, opens } = setting.houseStyle
  if (role === 'titlePage') {
    const lines = setText(title, setting, { style: titlePage.title, measure: setting.measure })
    const boxes = lineBoxes(lines, { ...titlePage.title, x: 0, tag: 'Title', block: id, begins: [id] })
    return [fixedSpace(titlePage.title.before), ...boxes, space(titlePage.title.after)]
  }
  const style = headings[0]!
  const above = opens === 'runOn' ? space(style.before) : fixedSpace(sink)
  return [above, ...numberedTitle(title, id, style, 'H1', setting), space(style.after)]
}

/** Space that stays at the head of a page, where other space is dropped. */
const fixedSpace = (height: number): StripItem => box(height, [], { breakAfter: Infinity })

function numberedTitle(node: Node, id: string, style: TextStyle, tag: Tag, setting: Setting): StripItem[] {
  const entry = setting.ledger.byId.get(id)
  const rule = entry?.number ? setting.scheme.levels[entry.item.rules].find(found => found.level === entry.item.level) : undefined
  const strip: StripItem[] = []
  let offset = 0
  if (entry?.number && rule?.follows === 'line') {
    const above = { ...style, size: style.size * 0.6, leading: style.leading * 0.8 }
    const number = setWords([words(entry.number, above)], setting, above, setting.measure)
    strip.push(...lineBoxes(number, { ...above, x: 0, tag, block: id }))
  } else if (entry?.number) {
    const [line] = setWords([words(entry.number, style)], setting, style, setting.measure)
    const gap = rule?.follows === 'nothing' ? 0 : rule?.follows === 'space' ? 0.25 : numberGap
    offset = line!.end + gap * style.size
    strip.push(...lineBoxes([line!], { ...style, x: 0, tag, block: id }))
  }
  const text = lineBoxes(setText(node, setting, { style, measure: setting.measure - offset }), {
    ...style,
    x: offset,
    tag,
    block: id,
    begins: [id],
  })
  const numberBox = offset ? strip.pop() : undefined
  if (numberBox?.kind === 'box' && text[0]) text[0] = { ...text[0], marks: [...numberBox.marks, ...text[0].marks] }
  strip.push(...text)
  return strip.map(item =>
    item.kind === 'box' ? { ...item, breakAfter: Infinity, begins: item === strip[0] || item.begins.length ? [id] : [] } : item,
  )
}
