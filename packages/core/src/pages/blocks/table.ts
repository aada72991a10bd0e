/** Tables: head rows between rules, a rule at the foot; a caption above or below; panels under words of their own; notes. */

import type { Node } from 'prosemirror-model'
import { panelHead } from '../../content/captions.ts'
import { headRuns } from '../../type/inline.ts'
import { attributesOf, isKind } from '../../work/kinds/index.ts'
import { seriesRule } from '../../work/parts/scheme.ts'
import { gridOf, seriesOf, tableNotesOf } from '../../work/schema.ts'
import { box, lineBoxes, type Mark } from '../box.ts'
import { type BlockHandler, type Setting, setText } from '../setting.ts'
import { aligned } from '../variant.ts'
import { captionStack, moved, stack, stood } from './caption.ts'
import { placeCells } from './cells.ts'
import { columnRanges } from './columnWidths.ts'
import { countOf, type Row, rulesOf, setGrid } from './grid.ts'
import { longTable } from './longTable.ts'
import { turnable } from './turned.ts'

/** Share of a page beyond which a table may break. */
const longShare = 0.7

/** Marks from a top left corner of their own, and the notes that are called for in them. */
export interface Stacked {
  marks: Mark[]
  height: number
  notes: readonly string[]
}

/** A grid in its place: the only one of a table, or that of a panel with its words above. Lengths in points. */
export interface PlacedGrid {
  id: string
  /** The words of a panel, with the space around them; of no height for a table without panels. */
  head: Stacked
  rows: Row[]
  width: number
  /** The left edge of the grid. */
  x: number
}

/** A table whose parts are set. */
export interface SetTable {
  id: string
  series: string
  /** Where words above and below it begin, in points. */
  x: number
  caption: Stacked
  parts: PlacedGrid[]
  notes: Stacked
  /** Whether the caption stands above it. */
  above: boolean
}

const nothing: Stacked = { marks: [], height: 0, notes: [] }

/** What is longer than most of a page breaks between its rows; a shorter table is never broken. */
export const table: BlockHandler<'table'> = turnable((node, setting) => {
  const { float } = setting.houseStyle
  const set = setTable(node, setting)
  const body = set.parts.reduce((sum, part) => sum + heightOf(part), 0) + set.notes.height
  const height = set.caption.height + float.captionGap + body
  return height > setting.height * longShare ? longTable(set, setting) : shortTable(node, set, body, setting)
})

const heightOf = ({ head, rows }: PlacedGrid): number => head.height + rows.reduce((sum, row) => sum + row.height, 0)

function setTable(node: Node, setting: Setting): SetTable {
  const id = node.attrs.id
  const panels = node.children.filter(child => isKind(child, 'tablePanel'))
  const parts = panels.length
    ? panels.flatMap((panel, index) => partsOf(node, gridOf(panel), panel.attrs.id, setPanelHead(panel, index > 0, setting), setting))
    : partsOf(node, gridOf(node), id, nothing, setting)
  const width = Math.max(...parts.map(part => part.width))
  const series = seriesOf(node)
  const beside = roomBeside(width, setting)
  const caption = captionStack(node, setting, beside.measure)
  // Words that are no wider than the table begin where it does.
  const reaches = Math.max(0, ...caption.marks.map(mark => (mark.kind === 'line' ? mark.x + mark.line.end : 0)))
  const x = reaches <= width ? (setting.measure - width) / 2 : beside.left
  return {
    id,
    series,
    x,
    caption: { ...caption, marks: caption.marks.map(mark => moved(mark, x, 0)) },
    parts,
    notes: setNotes(node, id, beside, setting),
    above: seriesRule(setting.scheme, series).captionPlace !== 'below',
  }
}

/** A grid; where its author wants columns that have no room to go on below, as many as that makes, which begin at one edge. */
function partsOf(table: Node, grid: Node, id: string, head: Stacked, setting: Setting): PlacedGrid[] {
  const { tooWide, widths } = attributesOf(table, 'table')
  const layout = placeCells(grid)
  const ranges = tooWide === 'below' ? columnRanges(layout, countOf(layout), setting) : null
  if (!ranges) {
    const { rows, width } = setGrid(grid, id, widths, setting)
    return [{ id, head, rows, width, x: (setting.measure - width) / 2 }]
  }
  const set = ranges.map(range => setGrid(grid, id, '', setting, range))
  const x = (setting.measure - Math.max(...set.map(({ width }) => width))) / 2
  const between = { ...nothing, height: betweenRanges * setting.houseStyle.table.leading }
  return set.map(({ rows, width }, index) => ({ id, head: index ? between : head, rows, width, x }))
}

/** Space between the first columns of a table and those that go on below, in lines of the table. */
const betweenRanges = 0.8

/** Space above and below the words of a panel, in lines of the caption. */
const aroundHead = { above: 0.7, below: 0.3 }

/** “(b) The eastern basin”, centred above its grid. */
function setPanelHead(panel: Node, follows: boolean, setting: Setting): Stacked {
  const { caption: style } = setting.houseStyle
  const id = panel.attrs.id as string
  const words = panel.child(0)
  const head = panelHead(setting.ledger.byId.get(id), words.content.size > 0)
  if (head.length === 0 && words.content.size === 0) return nothing
  const leadIn = headRuns(head, style).map(run => ({ ...run, whole: true as const }))
  const lines = setText(words, setting, { style: aligned(style, 'centre'), measure: setting.measure, leadIn, identity: `${id}.0` })
  const { marks, height, notes } = stack(
    lineBoxes(lines, { ...style, x: 0, tag: 'Caption', block: id, within: [`Table ${id}`, `Caption ${id}`] }),
  )
  const above = follows ? aroundHead.above * style.leading : 0
  return { marks: marks.map(mark => moved(mark, 0, above)), height: above + height + aroundHead.below * style.leading, notes }
}

function shortTable(node: Node, { id, caption, parts, notes, above, series }: SetTable, body: number, setting: Setting) {
  const { float } = setting.houseStyle
  let y = above ? caption.height + float.captionGap : 0
  const marks: Mark[] = caption.marks.map(mark => moved(mark, 0, above ? 0 : body + float.captionGap))
  for (const { head, rows, width, x } of parts) {
    marks.push(...head.marks.map(mark => moved(mark, 0, y)))
    y += head.height
    rows.forEach((row, index) => {
      marks.push(
        ...rulesOf(rows, index, width, setting.houseStyle.tableRules).map(rule => moved(rule, x, y)),
        ...row.marks.map(mark => moved(mark, x, y)),
      )
      y += row.height
    })
  }
  marks.push(...notes.marks.map(mark => moved(mark, 0, y)))
  const footnotes = [
    ...caption.notes,
    ...parts.flatMap(({ head, rows }) => [...head.notes, ...rows.flatMap(row => row.notes)]),
    ...notes.notes,
  ]
  const begins = [id, ...parts.map(part => part.id).filter(own => own !== id)]
  return stood(box(caption.height + float.captionGap + body, marks, { block: id, begins, notes: footnotes }), node, series, setting)
}

/** Where words above and below a table stand: as wide as it is, and no narrower than they can be read. In points. */
function roomBeside(width: number, setting: Setting): { measure: number; left: number } {
  const measure = Math.min(setting.measure, Math.max(width, setting.measure * 0.6))
  return { measure, left: (setting.measure - measure) / 2 }
}

/** The notes below a table, with the space above them. */
function setNotes(node: Node, id: string, { measure, left }: { measure: number; left: number }, setting: Setting): Stacked {
  const found = tableNotesOf(node)
  if (!found) return { marks: [], height: 0, notes: [] }
  const { note: style, table: text } = setting.houseStyle
  const boxes = found.children.flatMap(paragraph =>
    lineBoxes(setText(paragraph, setting, { style, measure }), {
      ...style,
      x: left,
      tag: 'P',
      block: id,
      within: [`Note ${id} ${paragraph.attrs.id}`, `P ${paragraph.attrs.id}`],
    }),
  )
  const { marks, height, notes } = stack(boxes)
  const gap = text.leading * 0.35
  return { marks: marks.map(mark => moved(mark, 0, gap)), height: height + gap, notes }
}
