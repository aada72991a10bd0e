/** What is turned on its page: wide tables and pictures, read from the right side of the sheet. */
import fc from 'fast-check'
import { p, tab } from '../../../demo/src/builder.ts'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import { drawPage } from '../src/pages/drawing.ts'
import { overTheEdge, piecesOn } from '../src/pages/reach.ts'
import { searchPages } from '../src/pages/search.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { columnsPaperStyle, thesisStyle } from '../src/work/parts/readyStyles.ts'
import { type Node, schema } from '../src/work/schema.ts'
import { brokenRules } from './support/pdfRules.ts'
import { ReadPdf, saidBy } from './support/readPdf.ts'
import { tries } from './support/tries.ts'
import { chapter, fonts, idOf, newEngine, workOf } from './support/work.ts'

const wideRows = (columns: number, rows: number): string[][] =>
  Array.from({ length: rows + 1 }, (_, row) =>
    Array.from({ length: columns }, (_each, column) => (row ? `${row * 100 + column}.5` : `Mooring ${column}`)),
  )

/** A table of numbers, to be turned or not. */
function wide(columns: number, rows: number, placement = 'turned'): Node {
  const made = tab('wide', [schema.text('Temperatures at all moorings')], 'r'.repeat(columns), wideRows(columns, rows))
  return made.type.create({ ...made.attrs, placement }, made.content, made.marks)
}
const pagesWith = (block: Node, houseStyle = thesisStyle()): Turnover =>
  newEngine().run(
    workOf(
      [chapter('c', 'A chapter', p`Before it.`, block, ...Array.from({ length: 30 }, () => p`After it the text goes on as it did.`))],
      { houseStyle },
    ),
  )

const turnedOn = ({ pages }: Turnover) =>
  pages.flatMap(page => page.placed.filter(({ box }) => box.turned).map(placed => ({ page, placed })))

test('fourteen columns keep the size of their letters and stand on a page of their own, whole', () => {
  const upright = pagesWith(wide(14, 8, 'page'))
  const turned = pagesWith(wide(14, 8))
  const sizesIn = ({ pages }: Turnover): number[] =>
    pages.flatMap(page => [...piecesOn(page)].filter(({ piece }) => piece.shape.text.endsWith('.5')).map(({ piece }) => piece.size))
  expect(Math.min(...sizesIn(upright))).toBeLessThan(8)
  expect(Math.min(...sizesIn(turned))).toBeGreaterThan(thesisStyle().table.size * 0.85)
  const [found, ...more] = turnedOn(turned)
  expect(more).toEqual([])
  expect(found!.page.placed).toHaveLength(1)
  expect(turned.pages.flatMap(overTheEdge)).toEqual([])
  expect(turned.pageIndexOf.get(idOf(turned.work, 'wide'))).toBe(found!.page.index)
})

test('what is longer than a turned page goes on on the next ones, heads and caption again, every row once', () => {
  const turned = pagesWith(wide(9, 70))
  const found = turnedOn(turned)
  expect(found.length).toBeGreaterThan(2)
  const texts = found.map(({ placed }) =>
    placed.box.marks.flatMap(mark =>
      mark.kind === 'line' ? mark.line.pieces.map(piece => ('shape' in piece ? piece.shape.text : '')) : [],
    ),
  )
  for (const text of texts.slice(1)) expect(text.join(' ')).toMatch(/^Table 1\.1 ?, continued.*Mooring/)
  const first = texts.flat().filter(text => /^\d+00\.5$/.test(text))
  expect(first).toEqual(Array.from({ length: 70 }, (_, i) => `${i + 1}00.5`))
  expect(turned.pages.flatMap(overTheEdge)).toEqual([])
})

test('in columns it has the whole page', () => {
  const turned = pagesWith(wide(14, 8), columnsPaperStyle())
  const [found, ...more] = turnedOn(turned)
  expect(more).toEqual([])
  expect(found!.page.placed).toHaveLength(1)
  expect(turned.pages.flatMap(overTheEdge)).toEqual([])
})

test('it is found where it is seen, and drawn by a matrix that takes its frame there', () => {
  const turned = pagesWith(wide(14, 8))
  const [{ page }] = turnedOn(turned) as [ReturnType<typeof turnedOn>[number]]
  const [match] = searchPages(turned.pages, 'Mooring 13', 10)
  const [area] = match!.areas
  // Read from the right: what stands at the end of a line stands at the head of the page.
  expect(area!.height).toBeGreaterThan(area!.width)
  expect(area!.y).toBeLessThan(page.height / 3)
  const { turned: ink } = drawPage(page)
  const [a, b, c, d, e, f] = ink[0]!.matrix as [number, number, number, number, number, number]
  const run = ink[0]!.lines.flatMap(({ y, runs }) => runs.flatMap(({ x, words }) => words.map((word, i) => ({ word, x: x[i]!, y }))))
  const last = run.filter(({ word }) => word === 'Mooring').at(-1)!
  const at = { x: a * last.x + c * last.y + e, y: b * last.x + d * last.y + f }
  expect(at.x).toBeGreaterThan(area!.x)
  expect(at.x).toBeLessThan(area!.x + area!.width)
  expect(at.y).toBeCloseTo(area!.y + area!.height, 0)
})

test('the PDF keeps to every clause, says it in order, and its links lie where it is seen', async () => {
  const turned = pagesWith(wide(9, 70))
  const bytes = await writePdf(turned, fonts, { date: new Date(0) })
  const pdf = await ReadPdf.open(bytes)
  expect(brokenRules(pdf, bytes)).toEqual([])
  const said = saidBy(pdf.tree())
  expect(said.indexOf('100.5')).toBeGreaterThan(said.indexOf('Temperatures at all moorings'))
  expect(said.indexOf('7000.5')).toBeGreaterThan(said.indexOf('6900.5'))
})

test('whatever is turned, nothing stands over the edge and no row is lost', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 60 }), (columns, rows) => {
      const turned = pagesWith(wide(columns, rows))
      expect(turned.pages.flatMap(overTheEdge)).toEqual([])
      const texts = turned.pages.flatMap(page => [...piecesOn(page)].map(({ piece }) => piece.shape.text))
      for (let row = 1; row <= rows; row++) expect(texts.filter(text => text === `${row * 100}.5`)).toHaveLength(1)
    }),
    { numRuns: tries(15) },
  )
})
