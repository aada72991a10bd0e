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

/** How lists of one look are marked, by depth, outermost first; deeper levels begin again with the first. */
export interface ListLook {
  key: string
  /** What the author calls it. */
  name: string
  levels: ListLevel[]
}

/**
 * One depth of a list. In a numbered list the pattern's levels are depths, 1 for the outermost; a tile without levels, a sign alone, is
 * what a list that is not numbered shows.
 */
export interface ListLevel {
  pattern: Tile[]
  form: CounterForm
}

export interface Scheme {
  /** BCP 47 tag of the language of counters in words, and of names that stand in no rule. */
  language: string
  /** Level 0, the parts of a work, is a level of the main matter only. */
  levels: Record<RuleSet, LevelRule[]>
  series: SeriesRule[]
  /** Notes stand at the foot of the page of their mark, at the end of their chapter, or in a division of their own. */
  notes: { form: CounterForm; restart: 'work' | 'chapter' | 'page'; place: 'foot' | 'chapter' | 'work' }
  /** Looks of lists; a list that names none has the first one of its kind. */
  lists: { numbered: ListLook[]; bulleted: ListLook[] }
  nameForm: 'full' | 'short'
  /** Between the last two of several targets, instead of the language's own word; empty for that. */
  conjunction: string
}

const names = (one: string, many: string, shortOne: string, shortMany: string): Names => ({ one, many, shortOne, shortMany })
const level = (n: number): Tile => ({ level: n })
const text = (t: string): Tile => ({ text: t })
/** 1.2.3 from the given first level to the last. */
const dotted = (from: number, to: number): Tile[] =>
  Array.from({ length: to - from + 1 }, (_, i) => [...(i ? [text('.')] : []), level(from + i)]).flat()

const { part, chapter, section, appendix, ...seriesNames } = namesByLanguage.en!

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
  boxSeries(prefix),
  ...statementSeries(prefix),
]
/** Listings of programs and other text that is set as it stands. */
export const listingSeries = (prefix: number | null): SeriesRule =>
  series('listing', seriesNames.listing, prefix, { captionPlace: 'above' })
/** Text in frames. */
export const boxSeries = (prefix: number | null): SeriesRule => series('box', seriesNames.box, prefix, { captionPlace: 'above' })
/** Theorems and what counts with them. */
export const statementSeries = (prefix: number | null): SeriesRule[] => [
  series('theorem', seriesNames.theorem, prefix, { statement: 'italic' }),
  series('lemma', seriesNames.lemma, prefix, { statement: 'italic', countsWith: 'theorem' }),
  series('proposition', seriesNames.proposition, prefix, { statement: 'italic', countsWith: 'theorem' }),
  series('corollary', seriesNames.corollary, prefix, { statement: 'italic', countsWith: 'theorem' }),
  series('definition', seriesNames.definition, prefix, { statement: 'upright', countsWith: 'theorem' }),
  series('remark', seriesNames.remark, prefix, { statement: 'upright', countsWith: 'theorem' }),
]

/** Parts, above the chapters, which count on through them. */
export const partRule = (): LevelRule => rule(0, part, [text('Part '), level(0)], { form: 'romanUpper', follows: 'line' })

const listLook = (key: string, name: string, ...levels: [CounterForm, Tile[]][]): ListLook => ({
  key,
  name,
  levels: levels.map(([form, pattern]) => ({ form, pattern })),
})
const bulleted = (key: string, name: string, ...signs: string[]): ListLook =>
  listLook(key, name, ...signs.map((sign): [CounterForm, Tile[]] => ['arabic', [text(sign)]]))

/** A look of a list that counts in a form at each depth: 1. a. i. */
export const plainListLook = (forms: CounterForm[]): ListLook =>
  listLook('plain', 'Plain', ...forms.map((form, i): [CounterForm, Tile[]] => [form, [level(i + 1), text('.')]]))

export const readyListLooks = (): Scheme['lists'] => ({
  numbered: [
    plainListLook(['arabic', 'letterLower', 'romanLower']),
    listLook(
      'bracketed',
      'In brackets',
      ...(['letterLower', 'romanLower', 'arabic'] as CounterForm[]).map((form, i): [CounterForm, Tile[]] => [
        form,
        [text('('), level(i + 1), text(')')],
      ]),
    ),
    listLook(
      'decimal',
      'Decimal',
      ...[1, 2, 3].map((n): [CounterForm, Tile[]] => ['arabic', n === 1 ? [level(1), text('.')] : dotted(1, n)]),
    ),
  ],
  bulleted: [bulleted('dots', 'Dots', '•', '–', '·'), bulleted('dashes', 'Dashes', '–', '·')],
})

/** Most depths that a look of lists tells apart. */
export const deepestList = 9

/** A look with one depth more, written as its deepest one is: 1.1.1 is followed by 1.1.1.1, (i) by (i). */
export function deeperLook(look: ListLook): ListLook {
  const depth = look.levels.length
  const last = look.levels.at(-1)!
  const counters = last.pattern.filter(tile => 'level' in tile)
  const pattern =
    counters.length > 1
      ? last.pattern.flatMap((tile): Tile[] => ('level' in tile && tile.level === depth ? [tile, text('.'), level(depth + 1)] : [tile]))
      : last.pattern.map((tile): Tile => ('level' in tile ? { ...tile, level: depth + 1 } : tile))
  return depth < deepestList ? { ...look, levels: [...look.levels, { ...last, pattern }] } : look
}

/** The look of a list, by the key it names. */
export const listLookOf = (scheme: Scheme, kind: 'numberedList' | 'bulletedList', key: string): ListLook => {
  const looks = kind === 'numberedList' ? scheme.lists.numbered : scheme.lists.bulleted
  return looks.find(look => look.key === key) ?? looks[0]!
}

/** Chapters on pages of their own; figures, tables and equations count within them. */
export const thesisScheme = (): Scheme => ({
  language: 'en-GB',
  levels: {
    main: [partRule(), ...below(rule(1, chapter, [text('Chapter '), level(1)], { follows: 'line' }))],
    appendix: appendices(),
    chapterAppendix: chapterAppendices(),
  },
  series: standardSeries(1),
  notes: { form: 'arabic', restart: 'chapter', place: 'foot' },
  lists: readyListLooks(),
  nameForm: 'full',
  conjunction: '',
})

/** Sections are the first level and everything counts through the whole paper. */
export const paperScheme = (): Scheme => ({
  language: 'en-GB',
  levels: {
    main: [partRule(), ...below(rule(1, section, [level(1)]))],
    appendix: below(rule(1, appendix, [text('Appendix '), level(1)], { form: 'letterUpper', follows: 'gap' })),
    chapterAppendix: chapterAppendices(),
  },
  series: standardSeries(null),
  notes: { form: 'arabic', restart: 'work', place: 'foot' },
  lists: readyListLooks(),
  nameForm: 'full',
  conjunction: '',
})

/** A series of the author's own, called by a name: it counts as figures do, or, of statements, as theorems do. Its key is not yet taken. */
export function newSeries(scheme: Scheme, name: string, statement = false): SeriesRule {
  const taken = new Set(scheme.series.map(({ key }) => key))
  let n = 1
  while (taken.has(`series-${n}`)) n++
  const base = scheme.series.find(rule => (statement ? rule.statement !== null : rule.key === 'figure')) ?? scheme.series[0]!
  const called = names(name, /s$/.test(name) ? name : `${name}s`, name, /s$/.test(name) ? name : `${name}s`)
  return { ...base, key: `series-${n}`, names: called, countsWith: null, statement: statement ? 'upright' : null }
}

/** Series that can have a list of their own: those that count by themselves; what counts with one is listed with it. */
export const listedSeries = (scheme: Scheme): SeriesRule[] => scheme.series.filter(({ countsWith }) => countsWith === null)

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
