import fc from 'fast-check'
import { note, p } from '../../../demo/src/builder.ts'
import { accountOf } from '../src/numbers/account.ts'
import { drawPage } from '../src/pages/drawing.ts'
import { noteNumbers, noteNumbersOf } from '../src/turnover/facts/noteNumbers.ts'
import type { About } from '../src/turnover/facts/pageFact.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import type { CounterForm } from '../src/work/parts/scheme.ts'
import { thesisScheme } from '../src/work/parts/scheme.ts'
import type { Work } from '../src/work/work.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const filler = 'The wind rose in the afternoon and fell at night, and the water in the upper basin answered it with a delay of some hours. '
/** A chapter whose paragraphs have so many notes each. */
const work = (counts: number[], form: CounterForm = 'arabic', length = 4): Work =>
  workOf(
    [
      chapter(
        'one',
        'One',
        ...counts.map(
          count => p`${filler.repeat(length)}${Array.from({ length: count }, (_, i) => [`word ${i}`, note`Said of it.`, ' '])}`,
        ),
      ),
    ],
    { scheme: { ...thesisScheme(), notes: { form, restart: 'page', place: 'foot', sayChapter: false } } },
  )
/** Numbers of the notes at the foot of each page, as they are printed there, and of their marks in the text. */
const printed = ({ pages, ledger }: Turnover): { foot: string[]; marks: string[] }[] =>
  pages.map(page => {
    const notes = page.placed.filter(({ box }) => box.begins.some(id => ledger.byId.get(id)?.item.kind === 'note'))
    const foot = notes.map(({ box }) => {
      const [mark] = box.marks
      const piece = mark?.kind === 'line' ? mark.line.pieces[0] : undefined
      return piece && 'shape' in piece ? piece.shape.text.trim() : ''
    })
    const marks = page.placed.flatMap(({ box }) =>
      box.marks.flatMap(mark =>
        mark.kind === 'line'
          ? mark.line.pieces.flatMap(piece => ('shape' in piece && piece.lead && 'note' in piece.lead ? [piece.shape.text] : []))
          : [],
      ),
    )
    return { foot, marks }
  })

test('they begin again on every page, at the foot and in the text', () => {
  const turnover = newEngine().run(work(Array(30).fill(2)))
  expect(turnover.settled).toBe(true)
  expect(turnover.pages.length).toBeGreaterThan(3)
  for (const { foot, marks } of printed(turnover)) {
    expect(marks).toEqual(marks.map((_, i) => String(i + 1)))
    expect(foot).toEqual(marks)
  }
})

test('symbols double after the sixth', () => {
  const [page] = printed(newEngine().run(work([8], 'symbols', 1)))
  expect(page!.foot).toEqual(['*', '†', '‡', '§', '‖', '¶', '**', '††'])
})

test('the ledger, its account and the pages say the same numbers', () => {
  const turnover = newEngine().run(work(Array(20).fill(1)))
  const fromPages = printed(turnover).flatMap(({ marks }) => marks)
  expect([...noteNumbersOf(turnover.ledger).values()]).toEqual(fromPages)
  const { id } = turnover.ledger.entries.find(({ item }) => item.kind === 'note')!
  expect(accountOf(turnover.ledger, id).map(({ text }) => text)).toEqual(['Notes begin again on every page, in the order of their marks.'])
})

test('an edited work gives the pages of the same work opened afresh', () => {
  const counts = Array(24).fill(1)
  const engine = newEngine()
  engine.run(work(counts))
  counts[3] = 4
  const edited = work(counts)
  const after = engine.run(edited)
  const afresh = newEngine().run(edited)
  expect(after.pages.map(page => drawPage(page))).toEqual(afresh.pages.map(page => drawPage(page)))
})

test('they always settle, with the numbers that the pages give them', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 1, maxLength: 14 }),
      fc.constantFrom<CounterForm>('arabic', 'symbols', 'romanLower', 'words'),
      (counts, form) => {
        const turnover = newEngine().run(work(counts, form, 3))
        expect(turnover.settled).toBe(true)
        for (const { marks } of printed(turnover)) expect(new Set(marks).size).toBe(marks.length)
      },
    ),
    { numRuns: 25 },
  )
})

test('a note is counted where its mark stands first', () => {
  const numbers = noteNumbers.read([], { scheme: thesisScheme() } as About)
  expect(numbers.size).toBe(0)
})
