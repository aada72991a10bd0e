/** The lists of abbreviations and of symbols as data: rows in the order of the language, in groups where entries name one. */
import type { Abbreviation } from '../../work/registers/abbreviations.ts'
import type { Entries } from '../../work/registers/register.ts'
import { type Collation, collationOf } from '../index/collation.ts'
import type { Piece } from '../pieces.ts'
import { shortPieces } from './forms.ts'
import { firstPlaces, type Mentions } from './standing.ts'

export interface ListedRow {
  id: string
  short: Piece[]
  full: string
  unit: Piece[]
  /** The heading that opens its group; empty for what stands in none, or is not the first of it. */
  opens: string
  /** BCP 47 tag of the full form, where it is not that of the work. */
  language: string | null
  /** The place of its first mention, to which the list leads; empty where there is none. */
  first: string
  /** The label of the page of its first mention; null where pages are not asked for. */
  page: string | null
}

export interface ListContext {
  kind: Abbreviation['kind']
  mentions: Mentions
  language: string
  /** The letters of a formula, by which it is sorted. */
  lettersOf(formula: string): string
  /** The label of the page of a mention by its place; null where pages are not printed. */
  pageOf: ((occurrence: string) => string) | null
}

/** What is listed of one kind. */
export function listedRows({ kind, mentions, language, lettersOf, pageOf }: ListContext): ListedRow[] {
  const { entries } = mentions
  const collation = collationOf(language, 'books')
  const first = firstPlaces(mentions)
  const ids = Object.keys(entries).filter(id => entries[id]!.kind === kind && entries[id]!.listed)
  const groups = inGroups(ids, entries, collation, id => sortKeyOf(entries[id]!, lettersOf))
  return groups.flatMap(([group, own]) =>
    own.map((id, order): ListedRow => {
      const entry = entries[id]!
      const place = first.get(id)
      return {
        id,
        short: shortPieces(entry, false, language),
        full: entry.full,
        unit: unitPieces(entry.unit),
        opens: order === 0 ? group : '',
        language: entry.language && entry.language !== language ? entry.language : null,
        first: place?.occurrence ?? '',
        page: pageOf ? (place ? pageOf(place.occurrence) : '') : null,
      }
    }),
  )
}

/** What stands in no group comes first, then the groups in their order. */
function inGroups(
  ids: readonly string[],
  entries: Entries<Abbreviation>,
  { compare }: Collation,
  keyOf: (id: string) => string,
): [group: string, ids: string[]][] {
  const groups = new Map<string, string[]>()
  for (const id of ids) {
    const { group } = entries[id]!
    groups.set(group, [...(groups.get(group) ?? []), id])
  }
  const keys = new Map(ids.map(id => [id, keyOf(id)]))
  for (const own of groups.values()) own.sort((a, b) => compare(keys.get(a)!, keys.get(b)!) || (a < b ? -1 : 1))
  return [...groups].sort(([a], [b]) => Number(a !== '') - Number(b !== '') || compare(a, b))
}

/** By its own key, else by its short form; a formula by its letters, so that ρ₀ stands with ρ. */
export const sortKeyOf = ({ sortKey, short, formula, full }: Abbreviation, lettersOf: ListContext['lettersOf']): string =>
  sortKey || (formula ? lettersOf(formula) : short || full)

/** “m s^-1” with its powers raised. */
export function unitPieces(unit: string): Piece[] {
  return unit
    .split(/(\^[-+−]?\d+)/)
    .filter(Boolean)
    .map(part => (part.startsWith('^') ? { text: part.slice(1).replace('-', '−'), marks: ['superscript'] } : { text: part }))
}
