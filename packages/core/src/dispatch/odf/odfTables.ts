/** Tables of an OpenDocument text. */

import type { SaidCell, SaidGrid, SaidTable } from '../manuscript/manuscript.ts'
import { anchorOf } from '../markup/anchors.ts'
import type { Element } from '../markup/markup.ts'
import { captionOdf, said } from './odfBlocks.ts'
import type { OdfContext } from './odfContext.ts'
import { o, p } from './odfElements.ts'
import { inlineOdf } from './odfInline.ts'

/** Things side by side, in a frame if they are to have one. */
export const bareTable = (id: string, cells: readonly (readonly Element[])[], frame = false): Element =>
  o(
    'table:table',
    { 'table:name': anchorOf(`beside ${id}`), 'table:style-name': 'BareTable' },
    o('table:table-column', { 'table:number-columns-repeated': Math.max(1, cells.length) }),
    o(
      'table:table-row',
      {},
      cells.map(inner =>
        o('table:table-cell', { 'table:style-name': frame ? 'FrameCell' : 'BareCell', 'office:value-type': 'string' }, inner),
      ),
    ),
  )

export function tableOdf({ id, head, caption, above, grids, notes }: SaidTable, context: OdfContext): Element[] {
  const named = captionOdf(id, head, caption, above, context)
  const body = grids.flatMap((grid, at) => [
    ...captionOdf(grid.id, grid.head, grid.caption, true, context, 'PanelCaption'),
    gridOdf(`${id} ${at}`, grid, context),
  ])
  const below = notes.map(note => said('TableNote', note, context))
  return above ? [...named, ...body, ...below] : [...body, ...below, ...named]
}

function gridOdf(name: string, { rows, heads, columns }: SaidGrid, context: OdfContext): Element {
  const { tableRules } = context.manuscript.work.houseStyle
  const reaching = new Array<number>(columns).fill(0)
  const made = rows.map((row, at) => {
    const waiting = [...row]
    const cells: Element[] = []
    for (let column = 0; column < columns; column++) {
      if (reaching[column]) {
        reaching[column]!--
        cells.push(o('table:covered-table-cell'))
        continue
      }
      const cell = waiting.shift()
      if (!cell) {
        cells.push(o('table:table-cell', { 'table:style-name': 'BareCell' }, p('TableText')))
        continue
      }
      const rule =
        tableRules === 'all'
          ? 'FrameCell'
          : tableRules === 'none'
            ? 'BareCell'
            : at === 0
              ? 'TopCell'
              : at === rows.length - 1
                ? 'LastCell'
                : 'BareCell'
      const headRule = tableRules === 'headAndFoot' && heads > 0 && at === heads - 1 ? (at === 0 ? 'OnlyHeadCell' : 'HeadCell') : rule
      cells.push(cellOdf(cell, headRule, context))
      for (let over = 0; over < cell.columns; over++) {
        reaching[column + over] = cell.rows - 1
        if (over) cells.push(o('table:covered-table-cell'))
      }
      column += cell.columns - 1
    }
    return o('table:table-row', {}, cells)
  })
  return o(
    'table:table',
    { 'table:name': anchorOf(`table ${name}`), 'table:style-name': 'Table' },
    o('table:table-column', { 'table:number-columns-repeated': columns }),
    heads ? o('table:table-header-rows', {}, made.slice(0, heads)) : null,
    made.slice(heads),
  )
}

const alignments = { left: '', centre: '-centre', right: '-right', decimal: '-right' } as const

const cellOdf = ({ heads, columns, rows, align, blocks }: SaidCell, style: string, context: OdfContext): Element =>
  o(
    'table:table-cell',
    {
      'table:style-name': style,
      'office:value-type': 'string',
      'table:number-columns-spanned': columns > 1 ? columns : null,
      'table:number-rows-spanned': rows > 1 ? rows : null,
    },
    blocks.length
      ? blocks.map(block =>
          p(
            `${heads ? 'TableHead' : 'TableText'}${alignments[align ?? 'left']}`,
            context.places.around(block.id, inlineOdf(block.said, context)),
          ),
        )
      : p('TableText'),
  )
