/** An index in columns: its lines are set to the width of a column, filled page by page, and balanced on the last one. */
import type { IndexEntry } from '../../content/index/entries.ts'
import type { Run } from '../../type/inline.ts'
import { type Line, plainLine } from '../../type/line.ts'
import { setParagraph } from '../../type/paragraph.ts'
import type { TextStyle } from '../../work/parts/houseStyle.ts'
import { type Box, box, type Mark, type StripItem } from '../box.ts'
import { type Setting, words } from '../setting.ts'
import { heavier, slanted } from '../variant.ts'

/** Indent of a level, and of what goes over to a second line, in em. */
const levelIndent = 1.2
const overIndent = 2.4

/** One line of a column; `entry` is missing for the space above a group. */
interface ColumnLine {
  line: Line | null
  x: number
  entry: IndexEntry | null
  /** A column does not end with it. */
  held: boolean
  /** What is said again at the head of a column that begins with this line: the terms it stands under. */
  within: readonly IndexEntry[]
  /** First of its entry. */
  first: boolean
  letter: boolean
}

/** Everything that the lines depend on beside the house style, as one string. */
export const indexKey = (entries: readonly IndexEntry[]): string => JSON.stringify(entries)

interface Columns {
  count: number
  width: number
  /** From the left edge of one column to that of the next, in points. */
  step: number
}

function columnsOf({ houseStyle, measure }: Setting): Columns {
  const { columns, gap } = houseStyle.index
  const width = (measure - gap * (columns - 1)) / columns
  return { count: columns, width, step: width + gap }
}

/**
 * The strip of an index: a box a page, whose marks stand in the order in which they are read. `taken` is what stands above it on its
 * first page, in points.
 */
export function indexList(list: string, entries: readonly IndexEntry[], setting: Setting, taken: number): StripItem[] {
  const columns = columnsOf(setting)
  const { leading } = setting.houseStyle.index.line
  const lines = columnLines(entries, columns.width, setting)
  const most = Math.max(1, Math.floor((setting.height - 0.5) / leading))
  const first = Math.floor((setting.height - taken - 0.5) / leading)
  const boxes: Box[] = []
  for (let from = 0; from < lines.length; ) {
    // A first page with room for a few lines only is left to what stands above.
    const rows = boxes.length === 0 && first >= Math.min(4, lines.length) ? first : most
    const filled = fillPage(lines, from, columns.count, rows, setting)
    boxes.push(pageBox(list, filled.columns, columns, setting))
    from = filled.next
  }
  return boxes
}

interface FilledPage {
  columns: ColumnLine[][]
  next: number
}

/** Fills columns one after the other; where all that is left fits, they are made as even as they can be. */
function fillPage(lines: ColumnLine[], from: number, count: number, rows: number, setting: Setting): FilledPage {
  const full = fillColumns(lines, from, count, rows, setting)
  if (full.next < lines.length || count === 1) return full
  let even = full
  for (let lower = rows - 1; lower >= 1; lower--) {
    const tried = fillColumns(lines, from, count, lower, setting)
    if (tried.next < lines.length) break
    even = tried
  }
  return even
}

function fillColumns(lines: ColumnLine[], from: number, count: number, rows: number, setting: Setting): FilledPage {
  const columns: ColumnLine[][] = []
  let at = from
  while (columns.length < count && at < lines.length) {
    // Space above a group is none at the head of a column.
    while (at < lines.length && !lines[at]!.line) at++
    const start = lines[at]
    if (!start) break
    const column = columns.length || from ? continuedHeads(start, setting) : []
    let end = at
    while (end < lines.length && column.length + (end - at) < rows) end++
    if (end < lines.length) {
      let kept = end
      while (kept > at + 1 && (lines[kept - 1]!.held || !lines[kept - 1]!.line)) kept--
      // What holds together and is longer than a column is parted all the same.
      if (kept > at + 1 || !lines[at]!.held) end = kept
    }
    columns.push([...column, ...lines.slice(at, Math.max(end, at + 1))])
    at = Math.max(end, at + 1)
  }
  while (at < lines.length && !lines[at]!.line) at++
  return { columns, next: at }
}

/** “mixing (continued)” at the head of a column that begins among what stands under it. */
function continuedHeads({ within, first, entry }: ColumnLine, setting: Setting): ColumnLine[] {
  const { line: style } = setting.houseStyle.index
  const above = first ? within : [...within, ...(entry ? [entry] : [])]
  return above.map(term => {
    const text = [words(`${term.heading} `, style), words(`(${setting.words.continued})`, slanted(style))]
    const [line = null] = setLines(text, style, 1e4, 0, setting)
    return {
      line,
      x: (term.level - 1) * levelIndent * style.size,
      entry: term,
      held: true,
      within: [],
      first: false,
      letter: false,
    }
  })
}

function setLines(runs: Run[], style: TextStyle, measure: number, hang: number, { fonts, language }: Setting): Line[] {
  return setParagraph(runs, fonts, {
    measure: measure - hang,
    style: { ...style, align: 'left' },
    indent: -hang,
    hyphenate: false,
    language,
  })
}

function columnLines(entries: readonly IndexEntry[], width: number, setting: Setting): ColumnLine[] {
  const { line: style, letters, subentries } = setting.houseStyle.index
  const out: ColumnLine[] = []
  let letter: string | undefined
  const above: IndexEntry[] = []
  for (let at = 0; at < entries.length; at++) {
    const entry = entries[at]!
    above.length = entry.level - 1
    const within = [...above]
    above.push(entry)
    if (entry.level === 1 && entry.letter !== letter) {
      if (letter !== undefined) out.push({ line: null, x: 0, entry: null, held: true, within: [], first: true, letter: false })
      letter = entry.letter
      // Signs and numbers stand first, under nothing.
      if (letters && letter) {
        const look = heavier(style)
        const line = plainLine(setting.fonts[look.face].shape(letter), look.size)
        out.push({ line, x: 0, entry: null, held: true, within: [], first: true, letter: true })
      }
    }
    const runs = entryRuns(entry, setting)
    if (subentries === 'runIn' && entry.level === 1)
      while (entries[at + 1] && entries[at + 1]!.level > 1) {
        at++
        runs.push(words('; ', style), ...entryRuns(entries[at]!, setting))
      }
    const x = (entry.level - 1) * levelIndent * style.size
    const hang = overIndent * style.size
    const lines = setLines(runs, style, width - x, hang, setting)
    const leads = (entries[at + 1]?.level ?? 0) > entry.level
    lines.forEach((line, index) =>
      out.push({
        line,
        x: x + hang,
        entry,
        held: lines.length > 1 && index === 0 ? true : leads && index === lines.length - 1,
        within,
        first: index === 0,
        letter: false,
      }),
    )
  }
  return out
}

/** “mixing, 12, 14–16; see also wind”: pages lead to their marks, the main one stands out. */
function entryRuns({ heading, locators, see, seeAlso }: IndexEntry, setting: Setting): Run[] {
  const { line: style } = setting.houseStyle.index
  const runs: Run[] = [words(heading, style)]
  for (const { text, main, mark } of locators)
    runs.push(words(', ', style), words(text, main ? heavier(style) : style, { lead: { entry: mark }, whole: true }))
  const sends = (word: string, terms: readonly string[], separator: string): void => {
    if (terms.length) runs.push(words(separator, style), words(word, slanted(style)), words(` ${terms.join('; ')}`, style))
  }
  sends(setting.words.see, see, ', ')
  sends(setting.words.seeAlso, seeAlso, see.length || locators.length ? '; ' : ', ')
  return runs
}

function pageBox(list: string, columns: ColumnLine[][], { step }: Columns, setting: Setting): Box {
  const { leading } = setting.houseStyle.index.line
  const marks: Mark[] = []
  columns.forEach((column, order) =>
    column.forEach(({ line, x, entry, letter }, row) => {
      if (!line) return
      const within = entry ? [`Index ${list}`, `P ${list} ${entry.id}`] : [`Index ${list}`, `P ${list} letter ${order} ${row}`]
      marks.push({ kind: 'line', x: order * step + (letter ? 0 : x), baseline: row * leading + leading * 0.75, line, tag: 'P', within })
    }),
  )
  return box(Math.max(...columns.map(({ length }) => length)) * leading, marks, { block: list })
}
