/**
 * Sources, as items of the open format CSL-JSON (schema 1.0.2 of the Citation Style Language): a type, texts, names and dates. The id of
 * an item is the key of its entry. What a file says beyond the standard is kept under `other`.
 */
import { oneOf, type Static, Type, usualOf, words } from '../definition.ts'
import { register } from './register.ts'

export const sourceTypes = [
  'article',
  'article-journal',
  'article-magazine',
  'article-newspaper',
  'bill',
  'book',
  'broadcast',
  'chapter',
  'classic',
  'collection',
  'dataset',
  'document',
  'entry',
  'entry-dictionary',
  'entry-encyclopedia',
  'event',
  'figure',
  'graphic',
  'hearing',
  'interview',
  'legal_case',
  'legislation',
  'manuscript',
  'map',
  'motion_picture',
  'musical_score',
  'pamphlet',
  'paper-conference',
  'patent',
  'performance',
  'periodical',
  'personal_communication',
  'post',
  'post-weblog',
  'regulation',
  'report',
  'review',
  'review-book',
  'software',
  'song',
  'speech',
  'standard',
  'thesis',
  'treaty',
  'webpage',
] as const
export type SourceType = (typeof sourceTypes)[number]

export const sourceTexts = [
  'title',
  'title-short',
  'container-title',
  'container-title-short',
  'collection-title',
  'collection-number',
  'volume',
  'volume-title',
  'issue',
  'number',
  'page',
  'page-first',
  'chapter-number',
  'part-number',
  'part-title',
  'section',
  'edition',
  'version',
  'publisher',
  'publisher-place',
  'event-title',
  'event-place',
  'genre',
  'medium',
  'status',
  'authority',
  'jurisdiction',
  'division',
  'archive',
  'archive_collection',
  'archive_location',
  'archive-place',
  'call-number',
  'source',
  'number-of-pages',
  'number-of-volumes',
  'printing-number',
  'supplement-number',
  'original-title',
  'original-publisher',
  'original-publisher-place',
  'reviewed-title',
  'reviewed-genre',
  'dimensions',
  'scale',
  'references',
  'license',
  'citation-label',
  'DOI',
  'ISBN',
  'ISSN',
  'PMID',
  'PMCID',
  'URL',
  'language',
  'keyword',
  'abstract',
  'annote',
  'note',
] as const
export type SourceText = (typeof sourceTexts)[number]

export const sourceNames = [
  'author',
  'editor',
  'translator',
  'container-author',
  'collection-editor',
  'editorial-director',
  'chair',
  'compiler',
  'composer',
  'contributor',
  'curator',
  'director',
  'executive-producer',
  'guest',
  'host',
  'illustrator',
  'interviewer',
  'narrator',
  'organizer',
  'original-author',
  'performer',
  'producer',
  'recipient',
  'reviewed-author',
  'script-writer',
  'series-creator',
] as const
export type SourceNames = (typeof sourceNames)[number]

export const sourceDates = ['issued', 'accessed', 'available-date', 'event-date', 'original-date', 'submitted'] as const
export type SourceDates = (typeof sourceDates)[number]

const short = () => Type.Optional(words({ most: 500 }))
const closed = { additionalProperties: false }

const name = Type.Object(
  {
    family: short(),
    given: short(),
    suffix: short(),
    /** “van” that goes with the name in a list, and “de” that does not. */
    'non-dropping-particle': short(),
    'dropping-particle': short(),
    /** An institution, or a name that is not parted. */
    literal: short(),
  },
  closed,
)
export type SourceName = Static<typeof name>

const parts = Type.Array(Type.Integer({ minimum: -9999, maximum: 9999 }), { minItems: 1, maxItems: 3 })
const date = Type.Object(
  {
    /** Year, month, day as far as they are known; two of them are a span. */
    'date-parts': Type.Optional(Type.Array(parts, { minItems: 1, maxItems: 2 })),
    /** 1 to 4: spring, summer, autumn, winter. */
    season: Type.Optional(Type.Integer({ minimum: 1, maximum: 4 })),
    circa: Type.Optional(Type.Boolean()),
    /** In words that no calendar has. */
    literal: short(),
  },
  closed,
)
export type SourceDate = Static<typeof date>

const each = <Name extends string, Schema>(names: readonly Name[], schema: Schema): Record<Name, Schema> =>
  Object.fromEntries(names.map(own => [own, schema])) as Record<Name, Schema>

const source = Type.Object(
  {
    type: oneOf(sourceTypes, 'document'),
    /** What its author calls it: a short word to find it by. */
    key: words({ most: 200 }),
    ...each(sourceTexts, Type.Optional(words({ most: 20_000 }))),
    ...each(sourceNames, Type.Optional(Type.Array(name, { maxItems: 1000 }))),
    ...each(sourceDates, Type.Optional(date)),
    other: Type.Optional(Type.Record(Type.String({ maxLength: 200 }), words({ most: 20_000 }))),
  },
  closed,
)
export type Source = Static<typeof source>

export const newSource = (): Source => usualOf(source)

export const sources = register<Source>(source)
/** For those who read sources from elsewhere. */
export { date as sourceDateDefinition, name as sourceNameDefinition, source as sourceDefinition }
