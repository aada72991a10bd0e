import { seriesRule } from '../../work/scheme.ts'
import { box, type Mark } from '../box.ts'
import { type BlockHandler, setWords, words } from '../setting.ts'
import { captionStack, moved, stood } from './caption.ts'

/** Height of the frame that stands for a picture that is not there, as a share of its width. */
const missingShape = 0.5

export const figure: BlockHandler = (node, setting) => {
  const { float, caption: style } = setting.houseStyle
  const caption = captionStack(node, setting)
  const picture = setting.pictures.get(node.attrs.picture)
  const shape = picture ? picture.height / picture.width : missingShape
  // A picture without number and caption, as the mark of an institution, has no gap for one either.
  const gap = caption.height ? float.captionGap : 0
  const room = setting.height - caption.height - gap
  const width = Math.min(setting.measure * clampShare(node.attrs.width), room / shape)
  const height = width * shape
  const x = (setting.measure - width) / 2
  const above = seriesRule(setting.scheme, 'figure').captionPlace === 'above'
  const top = above ? caption.height + gap : 0
  const marks: Mark[] = picture
    ? [{ kind: 'picture', x, y: top, width, height, picture: picture.name, alternative: node.attrs.alternative }]
    : missing(x, top, width, height)
  if (!picture) {
    const [line] = setWords([words('No picture yet', style, { marked: true })], setting, style, width)
    marks.push({ kind: 'line', x: x + (width - line!.end) / 2, baseline: top + height / 2, line: line!, tag: 'P' })
  }
  marks.push(...caption.marks.map(mark => moved(mark, 0, above ? 0 : height + gap)))
  const { id } = node.attrs
  return stood(box(height + gap + caption.height, marks, { block: id, begins: [id], notes: caption.notes }), node, 'figure', setting)
}

const clampShare = (share: unknown): number => Math.min(1, Math.max(0.05, Number(share) || 0.8))

function missing(x: number, y: number, width: number, height: number): Mark[] {
  const rule = 0.5
  return [
    { kind: 'rule', x, y, width, height: rule },
    { kind: 'rule', x, y: y + height - rule, width, height: rule },
    { kind: 'rule', x, y, width: rule, height },
    { kind: 'rule', x: x + width - rule, y, width: rule, height },
  ]
}
