/** Tables as HTML: cells with what they head, notes under them. */

import type { SaidCell, SaidGrid, SaidTable } from '../manuscript/manuscript.ts'
import { anchorOf } from '../markup/anchors.ts'
import { type Element, element } from '../markup/markup.ts'
import { blocksHtml, captionHtml } from './blockHtml.ts'
import type { HtmlContext } from './context.ts'
import { inlineHtml } from './inlineHtml.ts'

export function tableHtml({ id, head, caption, above, grids, notes }: SaidTable, context: HtmlContext): Element {
  const named = captionHtml(head, caption, context)
  const body = [
    ...grids.map(grid => gridHtml(id, grid, context)),
    notes.length ? element('div', { class: 'table-notes' }, blocksHtml(notes, context)) : null,
  ]
  return element('figure', { id: anchorOf(id), class: 'table' }, ...(above ? [...named, body] : [body, ...named]))
}

/** A grid; wider than the window it can be moved, by keyboard as well. */
function gridHtml(table: string, grid: SaidGrid, context: HtmlContext): Element {
  const says = grid.head.length > 0 || grid.caption.length > 0
  const rows = grid.rows.map(row =>
    element(
      'tr',
      {},
      row.map(cell => cellHtml(cell, context)),
    ),
  )
  return element(
    'div',
    { class: 'grid', tabindex: 0 },
    element(
      'table',
      grid.id ? { id: anchorOf(grid.id) } : { id: `${anchorOf(table)}_grid` },
      says ? element('caption', {}, inlineHtml(grid.head, context), inlineHtml(grid.caption, context)) : null,
      grid.heads ? element('thead', {}, rows.slice(0, grid.heads)) : null,
      rows.length > grid.heads ? element('tbody', {}, rows.slice(grid.heads)) : null,
    ),
  )
}

function cellHtml({ heads, columns, rows, align, blocks }: SaidCell, context: HtmlContext): Element {
  const [only, ...more] = blocks
  const content = only && more.length === 0 ? inlineHtml(only.said, context) : blocksHtml(blocks, context)
  return element(
    heads ? 'th' : 'td',
    {
      ...(heads ? { scope: heads === 'column' ? (columns > 1 ? 'colgroup' : 'col') : rows > 1 ? 'rowgroup' : 'row' } : {}),
      colspan: columns > 1 ? columns : null,
      rowspan: rows > 1 ? rows : null,
      class: align,
      id: only?.id && more.length === 0 ? anchorOf(only.id) : null,
    },
    content,
  )
}
