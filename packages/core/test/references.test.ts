import fc from 'fast-check'
import { referenceText, type Wording, wordReference } from '../src/content/references/wordReference.ts'
import type { NumberedItem } from '../src/numbers/item.ts'
import type { Ledger } from '../src/numbers/ledger.ts'
import { numberItems } from '../src/numbers/ledger.ts'
import { paperScheme, thesisScheme } from '../src/work/parts/scheme.ts'
import { anItem } from './support/items.ts'

const item = (id: string, kind: string, series: string, level = 0, partOf = ''): [NumberedItem, number] => [
  anItem(id, kind, { series, level, partOf }),
  0,
]
/** Six chapters with nine figures in the fifth and one in the sixth. */
const chapters = numberItems(
  [
    ...[1, 2, 3, 4, 5].map(n => item(`ch${n}`, 'heading', '', 1)),
    ...[1, 2, 3, 4, 5, 6, 7, 8, 9].map(n => item(`f5.${n}`, 'series', 'figure')),
    item('p', 'member', '', 0, 'f5.4'),
    item('ch6', 'heading', '', 1),
    item('f6.1', 'series', 'figure'),
  ],
  thesisScheme(),
)
/** A paper: six sections, then fourteen equations and maps. */
const scheme = paperScheme()
scheme.series.push({ ...scheme.series[0]!, key: 'map', names: { one: 'Map', many: 'Maps', shortOne: 'Map', shortMany: 'Maps' } })
const flat = numberItems(
  [
    ...[1, 2, 3, 4, 5, 6].map(n => item(`s${n}`, 'heading', '', 1)),
    ...Array.from({ length: 14 }, (_, i) => item(`e${i + 1}`, 'series', 'equation')),
    ...[1, 2].map(n => item(`m${n}`, 'series', 'map')),
    ...[1, 2, 3, 4].map(n => item(`f${n}`, 'series', 'figure')),
  ],
  scheme,
)
const pages: Record<string, string> = { f4: '31', e11: '29', e12: '29', e14: '33' }
/** An arabic page by what it is called. */
const pageCalled = (label: string | undefined) => (label ? { label, index: Number(label) - 1 } : undefined)
const say = (
  ledger: Ledger,
  targets: string[],
  wording: Wording,
  more: { opensSentence?: boolean; was?: Record<string, string>; language?: string; pages?: Record<string, string> } = {},
): string =>
  referenceText(
    wordReference(
      { targets, wording, was: more.was ?? {} },
      {
        ledger,
        language: more.language ?? 'en-GB',
        pageOf: id => pageCalled((more.pages ?? pages)[id]),
        before: more.opensSentence ? '\n' : '',
      },
    ),
  ).replaceAll('\u00a0', '~')

test.each<[string, Ledger, string[], Wording, string]>([
  ['sorted by place', flat, ['e12', 'e11'], 'nameAndNumber', 'Equations~(11) and (12)'],
  ['three and more become a range', chapters, ['f5.2', 'f5.3', 'f5.4', 'f5.5', 'f5.9'], 'nameAndNumber', 'Figures~5.2–5.5 and 5.9'],
  ['no range over a prefix', chapters, ['f5.9', 'f6.1'], 'nameAndNumber', 'Figures~5.9 and 6.1'],
  ['several series', flat, ['e11', 's6', 'm2'], 'nameAndNumber', 'Equation~(11), Section~6 and Map~2'],
  ['a range of equations keeps its brackets', flat, ['e3', 'e4', 'e5'], 'number', '(3)–(5)'],
  ['with its page', flat, ['f4'], 'nameNumberAndPage', 'Figure~4 on page~31'],
  ['on one page', flat, ['e11', 'e12'], 'nameNumberAndPage', 'Equations~(11) and (12) on page~29'],
  ['on two pages', flat, ['e11', 'e14'], 'nameNumberAndPage', 'Equation~(11) on page~29 and Equation~(14) on page~33'],
  ['pages alone', flat, ['e14', 'e11'], 'page', 'pages~29 and 33'],
  ['a panel', chapters, ['p'], 'nameAndNumber', 'Figure~5.4(a)'],
  ['a chapter', chapters, ['ch3'], 'nameAndNumber', 'Chapter~3'],
  ['a target twice is said once', flat, ['f4', 'f4'], 'nameAndNumber', 'Figure~4'],
  ['a page that is not known yet', flat, ['f1'], 'page', 'page~…'],
])('%s', (_name, ledger, targets, wording, expected) => expect(say(ledger, targets, wording)).toBe(expected))

describe('how near a target is', () => {
  const near = (pages: number, facing: boolean, language = 'en-GB', targets = ['f4']): string =>
    referenceText(
      wordReference(
        { targets, wording: 'nearby', was: {} },
        { ledger: flat, language, pageOf: id => pageCalled({ f4: '31', e11: '29' }[id]), before: '', nearness: () => ({ pages, facing }) },
      ),
    ).replaceAll('\u00a0', '~')
  test.each<[number, boolean, string, string]>([
    [1, false, 'en-GB', 'Figure~4 on the next page'],
    [-1, false, 'en-GB', 'Figure~4 on the previous page'],
    [0, false, 'en-GB', 'Figure~4 on this page'],
    [1, true, 'en-GB', 'Figure~4 on the facing page'],
    [-1, true, 'en-GB', 'Figure~4 on the facing page'],
    [2, false, 'en-GB', 'Figure~4 on page~31'],
    [-7, false, 'en-GB', 'Figure~4 on page~31'],
    [1, false, 'de', 'Figure~4 auf der nächsten Seite'],
    [3, false, 'de', 'Figure~4 auf Seite~31'],
    [1, false, 'fr', 'Figure~4 à la page suivante'],
    [3, false, 'fr-CA', 'Figure~4 à la page~31'],
    [-1, false, 'es', 'Figure~4 en la página anterior'],
  ])('%i pages on, facing: %s, in %s: %s', (pages, facing, language, expected) => expect(near(pages, facing, language)).toBe(expected))
  test('two targets are said by their pages', () =>
    expect(near(4, false, 'en-GB', ['f4', 'e11'])).toBe('Figure~4 on page~31 and Equation~(11) on page~29'))
  test('before the pages are known the page is left open', () => expect(say(flat, ['f1'], 'nearby')).toBe('Figure~1 on page~…'))
})

test('a capital opens a sentence', () => expect(say(flat, ['f4'], 'page', { opensSentence: true })).toBe('Page~31'))

test('conjunctions follow the language', () =>
  expect(say(flat, ['e11', 'e14'], 'nameAndNumber', { language: 'de' })).toBe('Equations~(11) und (14)'))

test('a lost target leaves a marked gap that says what it was', () => {
  const parts = wordReference(
    { targets: ['gone', 'f4'], wording: 'nameAndNumber', was: { gone: 'Table 3.2' } },
    { ledger: flat, language: 'en', pageOf: () => pageCalled('1'), before: '' },
  )
  expect(referenceText(parts)).toContain('a deleted target (was Table 3.2)')
  expect(parts.find(part => part.lost)?.target).toBe('gone')
  expect(say(flat, [], 'nameAndNumber')).toBe('a reference without a target')
})

test('every part of a range leads somewhere', () => {
  const parts = wordReference(
    { targets: ['f5.2', 'f5.3', 'f5.4'], wording: 'nameAndNumber', was: {} },
    { ledger: chapters, language: 'en', pageOf: () => undefined, before: '' },
  )
  expect(parts.every(part => part.target)).toBe(true)
  expect(parts.at(-1)).toEqual({ text: '5.4', target: 'f5.4' })
})

const seriesAt = (id: string): string => {
  const item = flat.byId.get(id)?.item
  return item?.kind === 'series' ? item.series : ''
}

describe('any targets in any order', () => {
  const ids = (ledger: Ledger, series: string[]): string[] =>
    ledger.entries.filter(({ item }) => item.kind === 'series' && series.includes(item.series)).map(({ id }) => id)
  const some = (from: string[]): fc.Arbitrary<string[]> => fc.array(fc.constantFrom(...from), { minLength: 1, maxLength: 9 })
  /** “5.2–5.4” as the three numbers it stands for. */
  const expanded = (said: string): string[] => {
    const [first, last] = said.split('–')
    if (!last) return [first!]
    const [, prefix, from] = /^(.*?)(\d+)$/.exec(first!)!
    const count = Number(/\d+$/.exec(last)![0]) - Number(from) + 1
    expect(count).toBeGreaterThanOrEqual(3)
    return Array.from({ length: count }, (_, i) => `${prefix}${Number(from) + i}`)
  }
  const inOrder = (ledger: Ledger, targets: string[]): string[] =>
    [...new Set(targets)]
      .map(id => ledger.byId.get(id)!)
      .sort((a, b) => a.order - b.order)
      .map(({ bare }) => bare)

  test('the numbers are those of the targets, each once, in the order of the work, three and more in a row as a range', () =>
    fc.assert(
      fc.property(some(ids(chapters, ['figure'])), targets => {
        const said = say(chapters, targets, 'number')
        expect(said.split(/, | and /).flatMap(expanded)).toEqual(inOrder(chapters, targets))
      }),
    ))

  test('names stand once before the numbers of their series, in the plural where there are several', () =>
    fc.assert(
      fc.property(some(ids(flat, ['figure', 'map'])), targets => {
        const groups = [...say(flat, targets, 'nameAndNumber').matchAll(/(Figures?|Maps?)~(.*?)(?=(?:, | and )(?:Figure|Map)|$)/g)]
        const numbers = new Map(groups.map(([, name, list]) => [name!.replace(/s$/, ''), list!.split(/, | and /).flatMap(expanded)]))
        for (const [series, name] of [
          ['figure', 'Figure'],
          ['map', 'Map'],
        ] as const) {
          const own = inOrder(
            flat,
            targets.filter(id => seriesAt(id) === series),
          )
          expect(numbers.get(name) ?? []).toEqual(own)
          if (own.length) expect(groups.some(([, said]) => said === (own.length > 1 ? `${name}s` : name))).toBe(true)
        }
      }),
    ))

  test('what is said does not hang on the order in which the targets of one series were chosen, nor on choosing one twice', () =>
    fc.assert(
      fc.property(
        some(ids(flat, ['equation'])),
        fc.constantFrom<Wording>('number', 'nameAndNumber', 'page', 'nameNumberAndPage'),
        (targets, wording) => expect(say(flat, [...targets, ...targets].reverse(), wording)).toBe(say(flat, targets, wording)),
      ),
    ))

  test('each part leads to a target, no two neighbours to the same one, and a deleted one is marked among those that are there', () =>
    fc.assert(
      fc.property(some([...ids(flat, ['figure', 'map', 'equation']), 'gone']), fc.boolean(), (targets, opensSentence) => {
        const parts = wordReference(
          { targets, wording: 'nameAndNumber', was: { gone: 'Figure 9' } },
          { ledger: flat, language: 'en-GB', pageOf: () => undefined, before: opensSentence ? '\n' : '' },
        )
        expect(parts.filter(({ lost }) => lost)).toHaveLength(targets.includes('gone') ? 1 : 0)
        for (const [i, part] of parts.entries()) {
          if (part.target) expect(targets).toContain(part.target)
          if (i > 0 && !part.lost) expect(part.target === parts[i - 1]!.target).toBe(false)
        }
        if (opensSentence) expect(parts[0]!.text).toMatch(/^[\p{Lu}(]/u)
      }),
    ))
})
