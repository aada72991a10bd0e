/** Schemes to begin with, each described by what it looks like. */
import {
  type CounterForm,
  type LevelRule,
  paperScheme,
  type RuleSet,
  type Scheme,
  type SeriesRule,
  type Tile,
  thesisScheme,
} from './scheme.ts'

export interface ReadyScheme {
  name: string
  /** What it looks like, by example. */
  looks: string
  make(): Scheme
}

const text = (words: string): Tile => ({ text: words })
const level = (n: number): Tile => ({ level: n })

function changed(base: Scheme, change: (scheme: Scheme) => void): Scheme {
  change(base)
  return base
}
/** Alters the rule of a level in one set of rules. */
const alter = (scheme: Scheme, set: RuleSet, n: number, more: Partial<LevelRule>): void => {
  scheme.levels[set] = scheme.levels[set].map(rule => (rule.level === n ? { ...rule, ...more } : rule))
}
const alterSeries = (scheme: Scheme, more: Partial<SeriesRule>): void => {
  scheme.series = scheme.series.map(rule => ({ ...rule, ...more }))
}
/** The main chapters count in another form, while whatever is numbered within them stays arabic. */
const chapterForm = (scheme: Scheme, form: CounterForm): void => {
  alter(scheme, 'main', 1, { form })
  for (let n = 2; n <= 9; n++) alter(scheme, 'main', n, { forceArabic: true })
}

export const readySchemes: ReadyScheme[] = [
  {
    name: 'Chapters, counted within',
    looks: 'Chapter 3 · 3.2 · 3.2.1 · Figure 3.4 · (3.7) · Appendix B',
    make: thesisScheme,
  },
  {
    name: 'Chapters, counted through',
    looks: 'Chapter 3 · 3.2 · 3.2.1 · Figure 17 · (31) · Appendix B',
    make: () => changed(thesisScheme(), scheme => alterSeries(scheme, { prefixLevel: null, restartAfter: null })),
  },
  {
    name: 'Roman chapters, arabic sections',
    looks: 'Chapter IV · 4.2 · 4.2.1 · Figure IV.3',
    make: () => changed(thesisScheme(), scheme => chapterForm(scheme, 'romanUpper')),
  },
  {
    name: 'Chapters in words',
    looks: 'Chapter four · 4.2 · 4.2.1 · Figure 12',
    make: () =>
      changed(thesisScheme(), scheme => {
        chapterForm(scheme, 'words')
        // “Figure Four.2” is not wanted: what is captioned counts through the work.
        alterSeries(scheme, { prefixLevel: null, restartAfter: null })
      }),
  },
  {
    name: 'Chapters without a word, dashes in captions',
    looks: '3 · 3.2 · 3.2.1 · Figure 3–4 · (3–7) · Appendix B',
    make: () =>
      changed(thesisScheme(), scheme => {
        alter(scheme, 'main', 1, { pattern: [level(1)], follows: 'gap' })
        alterSeries(scheme, { separator: '–' })
      }),
  },
  {
    name: 'Sections of a paper',
    looks: '3 · 3.2 · 3.2.1 · Figure 4 · (7) · Appendix A',
    make: paperScheme,
  },
  {
    name: 'Roman, letter, figure',
    looks: 'IV · B · 2 · a) · Figure 4 · (7)',
    make: () =>
      changed(paperScheme(), scheme => {
        const forms: [number, CounterForm, Tile[]][] = [
          [1, 'romanUpper', [level(1), text('.')]],
          [2, 'letterUpper', [level(2), text('.')]],
          [3, 'arabic', [level(3), text('.')]],
          [4, 'letterLower', [level(4), text(')')]],
        ]
        for (const [n, form, pattern] of forms) alter(scheme, 'main', n, { form, pattern, forceArabic: false })
      }),
  },
  {
    name: 'Section signs',
    looks: '§ 3 · § 3.2 · § 3.2.1 · Figure 4 · (7)',
    make: () =>
      changed(paperScheme(), scheme => {
        for (const { level: n, pattern } of scheme.levels.main) alter(scheme, 'main', n, { pattern: [text('§\u00a0'), ...pattern] })
      }),
  },
  {
    name: 'Letters, then figures',
    looks: 'C · C.2 · C.2.1 · Figure C.4 · (C.7)',
    make: () =>
      changed(paperScheme(), scheme => {
        alter(scheme, 'main', 1, { form: 'letterUpper' })
        alter(scheme, 'appendix', 1, { form: 'romanUpper' })
        alterSeries(scheme, { prefixLevel: 1, restartAfter: 1 })
      }),
  },
  {
    name: 'Everything within its section',
    looks: 'Chapter 3 · 3.2 · Figure 3.2.4 · (3.2.7) · Theorem 3.2.1',
    make: () => changed(thesisScheme(), scheme => alterSeries(scheme, { prefixLevel: 2, restartAfter: 2 })),
  },
]

/** A ready-made scheme for a work: the author's own series, names, caption places, notes and lists stay what they are. */
export function readySchemeFor(ready: Scheme, current: Scheme): Scheme {
  const counting = ready.series.find(({ key }) => key === 'figure')!
  return {
    ...current,
    levels: {
      main: withNames(ready.levels.main, current.levels.main),
      appendix: withNames(ready.levels.appendix, current.levels.appendix),
      chapterAppendix: withNames(ready.levels.chapterAppendix, current.levels.chapterAppendix),
    },
    series: current.series.map(rule => {
      const { prefixLevel, restartAfter, separator, form, start } = ready.series.find(({ key }) => key === rule.key) ?? counting
      return { ...rule, prefixLevel, restartAfter, separator, form, start }
    }),
  }
}

/** Patterns of the one, and of the other the names an author may have changed; chapters and sections keep their own words. */
const withNames = (rules: LevelRule[], current: LevelRule[]): LevelRule[] =>
  rules.map(rule => {
    const own = current.find(({ level: n }) => n === rule.level)
    return own && own.names.one === rule.names.one ? { ...rule, names: own.names } : rule
  })
