/** The numbering rules of a work: levels, series, notes and lists, each written by the same mechanism of patterns and counter forms. */

import { namesByLanguage } from './schemeNames.ts'

/** How a counter prints: 1, i, I, a, A, α, in words, or as note symbols. */
export type CounterForm = 'arabic' | 'romanLower' | 'romanUpper' | 'letterLower' | 'letterUpper' | 'greek' | 'words' | 'symbols'

/** One piece of a pattern: fixed text, or the counter of a level. */
export type Tile = { text: string } | { level: number; form?: CounterForm }

export interface Names {
  one: string
  many: string
  shortOne: string
  shortMany: string
}

export interface LevelRule {
  level: number
  names: Names
  pattern: Tile[]
  form: CounterForm
  start: number
  /** The higher level whose headings set this counter back; null lets it run on. */
  restartAfter: number | null
  /** Every counter of this pattern prints arabic, whatever its own level prints. */
  forceArabic: boolean
  /** What stands between number and text: a space, a fixed gap, nothing or a new line. */
  follows: 'space' | 'gap' | 'nothing' | 'line'
}

export type RuleSet = 'main' | 'appendix' | 'chapterAppendix'

export interface SeriesRule {
  key: string
  /** The series whose counter and written number it shares, or null: a lemma that counts with the theorems. */
  countsWith: string | null
  /** How the words of its entries are set, where they are statements and not captioned blocks. */
  statement: 'upright' | 'italic' | null
  names: Names
  form: CounterForm
  start: number
  /** The level whose bare number stands before the count, or null. */
  prefixLevel: number | null
  /** The level whose headings set the count back; null lets it run on. */
  restartAfter: number | null
  separator: string
  brackets: boolean
  captionPlace: 'above' | 'below' | 'margin'
  captionSeparator: string
  /** How parts of one entry (panels, lines of an equation group) count, in brackets behind its number. */
  partForm: CounterForm
}

export interface Scheme {
  levels: Record<RuleSet, LevelRule[]>
  series: SeriesRule[]
  /** Notes stand at the foot of the page of their mark, at the end of their chapter, or in a division of their own. */
  notes: { form: CounterForm; restart: 'work' | 'chapter' | 'page'; place: 'foot' | 'chapter' | 'work' }
  /** Counter form of numbered lists by depth, outermost first. */
  lists: CounterForm[]
  nameForm: 'full' | 'short'
}

const names = (one: string, many: string, shortOne: string, shortMany: string): Names => ({ one, many, shortOne, shortMany })
const level = (n: number): Tile => ({ level: n })
const text = (t: string): Tile => ({ text: t })
/** 1.2.3 from the given first level to the last. */
const dotted = (from: number, to: number): Tile[] =>
  Array.from({ length: to - from + 1 }, (_, i) => [...(i ? [text('.')] : []), level(from + i)]).flat()

const { chapter, section, appendix, ...seriesNames } = namesByLanguage.en!

function rule(n: number, named: Names, pattern: Tile[], more: Partial<LevelRule> = {}): LevelRule {
  return {
    level: n,
    names: named,
    pattern,
    form: 'arabic',
    start: 1,
    restartAfter: n > 1 ? n - 1 : null,
    forceArabic: false,
    follows: 'gap',
    ...more,
  }
}

function series(key: string, named: Names, prefixLevel: number | null, more: Partial<SeriesRule> = {}): SeriesRule {
  return {
    key,
    countsWith: null,
    statement: null,
    names: named,
    form: 'arabic',
    start: 1,
    prefixLevel,
    restartAfter: prefixLevel,
    separator: '.',
    brackets: false,
    captionPlace: 'below',
    captionSeparator: '. ',
    partForm: 'letterLower',
    ...more,
  }
}

const below = (first: LevelRule): LevelRule[] => [first, ...[2, 3, 4, 5, 6, 7, 8, 9].map(n => rule(n, section, dotted(1, n)))]
const appendices = (): LevelRule[] => below(rule(1, appendix, [text('Appendix '), level(1)], { form: 'letterUpper', follows: 'line' }))
const chapterAppendices = (): LevelRule[] => [
  rule(1, chapter, [level(1)]),
  rule(2, appendix, [text('Appendix '), level(1), text('.'), level(2)], { form: 'letterUpper', follows: 'gap' }),
  ...[3, 4, 5, 6, 7, 8, 9].map(n => rule(n, section, dotted(1, n))),
]
const standardSeries = (prefix: number | null): SeriesRule[] => [
  series('figure', seriesNames.figure, prefix),
  series('table', seriesNames.table, prefix, { captionPlace: 'above' }),
  series('equation', seriesNames.equation, prefix, { brackets: true, captionPlace: 'margin' }),
  listingSeries(prefix),
  ...statementSeries(prefix),
]
/** Listings of programs and other text that is set as it stands. */
export const listingSeries = (prefix: number | null): SeriesRule =>
  series('listing', seriesNames.listing, prefix, { captionPlace: 'above' })
/** Theorems and what counts with them. */
export const statementSeries = (prefix: number | null): SeriesRule[] => [
  series('theorem', seriesNames.theorem, prefix, { statement: 'italic' }),
  series('lemma', seriesNames.lemma, prefix, { statement: 'italic', countsWith: 'theorem' }),
  series('proposition', seriesNames.proposition, prefix, { statement: 'italic', countsWith: 'theorem' }),
  series('corollary', seriesNames.corollary, prefix, { statement: 'italic', countsWith: 'theorem' }),
  series('definition', seriesNames.definition, prefix, { statement: 'upright', countsWith: 'theorem' }),
  series('remark', seriesNames.remark, prefix, { statement: 'upright', countsWith: 'theorem' }),
]
const listForms: CounterForm[] = ['arabic', 'letterLower', 'romanLower']

/** Chapters on pages of their own; figures, tables and equations count within them. */
export const thesisScheme = (): Scheme => ({
  levels: {
    main: below(rule(1, chapter, [text('Chapter '), level(1)], { follows: 'line' })),
    appendix: appendices(),
    chapterAppendix: chapterAppendices(),
  },
  series: standardSeries(1),
  notes: { form: 'arabic', restart: 'chapter', place: 'foot' },
  lists: listForms,
  nameForm: 'full',
})

/** Sections are the first level and everything counts through the whole paper. */
export const paperScheme = (): Scheme => ({
  levels: {
    main: below(rule(1, section, [level(1)])),
    appendix: below(rule(1, appendix, [text('Appendix '), level(1)], { form: 'letterUpper', follows: 'gap' })),
    chapterAppendix: chapterAppendices(),
  },
  series: standardSeries(null),
  notes: { form: 'arabic', restart: 'work', place: 'foot' },
  lists: listForms,
  nameForm: 'full',
})

export const seriesRule = (scheme: Scheme, key: string): SeriesRule => {
  const found = scheme.series.find(rule => rule.key === key)
  if (found) return found
  // What was pasted from a work with other series counts by itself, under its own name.
  const name = key.charAt(0).toUpperCase() + key.slice(1)
  return { ...series(key, names(name, name, name, name), null), statement: 'upright' }
}

/** The rule that counts and writes the numbers of a series: its own, or that of the series it counts with. */
export const countingRule = (scheme: Scheme, rule: SeriesRule): SeriesRule =>
  rule.countsWith === null ? rule : (scheme.series.find(({ key, countsWith }) => key === rule.countsWith && countsWith === null) ?? rule)
