/** A list of abbreviations or symbols: columns that align, of the short form, what it stands for, its unit, and the page of its first use. */
import type { ListedRow } from '../../content/mentions/listed.ts'
import { type Run, runsOfPieces } from '../../type/inline.ts'
import { type Line, plainLine } from '../../type/line.ts'
import { setParagraph } from '../../type/paragraph.ts'
import type { TextStyle } from '../../work/parts/houseStyle.ts'
import { box, lineBoxes, type StripItem, space } from '../box.ts'
import { type Setting, words } from '../setting.ts'
import { heavier } from '../variant.ts'
import { moved, stack } from './caption.ts'

/** Space between the columns, in em, and the share of the measure that the first may have. */
const columnGap = 1.6
const mostShort = 0.4
const mostUnit = 0.25

/** Everything that the lines depend on beside the house style, as one string. */
export const rowsKey = (rows: readonly ListedRow[]): string => JSON.stringify(rows)

/** A cell before it has its place. */
interface Column {
  x: number
  width: number
}

export function registerList(list: string, rows: readonly ListedRow[], setting: Setting): StripItem[] {
  const { line: style } = setting.houseStyle.contents
  const gap = columnGap * style.size
  const natural = (runs: Run[]): number => (runs.length ? Math.max(0, ...linesOf(runs, style, endless, setting).map(({ end }) => end)) : 0)
  const short = Math.min(setting.measure * mostShort, Math.max(0, ...rows.map(row => natural(runsOfPieces(row.short, style, setting)))))
  const unit = Math.min(setting.measure * mostUnit, Math.max(0, ...rows.map(row => natural(runsOfPieces(row.unit, style, setting)))))
  const page = Math.max(0, ...rows.map(row => (row.page ? natural([words(row.page, style)]) : 0)))
  const right = setting.measure - (page ? page + gap : 0)
  const unitAt = right - unit
  const full: Column = { x: short + gap, width: (unit ? unitAt - gap : right) - short - gap }
  return rows.flatMap((row, order): StripItem[] => {
    const cells: [runs: Run[], column: Column, tag: 'TH' | 'TD', key: string][] = [
      [runsOfPieces(row.short, style, setting), { x: 0, width: short }, 'TH', 'short'],
      [fullRuns(row, style), full, 'TD', 'full'],
      ...(unit ? [[runsOfPieces(row.unit, style, setting), { x: unitAt, width: unit }, 'TD', 'unit'] as (typeof cells)[number]] : []),
      ...(page ? [[[words(row.page ?? '', style)], { x: right + gap, width: page }, 'TD', 'page'] as (typeof cells)[number]] : []),
    ]
    const set = cells.map(([runs, { x, width }, tag, key]) => {
      // A cell that says nothing is a cell all the same.
      const made = runs.some(({ text }) => text)
        ? linesOf(runs, style, width, setting)
        : [plainLine(setting.fonts[style.face].shape(''), 0)]
      const within = [`Table ${list}`, `TR ${list} ${row.id}`, `${tag} ${list} ${row.id} ${key}${tag === 'TH' ? '|Scope=Row' : ''}`]
      // Page numbers end where those of other lists do.
      const left = key === 'page' ? x + width - (made[0]?.end ?? 0) : x
      const boxes = lineBoxes(made, { ...style, x: left, tag, block: list, within })
      const first = boxes[0]?.marks[0]
      return { ...stack(boxes), baseline: first?.kind === 'line' ? first.baseline : 0 }
    })
    // First lines stand on one baseline, also beside a symbol that is higher than a line.
    const baseline = Math.max(...set.map(cell => cell.baseline))
    const marks = set.flatMap(cell => cell.marks.map(mark => moved(mark, 0, baseline - cell.baseline)))
    const height = Math.max(style.leading, ...set.map(cell => cell.height + baseline - cell.baseline))
    const own = box(height, marks, { block: list, ...(row.first ? { lead: { entry: row.first } } : {}) })
    return [...(row.opens ? groupHead(list, row.opens, order > 0, setting) : []), own]
  })
}

function groupHead(list: string, heading: string, follows: boolean, setting: Setting): StripItem[] {
  const { line: style } = setting.houseStyle.contents
  const look = heavier(style)
  const lines = linesOf([words(heading, look)], look, setting.measure, setting)
  const { marks, height } = stack(lineBoxes(lines, { ...look, x: 0, tag: 'P', block: list, within: [`P ${list} ${heading}`] }))
  return [
    ...(follows ? [space(style.leading * 0.6)] : []),
    box(height, marks, { block: list, breakAfter: Infinity }),
    space(style.leading * 0.2),
  ]
}

const fullRuns = ({ full, language }: ListedRow, style: TextStyle): Run[] =>
  full ? [words(full, style, { divisible: true, ...(language ? { language } : {}) })] : []

const endless = 1e4

const linesOf = (runs: Run[], style: TextStyle, measure: number, { fonts, language }: Setting): Line[] =>
  setParagraph(runs, fonts, { measure, style: { ...style, align: 'left' }, indent: 0, hyphenate: false, language })
