import { box, type Mark } from '../box.ts'
import type { BlockHandler } from '../setting.ts'
import { moved, stood } from './caption.ts'
import { captionsAbove, setFigure, shareOf } from './figure.ts'

/** Space between the columns of a row, in em of the body. */
const columnGap = 1.6

/** Figures side by side: columns as wide as the figures ask for in proportion, pictures on one line, captions beginning on one line. */
export const row: BlockHandler = (node, setting) => {
  const gutter = columnGap * setting.houseStyle.body.size
  const shares = node.children.map(shareOf)
  const room = (setting.measure - gutter * (shares.length - 1)) / shares.reduce((sum, share) => sum + share, 0)
  const figures = node.children.map((child, i) => setFigure(child, shares[i]! * room, shares[i]! * room, setting))
  const captions = Math.max(...figures.map(({ caption }) => caption.height))
  const pictures = Math.max(...figures.map(({ picture }) => picture.height))
  const gap = Math.max(...figures.map(found => found.gap))
  const above = captionsAbove(setting)
  const marks: Mark[] = []
  let x = 0
  figures.forEach(({ picture, caption }, i) => {
    const column = shares[i]! * room
    // Pictures stand on the line above their captions, or hang from the one below them.
    const top = above ? captions + gap : pictures - picture.height
    marks.push(...picture.marks.map(mark => moved(mark, x + (column - picture.width) / 2, top)))
    marks.push(...caption.marks.map(mark => moved(mark, x, above ? captions - caption.height : pictures + gap)))
    x += column + gutter
  })
  const notes = figures.flatMap(({ caption }) => caption.notes)
  const begins = [node.attrs.id as string, ...figures.map(({ id }) => id)]
  return stood(box(pictures + gap + captions, marks, { block: node.attrs.id, begins, notes }), node, 'figure', setting)
}
