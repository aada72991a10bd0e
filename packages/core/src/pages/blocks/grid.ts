/** The grid of a table: columns as wide as their texts want, cells, and the rules between rows. */

import type { Node } from 'prosemirror-model'
import type { Line } from '../../type/line.ts'
import { attributesOf, isKind } from '../../work/kinds/index.ts'
import { lineBoxes, type Mark, type Structure } from '../box.ts'
import { type Setting, setText } from '../setting.ts'
import { aligned, heavier, variant } from '../variant.ts'
import { moved, stack } from './caption.ts'

const padding = { across: 5, down: 3 }
const thickRule = 0.9
const thinRule = 0.45

export interface Row {
  height: number
  marks: Mark[]
  notes: string[]
  heads: boolean
}

/** Rows of a grid, set; `width` is that of all columns. Lengths in points. */
export interface SetGrid {
  rows: Row[]
  width: number
}

/** The rules of a row, from its own top left corner. */
export function rulesOf(rows: Row[], index: number, width: number): Mark[] {
  const rule = (y: number, height: number): Mark => ({ kind: 'rule', x: 0, y, width, height })
  const marks: Mark[] = []
  if (index === 0) marks.push(rule(0, thickRule))
  if (rows[index]!.heads && !rows[index + 1]?.heads) marks.push(rule(rows[index]!.height - thinRule, thinRule))
  if (index === rows.length - 1) marks.push(rule(rows[index]!.height - thickRule, thickRule))
  return marks
}

interface Cell {
  node: Node
  column: number
  columns: number
}

/** Sets a grid; `id` is that of the table or panel it belongs to. */
export function setGrid(grid: Node, id: string, setting: Setting): SetGrid {
  const layout = placeCells(grid)
  const columns = Math.max(1, ...layout.map(row => Math.max(0, ...row.map(cell => cell.column + cell.columns))))
  const look = lookOf(columns, setting)
  const widths = columnWidths(layout, columns, look, setting)
  const at = [0]
  for (const width of widths) at.push(at.at(-1)! + width)
  const rows = layout.map((cells, index): Row => {
    const set = cells.map(cell =>
      setCell(
        cell,
        at[cell.column]!,
        at[cell.column + cell.columns]! - at[cell.column]!,
        [`Table ${id}`, `TR ${id} ${index}`],
        isHeadRow(grid.child(index)),
        look,
        setting,
      ),
    )
    const height = Math.max(look.style.leading, ...set.map(part => part.height)) + look.down * 2
    return { height, marks: set.flatMap(part => part.marks), notes: set.flatMap(part => part.notes), heads: isHeadRow(grid.child(index)) }
  })
  return { rows, width: at.at(-1)! }
}

const isHeadRow = (row: Node): boolean => row.childCount > 0 && row.children.every(cell => isKind(cell, 'gridHead'))

/** Which column each cell begins in, cells that reach down from rows above taken into account. */
function placeCells(grid: Node): Cell[][] {
  const reaching: number[] = []
  return grid.children.map(row => {
    let column = 0
    const cells = row.children.map((node): Cell => {
      while (reaching[column]) column++
      const cell = { node, column, columns: attributesOf(node, 'gridCell').colspan }
      for (let i = 0; i < cell.columns; i++) reaching[column + i] = attributesOf(node, 'gridCell').rowspan
      column += cell.columns
      return cell
    })
    for (let i = 0; i < reaching.length; i++) reaching[i] = Math.max(0, (reaching[i] ?? 0) - 1)
    return cells
  })
}

/** How the cells of a grid are set: their text, and the space around it in points. */
interface Look {
  style: Setting['houseStyle']['table']
  across: number
  down: number
}

/** What a column has room for at the least, in em: two letters. */
const narrowest = 2
/** No letter is set smaller than this share of what the house style says: what is still too wide hangs over, and is told. */
const smallest = 0.4
/** The usual look; so many columns that their letters would stand on each other are set smaller. */
function lookOf(columns: number, { houseStyle: { table }, measure }: Setting): Look {
  const least = columns * (padding.across * 2 + table.size * narrowest)
  const scale = Math.max(smallest, measure / least)
  if (scale >= 1) return { style: table, ...padding }
  const style = variant(table, `scale ${scale}`, ({ size, leading }) => ({ size: size * scale, leading: leading * scale }))
  return { style, across: padding.across * scale, down: padding.down }
}

const endless = 1e4

/** Every column gets its natural width; where the sum is too wide, the wide ones give way in proportion to what they exceed. */
function columnWidths(layout: Cell[][], columns: number, look: Look, setting: Setting): number[] {
  const least = look.across * 2 + look.style.size * narrowest
  const natural = new Array<number>(columns).fill(least)
  for (const cells of layout)
    for (const { node, column, columns: spanned } of cells) {
      if (spanned > 1) continue
      const width = Math.max(
        ...node.children.flatMap(paragraph =>
          setText(paragraph, setting, { style: cellStyle(node, look.style), measure: endless }).map(lineWidth),
        ),
      )
      natural[column] = Math.max(natural[column]!, width + look.across * 2 + 0.5)
    }
  const sum = natural.reduce((a, b) => a + b, 0)
  if (sum <= setting.measure) return natural
  const fair = setting.measure / columns
  const wide = natural.map(width => Math.max(0, width - fair))
  const over = wide.reduce((a, b) => a + b, 0)
  if (over === 0) return natural
  return natural.map((width, i) => Math.max(least, width - ((sum - setting.measure) * wide[i]!) / over))
}

/** Width of a line from its first piece on, whatever its alignment did with the endless measure. */
const lineWidth = (line: Line): number => line.end - line.start

/** The table style with the alignment or weight of a cell. */
function cellStyle(cell: Node, base: Look['style']): Look['style'] {
  const look = aligned(base, attributesOf(cell, 'gridCell').align ?? base.align)
  return isKind(cell, 'gridHead') ? heavier(look) : look
}

/** The one line that was measured for the column's width is the one that is printed, where it fits and its place does not depend on the width. */
function setInColumn(paragraph: Node, setting: Setting, style: Setting['houseStyle']['table'], measure: number): Line[] {
  if (style.align === 'left') {
    const natural = setText(paragraph, setting, { style, measure: endless })
    if (natural.length === 1 && lineWidth(natural[0]!) <= measure) return natural
  }
  return setText(paragraph, setting, { style, measure })
}

function setCell(
  { node, column, columns }: Cell,
  left: number,
  width: number,
  row: Structure,
  headsColumns: boolean,
  look: Look,
  setting: Setting,
): { height: number; marks: Mark[]; notes: string[] } {
  const style = cellStyle(node, look.style)
  const tag = isKind(node, 'gridHead') ? 'TH' : 'TD'
  const { colspan, rowspan } = attributesOf(node, 'gridCell')
  const told = [
    tag === 'TH' ? `Scope=${headsColumns ? 'Column' : 'Row'}` : '',
    colspan > 1 ? `ColSpan=${colspan}` : '',
    rowspan > 1 ? `RowSpan=${rowspan}` : '',
  ].filter(Boolean)
  const within = [...row, `${tag} ${row.at(-1)} ${column}${told.length ? `|${told.join(' ')}` : ''}`]
  const measure = width - look.across * 2
  const boxes = node.children.flatMap(paragraph =>
    lineBoxes(columns === 1 ? setInColumn(paragraph, setting, style, measure) : setText(paragraph, setting, { style, measure }), {
      ...style,
      x: left + look.across,
      tag,
      within,
      block: paragraph.attrs.id,
    }),
  )
  const { marks, height, notes } = stack(boxes)
  return { height, notes, marks: marks.map(mark => moved(mark, 0, look.down)) }
}
