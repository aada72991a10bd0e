/** The table of block handlers: a new kind of block is a file beside this one and a line here. */
import { box } from '../box.ts'
import type { BlockHandler } from '../setting.ts'
import { descriptionList } from './descriptionList.ts'
import { equation, equationGroup } from './equation.ts'
import { figure } from './figure.ts'
import { heading } from './heading.ts'
import { list } from './list.ts'
import { listing } from './listing.ts'
import { paragraph } from './paragraph.ts'
import { epigraph, quotation, verse } from './quotation.ts'
import { row } from './row.ts'
import { signature } from './signature.ts'
import { proof, statement } from './statement.ts'
import { table } from './table.ts'
import { textBox } from './textBox.ts'

/** Highest gap that a block may be, in points: a page is rarely higher. */
const mostGap = 600

export const blockHandlers: Record<string, BlockHandler> = {
  paragraph,
  heading,
  bulletedList: list,
  numberedList: list,
  figure,
  row,
  table,
  box: textBox,
  equation,
  equationGroup,
  quotation,
  verse,
  epigraph,
  descriptionList,
  listing,
  signature,
  statement,
  proof,
  fill: node => (node.attrs.height > 0 ? [box(Math.min(node.attrs.height, mostGap), [], { block: node.attrs.id })] : [{ kind: 'fill' }]),
}
