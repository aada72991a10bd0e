/** Tables: the caption, the grid of cells and the notes below. */
import { oneOf, orNone, Type, whole, words } from '../definition.ts'
import { blockKind, type HtmlElement, innerKind } from './kind.ts'
import { alignments, captioned, labelled } from './shared.ts'

/** A table that is too wide is set smaller, or its columns go on below the first ones, each time beside the first column. */
export const waysOfWideTables = ['smaller', 'below'] as const
export type WayOfWideTables = (typeof waysOfWideTables)[number]

export const table = blockKind('table', {
  content: 'caption shortCaption? (grid | tablePanel+) tableNotes?',
  attributes: {
    ...captioned,
    /** Empty where the texts say how wide columns are; “equal”; or the shares of the columns, as “3 2 1”. */
    widths: words({ most: 400 }),
    /** What becomes of columns that have no room beside the others. */
    tooWide: oneOf(waysOfWideTables, 'smaller'),
  },
  traits: { numbering: 'caption', series: 'table', floats: true },
  markup: { tag: 'figure' },
  editing: { isolating: true },
})

/** What has to be said about a table, below it. */
export const tableNotes = innerKind('tableNotes', { content: 'paragraph+', markup: { tag: 'div' }, editing: { defining: true } })

/** One of several grids under one number: (a), (b) …, each under words of its own. */
export const tablePanel = innerKind('tablePanel', {
  content: 'caption grid',
  attributes: labelled,
  traits: { numbering: 'panel' },
  markup: { tag: 'section' },
  editing: { isolating: true },
})

export const grid = innerKind('grid', {
  content: 'gridRow+',
  markup: { tag: 'table', common: true, inner: 'tbody' },
  editing: { tableRole: 'table', isolating: true },
})

export const gridRow = innerKind('gridRow', {
  content: '(gridCell | gridHead)*',
  markup: { tag: 'tr', common: true },
  editing: { tableRole: 'row' },
})

/** How many columns and rows a cell may take; no table that anybody could print has more. */
export const mostColumns = 200
const mostRows = 5000

/** As those of paragraphs; and at the decimal signs of the column's numbers. */
export const cellAlignments = [...alignments, 'decimal'] as const
export type CellAlignment = (typeof cellAlignments)[number]

const cell = {
  colspan: whole({ from: 1, to: mostColumns }),
  rowspan: whole({ from: 1, to: mostRows }),
  /** What the editor keeps of columns that were dragged, in pixels. */
  colwidth: orNone(Type.Array(Type.Integer({ minimum: 0, maximum: 10_000 }), { maxItems: mostColumns })),
  align: orNone(oneOf(cellAlignments, 'left')),
}
const markup = (tag: string) => ({
  tag,
  common: true,
  shown: ({ colspan, rowspan, align }: Record<string, unknown>): Record<string, string> => ({
    colspan: String(colspan),
    rowspan: String(rowspan),
    ...(align ? { 'data-align': String(align) } : {}),
  }),
  read: (element: HtmlElement) => ({
    colspan: Number(element.getAttribute('colspan') ?? 1),
    rowspan: Number(element.getAttribute('rowspan') ?? 1),
    align: { left: 'left', center: 'centre', right: 'right', char: 'decimal' }[element.getAttribute('align') ?? ''] ?? null,
  }),
})

export const gridCell = innerKind('gridCell', {
  content: 'paragraph+',
  attributes: cell,
  markup: markup('td'),
  editing: { tableRole: 'cell', isolating: true },
})

export const gridHead = innerKind('gridHead', {
  content: 'paragraph+',
  attributes: cell,
  markup: markup('th'),
  editing: { tableRole: 'header_cell', isolating: true },
})
