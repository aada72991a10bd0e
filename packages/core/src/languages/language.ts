/** What a language is to a work: the names of what is numbered, and every word that the program itself writes. */

/** Four forms of a name: as captions and references say it, whole or short. */
export interface Names {
  one: string
  many: string
  shortOne: string
  shortMany: string
}
export const names = (one: string, many: string, shortOne: string, shortMany: string): Names => ({ one, many, shortOne, shortMany })

/** What has a name in every language. */
export const nameKeys = [
  'part',
  'chapter',
  'section',
  'appendix',
  'figure',
  'table',
  'equation',
  'listing',
  'box',
  'theorem',
  'lemma',
  'proposition',
  'corollary',
  'definition',
  'remark',
  'item',
  'note',
  'place',
] as const
export type NameKey = (typeof nameKeys)[number]

/** Plain text all of it, so that an author can write down a language of his own in a work. */
export interface Words {
  names: Record<NameKey, Names>
  /** What a list of a series is called; `{names}` stands for the plural of its name, `{Names}` for the same as a name is written. */
  listOf: string
  /** Titles of divisions that the program writes, and of those that a work begins with. */
  contents: string
  abstract: string
  introduction: string
  /** Titles of the lists of abbreviations and of symbols. */
  abbreviations: string
  symbols: string
  /** The title of the list of sources, and before the pages on which one is cited. */
  sources: string
  citedOn: string
  /** Above the appendices in the contents. */
  appendices: string
  /** Above the rest of a long table. */
  continued: string
  /** Above the notes of a chapter. */
  notes: string
  proof: string
  /** The title of an index, and what sends its reader elsewhere. */
  index: string
  see: string
  seeAlso: string
  /** Behind the number of a page, for the page behind it, and for those behind it. */
  following: string
  followingSeveral: string
  /** Before the keywords of the work, with what stands behind it. */
  keywords: string
  page: string
  pages: string
  /** Where names are short. */
  shortPage: string
  shortPages: string
  /** Between a number and “page 31”, spaces included. */
  on: string
  /** Between a note and the chapter it stands in, spaces included. */
  in: string
  /** Instead of a page number, spaces included. */
  this: string
  facing: string
  next: string
  previous: string
  /** Between the ends of a range whose numbers hold dashes or words, spaces included. */
  to: string
  /** Between the last two of several; empty for what the language uses anyway. */
  and: string
  quotesOpen: string
  quotesClose: string
  /** What a reference says that leads nowhere, or to something deleted, and before what that was called. */
  nowhere: string
  deleted: string
  was: string
  /** Abbreviations, each with its stop, after which no sentence begins; parted by spaces. */
  noSentenceAfter: string
}

export interface Language extends Words {
  /** BCP 47 tag without a country. */
  tag: string
  /** A counter’s value in words, from 0 to 999. */
  count(value: number): string
}
