import fc from 'fast-check'
import { div, eq, fig, h2, h3, note, p, t, tab } from '../../../demo/src/builder.ts'
import { accountOf } from '../src/numbers/account.ts'
import { writeCounter } from '../src/numbers/counterForm.ts'
import type { NumberedItem } from '../src/numbers/item.ts'
import { numberItems, numberWork } from '../src/numbers/ledger.ts'
import { type CounterForm, paperScheme, type Scheme, thesisScheme } from '../src/work/parts/scheme.ts'
import { anItem } from './support/items.ts'
import { changedScheme, chapter, idOf, workOf } from './support/work.ts'

/** Items written as words: “# Title” by level, series by name, “!” in front for unnumbered. */
function items(...written: string[]): [NumberedItem, number][] {
  return written.map((word, order) => {
    const bare = word.replace(/^!/, '')
    const hashes = /^(#+)(A?)/.exec(bare)
    const [kind, partOf] = bare.split('<')
    const of = hashes ? 'heading' : partOf ? 'member' : kind === 'note' ? 'note' : 'series'
    const item = anItem(`${order}`, of, {
      series: kind,
      level: hashes?.[1]?.length,
      partOf,
      numbered: !word.startsWith('!'),
    })
    return [item, 0]
  })
}
const numbersOf = (scheme: Scheme, ...written: string[]): string[] =>
  numberItems(items(...written), scheme).entries.map(entry => entry.number)
const bareOf = (scheme: Scheme, ...written: string[]): string[] => numberItems(items(...written), scheme).entries.map(entry => entry.bare)

describe('counter forms', () => {
  const cases: [number, CounterForm, string][] = [
    [27, 'letterUpper', 'AA'],
    [52, 'letterLower', 'az'],
    [4, 'romanLower', 'iv'],
    [1994, 'romanUpper', 'MCMXCIV'],
    [8, 'symbols', '††'],
    [6, 'symbols', '¶'],
    [2, 'greek', 'β'],
    [21, 'words', 'twenty-one'],
    [0, 'romanUpper', '0'],
    [0, 'arabic', '0'],
  ]
  test.each(cases)('%i in form %s is %s', (value, form, written) => expect(writeCounter(value, form)).toBe(written))

  test('no two values of a form are written alike', () => {
    for (const form of ['arabic', 'romanLower', 'romanUpper', 'letterLower', 'letterUpper', 'greek', 'symbols', 'words'] as CounterForm[]) {
      const written = Array.from({ length: 400 }, (_, i) => writeCounter(i + 1, form))
      expect(new Set(written).size).toBe(400)
    }
  })
})

describe('levels', () => {
  test('a chapter says its name, references use the bare number', () => {
    const scheme = changedScheme(found => {
      found.levels.main[1]!.pattern = [{ text: 'Chapter ' }, { level: 1 }, { text: ':' }]
    })
    const written = ['#', '#', '#', '##', '##']
    expect(numbersOf(scheme, ...written)).toEqual(['Chapter 1:', 'Chapter 2:', 'Chapter 3:', '3.1', '3.2'])
    expect(bareOf(scheme, ...written).slice(2)).toEqual(['3', '3.1', '3.2'])
  })
  test('forceArabic turns IV.2 into 4.2', () => {
    const change = (force: boolean): Scheme =>
      changedScheme(found => {
        found.levels.main[1]!.form = 'romanUpper'
        found.levels.main[2]!.forceArabic = force
      })
    expect(bareOf(change(true), '#', '#', '#', '#', '##', '##').slice(3)).toEqual(['IV', '4.1', '4.2'])
    expect(bareOf(change(false), '#', '#', '#', '#', '##').at(-1)).toBe('IV.1')
  })
  test('a level that restarts after none runs on', () => {
    const scheme = changedScheme(found => {
      found.levels.main[3]!.restartAfter = null
    })
    expect(bareOf(scheme, '#', '##', '###', '###', '##', '###', '#', '##', '###').filter(number => number.split('.').length === 3)).toEqual(
      ['1.1.1', '1.1.2', '1.2.3', '2.1.4'],
    )
  })
  test('start value 0', () => {
    const scheme = changedScheme(found => {
      found.levels.main[1]!.start = 0
    })
    expect(bareOf(scheme, '#', 'figure', 'figure', '#', 'figure')).toEqual(['0', '0.1', '0.2', '1', '1.1'])
  })
  test('a skipped level counts as 0, an unnumbered heading touches no counter', () => {
    expect(bareOf(thesisScheme(), '#', '###', '##', '!##', '##')).toEqual(['1', '1.0.1', '1.1', '', '1.2'])
  })
})

describe('series', () => {
  test('prefix and separator', () => {
    const scheme = changedScheme(found => {
      found.series[0]!.separator = '–'
    })
    expect(bareOf(scheme, '#', '#', 'figure', 'figure')).toEqual(['1', '2', '2–1', '2–2'])
  })
  test('theorems restart by section', () => {
    const scheme = changedScheme(found => {
      Object.assign(found.series.find(({ key }) => key === 'theorem')!, { prefixLevel: 2, restartAfter: 2 })
    })
    expect(bareOf(scheme, '#', '##', 'theorem', 'theorem', '##', 'theorem').filter(number => number.split('.').length === 3)).toEqual([
      '1.1.1',
      '1.1.2',
      '1.2.1',
    ])
  })
  test('panels and equation groups', () => {
    expect(bareOf(thesisScheme(), '#', 'figure', 'part<1', 'part<1', 'part<1').slice(1)).toEqual(['1.1', '1.1(a)', '1.1(b)', '1.1(c)'])
    expect(numbersOf(paperScheme(), 'equation', 'part<0', 'part<0')).toEqual(['(1)', '(1a)', '(1b)'])
  })
  test('without a numbered heading entries have no prefix and share one count', () => {
    expect(bareOf(thesisScheme(), 'figure', '!#', 'figure', '#', 'figure', '!#', 'figure')).toEqual(['1', '', '2', '1', '1.1', '', '3'])
  })
  test('notes begin again in every chapter', () => {
    expect(numbersOf(thesisScheme(), '#', 'note', 'note', '#', 'note').filter(number => !number.startsWith('C'))).toEqual(['1', '2', '1'])
  })

  test('no two numbered entries of a series share a number, whatever the headings and restarts', () => {
    const word = fc.constantFrom('#', '!#', '##', '!##', '###', 'figure', 'figure', 'table', 'equation')
    fc.assert(
      fc.property(
        fc.array(word, { maxLength: 60 }),
        fc.constantFrom(null, 1, 2),
        fc.constantFrom(null, 1, 2, 3),
        (written, prefixLevel, restartAfter) => {
          const scheme = changedScheme(found => {
            for (const series of found.series)
              Object.assign(series, { prefixLevel, restartAfter: prefixLevel === null ? null : restartAfter })
          })
          const seen = new Set<string>()
          for (const { item, number } of numberItems(items(...written), scheme).entries) {
            if (item.kind !== 'series') continue
            expect(seen.has(`${item.series} ${number}`)).toBe(false)
            seen.add(`${item.series} ${number}`)
          }
        },
      ),
      { numRuns: 400 },
    )
  })
})

describe('a document', () => {
  const grid = (label: string) => tab(label, t`Cap`, 'll', [['a', 'b']])
  const figure = (label: string) => fig(label, { picture: '', alternative: '' }, t`Cap`)
  const work = workOf([
    div({ role: 'abstract', label: 'abs' }, 'Abstract', figure('front')),
    chapter('one', 'One', h2('s11', 'A'), figure('f11'), p`x${note`n`}`),
    chapter('two', 'Two', h2('s21', 'A'), h3('s211', 'B'), figure('f21'), eq('e21', 'x'), grid('t21'), figure('f22')),
    div({ role: 'appendix', label: 'appA' }, 'First'),
    div({ role: 'appendix', label: 'appB' }, 'Second', h2('b1', 'In it'), figure('fB1')),
  ])
  const ledger = numberWork(work.doc, work.scheme)
  const number = (label: string): string => ledger.byId.get(idOf(work, label))!.number
  test.each([
    ['abs', ''],
    ['front', '1'],
    ['one', 'Chapter 1'],
    ['s11', '1.1'],
    ['f11', '1.1'],
    ['s211', '2.1.1'],
    ['f21', '2.1'],
    ['f22', '2.2'],
    ['e21', '(2.1)'],
    ['t21', '2.1'],
    ['appB', 'Appendix B'],
    ['b1', 'B.1'],
    ['fB1', 'B.1'],
  ])('%s is %s', (label, expected) => expect(number(label)).toBe(expected))

  test('appendices of a chapter take their letters and hand them to what they hold', () => {
    const appendix = (label: string) => h2(label, label).type.create({ label, level: 2, appendix: true }, h2('', 'Extra').content)
    const made = workOf([
      chapter('c1', 'One'),
      chapter('c2', 'Two', h2('s', 'S'), appendix('a'), figure('fa1'), figure('fa2'), appendix('b'), figure('fb1')),
      chapter('c3', 'Three', appendix('a3'), figure('f3')),
    ])
    const found = numberWork(made.doc, made.scheme)
    const bare = (label: string): string => found.byId.get(idOf(made, label))!.bare
    expect(['a', 'fa1', 'fa2', 'b', 'fb1', 'a3', 'f3'].map(bare)).toEqual(['2.A', '2.A.1', '2.A.2', '2.B', '2.B.1', '3.A', '3.A.1'])
    expect(found.byId.get(idOf(made, 'a'))!.number).toBe('Appendix 2.A')
  })

  test('the account names what set the number back and what came before', () => {
    const steps = accountOf(ledger, idOf(work, 'f22'))
    expect(steps[0]!.text).toContain('within Chapter 2')
    expect(steps[0]!.entries).toEqual([idOf(work, 'two')])
    expect(steps[1]!.text).toContain('2.1')
    expect(steps[2]!.text).toBe('Written as number of Chapter 2 · “.” · count.')
    expect(accountOf(ledger, idOf(work, 'abs'))[0]!.text).toBe('This division carries no number.')
  })

  test('an unchanged document gives the same ledger, an edited text the same numbers', () => {
    expect(numberWork(work.doc, work.scheme, ledger)).toBe(ledger)
    const first = work.doc.child(1)
    const edited = work.doc.copy(
      work.doc.content.replaceChild(
        1,
        first.copy(first.content.replaceChild(0, first.child(0).copy(first.child(0).content.addToEnd(first.type.schema.text('!'))))),
      ),
    )
    const again = numberWork(edited, work.scheme, ledger)
    expect(again.entries.map(entry => entry.number)).toEqual(ledger.entries.map(entry => entry.number))
    expect(again.byId.get(idOf(work, 'one'))!.item.text!.textContent).toBe('One!')
  })
})
