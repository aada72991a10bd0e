import type { Node } from 'prosemirror-model'
import type { Entry } from '../../numbers/ledger.ts'
import { strongOf } from '../../type/faces.ts'
import type { Line } from '../../type/line.ts'
import { gridOf, seriesOf, tableNotesOf } from '../../work/schema.ts'
import { seriesRule } from '../../work/scheme.ts'
import { wordsIn } from '../../work/words.ts'
import { type Box, box, costs, lineBoxes, type Mark, type StripItem, type Structure, space } from '../box.ts'
import { type BlockHandler, type Setting, setText, setWords, words } from '../setting.ts'
import { captionStack, moved, stack, stood } from './caption.ts'

const padding = { across: 5, down: 3 }
const thickRule = 0.9
const thinRule = 0.45
/** Share of a page beyond which a table may break. */
const longShare = 0.7

interface Row {
  height: number
  marks: Mark[]
  notes: string[]
  heads: boolean
}

/** Head rows between rules, a rule at the foot, columns as wide as their texts want. Longer than a page, it breaks between rows. */
export const table: BlockHandler = (node, setting) => {
  const { float } = setting.houseStyle
  const id = node.attrs.id as string
  const caption = captionStack(node, setting)
  const { rows, width } = setGrid(gridOf(node), id, setting)
  const x = (setting.measure - width) / 2
  const above = seriesRule(setting.scheme, seriesOf(node)).captionPlace !== 'below'
  const notes = setNotes(node, id, width, x, setting)
  const body = rows.reduce((sum, row) => sum + row.height, 0) + notes.height
  const height = caption.height + float.captionGap + body
  // What is longer than most of a page breaks between its rows; a shorter table is never broken.
  if (height > setting.height * longShare) return longTable(id, caption, rows, notes, width, x, above, setting)
  let y = above ? caption.height + float.captionGap : 0
  const marks: Mark[] = caption.marks.map(mark => moved(mark, 0, above ? 0 : body + float.captionGap))
  rows.forEach((row, index) => {
    marks.push(...rulesOf(rows, index, width).map(rule => moved(rule, x, y)), ...row.marks.map(mark => moved(mark, x, y)))
    y += row.height
  })
  marks.push(...notes.marks.map(mark => moved(mark, 0, y)))
  const footnotes = [...caption.notes, ...rows.flatMap(row => row.notes), ...notes.notes]
  return stood(box(height, marks, { block: id, begins: [id], notes: footnotes }), node, seriesOf(node), setting)
}

/** Row by row, so that pages can be cut between rows; on every further page a line says what goes on, and the head rows stand again. */
function longTable(
  id: string,
  caption: ReturnType<typeof captionStack>,
  rows: Row[],
  notes: ReturnType<typeof setNotes>,
  width: number,
  x: number,
  above: boolean,
  setting: Setting,
): StripItem[] {
  const { float, caption: style } = setting.houseStyle
  const captionBox = (before: number, more: Partial<Box>): Box =>
    box(caption.height + float.captionGap, before ? caption.marks.map(mark => moved(mark, 0, before)) : caption.marks, {
      block: id,
      notes: caption.notes,
      ...more,
    })
  const boxes = rows.map((row, index) =>
    box(row.height, [...rulesOf(rows, index, width).map(rule => moved(rule, x, 0)), ...row.marks.map(mark => moved(mark, x, 0))], {
      block: id,
      notes: row.notes,
      breakAfter: row.heads ? Infinity : costs.insideTable,
    }),
  )
  const heads = boxes.filter((_, index) => rows[index]!.heads)
  const entry = setting.ledger.byId.get(id)
  const repeated = [
    ...(entry?.number ? lineBoxes(continuedLine(entry, setting), { ...style, x: 0, tag: 'Artifact', block: id }) : []),
    box(float.captionGap, []),
    ...heads.map(head =>
      box(
        head.height,
        head.marks.map(mark => (mark.kind === 'line' ? { ...mark, tag: 'Artifact' as const } : mark)),
      ),
    ),
  ]
  const body = boxes.filter((_, index) => !rows[index]!.heads)
  body.forEach((row, index) => {
    if (index > 0) row.repeated = repeated
  })
  // A row alone under its head, or alone at the head of a page, is not a table.
  for (const row of [body[0], body.at(-2)]) if (row && body.length > 2) row.breakAfter = costs.widow
  // The notes stay with the last rows.
  if (notes.height) body.push(box(notes.height, notes.marks, { block: id, notes: notes.notes }))
  if (notes.height && body.length > 1) body.at(-2)!.breakAfter = Infinity
  if (body.length) body.at(-1)!.breakAfter = above ? 0 : Infinity
  const first = above ? captionBox(0, { begins: [id], breakAfter: Infinity }) : null
  const last = above ? null : captionBox(float.captionGap, {})
  if (!first && boxes[0]) boxes[0].begins = [id]
  return [space(float.before), ...(first ? [first] : []), ...heads, ...body, ...(last ? [last] : []), space(float.after)]
}

/** The notes below a table, as wide as it is and no narrower than they can be read, with the space above them. */
function setNotes(
  node: Node,
  id: string,
  width: number,
  x: number,
  setting: Setting,
): { marks: Mark[]; height: number; notes: readonly string[] } {
  const found = tableNotesOf(node)
  if (!found) return { marks: [], height: 0, notes: [] }
  const { note: style, table: text } = setting.houseStyle
  const measure = Math.min(setting.measure, Math.max(width, setting.measure * 0.6))
  const left = Math.min(x, (setting.measure - measure) / 2)
  const boxes = found.children.flatMap(paragraph =>
    lineBoxes(setText(paragraph, setting, { style, measure }), {
      ...style,
      x: left,
      tag: 'P',
      block: id,
      within: [`Table ${id}`, `Caption ${id} notes`, `P ${paragraph.attrs.id}`],
    }),
  )
  const { marks, height, notes } = stack(boxes)
  const gap = text.leading * 0.35
  return { marks: marks.map(mark => moved(mark, 0, gap)), height: height + gap, notes }
}

/** “Table 3.1, continued”. */
function continuedLine(entry: Entry, setting: Setting): Line[] {
  const { caption: style } = setting.houseStyle
  const text = `${entry.names.one}\u00a0${entry.number}, ${wordsIn(setting.language).continued}`
  return setWords([words(text, style, { face: strongOf(style.face) })], setting, style, setting.measure)
}

/** The rules of a row, from its own top left corner. */
function rulesOf(rows: Row[], index: number, width: number): Mark[] {
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

function setGrid(grid: Node, id: string, setting: Setting): { rows: Row[]; width: number } {
  const layout = placeCells(grid)
  const columns = Math.max(1, ...layout.map(row => Math.max(0, ...row.map(cell => cell.column + cell.columns))))
  const widths = columnWidths(layout, columns, setting)
  const at = [0]
  for (const width of widths) at.push(at.at(-1)! + width)
  const rows = layout.map((cells, index): Row => {
    const set = cells.map(cell =>
      setCell(cell, at[cell.column]!, at[cell.column + cell.columns]! - at[cell.column]!, [`Table ${id}`, `TR ${id} ${index}`], setting),
    )
    const height = Math.max(setting.houseStyle.table.leading, ...set.map(part => part.height)) + padding.down * 2
    return { height, marks: set.flatMap(part => part.marks), notes: set.flatMap(part => part.notes), heads: isHeadRow(grid.child(index)) }
  })
  return { rows, width: at.at(-1)! }
}

const isHeadRow = (row: Node): boolean => row.childCount > 0 && row.children.every(cell => cell.type.name === 'gridHead')

/** Which column each cell begins in, cells that reach down from rows above taken into account. */
function placeCells(grid: Node): Cell[][] {
  const reaching: number[] = []
  return grid.children.map(row => {
    let column = 0
    const cells = row.children.map((node): Cell => {
      while (reaching[column]) column++
      const cell = { node, column, columns: node.attrs.colspan as number }
      for (let i = 0; i < cell.columns; i++) reaching[column + i] = node.attrs.rowspan as number
      column += cell.columns
      return cell
    })
    for (let i = 0; i < reaching.length; i++) reaching[i] = Math.max(0, (reaching[i] ?? 0) - 1)
    return cells
  })
}

const endless = 1e4

/** Every column gets its natural width; where the sum is too wide, the wide ones give way in proportion to what they exceed. */
function columnWidths(layout: Cell[][], columns: number, setting: Setting): number[] {
  const natural = new Array<number>(columns).fill(setting.houseStyle.table.size * 2)
  for (const cells of layout)
    for (const { node, column, columns: spanned } of cells) {
      if (spanned > 1) continue
      const width = Math.max(
        ...node.children.flatMap(paragraph =>
          setText(paragraph, setting, { style: cellStyle(node, setting), measure: endless }).map(lineWidth),
        ),
      )
      natural[column] = Math.max(natural[column]!, width + padding.across * 2 + 0.5)
    }
  const sum = natural.reduce((a, b) => a + b, 0)
  if (sum <= setting.measure) return natural
  const fair = setting.measure / columns
  const wide = natural.map(width => Math.max(0, width - fair))
  const over = wide.reduce((a, b) => a + b, 0)
  return natural.map((width, i) => width - ((sum - setting.measure) * wide[i]!) / over)
}

/** Width of a line from its first piece on, whatever its alignment did with the endless measure. */
const lineWidth = (line: Line): number => line.end - line.start

const styles = new WeakMap<object, Record<string, Setting['houseStyle']['table']>>()

/** The table style with the alignment or weight of a cell; the same object every time, so that set lines can be found again. */
function cellStyle(cell: Node, setting: Setting): Setting['houseStyle']['table'] {
  const base = setting.houseStyle.table
  let variants = styles.get(base)
  if (!variants) styles.set(base, (variants = {}))
  const align = (cell.attrs.align as 'left' | 'centre' | 'right' | null) ?? base.align
  const heads = cell.type.name === 'gridHead'
  return (variants[`${align} ${heads}`] ??= { ...base, align, face: heads ? strongOf(base.face) : base.face })
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
  setting: Setting,
): { height: number; marks: Mark[]; notes: string[] } {
  const style = cellStyle(node, setting)
  const tag = node.type.name === 'gridHead' ? 'TH' : 'TD'
  const within = [...row, `${tag} ${row.at(-1)} ${column}`]
  const measure = width - padding.across * 2
  const boxes = node.children.flatMap(paragraph =>
    lineBoxes(columns === 1 ? setInColumn(paragraph, setting, style, measure) : setText(paragraph, setting, { style, measure }), {
      ...style,
      x: left + padding.across,
      tag,
      within,
      block: paragraph.attrs.id,
    }),
  )
  const { marks, height, notes } = stack(boxes)
  return { height, notes, marks: marks.map(mark => moved(mark, 0, padding.down)) }
}
