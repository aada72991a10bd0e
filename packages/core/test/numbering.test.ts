/** Numbers of everything that has one: parts, chapters that are made to start again, panels, groups of equations, items of lists. */
import fc from 'fast-check'
import { div, eq, fig, group, h2, h3, p, panel, panels, ref, steps, t } from '../../../demo/src/builder.ts'
import { referenceText, wordReference } from '../src/content/references/wordReference.ts'
import { languages } from '../src/languages/index.ts'
import { accountOf } from '../src/numbers/account.ts'
import { writeCounter } from '../src/numbers/counterForm.ts'
import type { NumberedItem } from '../src/numbers/item.ts'
import { numberItems, numberWork } from '../src/numbers/ledger.ts'
import { readySchemes } from '../src/work/parts/readySchemes.ts'
import {
  type CounterForm,
  deeperLook,
  type ListMarking,
  paperScheme,
  readyListMarkings,
  type Scheme,
  type Tile,
  thesisScheme,
} from '../src/work/parts/scheme.ts'
import { schemeInLanguage } from '../src/work/parts/schemeInLanguage.ts'
import { type Node, schema } from '../src/work/schema.ts'
import { anItem } from './support/items.ts'
import { changedScheme, chapter, idOf, workOf } from './support/work.ts'

const { nodes } = schema
const view = (label: string): Node => panel(label, { picture: '', alternative: '' }, t`View`)
const panelled = (label: string, ...all: Node[]): Node => panels(label, t`Caption`, ...all)
const item = (label: string, ...more: Node[]): Node =>
  nodes.listItem.create({ label }, [nodes.paragraph.create(null, schema.text('Item')), ...more])
const list = (attrs: object, ...items: Node[]): Node => nodes.numberedList.create(attrs, items)
const startAt = (node: Node, at: number): Node => node.type.create({ ...node.attrs, startAt: at }, node.content)
const figure = (label: string) => fig(label, { picture: '', alternative: '' }, t`Cap`)

/** Number and bare number by label, and what a reference says of it. */
function numbered(divisions: Node[], scheme: Scheme = thesisScheme(), language = 'en-GB') {
  const work = workOf(divisions, { scheme })
  const ledger = numberWork(work.doc, scheme)
  const entry = (label: string) => ledger.byId.get(idOf(work, label))!
  return {
    ledger,
    number: (label: string): string => entry(label).number,
    bare: (label: string): string => entry(label).bare,
    says: (...labels: string[]): string =>
      referenceText(
        wordReference(
          { targets: labels.map(label => entry(label).id), wording: 'nameAndNumber', was: {} },
          { ledger, language, pageOf: () => undefined, before: '' },
        ),
      ).replaceAll('\u00a0', ' '),
    account: (label: string): string[] => accountOf(ledger, entry(label).id).map(({ text }) => text),
  }
}

describe('counters in words', () => {
  test.each([
    [3, 'en-GB', 'three'],
    [100, 'en-GB', 'one hundred'],
    [342, 'en-US', 'three hundred and forty-two'],
    [1, 'de-DE', 'eins'],
    [21, 'de', 'einundzwanzig'],
    [16, 'de', 'sechzehn'],
    [17, 'de', 'siebzehn'],
    [101, 'de', 'einhunderteins'],
    [571, 'de', 'fünfhunderteinundsiebzig'],
    [17, 'fr', 'dix-sept'],
    [21, 'fr', 'vingt et un'],
    [71, 'fr', 'soixante et onze'],
    [80, 'fr', 'quatre-vingts'],
    [81, 'fr', 'quatre-vingt-un'],
    [91, 'fr', 'quatre-vingt-onze'],
    [200, 'fr', 'deux cents'],
    [202, 'fr', 'deux cent deux'],
    [22, 'es', 'veintidós'],
    [31, 'es', 'treinta y uno'],
    [100, 'es', 'cien'],
    [555, 'es', 'quinientos cincuenta y cinco'],
    [7, 'fi', 'seven'],
    [1000, 'de', '1000'],
  ])('%i in %s is %s', (value, language, written) => expect(writeCounter(value, 'words', language)).toBe(written))

  test.each(['en', 'de', 'fr', 'es'])('no two values are written alike in %s', language => {
    const written = Array.from({ length: 1000 }, (_, i) => writeCounter(i, 'words', language))
    expect(new Set(written).size).toBe(1000)
  })

  test('a chapter counts in the language of the work', () => {
    const words = readySchemes.find(({ name }) => name === 'Chapters in words')!.make()
    const { number } = numbered([chapter('a', 'Eins'), chapter('b', 'Zwei', h2('s', 'S'))], schemeInLanguage(words, 'de-DE'))
    expect([number('b'), number('s')]).toEqual(['Kapitel zwei', '2.1'])
  })
})

describe('parts', () => {
  const divisions = [
    div({ role: 'part', label: 'p1' }, 'Field'),
    chapter('c1', 'One', figure('f1')),
    chapter('c2', 'Two'),
    div({ role: 'part', label: 'p2' }, 'Models', h2('ps', 'In a part'), figure('fp')),
    chapter('c3', 'Three', h2('s3', 'S'), figure('f3')),
    div({ role: 'appendix', label: 'aA' }, 'Log'),
  ]
  const runOn = numbered(divisions)
  const within = numbered(
    divisions,
    changedScheme(found => {
      found.levels.main[1]!.restartAfter = 0
    }),
  )
  test.each([
    ['p1', 'Part I'],
    ['p2', 'Part II'],
    ['c1', 'Chapter 1'],
    ['c3', 'Chapter 3'],
    ['s3', '3.1'],
    ['f3', '3.1'],
    ['aA', 'Appendix A'],
  ])('chapters run on through parts: %s is %s', (label, expected) => expect(runOn.number(label)).toBe(expected))
  test.each([
    ['c1', 'Chapter 1'],
    ['c2', 'Chapter 2'],
    ['c3', 'Chapter 1'],
    ['s3', '1.1'],
  ])('chapters count within their part where the scheme says so: %s is %s', (label, expected) =>
    expect(within.number(label)).toBe(expected),
  )
  test('figures of two chapters that print the same number still differ', () => {
    expect([within.number('f1'), within.number('f3')]).toEqual(['1.1', '1.2'])
  })
  test('a reference says the part, and the account what set the chapter back', () => {
    expect(within.says('p2')).toBe('Part II')
    expect(within.says('p1', 'p2')).toBe('Parts I and II')
    expect(within.account('c3')[0]).toBe('Chapters at level 1 count within Part II, and began again at its heading.')
  })
  test('the number of a part may stand in that of its chapters', () => {
    const scheme = changedScheme(found => {
      found.levels.main[1]!.pattern = [{ level: 0 }, { text: '.' }, { level: 1 }]
      found.levels.main[1]!.restartAfter = 0
    })
    expect(numbered(divisions, scheme).bare('c3')).toBe('II.1')
  })
})

describe('headings that are made to start again', () => {
  const at = numbered([
    chapter('c1', 'One', h2('s1', 'A'), startAt(h2('s5', 'B'), 5), h2('s6', 'C'), h3('s61', 'D')),
    startAt(chapter('c10', 'Ten', h2('s101', 'A'), figure('f')), 10),
    chapter('c11', 'Eleven'),
    startAt(chapter('c0', 'Nought'), 0),
  ])
  test.each([
    ['s5', '1.5'],
    ['s6', '1.6'],
    ['s61', '1.6.1'],
    ['c10', 'Chapter 10'],
    ['s101', '10.1'],
    ['f', '10.1'],
    ['c11', 'Chapter 11'],
    ['c0', 'Chapter 0'],
  ])('%s is %s', (label, expected) => expect(at.number(label)).toBe(expected))
  test('the account of it, and of what follows it, says so', () => {
    expect(at.account('s5')[0]).toBe('It is set to start again at 5, against the rule of its level.')
    expect(at.account('c11')[0]).toBe('Chapters at level 1 were made to start again at 10 by Chapter 10.')
  })
})

describe('panels and groups of equations', () => {
  const of = numbered(
    [
      chapter('c1', 'One', figure('f1')),
      chapter(
        'c2',
        'Two',
        panelled('f', view('pa'), view('pb'), view('pc')),
        group('g', eq('ga', 'x'), eq('gb', 'y'), eq('gc', 'z')),
        eq('e', 'w'),
      ),
    ],
    thesisScheme(),
  )
  test.each([
    ['f', '2.1'],
    ['pb', '2.1(b)'],
    ['g', '(2.1)'],
    ['ga', '(2.1a)'],
    ['gc', '(2.1c)'],
    ['e', '(2.2)'],
  ])('%s is %s', (label, expected) => expect(of.number(label)).toBe(expected))
  test.each([
    [['pb'], 'Figure 2.1(b)'],
    [['pa', 'pb', 'pc'], 'Figures 2.1(a)–(c)'],
    [['ga', 'gb'], 'Equations (2.1a) and (2.1b)'],
    [['g'], 'Equation (2.1)'],
    [['f', 'pb', 'e'], 'Figures 2.1 and 2.1(b) and Equation (2.2)'],
  ])('%s are called %s', (labels, said) => expect(of.says(...labels)).toBe(said))
  test('an unnumbered line of a group takes no letter; a group without a number none at all', () => {
    const plain = eq('gb', 'y').type.create({ label: 'gb', formula: 'y', numbered: false })
    const some = numbered([chapter('c', 'C', group('g', eq('ga', 'x'), plain, eq('gc', 'z')))])
    expect(['ga', 'gb', 'gc'].map(some.number)).toEqual(['(1.1a)', '', '(1.1b)'])
    const none = group('g', eq('ga', 'x')).type.create({ label: 'g', numbered: false }, [eq('ga', 'x')])
    expect(numbered([chapter('c', 'C', none, eq('e', 'w'))]).number('ga')).toBe('')
    expect(numbered([chapter('c', 'C', none, eq('e', 'w'))]).number('e')).toBe('(1.1)')
  })
  test('parts count in the form that the series gives', () => {
    const scheme = changedScheme(found => {
      found.series.find(({ key }) => key === 'figure')!.partForm = 'romanLower'
    })
    expect(numbered([chapter('c', 'C', panelled('f', view('a'), view('b')))], scheme).bare('b')).toBe('1.1(ii)')
  })
  test('the account of a panel says whose it is', () => expect(of.account('pb')).toEqual(['Part 2 of Figure 2.1.']))
})

describe('items of lists', () => {
  const of = numbered([
    chapter(
      'c',
      'C',
      list({}, item('i1'), item('i2', list({}, item('i2a'), item('i2b', list({}, item('deep'))))), item('i3')),
      p`Text between.`,
      list({ continued: true }, item('i4'), item('i5')),
      list({ look: 'decimal' }, item('d1', list({ look: 'decimal' }, item('d11'), item('d12', list({ look: 'decimal' }, item('d121')))))),
      list({ look: 'bracketed' }, item('ba')),
      list({ continued: true }, item('i6')),
    ),
    chapter('c2', 'C', list({ continued: true }, item('fresh'))),
  ])
  test.each([
    ['i1', '1.', '1'],
    ['i2b', 'b.', '2(b)'],
    ['deep', 'i.', '2(b)(i)'],
    ['i4', '4.', '4'],
    ['i5', '5.', '5'],
    ['d11', '1.1', '1.1'],
    ['d121', '1.2.1', '1.2.1'],
    ['ba', '(a)', 'a'],
    ['i6', '6.', '6'],
    ['fresh', '1.', '1'],
  ])('%s is marked %s and called %s', (label, number, bare) => expect([of.number(label), of.bare(label)]).toEqual([number, bare]))
  test('references say items in the language of the work, and join only what stands in one list', () => {
    expect(of.says('i2b')).toBe('item 2(b)')
    expect(of.says('i1', 'i2', 'i3')).toBe('items 1–3')
    expect(of.says('i3', 'i4', 'i5')).toBe('items 3, 4 and 5')
  })
  test('a look gets depths as its deepest one is written, nine at the most', () => {
    const { numbered, bulleted } = readyListMarkings()
    const written = (look: ListMarking): string[] =>
      look.levels.map(({ pattern }) => pattern.map(tile => ('text' in tile ? tile.text : `<${tile.level}>`)).join(''))
    expect(written(deeperLook(numbered[2]!))[3]).toBe('<1>.<2>.<3>.<4>')
    expect(written(deeperLook(numbered[1]!))[3]).toBe('(<4>)')
    expect(written(deeperLook(bulleted[0]!))[3]).toBe('·')
    let look = numbered[2]!
    for (let i = 0; i < 12; i++) look = deeperLook(look)
    expect(written(look)).toHaveLength(9)
    expect(written(look)[8]).toBe('<1>.<2>.<3>.<4>.<5>.<6>.<7>.<8>.<9>')
  })
  test('a look that is gone gives way to the usual one', () => {
    expect(numbered([chapter('c', 'C', list({ look: 'gone' }, item('a')))]).number('a')).toBe('1.')
  })
  test('a reference in the text follows an item that moves', () => {
    const before = numbered([chapter('c', 'C', list({}, item('a'), item('b')), p`See ${ref('b')}.`)])
    const after = numbered([chapter('c', 'C', list({}, item('b'), item('a')), p`See ${ref('b')}.`)])
    expect([before.says('b'), after.says('b')]).toEqual(['item 2', 'item 1'])
  })
  test('the account of an item', () => {
    expect(of.account('i2b')).toEqual(['2nd of its list.', 'It stands in item 2.'])
    expect(of.account('i5')[0]).toBe('5th of its list, which counts on from the list before it.')
  })
  test('steps of the demo builder are items', () => {
    const work = workOf([chapter('c', 'C', steps(t`one`, t`two`))])
    expect(numberWork(work.doc, work.scheme).entries.map(({ number }) => number)).toEqual(['Chapter 1', '1.', '2.'])
  })
})

describe('words of references that the author can change', () => {
  const two = [chapter('c', 'C', figure('a'), figure('b'))]
  test.each([
    ['en-GB', '&', 'Figures 1.1 & 1.2'],
    ['de', 'sowie', 'Abbildungen 1.1 sowie 1.2'],
    ['en-US', '', 'Figures 1.1 and 1.2'],
  ])('in %s “%s” before the last', (language, conjunction, said) => {
    const scheme = { ...schemeInLanguage(thesisScheme(), language), conjunction }
    expect(numbered(two, scheme, language).says('a', 'b')).toBe(said)
  })
  test.each([
    ['en', 'p. 7', 'Fig. 1.1 on p. 7'],
    ['de', 'S. 7', 'Abb. 1.1 auf S. 7'],
    ['fr', 'p. 7', 'Fig. 1.1 à la p. 7'],
    ['es', 'p. 7', 'Fig. 1.1 en la p. 7'],
  ])('short names in %s have short pages', (language, page, full) => {
    const scheme: Scheme = { ...schemeInLanguage(thesisScheme(), language), nameForm: 'short' }
    const { ledger } = numbered(two, scheme, language)
    const says = (wording: 'page' | 'nameNumberAndPage'): string =>
      referenceText(
        wordReference(
          { targets: [ledger.entries.find(({ item }) => item.label === 'a')!.id], wording, was: {} },
          { ledger, language, pageOf: () => ({ label: '7', index: 6 }), before: '' },
        ),
      ).replaceAll('\u00a0', ' ')
    expect([says('page'), says('nameNumberAndPage')]).toEqual([page, full])
  })
})

describe('names in the languages that ship', () => {
  test.each(languages.map(({ tag, names }) => [tag, names] as const))('every name of %s is there in four forms', (_tag, table) => {
    for (const names of Object.values(table)) for (const form of Object.values(names)) expect(form).not.toBe('')
  })
  test.each([
    ['de', 'Abbildungen 1.1 und 1.2'],
    ['fr', 'Figures 1.1 et 1.2'],
    ['es', 'Figuras 1.1 y 1.2'],
    ['en', 'Figures 1.1 and 1.2'],
  ])('two figures in %s', (language, said) => {
    const scheme = schemeInLanguage(thesisScheme(), language)
    expect(numbered([chapter('c', 'C', figure('a'), figure('b'))], scheme, language).says('a', 'b')).toBe(said)
  })
})

/**
 * A second, simple way to number headings: every number is found by walking back through all headings before it, with no state kept.
 * Slow, and written from the rules alone, to check the one that the program uses.
 */
function bareAgain(headings: { level: number; numbered: boolean }[], at: number, scheme: Scheme): string {
  const rules = scheme.levels.main
  const ruleOf = (level: number) => rules.find(rule => rule.level === level)!
  const count = (level: number): number => {
    const rule = ruleOf(level)
    let from = 0
    if (rule.restartAfter !== null)
      for (let i = at; i >= 0; i--) {
        const heading = headings[i]!
        if (heading.numbered && heading.level < level && heading.level <= rule.restartAfter) {
          from = i + 1
          break
        }
      }
    // What runs on counts from the beginning; a level that has not come yet since then prints nought.
    const passed = headings.slice(from, at + 1).filter(heading => heading.numbered && heading.level === level).length
    return passed === 0 ? 0 : rule.start + passed - 1
  }
  const rule = ruleOf(headings[at]!.level)
  const write = (tile: Tile): string =>
    'text' in tile ? tile.text : writeCounter(count(tile.level), rule.forceArabic ? 'arabic' : (tile.form ?? ruleOf(tile.level).form), 'en')
  const first = rule.pattern.findIndex(tile => 'level' in tile)
  const last = rule.pattern.findLastIndex(tile => 'level' in tile)
  return first < 0
    ? ''
    : rule.pattern
        .slice(first, last + 1)
        .map(write)
        .join('')
}

const forms: CounterForm[] = ['arabic', 'romanLower', 'romanUpper', 'letterLower', 'letterUpper', 'greek', 'words']
const randomScheme: fc.Arbitrary<Scheme> = fc
  .tuple(
    fc.array(
      fc.record({
        form: fc.constantFrom(...forms),
        start: fc.nat({ max: 3 }),
        restart: fc.constantFrom(null, 0, 1, 2, 3),
        forceArabic: fc.boolean(),
        own: fc.boolean(),
        separator: fc.constantFrom('.', '-', ' '),
      }),
      { minLength: 5, maxLength: 5 },
    ),
    fc.constantFrom(thesisScheme, paperScheme),
  )
  .map(([levels, base]) =>
    changedScheme(scheme => {
      levels.forEach(({ form, start, restart, forceArabic, own, separator }, level) => {
        const rule = scheme.levels.main[level]!
        const from = own || level < 2 ? level : 1
        const pattern: Tile[] = []
        for (let n = from; n <= level; n++) pattern.push(...(n > from ? [{ text: separator }] : []), { level: n })
        scheme.levels.main[level] = {
          ...rule,
          form,
          start,
          forceArabic,
          pattern,
          restartAfter: restart !== null && restart < level ? restart : null,
        }
      })
    }, base()),
  )

describe('random schemes and works', () => {
  const headings = fc.array(fc.record({ level: fc.nat({ max: 4 }), numbered: fc.boolean().map(no => !no || true) }), {
    minLength: 1,
    maxLength: 40,
  })
  const mixed = fc.array(fc.record({ level: fc.nat({ max: 4 }), numbered: fc.constantFrom(true, true, true, false) }), {
    minLength: 1,
    maxLength: 40,
  })
  const asItems = (found: { level: number; numbered: boolean }[]): [NumberedItem, number][] =>
    found.map(({ level, numbered: has }, order) => [anItem(`${order}`, 'heading', { level, numbered: has }), 0])

  test('numbers and restarts are those of a second, simple way to count', () => {
    fc.assert(
      fc.property(randomScheme, fc.oneof(headings, mixed), (scheme, found) => {
        const { entries } = numberItems(asItems(found), scheme)
        found.forEach(({ numbered: has }, at) => expect(entries[at]!.bare).toBe(has ? bareAgain(found, at, scheme) : ''))
      }),
      { numRuns: 500 },
    )
  })

  test('a heading never touches the numbers of what stands before it', () => {
    fc.assert(
      fc.property(randomScheme, mixed, (scheme, found) => {
        const all = numberItems(asItems(found), scheme).entries.map(({ number }) => number)
        const some = numberItems(asItems(found.slice(0, -1)), scheme).entries.map(({ number }) => number)
        expect(all.slice(0, -1)).toEqual(some)
      }),
      { numRuns: 200 },
    )
  })
})
