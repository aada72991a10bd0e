/** What each type of source is called, which fields its form shows, and without which it is incomplete. */
import type { Source, SourceDates, SourceNames, SourceText, SourceType } from '../../work/registers/sources.ts'

export type SourceField = SourceText | SourceNames | SourceDates

export interface SourceForm {
  name: string
  /** Of each of these at least one is there. */
  needs: readonly (readonly SourceField[])[]
  /** Fields that the form shows, in their order. */
  shows: readonly SourceField[]
}

const author: readonly SourceField[] = ['author', 'editor', 'translator', 'compiler', 'director', 'container-author']
const when: readonly SourceField[] = ['issued', 'status']
const web: readonly SourceField[] = ['DOI', 'URL', 'accessed']
const tail: readonly SourceField[] = [...web, 'language', 'note']

const article = (name: string): SourceForm => ({
  name,
  needs: [author, ['title'], ['container-title'], when],
  shows: ['author', 'title', 'container-title', 'volume', 'issue', 'page', 'issued', 'ISSN', ...tail],
})
const broad = (name: string, ...more: SourceField[]): SourceForm => ({
  name,
  needs: [['title'], when],
  shows: ['author', 'title', ...more, 'issued', 'publisher', 'publisher-place', ...tail],
})
const inBook = (name: string): SourceForm => ({
  name,
  needs: [author, ['title'], ['container-title'], when],
  shows: [
    'author',
    'title',
    'container-title',
    'editor',
    'translator',
    'volume',
    'edition',
    'collection-title',
    'collection-number',
    'publisher',
    'publisher-place',
    'page',
    'issued',
    'ISBN',
    ...tail,
  ],
})
const book: SourceForm = {
  name: 'Book',
  needs: [author, ['title'], ['publisher', 'publisher-place', 'DOI', 'URL'], when],
  shows: [
    'author',
    'editor',
    'translator',
    'title',
    'volume',
    'edition',
    'collection-title',
    'collection-number',
    'publisher',
    'publisher-place',
    'number-of-pages',
    'issued',
    'ISBN',
    ...tail,
  ],
}
const law = (name: string): SourceForm => ({
  name,
  needs: [['title', 'number'], when],
  shows: ['title', 'genre', 'number', 'authority', 'jurisdiction', 'container-title', 'section', 'page', 'issued', ...tail],
})
const online = (name: string): SourceForm => ({
  name,
  needs: [['title'], ['URL', 'DOI']],
  shows: ['author', 'title', 'container-title', 'publisher', 'issued', 'accessed', 'URL', 'DOI', 'version', 'medium', 'language', 'note'],
})

export const sourceForms: Record<SourceType, SourceForm> = {
  'article-journal': article('Article in a journal'),
  book,
  chapter: inBook('Chapter in a book'),
  'paper-conference': {
    ...inBook('Paper of a conference'),
    shows: ['author', 'title', 'event-title', 'event-place', ...inBook('').shows.filter(field => field !== 'author' && field !== 'title')],
  },
  thesis: { ...broad('Thesis', 'genre'), needs: [author, ['title'], ['publisher'], when] },
  report: broad('Report', 'genre', 'number', 'collection-title', 'collection-number', 'page'),
  webpage: online('Page on the web'),
  dataset: online('Data set'),
  software: online('Software'),
  'article-magazine': article('Article in a magazine'),
  'article-newspaper': { ...article('Article in a newspaper'), needs: [['title'], ['container-title'], when] },
  article: { ...article('Article, such as a preprint'), needs: [author, ['title'], when] },
  'entry-encyclopedia': { ...inBook('Entry in an encyclopedia'), needs: [['title'], ['container-title'], when] },
  'entry-dictionary': { ...inBook('Entry in a dictionary'), needs: [['title'], ['container-title'], when] },
  entry: { ...inBook('Entry'), needs: [['title'], ['container-title'], when] },
  review: article('Review'),
  'review-book': article('Review of a book'),
  standard: law('Standard'),
  patent: { ...law('Patent'), shows: ['author', ...law('').shows] },
  legislation: law('Act or statute'),
  regulation: law('Regulation'),
  bill: law('Bill'),
  legal_case: law('Case in court'),
  treaty: law('Treaty'),
  hearing: law('Hearing'),
  manuscript: {
    name: 'Manuscript or archival piece',
    needs: [['title'], ['archive', 'archive_location', 'archive_collection', 'URL']],
    shows: ['author', 'title', 'genre', 'archive', 'archive_collection', 'archive_location', 'archive-place', 'issued', ...tail],
  },
  map: broad('Map', 'scale', 'edition', 'collection-title'),
  interview: { ...broad('Interview', 'interviewer', 'container-title', 'medium'), needs: [author, when] },
  personal_communication: {
    name: 'Letter or message',
    needs: [author, when],
    shows: ['author', 'recipient', 'title', 'genre', 'issued', 'note'],
  },
  speech: broad('Talk', 'genre', 'event-title', 'event-place'),
  event: broad('Event', 'event-title', 'event-place'),
  post: online('Post'),
  'post-weblog': online('Post in a weblog'),
  motion_picture: broad('Film', 'director', 'producer', 'medium'),
  broadcast: broad('Broadcast', 'director', 'container-title', 'medium'),
  song: broad('Recording of sound', 'composer', 'performer', 'container-title', 'medium'),
  performance: broad('Performance', 'director', 'performer', 'event-place'),
  musical_score: broad('Score of music', 'composer', 'edition'),
  graphic: broad('Picture', 'illustrator', 'medium', 'dimensions', 'archive'),
  figure: broad('Figure', 'container-title', 'medium'),
  pamphlet: broad('Pamphlet', 'genre', 'number'),
  periodical: broad('Periodical', 'editor', 'volume', 'issue', 'ISSN'),
  collection: broad('Collection', 'editor', 'archive', 'archive_location'),
  classic: broad('Classic work', 'translator', 'section', 'edition'),
  document: broad('Something else', 'genre', 'number', 'container-title', 'page'),
}

export const fieldNames: Record<SourceField, string> = {
  title: 'Title',
  'title-short': 'Short title',
  'container-title': 'Appeared in',
  'container-title-short': 'Appeared in, short',
  'collection-title': 'Series',
  'collection-number': 'Number in the series',
  volume: 'Volume',
  'volume-title': 'Title of the volume',
  issue: 'Issue',
  number: 'Number',
  page: 'Pages',
  'page-first': 'First page',
  'chapter-number': 'Number of the chapter',
  'part-number': 'Number of the part',
  'part-title': 'Title of the part',
  section: 'Section',
  edition: 'Edition',
  version: 'Version',
  publisher: 'Publisher or institution',
  'publisher-place': 'Place of the publisher',
  'event-title': 'Conference or event',
  'event-place': 'Place of the event',
  genre: 'Kind, in words',
  medium: 'Medium',
  status: 'Instead of a date, such as “in press”',
  authority: 'Issued by',
  jurisdiction: 'Where it holds',
  division: 'Division of the authority',
  archive: 'Archive',
  archive_collection: 'Collection of the archive',
  archive_location: 'Shelf mark',
  'archive-place': 'Place of the archive',
  'call-number': 'Call number',
  source: 'Found in',
  'number-of-pages': 'How many pages',
  'number-of-volumes': 'How many volumes',
  'printing-number': 'Printing',
  'supplement-number': 'Supplement',
  'original-title': 'Original title',
  'original-publisher': 'Original publisher',
  'original-publisher-place': 'Place of the original publisher',
  'reviewed-title': 'Title of what is reviewed',
  'reviewed-genre': 'Kind of what is reviewed',
  dimensions: 'Size',
  scale: 'Scale',
  references: 'Related matters',
  license: 'Licence',
  'citation-label': 'Label',
  DOI: 'DOI',
  ISBN: 'ISBN',
  ISSN: 'ISSN',
  PMID: 'PMID',
  PMCID: 'PMCID',
  URL: 'Address on the web',
  language: 'Language, as a code',
  keyword: 'Keywords',
  abstract: 'Abstract',
  annote: 'Annotation',
  note: 'Remark that is printed by some styles',
  author: 'Authors',
  editor: 'Editors',
  translator: 'Translators',
  'container-author': 'Authors of the book it is in',
  'collection-editor': 'Editors of the series',
  'editorial-director': 'Directors of the edition',
  chair: 'Chairs',
  compiler: 'Compilers',
  composer: 'Composers',
  contributor: 'Contributors',
  curator: 'Curators',
  director: 'Directors',
  'executive-producer': 'Executive producers',
  guest: 'Guests',
  host: 'Hosts',
  illustrator: 'Illustrators',
  interviewer: 'Interviewers',
  narrator: 'Narrators',
  organizer: 'Organizers',
  'original-author': 'Authors of the original',
  performer: 'Performers',
  producer: 'Producers',
  recipient: 'Recipients',
  'reviewed-author': 'Authors of what is reviewed',
  'script-writer': 'Writers of the script',
  'series-creator': 'Creators of the series',
  issued: 'Date',
  accessed: 'Seen on',
  'available-date': 'Available since',
  'event-date': 'Date of the event',
  'original-date': 'Date of the original',
  submitted: 'Submitted on',
}

/** Whether a field says anything. */
export function isFilled(source: Source, field: SourceField): boolean {
  const value = source[field]
  if (value === undefined) return false
  if (typeof value === 'string') return value.trim() !== ''
  if (Array.isArray(value)) return value.length > 0
  return Boolean(value['date-parts'] ?? value.literal ?? value.season)
}

/** What a source lacks for its type, in the words of a sentence: “DOI or address on the web”. */
export function lacksOf(source: Source): string[] {
  const { needs, shows } = sourceForms[source.type]
  return needs
    .filter(fields => !fields.some(field => isFilled(source, field)))
    .map(fields =>
      fields
        .filter((field, index) => index === 0 || shows.includes(field))
        .map(field => inSentence(fieldNames[field]))
        .join(' or '),
    )
}

/** Names that are all capitals stay so. */
const inSentence = (name: string): string => (/^\p{Lu}{2}/u.test(name) ? name : name.charAt(0).toLowerCase() + name.slice(1))
