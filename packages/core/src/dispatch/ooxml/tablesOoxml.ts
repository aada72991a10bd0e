/** Tables of an office text: head rows that are said again on every page, cells over columns and rows, rules as the house has them. */

import type { SaidCell, SaidGrid, SaidTable } from '../manuscript/manuscript.ts'
import type { Element, Markup } from '../markup/markup.ts'
import { captionOoxml, said } from './blocksOoxml.ts'
import type { WordContext } from './context.ts'
import { inlineOoxml } from './inlineOoxml.ts'
import { paragraph, twips, w } from './wordElements.ts'

const rule = (name: string, size: number): Element => w(name, size ? { val: 'single', sz: size, space: 0, color: 'auto' } : { val: 'nil' })
const borders = (top: number, inner: number): Element =>
  w('tblBorders', {}, rule('top', top), rule('left', 0), rule('bottom', top), rule('right', 0), rule('insideH', inner), rule('insideV', 0))
const framed = (size: number): Element =>
  w('tblBorders', {}, rule('top', size), rule('left', size), rule('bottom', size), rule('right', size))

/** Things side by side; `width` in points. A table ends every cell with a paragraph. */
export function bareTable(cells: readonly (readonly Element[])[], width: number, frame = false): Element {
  const each = Math.floor(twips(width) / Math.max(1, cells.length))
  return w(
    'tbl',
    {},
    w('tblPr', {}, w('tblW', { w: each * cells.length, type: 'dxa' }), frame ? framed(4) : null, w('tblLayout', { type: 'fixed' })),
    w(
      'tblGrid',
      {},
      cells.map(() => w('gridCol', { w: each })),
    ),
    w(
      'tr',
      {},
      w('trPr', {}, w('cantSplit')),
      cells.map(inner => w('tc', {}, w('tcPr', {}, w('tcW', { w: each, type: 'dxa' })), inner, endsWell(inner) ? null : paragraph('', []))),
    ),
  )
}

const endsWell = (inner: readonly Element[]): boolean => inner.at(-1)?.name === 'w:p'

export function tableOoxml({ id, head, caption, above, grids, notes }: SaidTable, context: WordContext): Element[] {
  const named = captionOoxml(id, head, caption, above, context)
  const body = grids.flatMap(grid => [
    ...captionOoxml(grid.id, grid.head, grid.caption, true, context, 'PanelCaption'),
    gridOoxml(grid, context),
  ])
  const below = notes.map(note => said('TableNote', note, context))
  // Two tables without a paragraph between them are one.
  const end = below.length || !above ? [] : [paragraph('AfterTable', [])]
  return above ? [...named, ...body, ...below, ...end] : [...body, ...below, ...named]
}

function gridOoxml({ rows, heads, columns }: SaidGrid, context: WordContext): Element {
  const { tableRules } = context.manuscript.work.houseStyle
  const placed = place(rows, columns)
  const inner = { none: 0, headAndFoot: 0, rows: 4, all: 4 }[tableRules as 'none'] ?? 0
  const outer = tableRules === 'none' ? 0 : tableRules === 'all' ? 4 : 8
  return w(
    'tbl',
    {},
    w(
      'tblPr',
      {},
      w('tblW', { w: 0, type: 'auto' }),
      w('jc', { val: 'center' }),
      tableRules === 'all'
        ? w(
            'tblBorders',
            {},
            ['top', 'left', 'bottom', 'right', 'insideH', 'insideV'].map(name => rule(name, 4)),
          )
        : borders(outer, inner),
    ),
    w(
      'tblGrid',
      {},
      Array.from({ length: columns }, () => w('gridCol', { w: Math.floor(twips(context.measure) / columns) })),
    ),
    placed.map((row, at) =>
      w(
        'tr',
        {},
        w('trPr', {}, w('cantSplit'), at < heads ? w('tblHeader') : null),
        row.map(cell => cellOoxml(cell, at === heads - 1 && tableRules === 'headAndFoot', context)),
      ),
    ),
  )
}

/** A cell in its place; one that reaches down goes on in the rows below. */
type Placed = { cell: SaidCell; columns: number; goesOn: boolean }

function place(rows: SaidGrid['rows'], columns: number): Placed[][] {
  const reaching = new Array<{ left: number; cell: SaidCell } | null>(columns).fill(null)
  return rows.map(row => {
    const out: Placed[] = []
    const waiting = [...row]
    for (let at = 0; at < columns; ) {
      const above = reaching[at]
      if (above && above.left > 0) {
        out.push({ cell: above.cell, columns: above.cell.columns, goesOn: true })
        above.left--
        at += above.cell.columns
        continue
      }
      const cell = waiting.shift() ?? { heads: null, columns: 1, rows: 1, align: null, blocks: [] }
      out.push({ cell, columns: cell.columns, goesOn: false })
      for (let i = 0; i < cell.columns; i++) reaching[at + i] = i ? null : { left: cell.rows - 1, cell }
      at += cell.columns
    }
    return out
  })
}

const alignment = { left: 'left', centre: 'center', right: 'right', decimal: 'right' } as const

function cellOoxml({ cell, columns, goesOn }: Placed, ruled: boolean, context: WordContext): Element {
  const { heads, rows, align, blocks } = cell
  const look = heads ? [w('b'), w('bCs')] : []
  const words = (block: SaidCell['blocks'][number]): Markup[] => context.bookmarks.around(block.id, inlineOoxml(block.said, context, look))
  const style = [align ? w('jc', { val: alignment[align] }) : null]
  const inner = goesOn || !blocks.length ? [paragraph('TableText', [])] : blocks.map(block => paragraph('TableText', words(block), style))
  return w(
    'tc',
    {},
    w(
      'tcPr',
      {},
      w('tcW', { w: 0, type: 'auto' }),
      columns > 1 ? w('gridSpan', { val: columns }) : null,
      goesOn ? w('vMerge') : rows > 1 ? w('vMerge', { val: 'restart' }) : null,
      ruled ? w('tcBorders', {}, rule('bottom', 4)) : null,
    ),
    inner,
  )
}
