import fc from 'fast-check'
import { em, f, fig, h2, note, p, paragraph, ref, reference, t } from '../../../demo/src/builder.ts'
import { opensSentence } from '../src/content/references/sentences.ts'
import { english } from '../src/languages/en.ts'
import { scanDivision } from '../src/numbers/scan.ts'
import { drawPage } from '../src/pages/drawing.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import type { Node } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { saidIn } from './support/saying.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const filler = (lines: number): Node[] => Array.from({ length: lines }, (_, i) => p`Line ${String(i)} of the text.`)
const run = (...blocks: (Node | Node[])[]): { work: Work; turnover: Turnover } => {
  const work = workOf([chapter('one', 'The wind', ...blocks), chapter('two', 'The water', p`Text.`)])
  return { work, turnover: newEngine().run(work) }
}
const said = ({ turnover }: { turnover: Turnover }): string[] => saidIn(turnover)
const picture = { picture: '', alternative: '' }

test('a reference opens a sentence exactly where all that stands before it in its block says so, whatever it is made of', () => {
  const piece = fc.oneof(
    { weight: 4, arbitrary: fc.stringMatching(/^[x-z .!?…"”’)]{1,12}$/) },
    { weight: 1, arbitrary: fc.stringMatching(/^[.”’) ]{28,40}$/) },
    { weight: 1, arbitrary: fc.stringMatching(/^[x-z. ]{1,6}$/).map(words => em(words)) },
    { weight: 1, arbitrary: fc.constant(null).map(() => f`x`) },
    { weight: 2, arbitrary: fc.constant(null).map(() => note`Aside.`) },
    { weight: 3, arbitrary: fc.constant(null).map(() => ref('one')) },
  )
  let opening = 0
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 9 }), pieces => {
      const { doc } = workOf([chapter('one', 'One', paragraph([...pieces, ref('one')]))])
      const block = doc.firstChild!.child(1)
      const expected: boolean[] = []
      let before = ''
      for (const child of block.children) {
        if (child.type.name === 'reference') expected.push(/(^|[.!?…]["”’)]*\s+)["“(]*$/.test(before))
        if (child.type.name !== 'note') before += child.isText ? child.text : '#'
      }
      const found = scanDivision(doc.firstChild!).references.map(({ before: said }) => opensSentence(said, english))
      opening += found.filter(Boolean).length
      // Only signs and spaces longer than any ending of a sentence may be told differently.
      if (!/[\s.”’)]{32}/.test(before)) expect(found).toEqual(expected)
      else expect(found).toHaveLength(expected.length)
    }),
    { numRuns: 600 },
  )
  expect(opening).toBeGreaterThan(100)
})

describe('references by title', () => {
  test('a chapter, a section and a figure by their words, in the order of the work', () =>
    expect(
      said(
        run(
          h2('s', 'Of gusts'),
          p`See ${reference('title', ['two', 's'])} and ${reference('title', ['fa'])}.`,
          fig('fa', picture, t`A gust.`),
        ),
      ),
    ).toEqual(['“Of gusts” and “The water”', '“A gust.”']))
  test('references in a title say name and number, formulas stand as they are said, and two titles that name each other end', () => {
    const words = said(
      run(
        p`See ${reference('title', ['fa'])}.`,
        fig('fa', picture, t`As in ${reference('title', ['fb'])}.`),
        fig('fb', picture, t`After ${reference('title', ['fa'])} with ${f`u`}.`),
      ),
    )
    expect(words[0]).toBe('“As in Figure 1.2.”')
  })
  test('they follow when the words of the target change, and only the blocks that say them are set again', () => {
    const engine = newEngine()
    const make = (title: string): Work =>
      workOf([chapter('one', 'One', p`See ${reference('title', ['s'])}.`, h2('s', title)), chapter('two', 'Two', filler(60))])
    engine.run(make('Before'))
    const work = make('After')
    const turnover = engine.run(work)
    expect(said({ turnover })).toEqual(['“After”'])
    expect(turnover.pages.map(page => drawPage(page))).toEqual(
      newEngine()
        .run(work)
        .pages.map(page => drawPage(page)),
    )
  })
})

describe('references that say how near', () => {
  const figure = (): Node => {
    const made = fig('fa', picture, t`A gust.`)
    return made.type.create({ ...made.attrs, placement: 'here' }, made.content)
  }
  const heights = [2, 12, 24, 34, 44, 60, 90, 120]
  test.each(heights)('with %i lines between, what is said is true of the pages', lines => {
    const made = run(filler(6), p`See ${reference('nearby', ['fa'])}.`, filler(lines), figure())
    const { turnover } = made
    const [node] = scanDivision(made.work.doc.child(0)).references.map(({ occurrence }) => occurrence)
    const own = turnover.referencePages.get(node!)!
    const target = turnover.pageIndexOf.get(turnover.ledger.entries.find(({ item }) => item.block === 'figure')!.id)!
    expect(own).toBeGreaterThanOrEqual(0)
    const facing = target - own === 1 && own % 2 === 1
    const expected =
      target === own
        ? 'Figure 1.1 on this page'
        : facing
          ? 'Figure 1.1 on the facing page'
          : target - own === 1
            ? 'Figure 1.1 on the next page'
            : `Figure 1.1 on page ${turnover.pages[target]!.label}`
    expect(said(made)).toEqual([expected])
    expect(turnover.settled).toBe(true)
  })
  test('one in the middle of a paragraph that goes over a page speaks from the page it is printed on', () => {
    for (let lines = 24; lines < 34; lines++) {
      const long = 'The wind goes round and round, and the water with it. '
      const made = run(filler(lines), p`${long.repeat(4)}${reference('nearby', ['fa'])} ${long.repeat(4)}`, figure())
      const { turnover } = made
      const [node] = scanDivision(made.work.doc.child(0)).references.map(({ occurrence }) => occurrence)
      const own = turnover.pages.findIndex(page =>
        page.placed.some(({ box }) => box.marks.some(mark => mark.kind === 'line' && mark.line.anchors?.includes(node!))),
      )
      expect(turnover.referencePages.get(node!)).toBe(own)
    }
  })
  test('one in a footnote speaks from the foot it stands at', () => {
    const made = run(filler(4), p`Word.${note`See ${reference('nearby', ['two'])}.`}`)
    expect(said(made)).toEqual(['Chapter 2 on the next page'])
  })
})
