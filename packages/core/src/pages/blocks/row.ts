import type { Node } from 'prosemirror-model'
import { seriesOf } from '../../work/schema.ts'
import { box, type Mark } from '../box.ts'
import { shareOf } from '../measure.ts'
import type { BlockHandler, Setting } from '../setting.ts'
import { moved, stood } from './caption.ts'
import { captionAbove, idsOf, setFigure } from './figure.ts'
import { turnable } from './turned.ts'

/** Space between the columns of a row, in em of the body. */
const columnGap = 1.6
/** Narrowest column, in em of the caption: its number must fit on a line. */
const leastColumn = 8

/** Figures side by side; what would make columns too narrow goes on in a further line of figures below. */
export const row: BlockHandler<'row'> = turnable((node, setting) => {
  const { body, caption, float } = setting.houseStyle
  const gutter = columnGap * body.size
  const most = Math.max(1, Math.floor((setting.measure + gutter) / (leastColumn * caption.size + gutter)))
  const count = Math.ceil(node.childCount / most)
  const each = Math.ceil(node.childCount / count)
  const marks: Mark[] = []
  const notes: string[] = []
  let height = 0
  for (let from = 0; from < node.childCount; from += each) {
    if (from > 0) height += float.before
    const line = lineOfFigures(node.children.slice(from, from + each), gutter, setting)
    marks.push(...line.marks.map(mark => moved(mark, 0, height)))
    notes.push(...line.notes)
    height += line.height
  }
  const begins = [node.attrs.id, ...node.children.flatMap(idsOf)]
  return stood(box(height, marks, { block: node.attrs.id, begins, notes }), node, seriesOf(node.firstChild!), setting)
})

/** Columns as wide as the figures ask for in proportion; pictures stand on one line, captions begin on one line. */
function lineOfFigures(nodes: readonly Node[], gutter: number, setting: Setting): { marks: Mark[]; height: number; notes: string[] } {
  const columns = columnsOf(nodes.map(shareOf), setting.measure - gutter * (nodes.length - 1), setting)
  const figures = nodes.map((child, i) => setFigure(child, columns[i]!, columns[i]!, setting))
  const captions = Math.max(...figures.map(({ caption }) => caption.height))
  const pictures = Math.max(...figures.map(({ picture }) => picture.height))
  const gap = Math.max(...figures.map(found => found.gap))
  const above = captionAbove(nodes[0]!, setting)
  const marks: Mark[] = []
  let x = 0
  figures.forEach(({ picture, caption }, i) => {
    // Pictures stand on the line above their captions, or hang from the one below them.
    const top = above ? captions + gap : pictures - picture.height
    marks.push(...picture.marks.map(mark => moved(mark, x + (columns[i]! - picture.width) / 2, top)))
    marks.push(...caption.marks.map(mark => moved(mark, x, above ? captions - caption.height : pictures + gap)))
    x += columns[i]! + gutter
  })
  return { marks, height: pictures + gap + captions, notes: figures.flatMap(({ caption }) => caption.notes) }
}

/** Widths that add up to the room, in proportion to the shares but none below the least. */
function columnsOf(shares: number[], room: number, { houseStyle }: Setting): number[] {
  const least = Math.min(leastColumn * houseStyle.caption.size, room / shares.length)
  const narrow = new Set<number>()
  for (;;) {
    const left = room - narrow.size * least
    const sum = shares.reduce((total, share, i) => total + (narrow.has(i) ? 0 : share), 0)
    const widths = shares.map((share, i) => (narrow.has(i) ? least : (left * share) / sum))
    const tooNarrow = widths.findIndex((width, i) => !narrow.has(i) && width < least - 0.001)
    if (tooNarrow < 0) return widths
    narrow.add(tooNarrow)
  }
}
