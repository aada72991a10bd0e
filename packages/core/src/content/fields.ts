/** What a field prints: something that the work says of itself, so that it is written once and right wherever it stands. */
import type { Node } from 'prosemirror-model'
import { attributesOf } from '../work/kinds/index.ts'
import type { FieldName } from '../work/kinds/inline.ts'
import type { Settings } from '../work/parts/settings.ts'
import type { Piece } from './pieces.ts'

/** What fields are said from. */
export interface ToldOfWork {
  settings: Settings
  title: string
}

/** A day, a month or a year as the language writes it. */
function dateIn(date: string, language: string): string {
  const [year, month, day] = date.split('-').map(Number)
  if (!year) return date
  if (!month) return String(year)
  const written = new Date(Date.UTC(year, month - 1, day ?? 1))
  return new Intl.DateTimeFormat(language, { timeZone: 'UTC', year: 'numeric', month: 'long', ...(day ? { day: 'numeric' } : {}) }).format(
    written,
  )
}

/** What the work says of itself under a name; empty where it says nothing. */
export function sayField(field: FieldName, { settings, title }: ToldOfWork): string {
  if (field === 'title') return title
  if (field === 'author') return settings.author.trim()
  if (field === 'date') return dateIn(settings.about.date, settings.language)
  return settings.about[field].trim()
}

/** A field that has nothing to say shows its name, to be mended. */
export function wordField(node: Node, told: ToldOfWork): Piece[] {
  const { field } = attributesOf(node, 'field')
  const said = sayField(field, told)
  return [said ? { text: said, authored: true } : { text: `[${field}]`, lost: true }]
}
