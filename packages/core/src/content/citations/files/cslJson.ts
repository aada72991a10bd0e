/** CSL-JSON: a list of items as the schema of the Citation Style Language 1.0.2 has them. */
import { keeps } from '../../../work/definition.ts'
import type { Entries } from '../../../work/registers/register.ts'
import {
  newSource,
  type Source,
  type SourceDate,
  type SourceName,
  sourceDateDefinition,
  sourceDates,
  sourceNames,
  sourceTexts,
  sourceTypes,
} from '../../../work/registers/sources.ts'
import { dateFromWords } from '../sourceWords.ts'

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value)
const most = { text: 20_000, name: 500, key: 200, others: 200 }
/** Words of a file: without control characters, and within bounds. */
const words = (value: unknown, longest: number): string =>
  String(value)
    // biome-ignore lint/suspicious/noControlCharactersInRegex: control characters are what is taken out
    .replace(/[\u0000-\u0008\u000B-\u001F\u007F]/g, ' ')
    .slice(0, longest)
    .trim()

const texts: ReadonlySet<string> = new Set(sourceTexts)
const names: ReadonlySet<string> = new Set(sourceNames)
const dates: ReadonlySet<string> = new Set(sourceDates)
/** Names of earlier versions of the schema. */
const former: Record<string, string> = { event: 'event-title', journalAbbreviation: 'container-title-short', shortTitle: 'title-short' }

export function readCslJson(text: string): { read: Source[]; refused: string[] } {
  let given: unknown
  try {
    given = JSON.parse(text)
  } catch {
    throw new Error('It begins like CSL-JSON, and is not whole: a bracket, comma or quotation mark is missing or stands where it must not.')
  }
  const list = Array.isArray(given) ? given : isRecord(given) && Array.isArray(given.items) ? given.items : [given]
  const read: Source[] = []
  const refused: string[] = []
  list.forEach((item: unknown, index) => {
    const source = isRecord(item) ? sourceOf(item) : null
    if (source) read.push(source)
    else refused.push(`Number ${index + 1} is no source: it has neither a title, nor names, nor a type.`)
  })
  return { read, refused }
}

function sourceOf(item: Record<string, unknown>): Source | null {
  const type = sourceTypes.find(known => known === item.type)
  const source: Record<string, unknown> = { ...newSource(), type: type ?? 'document' }
  const other: Record<string, string> = {}
  const keep = (field: string, value: unknown): void => {
    if (Object.keys(other).length < most.others && field !== '__proto__')
      other[field.slice(0, 200)] = words(typeof value === 'string' ? value : JSON.stringify(value), most.text)
  }
  if (!type && item.type !== undefined) keep('type', item.type)
  const key = item['citation-key'] ?? item.id
  if (typeof key === 'string' || typeof key === 'number') source.key = words(key, most.key)
  for (const [given, value] of Object.entries(item)) {
    const field = Object.hasOwn(former, given) ? former[given]! : given
    if (value === null || value === undefined || value === '' || ['id', 'type', 'citation-key'].includes(given)) continue
    if (texts.has(field) && (typeof value === 'string' || typeof value === 'number')) source[field] = words(value, most.text)
    else if (names.has(field) && Array.isArray(value)) {
      const made = value.slice(0, 1000).flatMap(nameOf)
      if (made.length) source[field] = made
    } else if (dates.has(field) && (isRecord(value) || typeof value === 'string')) {
      const made = dateOf(value)
      if (made) source[field] = made
      else keep(field, value)
    } else if (field === 'custom' && isRecord(value)) for (const [name, own] of Object.entries(value)) keep(name, own)
    else keep(field, value)
  }
  if (Object.keys(other).length) source.other = other
  const says = type !== undefined || source.title || sourceNames.some(field => source[field])
  return says ? (source as Source) : null
}

const nameFields = ['family', 'given', 'suffix', 'non-dropping-particle', 'dropping-particle', 'literal'] as const

function nameOf(value: unknown): SourceName[] {
  if (typeof value === 'string') return value.trim() ? [{ literal: words(value, most.name) }] : []
  if (!isRecord(value)) return []
  const made = Object.fromEntries(
    nameFields.flatMap(field => (typeof value[field] === 'string' && value[field] ? [[field, words(value[field], most.name)]] : [])),
  )
  return Object.keys(made).length ? [made] : []
}

function dateOf(value: Record<string, unknown> | string): SourceDate | null {
  if (typeof value === 'string') return dateFromWords(words(value, most.name))
  const { 'date-parts': parts, season, circa, literal, raw } = value
  const whole = (part: unknown): number[] =>
    (Array.isArray(part) ? part : [part])
      .slice(0, 3)
      .map(Number)
      .filter((number, index) => Number.isInteger(number) && (index === 0 || number > 0))
  const read = Array.isArray(parts)
    ? parts
        .slice(0, 2)
        .map(whole)
        .filter(part => part.length)
    : []
  if (read.length === 0) {
    const said = literal ?? raw
    return typeof said === 'string' && said.trim()
      ? raw
        ? dateFromWords(words(said, most.name))
        : { literal: words(said, most.name) }
      : null
  }
  const quarter = Number(season)
  const made: SourceDate = {
    'date-parts': read,
    ...(Number.isInteger(quarter) && quarter >= 1 && quarter <= 4 ? { season: quarter } : {}),
    ...(circa === true || circa === 'true' || circa === 1 ? { circa: true } : {}),
  }
  return keeps(sourceDateDefinition, made) ? made : null
}

/** The register as CSL-JSON, in its order. What only its author needs stands where the schema has a place for it. */
export const writeCslJson = (sources: Entries<Source>): string =>
  `${JSON.stringify(
    Object.entries(sources).map(([id, { key, other, ...fields }]) => ({
      id: key || id,
      ...fields,
      ...(key ? { 'citation-key': key } : {}),
      ...(other ? { custom: other } : {}),
    })),
    null,
    2,
  )}\n`
