/** Sources from files and into them; hostile files and styles; duplicates; names and dates as they are written. */

import { demoWorks } from '../../../demo/src/index.ts'
import { differingFields, duplicatePairs, mergedSource } from '../src/content/citations/duplicates.ts'
import { writeCslJson } from '../src/content/citations/files/cslJson.ts'
import { readSources } from '../src/content/citations/files/readSources.ts'
import { writeRis } from '../src/content/citations/files/ris.ts'
import { writeSourcesCsv } from '../src/content/citations/files/sourcesCsv.ts'
import { isIsbn, isIssn } from '../src/content/citations/identifiers.ts'
import { citationLocales } from '../src/content/citations/locales/index.ts'
import { looksLikeSources } from '../src/content/citations/looksLikeSources.ts'
import { readStyle } from '../src/content/citations/readStyle.ts'
import { fieldNames, sourceForms } from '../src/content/citations/sourceForms.ts'
import { dateFromWords, dateInWords, namesFromWords, namesInWords } from '../src/content/citations/sourceWords.ts'
import { keeps } from '../src/work/definition.ts'
import { type Source, sourceDates, sourceDefinition, sourceNames, sourceTexts, sourceTypes } from '../src/work/registers/sources.ts'
import { sourceOf, styleNamed } from './support/citing.ts'

let count = 0
const newId = (): string => `new${count++}`
const read = (text: string, sources: Record<string, Source> = {}) => readSources(text, sources, newId)
const added = (text: string): Source[] => Object.values(read(text).added)

describe('CSL-JSON', () => {
  test('items with all kinds of fields; what has no field of its own is kept', () => {
    const [source, ...others] = added(
      JSON.stringify([
        {
          id: 'tolvay19',
          type: 'article-journal',
          title: 'Basins',
          author: [{ family: 'Tolvay', given: 'Ilse' }, { literal: 'Orrin Lake Survey' }, 'A. Name', {}, 7],
          issued: { 'date-parts': [['2019', '3']] },
          accessed: { raw: '2020-01-02' },
          volume: 12,
          shelf: 'B 3',
          custom: { colour: 'blue' },
          event: 'Meeting',
          broken: { deep: [1, 2] },
        },
      ]),
    )
    expect(others).toEqual([])
    expect(source).toEqual({
      type: 'article-journal',
      key: 'tolvay19',
      title: 'Basins',
      author: [{ family: 'Tolvay', given: 'Ilse' }, { literal: 'Orrin Lake Survey' }, { literal: 'A. Name' }],
      issued: { 'date-parts': [[2019, 3]] },
      accessed: { 'date-parts': [[2020, 1, 2]] },
      volume: '12',
      'event-title': 'Meeting',
      other: { shelf: 'B 3', colour: 'blue', broken: '{"deep":[1,2]}' },
    })
  })
  test.each<[string, string | RegExp]>([
    ['', 'It is empty.'],
    ['[', /^It begins like CSL-JSON, and is not whole/],
    ['{"a": ', /^It begins like CSL-JSON, and is not whole/],
    ['[]', 'There is no source in it.'],
    ['Dear all,', /^It is neither CSL-JSON nor RIS/],
    ['<html></html>', /^It is neither CSL-JSON nor RIS/],
    [`[${'{"title":"x"},'.repeat(20_001)}{"title":"y"}]`, /^It has more than 20,000 sources\.$/],
  ])('%#', (text, says) => expect(() => read(text)).toThrow(says))
  test('hostile values are bounded or told, and nothing of a prototype is touched', () => {
    const { added: made, refused } = read(
      `[{"__proto__": {"polluted": 1}, "constructor": "x", "title": "T", "author": ${JSON.stringify(Array.from({ length: 5000 }, () => ({ family: 'x'.repeat(5000) })))}, "issued": {"date-parts": [[1e400], "x"], "season": 9}}, 7, {"abc": 1}, null]`,
    )
    const [source] = Object.values(made)
    expect(keeps(sourceDefinition, source)).toBe(true)
    expect(source!.author).toHaveLength(1000)
    expect(source!.author![0]!.family).toHaveLength(500)
    expect(({} as { polluted?: number }).polluted).toBeUndefined()
    expect(refused).toHaveLength(3)
  })
})

describe('RIS', () => {
  const file = [
    'TY  - JOUR',
    'ID  - tolvay19',
    'AU  - Tolvay, Ilse M.',
    'AU  - Orrin Lake Survey',
    'TI  - Wind mixing in the',
    '      Orrin basin',
    'JO  - Journal of Upland Waters',
    'VL  - 12',
    'IS  - 3',
    'SP  - 34',
    'EP  - 56',
    'PY  - 2019/03/14/',
    'DO  - 10.5555/juw.12.34',
    'SN  - 0317-8471',
    'KW  - wind',
    'KW  - lakes',
    'M1  - A',
    'ER  - ',
    'TY  - CHAP',
    'A1  - Ebele, Chidi',
    'ED  - Kerr, Ada',
    'T1  - Mixing',
    'T2  - Handbook of Small Lakes',
    'SN  - 978-0-306-40615-7',
    'PY  - 2015',
    'TY  - BOOK',
    'VL  - 1',
    'ER  -',
  ].join('\r\n')
  test('fields, lines that go on, sources that are not ended', () => {
    const { added: made, refused } = read(file)
    expect(Object.values(made)).toEqual([
      {
        type: 'article-journal',
        key: 'tolvay19',
        author: [{ family: 'Tolvay', given: 'Ilse M.' }, { literal: 'Orrin Lake Survey' }],
        title: 'Wind mixing in the Orrin basin',
        'container-title': 'Journal of Upland Waters',
        volume: '12',
        issue: '3',
        page: '34–56',
        issued: { 'date-parts': [[2019, 3, 14]] },
        DOI: '10.5555/juw.12.34',
        ISSN: '0317-8471',
        keyword: 'wind; lakes',
        other: { M1: 'A' },
      },
      {
        type: 'chapter',
        key: '',
        author: [{ family: 'Ebele', given: 'Chidi' }],
        editor: [{ family: 'Kerr', given: 'Ada' }],
        title: 'Mixing',
        'container-title': 'Handbook of Small Lakes',
        ISBN: '978-0-306-40615-7',
        issued: { 'date-parts': [[2015]] },
      },
    ])
    expect(refused).toEqual(['The source that begins in line 26 says neither a title nor a name.'])
  })
  test('a line without end, and a source without end, are read in time', () => {
    const long = `TY  - JOUR\nTI  - ${'x'.repeat(1_000_000)}\n${'AU  - A, B\n'.repeat(20_000)}${'no field\n'.repeat(20_000)}`
    const [source] = added(long)
    expect(keeps(sourceDefinition, source)).toBe(true)
    expect(source!.title!.length).toBeLessThanOrEqual(20_000)
    expect(source!.author).toHaveLength(1000)
  })
})

test('what is written is what is read again: the demo sources as CSL-JSON whole, as RIS by all that RIS can say', async () => {
  const { sources } = await demoWorks.thesis()
  const inOrder = (made: readonly Source[]): Source[] => made.toSorted((a, b) => (a.key < b.key ? -1 : 1))
  expect(inOrder(added(writeCslJson(sources)))).toEqual(inOrder(Object.values(sources)))
  const ris = inOrder(added(writeRis(sources)))
  expect(ris).toHaveLength(60)
  inOrder(Object.values(sources)).forEach(({ author, title, issued, DOI, page, type }, index) => {
    expect({ author, title, issued, DOI, page }).toEqual({
      author: ris[index]!.author,
      title: ris[index]!.title,
      issued: ris[index]!.issued,
      DOI: ris[index]!.DOI,
      page: ris[index]!.page,
    })
    if (type !== 'dataset') expect(ris[index]!.type).toBe(type)
  })
  const csv = writeSourcesCsv(sources, new Map([['brandt94', 3]]))
  expect(csv.split('\r\n')).toHaveLength(62)
  expect(csv).toContain('brandt94,Article in a journal,"Brandt, Hanna",,1994,Tilt of the thermocline under a steady wind')
  expect(writeSourcesCsv({ a: sourceOf('=cmd() | 2000 | +1') }, new Map())).toContain("'+1")
})

test('sources that are there already are known by identifier or by likeness, and say more then', () => {
  const there = {
    a: sourceOf('Tolvay, Ilse | 2019 | Wind mixing in the basins', { DOI: '10.5555/x' }),
    b: sourceOf('Brandt, Hanna | 2004 | Lakes of the High Plain'),
  }
  const {
    added: made,
    filled,
    known,
  } = read(
    JSON.stringify([
      { type: 'book', title: 'Quite another title', DOI: 'https://doi.org/10.5555/X', publisher: 'Fenwold Press' },
      { type: 'book', title: 'Lakes of the High Plain.', author: [{ family: 'Brandt' }], issued: { 'date-parts': [[2004]] }, volume: '2' },
      { type: 'book', title: 'Lakes of the High Plain', author: [{ family: 'Brandt' }], issued: { 'date-parts': [[2009]] } },
      { type: 'book', title: 'New', author: [{ family: 'Moss' }] },
      { type: 'book', title: 'New', author: [{ family: 'Moss' }], publisher: 'Three Rivers' },
    ]),
    there,
  )
  expect(known).toBe(3)
  expect(filled.a).toMatchObject({ title: 'Wind mixing in the basins', publisher: 'Fenwold Press' })
  expect(filled.b).toMatchObject({ volume: '2' })
  expect(Object.values(made).map(({ title, publisher }) => [title, publisher])).toEqual([
    ['Lakes of the High Plain', undefined],
    ['New', 'Three Rivers'],
  ])
})

test('duplicates are told once, and merged field by field', () => {
  const one = sourceOf('Tolvay, Ilse | 2019 | Wind mixing in the basins', { volume: '3', other: { a: '1' } })
  const two = sourceOf('Tolvay, I. M. | 2019 | Wind mixing in the bassins', { publisher: 'Fenwold Press', other: { b: '2' } })
  expect(duplicatePairs({ one, other: sourceOf('Moss, Lidia | 2019 | Wind mixing in the basins'), two, three: two })).toEqual([
    ['one', 'two'],
    ['one', 'three'],
  ])
  expect(differingFields(one, two)).toEqual(['title', 'volume', 'publisher', 'author'])
  expect(mergedSource(one, two)).toMatchObject({ title: one.title, volume: '3', publisher: 'Fenwold Press', other: { a: '1', b: '2' } })
  expect(mergedSource(one, two, new Set(['author']))).toMatchObject({ author: two.author, title: one.title })
})

test.each([
  ['Tolvay, Ilse M.; van der Meer, Joost; Orrin Lake Survey', 3],
  ['Calder, Niall, Jr.', 1],
  ['', 0],
])('names: %s', (words, how) => {
  const names = namesFromWords(words)
  expect(names).toHaveLength(how)
  expect(namesInWords(names)).toBe(words)
})

test.each([
  ['2019', { 'date-parts': [[2019]] }],
  ['2019-03-14', { 'date-parts': [[2019, 3, 14]] }],
  ['2019–2021', { 'date-parts': [[2019], [2021]] }],
  ['c. 1890', { 'date-parts': [[1890]], circa: true }],
  ['autumn 2003', { 'date-parts': [[2003]], season: 3 }],
  ['no longer known', { literal: 'no longer known' }],
  ['2019-13-40', { literal: '2019-13-40' }],
])('dates: %s', (words, date) => {
  expect(dateFromWords(words)).toEqual(date)
  expect(dateInWords(dateFromWords(words))).toBe(words)
})

test('identifiers by their standards', () => {
  expect(['978-0-306-40615-7', '0-306-40615-2', '097522980X'].map(isIsbn)).toEqual([true, true, true])
  expect(['978-0-306-40615-8', '12345'].map(isIsbn)).toEqual([false, false])
  expect(['0317-8471', '0317-8472', '2434-561X'].map(isIssn)).toEqual([true, false, true])
})

test('what is pasted is taken for sources only where it begins as one', () => {
  expect(['[{"id": 1}]', ' TY  - JOUR', '{"title": "x"}'].map(looksLikeSources)).toEqual([true, true, true])
  expect(['[1]', '[3, 8–11]', 'Ty', '{x}'].map(looksLikeSources)).toEqual([false, false, false, false])
})

test('every type has a form, and every field a name', () => {
  expect(Object.keys(sourceForms).sort()).toEqual([...sourceTypes].sort())
  expect(Object.keys(fieldNames).sort()).toEqual([...sourceTexts, ...sourceNames, ...sourceDates].sort())
})

test('the locales have words for the same things', () => {
  const [english, ...others] = citationLocales
  // What only punctuates is taken from the language that all fall back on.
  const signs = ['colon', 'comma', 'semicolon']
  for (const { tag, terms } of others) {
    const missing = Object.keys(english!.terms).filter(key => !Object.hasOwn(terms, key) && !signs.includes(key))
    expect([tag, missing]).toEqual([tag, []])
    expect([tag, Object.keys(terms).filter(key => !Object.hasOwn(english!.terms, key))]).toEqual([tag, []])
  }
})

describe('style files', () => {
  const around = (inner: string, attributes = 'class="in-text" version="1.0"'): string =>
    `<style xmlns="http://purl.org/net/xbiblio/csl" ${attributes}><info><title>A &amp; B</title><id>x</id></info>${inner}</style>`
  const layout = '<citation><layout prefix="(" suffix=")"><text variable="title"/></layout></citation>'
  /** Thirty macros, each of which calls the next one twice. */
  const bomb = Array.from({ length: 30 }, (_, i) => `<macro name="m${i}"><text macro="m${i + 1}"/><text macro="m${i + 1}"/></macro>`).join(
    '',
  )

  test('those that ship are taken', () => {
    for (const name of ['numbers', 'numbersByAlphabet', 'authorAndYear', 'notes'] as const)
      expect(readStyle(styleNamed(name))).toMatchObject({ hasList: true })
    expect(readStyle(around(layout))).toEqual({ title: 'A & B', hasList: false })
  })
  test.each<[string, string, RegExp]>([
    ['no XML', 'Dear all,', /^It is not well formed/],
    ['not closed', around(layout).slice(0, -3), /^It is not well formed/],
    ['something else', '<html/>', /^It is no style file/],
    ['another namespace', '<style/>', /^It is no style file/],
    ['words of a language', '<locale xmlns="http://purl.org/net/xbiblio/csl"/>', /^It is a file of words of a language/],
    ['a document type', `<!DOCTYPE x [<!ENTITY a "b">]>${around(layout)}`, /^It has a document type/],
    ['another version', around(layout, 'class="in-text" version="0.8"'), /^It is of version 0\.8/],
    ['no class', around(layout, 'version="1.0"'), /^It does not say whether/],
    ['no layout', around('<citation/>'), /^It does not say what a citation looks like/],
    ['an unknown element', around(`<citation><layout><script/></layout></citation>`), /^It has an element “script”/],
    [
      'a macro that is missing',
      around('<citation><layout><text macro="x"/></layout></citation>'),
      /^It calls a macro “x” that it does not have/,
    ],
    [
      'a macro that calls itself',
      around('<macro name="x"><text macro="x"/></macro><citation><layout><text macro="x"/></layout></citation>'),
      /^Its macro “x” calls itself/,
    ],
    [
      'macros without end',
      around(`${bomb}<macro name="m30"><text value="x"/></macro><citation><layout><text macro="m0"/></layout></citation>`),
      /^Its macros call each other so often/,
    ],
    ['too deep', around(`<citation><layout>${'<group>'.repeat(80)}${'</group>'.repeat(80)}</layout></citation>`), /more than 60 deep/],
    ['too long', around(layout + ' '.repeat(500_000)), /^It is longer than/],
    [
      'a name for another style',
      '<style xmlns="http://purl.org/net/xbiblio/csl" version="1.0"><info><title>x</title><id>x</id><link rel="independent-parent" href="https://styles.example/y"/></info></style>',
      /^It only names another style, https:\/\/styles\.example\/y/,
    ],
  ])('%s', (_what, xml, says) => expect(() => readStyle(xml)).toThrow(says))
})
