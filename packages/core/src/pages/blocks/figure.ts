import type { Node } from 'prosemirror-model'
import { isKind } from '../../work/kinds/index.ts'
import { seriesRule } from '../../work/parts/scheme.ts'
import { seriesOf } from '../../work/schema.ts'
import { shownPicture } from '../../work/work.ts'
import { box, costs, type Mark, type StripItem, type Structure, space } from '../box.ts'
import { pictureWidth } from '../measure.ts'
import { type BlockHandler, type Setting, setWords, words } from '../setting.ts'
import { captionStack, moved, stood } from './caption.ts'
import { continuedBoxes } from './longTable.ts'
import { panelsOverPages, setPanels } from './panels.ts'
import { turnable } from './turned.ts'

/** Height of the frame that stands for a picture that is not there, as a share of its width. */
export const missingShape = 0.5

/** The picture and the caption of a figure, each from its own top left corner. */
export interface SetFigure {
  id: string
  picture: { marks: Mark[]; width: number; height: number }
  caption: ReturnType<typeof captionStack>
  /** Space between the two; none where there is no caption, as under the mark of an institution. */
  gap: number
}

/** The most height that a picture may have, in points: words below it that are longer than a page leave it a third of one. */
const roomForPicture = ({ height }: Setting, words: number): number => Math.max(height - words, height / 3)

/** Sets a figure in a column. `width` is that of the picture, in points; it is set smaller where it would be higher than a page. */
export function setFigure(node: Node, column: number, width: number, setting: Setting): SetFigure {
  const { float, caption: style } = setting.houseStyle
  const caption = captionStack(node, setting, column)
  if (node.lastChild && isKind(node.lastChild, 'panel')) {
    const gap = caption.height ? float.captionGap : 0
    const panels = setPanels(node, column, roomForPicture(setting, caption.height + gap), setting)
    const notes = [...panels.notes, ...caption.notes]
    return { id: node.attrs.id, picture: panels, caption: { ...caption, notes }, gap }
  }
  const found = shownPicture(setting.pictures, node.attrs.picture)
  const shape = found ? found.height / found.width : missingShape
  const gap = caption.height ? float.captionGap : 0
  const fitting = Math.min(width, roomForPicture(setting, caption.height + gap) / shape)
  const height = fitting * shape
  const marks: Mark[] = found
    ? [pictureMark(found.name, fitting, height, node.attrs.alternative, [`Figure ${node.attrs.id}`])]
    : missing(fitting, height)
  if (!found) {
    const lines = setWords([words('No picture yet', style, { marked: true })], setting, style, fitting)
    const first = height / 2 - ((lines.length - 1) * style.leading) / 2
    lines.forEach((line, i) => {
      marks.push({ kind: 'line', x: (fitting - line.end) / 2, baseline: first + i * style.leading, line, tag: 'P' })
    })
  }
  return { id: node.attrs.id, picture: { marks, width: fitting, height }, caption, gap }
}

export const captionAbove = (node: Node, setting: Setting): boolean => seriesRule(setting.scheme, seriesOf(node)).captionPlace === 'above'

/** Panels that have no room on one page go on over pages: between their lines, with a line on every further page that says what goes on. */
function overPages(node: Node, setting: Setting): StripItem[] | null {
  if (!node.lastChild || !isKind(node.lastChild, 'panel')) return null
  const { float } = setting.houseStyle
  const { id } = node.attrs
  const caption = captionStack(node, setting)
  const gap = caption.height ? float.captionGap : 0
  const lines = panelsOverPages(node, setting.measure, roomForPicture(setting, caption.height + gap), setting)
  if (!lines) return null
  const above = captionAbove(node, setting)
  const continued = setting.ledger.byId.get(id)?.number ? continuedBoxes(id, seriesOf(node), setting) : []
  const words = caption.height
    ? [
        box(caption.height + gap, above ? caption.marks : caption.marks.map(mark => moved(mark, 0, gap)), {
          block: id,
          notes: caption.notes,
          ...(above ? { breakAfter: Infinity } : {}),
        }),
      ]
    : []
  const boxes = lines.map(({ height, marks, notes, ids }, index) =>
    box(height, marks, { block: id, begins: ids, notes, breakAfter: costs.insideTable, ...(index ? { repeated: continued } : {}) }),
  )
  const last = boxes.at(-1)
  if (last && !above && words.length) last.breakAfter = Infinity
  const strip = above ? [...words, ...boxes] : [...boxes, ...words]
  strip[0]!.begins = [id, ...strip[0]!.begins]
  return [space(float.before), ...strip, space(float.after)]
}

export const figure: BlockHandler<'figure'> = turnable((node, setting) => {
  const parted = overPages(node, setting)
  if (parted) return parted
  const { id, picture, caption, gap } = setFigure(node, setting.measure, pictureWidth(node, setting.measure, setting.houseStyle), setting)
  const x = (setting.measure - picture.width) / 2
  const above = captionAbove(node, setting)
  const marks = [
    ...picture.marks.map(mark => moved(mark, x, above ? caption.height + gap : 0)),
    ...caption.marks.map(mark => moved(mark, 0, above ? 0 : picture.height + gap)),
  ]
  const height = picture.height + gap + caption.height
  return stood(box(height, marks, { block: id, begins: idsOf(node), notes: caption.notes }), node, seriesOf(node), setting)
})

export const pictureMark = (picture: string, width: number, height: number, alternative: string, within: Structure): Mark => ({
  kind: 'picture',
  x: 0,
  y: 0,
  width,
  height,
  picture,
  alternative,
  within,
})

/** A figure and its panels. */
export const idsOf = (node: Node): string[] => [node, ...node.children].flatMap(found => (found.attrs.id as string) || [])

export function missing(width: number, height: number): Mark[] {
  const rule = 0.5
  return [
    { kind: 'rule', x: 0, y: 0, width, height: rule },
    { kind: 'rule', x: 0, y: height - rule, width, height: rule },
    { kind: 'rule', x: 0, y: 0, width: rule, height },
    { kind: 'rule', x: width - rule, y: 0, width: rule, height },
  ]
}
