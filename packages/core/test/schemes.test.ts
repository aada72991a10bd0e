import { div, eq, fig, h2, h3, p, ref, t } from '../../../demo/src/builder.ts'
import { changedWordings } from '../src/content/references/changedWordings.ts'
import { wordReference } from '../src/content/references/wordReference.ts'
import { languages } from '../src/languages/index.ts'
import { nameKeys } from '../src/languages/language.ts'
import { changedNumbers } from '../src/numbers/compareLedgers.ts'
import { numberWork } from '../src/numbers/ledger.ts'
import { workFromJson, workToJson } from '../src/work/file/workFile.ts'
import { readySchemeFor, readySchemes } from '../src/work/parts/readySchemes.ts'
import type { Scheme } from '../src/work/parts/scheme.ts'
import { thesisScheme } from '../src/work/parts/scheme.ts'
import { schemeInLanguage } from '../src/work/parts/schemeInLanguage.ts'
import { chapter, idOf, workOf } from './support/work.ts'

const picture = { picture: '', alternative: '' }
const chapters = [1, 2, 3, 4].map(n =>
  chapter(
    `c${n}`,
    `Title ${n}`,
    p`See ${ref(`f${n}`)} and ${ref(`s${n}`)}.`,
    h2(`r${n}`, 'One section'),
    h2(`s${n}`, 'Another section'),
    h3(`u${n}`, 'A part of it'),
    fig(`f${n}`, picture, t`Shown.`),
    eq(`e${n}`, 'a = b'),
  ),
)
const work = workOf([...chapters, div({ role: 'appendix', label: 'a' }, 'More'), div({ role: 'appendix', label: 'b' }, 'And more')])
const said = (scheme: Scheme, label: string): string => numberWork(work.doc, scheme).byId.get(idOf(work, label))!.number
const word =
  (doc = work.doc) =>
  (reference: Parameters<Parameters<typeof changedWordings>[3]>[0], ledger: Parameters<Parameters<typeof changedWordings>[3]>[1]) =>
    wordReference(reference.node.attrs as never, { ledger, language: doc ? 'en-GB' : '', pageOf: () => undefined, before: '' })

describe('ready-made schemes look as they say', () => {
  const byName = (name: string): Scheme => readySchemes.find(ready => ready.name === name)!.make()
  test.each<[string, Record<string, string>]>([
    ['Chapters, counted within', { c3: 'Chapter 3', s3: '3.2', u3: '3.2.1', f3: '3.1', e3: '(3.1)', b: 'Appendix B' }],
    ['Chapters, counted through', { c3: 'Chapter 3', s3: '3.2', f3: '3', e4: '(4)', b: 'Appendix B' }],
    ['Roman chapters, arabic sections', { c4: 'Chapter IV', s4: '4.2', u4: '4.2.1', f4: 'IV.1' }],
    ['Chapters in words', { c4: 'Chapter four', s4: '4.2', f4: '4' }],
    ['Chapters without a word, dashes in captions', { c3: '3', s3: '3.2', f3: '3–1', e3: '(3–1)', b: 'Appendix B' }],
    ['Sections of a paper', { c3: '3', s3: '3.2', u3: '3.2.1', f3: '3', e3: '(3)', a: 'Appendix A' }],
    ['Roman, letter, figure', { c4: 'IV.', s4: 'B.', u4: '1.', f4: '4', e4: '(4)' }],
    ['Section signs', { c3: '§\u00a03', s3: '§\u00a03.2', u3: '§\u00a03.2.1', f3: '3' }],
    ['Letters, then figures', { c3: 'C', s3: 'C.2', u3: 'C.2.1', f3: 'C.1', e3: '(C.1)', b: 'Appendix II' }],
    ['Everything within its section', { c3: 'Chapter 3', s3: '3.2', f3: '3.2.1', e3: '(3.2.1)' }],
  ])('%s', (name, numbers) => {
    const scheme = byName(name)
    for (const [label, number] of Object.entries(numbers)) expect(said(scheme, label)).toBe(number)
  })
  test('there are at least eight, of different names, and each can be kept in a file', () => {
    expect(readySchemes.length).toBeGreaterThanOrEqual(8)
    expect(new Set(readySchemes.map(({ name }) => name)).size).toBe(readySchemes.length)
    for (const { make } of readySchemes) expect(workFromJson(workToJson({ ...work, scheme: make() }), new Map()).scheme).toEqual(make())
  })
  test('applied to a work, one keeps the author’s own series and names and sets only how they count', () => {
    const own = thesisScheme()
    own.series.push({
      ...own.series[0]!,
      key: 'map',
      names: { one: 'Map', many: 'Maps', shortOne: 'Map', shortMany: 'Maps' },
      captionPlace: 'above',
    })
    own.series[0] = { ...own.series[0]!, names: { one: 'Plate', many: 'Plates', shortOne: 'Pl.', shortMany: 'Pls.' } }
    own.notes = { ...own.notes, form: 'symbols' }
    const made = readySchemeFor(byName('Chapters, counted through'), own)
    expect(made.series.find(({ key }) => key === 'map')).toMatchObject({ names: { one: 'Map' }, captionPlace: 'above', prefixLevel: null })
    expect(made.series.find(({ key }) => key === 'figure')).toMatchObject({ names: { one: 'Plate' }, prefixLevel: null })
    expect(made.notes.form).toBe('symbols')
  })
})

describe('what a change of the scheme would change', () => {
  const before = numberWork(work.doc, work.scheme)
  test('nothing, while the scheme says the same', () => {
    const after = numberWork(work.doc, thesisScheme())
    expect(changedNumbers(before, after)).toEqual([])
    expect(changedWordings(work.doc, before, after, word())).toEqual([])
  })
  test('every entry that would print another number, from and to, in order; and the references that would say another', () => {
    const scheme = thesisScheme()
    scheme.levels.main = scheme.levels.main.map(rule => (rule.level === 2 ? { ...rule, form: 'romanLower' as const } : rule))
    const after = numberWork(work.doc, scheme)
    const numbers = changedNumbers(before, after)
    expect(numbers.map(({ from, to }) => `${from} → ${to}`).slice(0, 4)).toEqual(['1.1 → 1.i', '1.2 → 1.ii', '1.2.1 → 1.ii.1', '2.1 → 2.i'])
    expect(new Set(numbers.map(({ kind }) => kind))).toEqual(new Set(['heading']))
    expect(changedWordings(work.doc, before, after, word()).map(({ from, to }) => `${from} → ${to}`)[0]).toBe(
      'Section\u00a01.2 → Section\u00a01.ii',
    )
  })
  test('captions are called by name, equations by their brackets', () => {
    const scheme = thesisScheme()
    scheme.series = scheme.series.map(rule => ({ ...rule, separator: '-' }))
    const numbers = changedNumbers(before, numberWork(work.doc, scheme))
    expect(numbers.map(({ from, to }) => `${from} → ${to}`).slice(0, 2)).toEqual(['Figure 1.1 → Figure 1-1', '(1.1) → (1-1)'])
  })
})

describe('names by language', () => {
  test.each<[string, Record<string, string>]>([
    ['de', { c3: 'Kapitel 3', b: 'Anhang B' }],
    ['fr', { c3: 'Chapitre 3', b: 'Annexe B' }],
    ['es', { c3: 'Capítulo 3', b: 'Apéndice B' }],
    ['en-US', { c3: 'Chapter 3', b: 'Appendix B' }],
  ])('%s', (language, numbers) => {
    for (const [label, number] of Object.entries(numbers)) expect(said(schemeInLanguage(thesisScheme(), language), label)).toBe(number)
  })
  test('there and back again is the scheme as it was; the same language gives the same object', () => {
    const scheme = thesisScheme()
    for (const { tag: language } of languages) expect(schemeInLanguage(schemeInLanguage(scheme, language), 'en-GB')).toEqual(scheme)
    expect(schemeInLanguage(scheme, 'en-GB')).toBe(scheme)
    expect(schemeInLanguage(scheme, 'hu')).toBe(scheme)
  })
  test('a name of the author’s own is kept', () => {
    const scheme = thesisScheme()
    scheme.series[0] = { ...scheme.series[0]!, names: { one: 'Plate', many: 'Plates', shortOne: 'Pl.', shortMany: 'Pls.' } }
    expect(
      schemeInLanguage(scheme, 'de')
        .series.slice(0, 2)
        .map(({ names }) => names.one),
    ).toEqual(['Plate', 'Tabelle'])
  })
  test('all languages name the same things, each in four forms', () => {
    for (const { names: table } of languages) {
      expect(Object.keys(table).sort()).toEqual([...nameKeys].sort())
      for (const names of Object.values(table)) for (const name of Object.values(names)) expect(name.trim().length).toBeGreaterThan(1)
    }
  })
})
