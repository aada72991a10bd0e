/** The cells of a grid: where each stands, and how its text looks. */
import type { Node } from 'prosemirror-model'
import { attributesOf, isKind } from '../../work/kinds/index.ts'
import type { HouseStyle } from '../../work/parts/houseStyle.ts'
import { aligned, heavier } from '../variant.ts'

/** A cell, the column it begins in, and over how many columns and rows it reaches. */
export interface Cell {
  node: Node
  column: number
  columns: number
  rows: number
  /** The column of the table that it begins in, where the grid has a part of its columns; and whether it stands in an earlier part already. */
  own?: number
  again?: boolean
}

/** Some columns of a grid: those from one up to another, beside the first column where they are not the first. */
export interface ColumnRange {
  from: number
  to: number
}

/** The cells of some columns; what reaches into them from others is there as far as it does. */
export function cellsWithin(layout: readonly Cell[][], { from, to }: ColumnRange): Cell[][] {
  const stub = from > 0 ? 1 : 0
  const placed = (column: number): number => (column === 0 ? 0 : Math.max(0, Math.min(column, to) - from) + stub)
  return layout.map(cells =>
    cells.flatMap((cell): Cell[] => {
      const end = cell.column + cell.columns
      const inStub = stub > 0 && cell.column === 0
      if (!inStub && (end <= from || cell.column >= to)) return []
      const column = inStub ? 0 : placed(Math.max(cell.column, from))
      const last = end <= from ? 1 : placed(end)
      return [{ ...cell, column, columns: Math.max(1, last - column), own: cell.column, again: cell.column < from }]
    }),
  )
}

/** Which column each cell begins in, cells that reach down from rows above taken into account. */
export function placeCells(grid: Node): Cell[][] {
  const reaching: number[] = []
  return grid.children.map(row => {
    let column = 0
    const cells = row.children.map((node): Cell => {
      while (reaching[column]) column++
      const { colspan, rowspan } = attributesOf(node, 'gridCell')
      const cell = { node, column, columns: colspan, rows: rowspan }
      for (let i = 0; i < cell.columns; i++) reaching[column + i] = rowspan
      column += cell.columns
      return cell
    })
    for (let i = 0; i < reaching.length; i++) reaching[i] = Math.max(0, (reaching[i] ?? 0) - 1)
    return cells
  })
}

/** The table style with the alignment or weight of a cell; what is to be aligned at decimal signs and has none is centred. */
export function cellStyle(cell: Node, base: HouseStyle['table']): HouseStyle['table'] {
  const align = attributesOf(cell, 'gridCell').align ?? base.align
  const look = aligned(base, align === 'decimal' ? 'centre' : align)
  return isKind(cell, 'gridHead') ? heavier(look) : look
}

export const isHeadRow = (row: Node): boolean => row.childCount > 0 && row.children.every(cell => isKind(cell, 'gridHead'))
