/** The numbering rules of a work: levels, series, notes and lists, each written by the same mechanism of patterns and counter forms. */

import { capital } from '../../languages/capital.ts'
import { english } from '../../languages/en.ts'
import { languageOf } from '../../languages/index.ts'
import { type Names, names, type Words } from '../../languages/language.ts'
import { flag, languageTag, oneOf, orNone, ruleKey, type Static, Type, whole, words } from '../definition.ts'
import { deepestLevel } from '../kinds/heading.ts'
import type { Part } from './part.ts'

export type { Names }

const closed = { additionalProperties: false }

export const counterForms = ['arabic', 'romanLower', 'romanUpper', 'letterLower', 'letterUpper', 'greek', 'words', 'symbols'] as const
/** How a counter prints: 1, i, I, a, A, α, in words, or as note symbols. */
export type CounterForm = (typeof counterForms)[number]
const form = oneOf(counterForms, 'arabic')

/** One piece of a pattern: fixed text, or the counter of a level. */
const tile = Type.Union([
  Type.Object({ text: words({ most: 200 }) }, closed),
  Type.Object({ level: whole({ from: 0, to: deepestLevel }), form: Type.Optional(form) }, closed),
])
export type Tile = Static<typeof tile>
const pattern = Type.Array(tile, { maxItems: 40, default: [] })

const name = words({ most: 200 })
const namesDefinition = Type.Object({ one: name, many: name, shortOne: name, shortMany: name }, closed)
const start = whole({ from: 0, to: 100_000, usual: 1 })
/** A level that something counts within; null for none. */
const within = orNone(whole({ from: 0, to: deepestLevel }))

const levelRule = Type.Object(
  {
    level: whole({ from: 0, to: deepestLevel }),
    names: namesDefinition,
    pattern,
    /** What references, prefixes and lists say of the number; null for the pattern from its first counter to its last. */
    bare: orNone(pattern),
    form,
    start,
    /** The higher level whose headings set this counter back; null lets it run on. */
    restartAfter: within,
    /** Every counter of this pattern prints arabic, whatever its own level prints. */
    forceArabic: flag(false),
    /** What stands between number and text: a space, a fixed gap, nothing or a new line. */
    follows: oneOf(['space', 'gap', 'nothing', 'line'], 'gap'),
  },
  closed,
)
export type LevelRule = Static<typeof levelRule>

export const ruleSets = ['main', 'appendix', 'chapterAppendix'] as const
export type RuleSet = (typeof ruleSets)[number]

const seriesDefinition = Type.Object(
  {
    key: ruleKey('series'),
    /** The series whose counter and written number it shares, or null: a lemma that counts with the theorems. */
    countsWith: orNone(ruleKey()),
    /** How the words of its entries are set, where they are statements and not captioned blocks. */
    statement: orNone(oneOf(['upright', 'italic'], 'upright')),
    names: namesDefinition,
    /** What captions call an entry, where it is not what sentences call it; empty for the same. */
    captionName: name,
    form,
    start,
    /** The level whose bare number stands before the count, or null. */
    prefixLevel: within,
    /** The level whose headings set the count back; null lets it run on. */
    restartAfter: within,
    /** Between prefix and count; may be nothing. */
    separator: words({ most: 40, usual: '.' }),
    brackets: flag(false),
    captionPlace: oneOf(['above', 'below', 'margin'], 'below'),
    captionSeparator: words({ most: 40, usual: '. ' }),
    /** How parts of one entry (panels, lines of an equation group) count, in brackets behind its number. */
    partForm: form,
  },
  closed,
)
export type SeriesRule = Static<typeof seriesDefinition>

/** One depth of a list. In a numbered list the levels of the pattern are depths, 1 for the outermost; a tile without levels, a sign alone, is what a list that is not numbered shows. */
const listLevel = Type.Object({ pattern, form }, closed)
export type ListLevel = Static<typeof listLevel>

/** Most depths that a look of lists tells apart. */
export const deepestList = 9

/** How lists of one look are marked, by depth, outermost first; deeper levels begin again with the first. */
const listMarking = Type.Object(
  {
    key: ruleKey('plain'),
    /** What the author calls it. */
    name: words({ most: 100, usual: 'Plain' }),
    levels: Type.Array(listLevel, { minItems: 1, maxItems: deepestList }),
  },
  closed,
)
export type ListMarking = Static<typeof listMarking>
const listMarkings = Type.Array(listMarking, { minItems: 1, maxItems: 50 })

const { tag: _tag, count: _count, names: englishNames, ...englishWords } = english
/** The words of a language that does not ship, as its author writes them down: the same value as that of one that ships. */
const ownWords = Type.Unsafe<Words>(
  Type.Object(
    {
      names: Type.Object(Object.fromEntries(Object.keys(englishNames).map(key => [key, namesDefinition])), closed),
      ...Object.fromEntries(Object.keys(englishWords).map(key => [key, words({ most: 2000 })])),
    },
    closed,
  ),
)

const levelRules = Type.Array(levelRule, { minItems: deepestLevel, maxItems: deepestLevel + 1 })

/** Notes stand at the foot of the page of their mark, at the end of their chapter, or in a division of their own. */
const noteRules = Type.Object(
  {
    form,
    restart: oneOf(['work', 'chapter', 'page'], 'chapter'),
    place: oneOf(['foot', 'chapter', 'work'], 'foot'),
    /** A reference from another chapter says the chapter of the note as well. */
    sayChapter: flag(false),
  },
  closed,
)
export type NoteRules = Static<typeof noteRules>

export const schemeDefinition = Type.Object(
  {
    /** BCP 47 tag of the language of counters in words, and of names that stand in no rule. */
    language: languageTag(),
    /** Level 0, the parts of a work, is a level of the main matter only. */
    levels: Type.Object({ main: levelRules, appendix: levelRules, chapterAppendix: levelRules }, closed),
    series: Type.Array(seriesDefinition, { maxItems: 100 }),
    notes: noteRules,
    /** Of notes of the other kind: a work may have footnotes and endnotes, or two counts of either. */
    otherNotes: noteRules,
    /** Looks of lists; a list that names none has the first one of its kind. */
    lists: Type.Object({ numbered: listMarkings, bulleted: listMarkings }, closed),
    nameForm: oneOf(['full', 'short'], 'full'),
    /** Between the last two of several targets, instead of the language's own word; empty for that. */
    conjunction: words({ most: 40 }),
    /** What the program writes into the work, where its author has other words for it; null for those of its language. */
    words: orNone(ownWords),
  },
  closed,
)
export type Scheme = Static<typeof schemeDefinition>

/** The rules that a note follows, by its kind. */
export const noteRulesOf = ({ notes, otherNotes }: Scheme, other: boolean): NoteRules => (other ? otherNotes : notes)

/** Endnotes beside footnotes, in letters so that no mark is taken for one of the others. */
const endnotes = (): NoteRules => ({ form: 'letterLower', restart: 'work', place: 'work', sayChapter: false })

const level = (n: number): Tile => ({ level: n })
const text = (t: string): Tile => ({ text: t })
/** 1.2.3 from the given first level to the last. */
const dotted = (from: number, to: number): Tile[] =>
  Array.from({ length: to - from + 1 }, (_, i) => [...(i ? [text('.')] : []), level(from + i)]).flat()

const { part, chapter, section, appendix, ...seriesNames } = english.names

function rule(n: number, named: Names, pattern: Tile[], more: Partial<LevelRule> = {}): LevelRule {
  return {
    level: n,
    names: named,
    pattern,
    bare: null,
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
    captionName: '',
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

const listLook = (key: string, name: string, ...levels: [CounterForm, Tile[]][]): ListMarking => ({
  key,
  name,
  levels: levels.map(([form, pattern]) => ({ form, pattern })),
})
const bulleted = (key: string, name: string, ...signs: string[]): ListMarking =>
  listLook(key, name, ...signs.map((sign): [CounterForm, Tile[]] => ['arabic', [text(sign)]]))

/** A look of a list that counts in a form at each depth: 1. a. i. */
export const plainListMarking = (forms: CounterForm[]): ListMarking =>
  listLook('plain', 'Plain', ...forms.map((form, i): [CounterForm, Tile[]] => [form, [level(i + 1), text('.')]]))

export const readyListMarkings = (): Scheme['lists'] => ({
  numbered: [
    plainListMarking(['arabic', 'letterLower', 'romanLower']),
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

/** A look with one depth more, written as its deepest one is: 1.1.1 is followed by 1.1.1.1, (i) by (i). */
export function deeperLook(look: ListMarking): ListMarking {
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
export const listMarkingOf = (scheme: Scheme, kind: 'numberedList' | 'bulletedList', key: string): ListMarking => {
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
  notes: { form: 'arabic', restart: 'chapter', place: 'foot', sayChapter: false },
  otherNotes: endnotes(),
  lists: readyListMarkings(),
  nameForm: 'full',
  conjunction: '',
  words: null,
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
  notes: { form: 'arabic', restart: 'work', place: 'foot', sayChapter: false },
  otherNotes: endnotes(),
  lists: readyListMarkings(),
  nameForm: 'full',
  conjunction: '',
  words: null,
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
  const name = capital(key)
  return { ...series(key, names(name, name, name, name), null), statement: 'upright' }
}

/** The rule that counts and writes the numbers of a series: its own, or that of the series it counts with, and so on. */
export function countingRule(scheme: Scheme, rule: SeriesRule): SeriesRule {
  let current = rule
  // A chain that comes back to where it began counts by itself.
  for (const passed = new Set<string>(); current.countsWith !== null; ) {
    const next = scheme.series.find(({ key }) => key === current.countsWith)
    if (!next || passed.has(next.key)) return passed.has(next?.key ?? '') ? rule : current
    passed.add(current.key)
    current = next
  }
  return current
}

/** The tiles of a pattern from its first counter to its last: none where it is text alone. */
export function countersIn(pattern: readonly Tile[]): readonly Tile[] {
  const first = pattern.findIndex(tile => 'level' in tile)
  return first < 0 ? [] : pattern.slice(first, pattern.findLastIndex(tile => 'level' in tile) + 1)
}

/** The words that the program writes into a work of a language. */
export const wordsOf = (scheme: Scheme, language: string): Words => scheme.words ?? languageOf(language)

/** What stands between the last two of several: the author's own word, or that of words of his own; empty for what the language uses. */
export const conjunctionOf = (scheme: Scheme, language: string): string => scheme.conjunction || wordsOf(scheme, language).and

/** What is wrong with the levels of a scheme, in words; empty where nothing is. */
function levelProblem({ levels }: Scheme): string {
  for (const set of ruleSets) {
    const rules = levels[set]
    const given = rules.map(rule => rule.level).sort((a, b) => a - b)
    const first = set === 'main' && given[0] === 0 ? 0 : 1
    if (given.some((level, i) => level !== first + i) || given.at(-1) !== deepestLevel)
      return `each level from 1 to ${deepestLevel} must have one rule`
  }
  return ''
}

export const scheme: Part<Scheme> = {
  definition: schemeDefinition,
  empty: kind => (kind === 'paper' ? paperScheme() : thesisScheme()),
  problem: found =>
    levelProblem(found) || (new Set(found.series.map(({ key }) => key)).size < found.series.length ? 'two series have one key' : ''),
  onPages: true,
}
