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
