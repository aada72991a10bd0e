/** Abbreviations and symbols as CSV, and from CSV or from plain lines of a short form and what it stands for. */
import Papa from 'papaparse'
import { isLanguage } from '../../work/definition.ts'
import { type Abbreviation, newAbbreviation } from '../../work/registers/abbreviations.ts'
import type { Entries } from '../../work/registers/register.ts'

/** The columns of a file, in their order, with the field that each is. */
const columns = [
  ['kind', 'kind'],
  ['short form', 'short'],
  ['formula', 'formula'],
  ['full form', 'full'],
  ['short form of many', 'shortPlural'],
  ['full form of many', 'fullPlural'],
  ['language', 'language'],
  ['unit', 'unit'],
  ['group', 'group'],
  ['sorted as', 'sortKey'],
  ['remark', 'remark'],
  ['listed', 'listed'],
] as const
type Column = (typeof columns)[number][1]

export const writeAbbreviationsCsv = (entries: Entries<Abbreviation>): string =>
  `${Papa.unparse(
    {
      fields: columns.map(([name]) => name),
      data: Object.values(entries).map(entry =>
        columns.map(([, field]) => (field === 'listed' ? (entry.listed ? 'yes' : 'no') : (entry[field] ?? ''))),
      ),
    },
    { escapeFormulae: true },
  )}\r\n`

const mostEntries = 20_000
const most: Record<Exclude<Column, 'kind' | 'language' | 'listed'>, number> = {
  short: 200,
  formula: 2000,
  full: 1000,
  shortPlural: 200,
  fullPlural: 1000,
  unit: 200,
  group: 200,
  sortKey: 200,
  remark: 2000,
}

/** What a file adds to a register: new entries by id, and how many of its lines were there already. Throws, in plain words, where it holds none. */
export function readAbbreviations(
  text: string,
  entries: Entries<Abbreviation>,
  newId: () => string,
): { added: Record<string, Abbreviation>; known: number } {
  const lines = linesOf(text)
  if (lines.length === 0)
    throw new Error('There is no entry in this file. It should hold a line for each, the short form first and then what it stands for.')
  if (lines.length > mostEntries) throw new Error(`A file of short forms holds at most ${mostEntries.toLocaleString('en-GB')} lines.`)
  const keyOf = ({ kind, short, formula, full }: Pick<Abbreviation, 'kind' | 'short' | 'formula' | 'full'>): string =>
    [kind, short, formula, full].join('\n')
  const there = new Set(Object.values(entries).map(keyOf))
  const added: Record<string, Abbreviation> = {}
  let known = 0
  for (const line of lines) {
    const entry = entryOf(line)
    const key = keyOf(entry)
    if (there.has(key)) {
      known++
      continue
    }
    there.add(key)
    added[newId()] = entry
  }
  return { added, known }
}

type Line = Partial<Record<Column, string>>

function entryOf(line: Line): Abbreviation {
  const entry = newAbbreviation()
  for (const [field, length] of Object.entries(most) as [keyof typeof most, number][]) entry[field] = (line[field] ?? '').slice(0, length)
  const language = line.language ?? ''
  return {
    ...entry,
    kind: line.kind === 'symbol' || (!entry.short && entry.formula) ? 'symbol' : 'abbreviation',
    language: isLanguage(language) ? language : null,
    listed: !/^(no|false|0)$/i.test(line.listed ?? ''),
  }
}

function linesOf(text: string): Line[] {
  const first = text.split(/\r?\n/, 1)[0] ?? ''
  const cell = (value: string | undefined): string => (value ?? '').trim().replace(/^'(?=[=+\-@])/, '')
  const names = new Map<string, Column>(columns.map(([name, field]) => [name, field]))
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true })
  const head = data[0]?.map(each => each.trim().toLowerCase()) ?? []
  if (head.some(name => names.has(name)))
    return data
      .slice(1)
      .map((row): Line => Object.fromEntries(head.flatMap((name, at) => (names.has(name) ? [[names.get(name)!, cell(row[at])]] : []))))
      .filter(says)
  // Without a head row: a short form, and behind a tab, comma, semicolon, colon, dash or wide space what it stands for.
  if (/[,;\t]/.test(first)) return data.map((row): Line => ({ short: cell(row[0]), full: cell(row[1]), unit: cell(row[2]) })).filter(says)
  return text
    .split(/\r?\n/)
    .map((line): Line => {
      const [short = '', full = ''] = line.trim().split(/\s*(?::|=|\s[–—-]\s|\s{2,})\s*/, 2)
      return { short, full }
    })
    .filter(says)
}

const says = ({ short, full, formula }: Line): boolean => Boolean(short || full || formula)
