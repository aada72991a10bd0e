/** The grid of a table: its cells in rows, and the rules between them. */

import type { Node } from 'prosemirror-model'
import type { Line } from '../../type/line.ts'
import { attributesOf, isKind } from '../../work/kinds/index.ts'
import type { HouseStyle } from '../../work/parts/houseStyle.ts'
import { lineBoxes, type Mark, type Structure } from '../box.ts'
import { type Setting, setText } from '../setting.ts'
import { moved, stack } from './caption.ts'
import { type Cell, type ColumnRange, cellStyle, cellsWithin, isHeadRow, placeCells } from './cells.ts'
import { type Column, columnsOf, decimalPoint, endless, type Look, lineWidth } from './columnWidths.ts'

const thickRule = 0.9
const thinRule = 0.45

export interface Row {
  height: number
  marks: Mark[]
  notes: string[]
  heads: boolean
  /** From its own top left corner, in points: the edges of its cells, and the stretches below it that no cell reaches over. */
  edges: readonly number[]
  open: readonly (readonly [from: number, to: number])[]
}

/** Rows of a grid, set; `width` is that of all columns. Lengths in points. */
export interface SetGrid {
  rows: Row[]
  width: number
}

type Rules = HouseStyle['tableRules']

/** The rules of a row, from its own top left corner. */
export function rulesOf(rows: readonly Row[], index: number, width: number, rules: Rules): Mark[] {
  if (rules === 'none') return []
  const rule = (x: number, y: number, wide: number, high: number): Mark => ({ kind: 'rule', x, y, width: wide, height: high })
  const row = rows[index]!
  const { height, heads, edges, open } = row
  const last = index === rows.length - 1
  const marks: Mark[] = []
  const outer = rules === 'all' ? thinRule : thickRule
  if (index === 0) marks.push(rule(0, 0, width, outer))
  if (last) marks.push(rule(0, height - outer, width, outer))
  else if (rules !== 'headAndFoot' || (heads && !rows[index + 1]?.heads))
    for (const [from, to] of open) marks.push(rule(from, height - thinRule, to - from, thinRule))
  if (rules === 'all') for (const x of edges) marks.push(rule(Math.min(x, width - thinRule), 0, thinRule, height))
  return marks
}

export const countOf = (layout: readonly Cell[][]): number =>
  Math.max(1, ...layout.map(row => Math.max(0, ...row.map(cell => cell.column + cell.columns))))

/**
 * Sets a grid, or some of its columns; `id` is that of the table or panel it belongs to, `widths` what its author says of the columns.
 */
export function setGrid(grid: Node, id: string, widths: string, setting: Setting, range?: ColumnRange): SetGrid {
  const whole = placeCells(grid)
  const layout = range ? cellsWithin(whole, range) : whole
  const count = countOf(layout)
  const { columns, look } = columnsOf(layout, count, widths, setting)
  const at = [0]
  for (const { width } of columns) at.push(at.at(-1)! + width)
  const reachesDown = new Array<number>(count).fill(0)
  const rows = layout.map((cells, index): Row => {
    const heads = isHeadRow(grid.child(index))
    const within = [`Table ${id}`, `TR ${id} ${index}`]
    const set = cells.map(cell => setCell(cell, { at, columns, within, heads, look }, setting))
    for (const { column, columns: wide, rows: high } of cells) reachesDown.fill(high, column, column + wide)
    for (let i = 0; i < count; i++) reachesDown[i] = Math.max(0, reachesDown[i]! - 1)
    return {
      height: Math.max(look.style.leading, ...set.map(part => part.height)) + look.down * 2,
      marks: set.flatMap(part => part.marks),
      notes: set.flatMap(part => part.notes),
      heads,
      edges: [...new Set([0, at[count]!, ...cells.flatMap(({ column, columns: wide }) => [at[column]!, at[column + wide]!])])],
      open: openStretches(reachesDown, at),
    }
  })
  return { rows, width: at.at(-1)! }
}

/** From where to where no cell reaches down into the next row: neighbours in one. */
function openStretches(reachesDown: readonly number[], at: readonly number[]): [number, number][] {
  const open: [number, number][] = []
  reachesDown.forEach((reaches, i) => {
    if (reaches) return
    const last = open.at(-1)
    if (last && last[1] === at[i]) last[1] = at[i + 1]!
    else open.push([at[i]!, at[i + 1]!])
  })
  return open
}

/** The one line that was measured for the column's width is the one that is printed, where it fits and its place does not depend on the width. */
function setInColumn(paragraph: Node, setting: Setting, style: Look['style'], measure: number): Line[] {
  if (style.align === 'left') {
    const natural = setText(paragraph, setting, { style, measure: endless })
    if (natural.length === 1 && lineWidth(natural[0]!) <= measure) return natural
  }
  return setText(paragraph, setting, { style, measure, divides: true })
}

/** The row that a cell stands in. */
interface InRow {
  /** Where columns begin, in points, the end of the last included. */
  at: readonly number[]
  columns: readonly Column[]
  within: Structure
  heads: boolean
  look: Look
}

function setCell(
  cell: Cell,
  { at, columns, within: row, heads, look }: InRow,
  setting: Setting,
): { height: number; marks: Mark[]; notes: string[] } {
  const { node, column, columns: spanned, own = column, again = false } = cell
  const left = at[column]!
  const measure = at[column + spanned]! - left - look.across * 2
  const style = cellStyle(node, look.style)
  const tag = isKind(node, 'gridHead') ? 'TH' : 'TD'
  const { colspan, rowspan, align } = attributesOf(node, 'gridCell')
  const told = [
    tag === 'TH' ? `Scope=${heads ? 'Column' : 'Row'}` : '',
    colspan > 1 ? `ColSpan=${colspan}` : '',
    rowspan > 1 ? `RowSpan=${rowspan}` : '',
  ].filter(Boolean)
  const within = [...row, `${tag} ${row.at(-1)} ${own}${told.length ? `|${told.join(' ')}` : ''}`]
  const boxes = node.children.flatMap(paragraph => {
    const options = { ...style, tag, within, block: paragraph.attrs.id } as const
    if (align === 'decimal' && spanned === 1) {
      const [line, ...more] = setText(paragraph, setting, { style, measure: endless })
      const point = line && more.length === 0 ? decimalPoint(line, setting.fonts, setting.language) : null
      const { before, after } = columns[column]!
      if (line && point !== null && before + after <= measure + 0.01)
        return lineBoxes([line], { ...options, x: left + look.across + (measure - before - after) / 2 + before - point - line.start })
    }
    const lines =
      spanned === 1 ? setInColumn(paragraph, setting, style, measure) : setText(paragraph, setting, { style, measure, divides: true })
    return lineBoxes(lines, { ...options, x: left + look.across })
  })
  const { marks, height, notes } = stack(boxes)
  const placed = marks.map(mark => moved(mark, 0, look.down))
  // What is printed again is said once.
  return again ? { height, notes: [], marks: placed.map(unsaid) } : { height, notes, marks: placed }
}

/** What stands on a page for the eye alone: it was said before. */
export const unsaid = (mark: Mark): Mark => (mark.kind === 'line' ? { ...mark, tag: 'Artifact' } : mark)
