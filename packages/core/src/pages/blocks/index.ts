/** The table of block handlers: a new kind of block is a file beside this one and a line here. */
import type { BlockHandler } from '../setting.ts'
import { descriptionList } from './descriptionList.ts'
import { equation } from './equation.ts'
import { figure } from './figure.ts'
import { heading } from './heading.ts'
import { list } from './list.ts'
import { listing } from './listing.ts'
import { paragraph } from './paragraph.ts'
import { epigraph, quotation, verse } from './quotation.ts'
import { signature } from './signature.ts'
import { table } from './table.ts'

export const blockHandlers: Record<string, BlockHandler> = {
  paragraph,
  heading,
  bulletedList: list,
  numberedList: list,
  figure,
  table,
  equation,
  quotation,
  verse,
  epigraph,
  descriptionList,
  listing,
  signature,
  fill: () => [{ kind: 'fill' }],
}
