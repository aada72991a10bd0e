/** RIS: a line a field, two letters, two spaces, a dash and what it says; a source from TY to ER. */

import type { Entries } from '../../../work/registers/register.ts'
import {
  newSource,
  type Source,
  type SourceDates,
  type SourceNames,
  type SourceText,
  type SourceType,
} from '../../../work/registers/sources.ts'
import { dateFromWords, dateInWords, nameInWords, namesFromWords } from '../sourceWords.ts'

const types: Record<string, SourceType> = {
  JOUR: 'article-journal',
  EJOUR: 'article-journal',
  JFULL: 'periodical',
  ABST: 'article-journal',
  INPR: 'article',
  UNPB: 'manuscript',
  MANSCPT: 'manuscript',
  BOOK: 'book',
  EBOOK: 'book',
  EDBOOK: 'book',
  CHAP: 'chapter',
  ECHAP: 'chapter',
  CONF: 'book',
  CPAPER: 'paper-conference',
  THES: 'thesis',
  RPRT: 'report',
  GOVDOC: 'report',
  ELEC: 'webpage',
  ICOMM: 'personal_communication',
  PCOMM: 'personal_communication',
  BLOG: 'post-weblog',
  DATA: 'dataset',
  AGGR: 'dataset',
  COMP: 'software',
  MGZN: 'article-magazine',
  NEWS: 'article-newspaper',
  ENCYC: 'entry-encyclopedia',
  DICT: 'entry-dictionary',
  STAND: 'standard',
  PAT: 'patent',
  STAT: 'legislation',
  LEGAL: 'regulation',
  BILL: 'bill',
  CASE: 'legal_case',
  HEAR: 'hearing',
  MAP: 'map',
  MPCT: 'motion_picture',
  VIDEO: 'motion_picture',
  MULTI: 'broadcast',
  SOUND: 'song',
  MUSIC: 'musical_score',
  ART: 'graphic',
  FIGURE: 'figure',
  PAMP: 'pamphlet',
  SER: 'collection',
  CLSWK: 'classic',
  SLIDE: 'speech',
  GEN: 'document',
}

const writtenTypes = new Map<SourceType, string>(
  Object.entries(types)
    .reverse()
    .map(([name, type]) => [type, name]),
)

const texts: Record<string, SourceText> = {
  TI: 'title',
  T1: 'title',
  ST: 'title-short',
  T2: 'container-title',
  JO: 'container-title',
  JF: 'container-title',
  BT: 'container-title',
  J2: 'container-title-short',
  JA: 'container-title-short',
  T3: 'collection-title',
  VL: 'volume',
  IS: 'issue',
  ET: 'edition',
  PB: 'publisher',
  CY: 'publisher-place',
  PP: 'publisher-place',
  DO: 'DOI',
  UR: 'URL',
  LA: 'language',
  AB: 'abstract',
  N2: 'abstract',
  N1: 'note',
  M3: 'genre',
  C3: 'event-title',
  AV: 'archive_location',
  CN: 'call-number',
  SE: 'section',
}
const names: Record<string, SourceNames> = {
  AU: 'author',
  A1: 'author',
  A2: 'editor',
  ED: 'editor',
  A3: 'collection-editor',
  A4: 'translator',
  TA: 'translator',
}
const dates: Record<string, SourceDates> = { PY: 'issued', Y1: 'issued', DA: 'issued', Y2: 'accessed' }

const line = /^([A-Z][A-Z0-9]) {1,2}-(?: (.*))?$/

export function readRis(text: string): { read: Source[]; refused: string[] } {
  const read: Source[] = []
  const refused: string[] = []
  let open: { fields: [string, string][]; at: number } | null = null
  const lines = text.split(/\r\n?|\n/)
  if (!lines.some(own => /^\s*TY {1,2}-/.test(own))) throw new Error('It is neither CSL-JSON nor RIS: no line of it begins with “TY  -”.')
  const end = (): void => {
    if (!open) return
    const source = sourceOf(open.fields)
    if (source) read.push(source)
    else refused.push(`The source that begins in line ${open.at} says neither a title nor a name.`)
    open = null
  }
  lines.forEach((own, index) => {
    const found = line.exec(own.trimEnd())
    if (!found) {
      // A field that goes on in the next line.
      const last: [string, string] | undefined = open?.fields.at(-1)
      if (last && own.trim() && last[1].length < 20_000) last[1] += ` ${own.trim()}`
      return
    }
    const [, tag = '', says = ''] = found
    if (tag === 'TY') {
      end()
      open = { fields: [['TY', says.trim()]], at: index + 1 }
    } else if (tag === 'ER') end()
    else if (open && open.fields.length < 5000) open.fields.push([tag, says.trim()])
  })
  end()
  return { read, refused }
}

function sourceOf(fields: readonly (readonly [string, string])[]): Source | null {
  const type = types[fields[0]?.[1].toUpperCase() ?? ''] ?? 'document'
  const source: Record<string, unknown> = { ...newSource(), type }
  const other: Record<string, string> = {}
  const keywords: string[] = []
  let first = ''
  let last = ''
  for (const [tag, said] of fields) {
    const says = said.slice(0, 20_000)
    if (tag === 'TY' || !says) continue
    const text = texts[tag]
    const name = names[tag]
    const date = dates[tag]
    if (tag === 'ID') source.key = says.slice(0, 200)
    else if (tag === 'SP') first = says
    else if (tag === 'EP') last = says
    else if (tag === 'KW') keywords.push(says)
    else if (tag === 'SN') source[/^[\d-]{8,9}[\dX]?$/i.test(says) && says.replaceAll('-', '').length <= 8 ? 'ISSN' : 'ISBN'] = says
    else if (text) {
      // What a series of their own is to a book is what a chapter appeared in.
      const field = text === 'container-title' && type === 'book' ? 'collection-title' : text
      if (source[field] === undefined) source[field] = says
      else if (source[field] !== says) other[tag] = says
    } else if (name) source[name] = [...((source[name] as unknown[]) ?? []), ...namesFromWords(says)].slice(0, 1000)
    else if (date) {
      const made = dateFromWords(says.replace(/\/+$/, '').replace(/\/{2,}.*$/, ''))
      const before = source[date] as ReturnType<typeof dateFromWords> | undefined
      // A year is said by one field and the day by another.
      if (!before || (made['date-parts']?.[0]?.length ?? 0) > (before['date-parts']?.[0]?.length ?? 0)) source[date] = made
    } else other[tag] = other[tag] ? `${other[tag]}; ${says}`.slice(0, 20_000) : says
  }
  if (first) source.page = last && last !== first && !first.includes('-') ? `${first}–${last}` : first
  if (keywords.length) source.keyword = keywords.join('; ').slice(0, 20_000)
  if (Object.keys(other).length) source.other = Object.fromEntries(Object.entries(other).slice(0, 200))
  return source.title || source.author || source.editor ? (source as Source) : null
}

const fieldOf: readonly (readonly [string, SourceText])[] = [
  ['TI', 'title'],
  ['ST', 'title-short'],
  ['T2', 'container-title'],
  ['J2', 'container-title-short'],
  ['T3', 'collection-title'],
  ['VL', 'volume'],
  ['IS', 'issue'],
  ['ET', 'edition'],
  ['PB', 'publisher'],
  ['CY', 'publisher-place'],
  ['DO', 'DOI'],
  ['UR', 'URL'],
  ['LA', 'language'],
  ['AB', 'abstract'],
  ['N1', 'note'],
  ['M3', 'genre'],
  ['C3', 'event-title'],
  ['AV', 'archive_location'],
  ['SN', 'ISBN'],
  ['SN', 'ISSN'],
]
const nameOf: readonly (readonly [string, SourceNames])[] = [
  ['AU', 'author'],
  ['A2', 'editor'],
  ['A3', 'collection-editor'],
  ['A4', 'translator'],
]

/** The register as RIS; what RIS has no field for is left out. */
export function writeRis(sources: Entries<Source>): string {
  const out: string[] = []
  const say = (tag: string, says: string | undefined): void => {
    if (says?.trim()) out.push(`${tag}  - ${says.replace(/\s+/g, ' ').trim()}`)
  }
  for (const source of Object.values(sources)) {
    out.push(`TY  - ${writtenTypes.get(source.type) ?? 'GEN'}`)
    say('ID', source.key)
    for (const [tag, field] of nameOf) for (const name of source[field] ?? []) say(tag, nameInWords(name))
    for (const [tag, field] of fieldOf) say(tag, source[field])
    const [first, last] = (source.page ?? '').split(/\s*[–-]\s*/)
    say('SP', first)
    say('EP', last)
    if (source.issued) say('PY', dateInWords(source.issued).replaceAll('-', '/'))
    if (source.accessed) say('Y2', dateInWords(source.accessed).replaceAll('-', '/'))
    for (const word of (source.keyword ?? '').split(/\s*;\s*/)) say('KW', word)
    out.push('ER  - ', '')
  }
  return out.map(text => `${text}\r\n`).join('')
}
