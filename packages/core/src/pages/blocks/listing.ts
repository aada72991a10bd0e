import { type Line, plainLine } from '../../type/line.ts'
import type { TextStyle } from '../../work/parts/houseStyle.ts'
import { seriesRule } from '../../work/parts/scheme.ts'
import { seriesOf } from '../../work/schema.ts'
import { type Box, box, costs, lineBoxes, type Mark, type StripItem, space } from '../box.ts'
import { type BlockHandler, type Setting, setWords, words } from '../setting.ts'
import { captionStack, moved, stack, stood } from './caption.ts'
import { continuedBoxes } from './longTable.ts'

/** Width of the column that line numbers stand in, in em of the listing. */
const gutter = 3
const tabStop = 4
/** How far the rest of a line that is too long is set in, in letters. */
const overrun = 4

/** Text set as it stands: every line a line, nothing hyphenated, all letters of one width. It breaks between lines where it is not held. */
export const listing: BlockHandler<'listing'> = (node, setting) => {
  const { float, listing: style } = setting.houseStyle
  const id = node.attrs.id
  const caption = captionStack(node, setting)
  const above = seriesRule(setting.scheme, seriesOf(node)).captionPlace !== 'below'
  const boxes = codeBoxes(node.lastChild!.textContent, id, style, setting)
  const captionBox = box(
    caption.height + float.captionGap,
    above ? caption.marks : caption.marks.map(mark => moved(mark, 0, float.captionGap)),
    {
      block: id,
      notes: caption.notes,
      begins: above ? [id] : [],
    },
  )
  const parts = above ? [captionBox, ...boxes] : [...boxes, captionBox]
  const continued = setting.ledger.byId.get(id)?.number ? continuedBoxes(id, seriesOf(node), setting) : []
  for (const part of boxes.slice(1)) part.repeated = continued
  if (!above) boxes[0]!.begins = [id]
  if (node.attrs.placement !== 'auto') {
    const { marks, height, notes } = stack(parts)
    return stood(box(height, marks, { block: id, begins: [id], notes }), node, 'listing', setting)
  }
  return [space(style.before), ...held(parts, above), space(style.after)]
}

function held(parts: Box[], captionAbove: boolean): StripItem[] {
  const last = parts.length - 1
  parts.forEach((part, index) => {
    const caption = captionAbove ? index === 0 : index === last - 1
    if (caption) part.breakAfter = Infinity
    else if (index < last) part.breakAfter = index === (captionAbove ? 1 : 0) || index === last - 1 ? costs.widow : costs.insideTable
  })
  return parts
}

function codeBoxes(text: string, id: string, style: TextStyle & { numbered: boolean }, setting: Setting): Box[] {
  const left = style.numbered ? gutter * style.size : 0
  const letter = setting.fonts[style.face].shape('0').width * style.size
  const columns = Math.max(20, Math.floor((setting.measure - left) / letter))
  const small: TextStyle = { ...style, size: style.size * 0.85, align: 'left' }
  const boxes: Box[] = []
  text.split('\n').forEach((source, index) => {
    const lines = wrapped(source, columns).map(part => lineOf(part, style, setting))
    const set = lineBoxes(lines, {
      ...style,
      x: left,
      tag: 'Code',
      block: id,
      within: [`Div ${id}`, `P ${id} line ${index}`, `Code ${id} ${index}`],
    })
    for (const part of set.slice(0, -1)) part.breakAfter = Infinity
    if (style.numbered && set[0]) {
      const [number] = setWords([words(String(index + 1), small)], setting, small, setting.measure)
      const { baseline } = set[0].marks[0] as Extract<Mark, { kind: 'line' }>
      set[0].marks.push({ kind: 'line', x: left - style.size - number!.end, baseline, line: number!, tag: 'Artifact' })
    }
    boxes.push(...set)
  })
  return boxes
}

/** A line cut to the columns there are, after a space where one is near; tabs go to the next stop. */
function wrapped(source: string, columns: number): string[] {
  let rest = ''
  for (const sign of source) rest += sign === '\t' ? ' '.repeat(tabStop - (rest.length % tabStop)) : sign
  const parts: string[] = []
  const indent = (/^ */.exec(rest)![0].length % Math.max(1, columns >> 1)) + overrun
  while (rest.length > columns) {
    const space = rest.lastIndexOf(' ', columns)
    const cut = space > columns * 0.6 && rest.slice(0, space).trim() ? space + 1 : columns
    parts.push(rest.slice(0, cut))
    rest = ' '.repeat(indent) + rest.slice(cut)
  }
  return [...parts, rest]
}

function lineOf(text: string, style: TextStyle, setting: Setting): Line {
  return plainLine(setting.fonts[style.face].shape(text), style.size)
}
