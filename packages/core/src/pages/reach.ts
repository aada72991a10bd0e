/** How far what stands on a page reaches, in points from the top left corner of the page. */
import type { TextPiece } from '../type/line.ts'
import type { Mark, Placed } from './box.ts'
import type { Page } from './page.ts'
import { extentOf } from './slices.ts'
import { onPage } from './turned.ts'

interface Reach {
  left: number
  top: number
  right: number
  bottom: number
}

/** From where to where a mark reaches across, in points from the left edge of its box. */
function widthOf(mark: Mark): { left: number; right: number } {
  switch (mark.kind) {
    case 'line':
      return { left: mark.x + mark.line.start, right: mark.x + mark.line.end }
    case 'formula':
      return { left: mark.x, right: mark.x + mark.formula.width * mark.size }
    case 'rule':
    case 'picture':
      return { left: mark.x, right: mark.x + mark.width }
  }
}

const marksOf = (placed: Placed): Reach[] =>
  placed.box.marks.map(mark => {
    const { left, right } = widthOf(mark)
    const { top, bottom } = extentOf(mark)
    const { x, y, width, height } = onPage(placed, { x: left, y: top, width: right - left, height: bottom - top })
    return { left: x, right: x + width, top: y, bottom: y + height }
  })

/** The texts on a page, running heads left out, each with the block it belongs to. */
export function* piecesOn({ placed }: Page): Generator<{ block: string; piece: TextPiece }> {
  for (const { box } of placed)
    for (const mark of box.marks)
      if (mark.kind === 'line') for (const piece of mark.line.pieces) if ('shape' in piece) yield { block: box.block, piece }
}

/** What rounding and the overhang of letters may come to, in points. */
const tolerance = 0.5

/** What stands on a page and reaches over its edges: the block, and by how much, in points. */
export function overTheEdge({ placed, width, height }: Page): { block: string; by: number }[] {
  const most = new Map<string, number>()
  for (const thing of placed)
    for (const { left, right, top, bottom } of marksOf(thing)) {
      const by = Math.max(-left, right - width, -top, bottom - height)
      if (by > tolerance) most.set(thing.box.block, Math.max(by, most.get(thing.box.block) ?? 0))
    }
  return [...most].map(([block, by]) => ({ block, by }))
}
