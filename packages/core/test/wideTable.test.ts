/** Tables of more columns than there is room for: what has none goes on below, as large as it is meant to be, beside the first column again. */
import { p, t, tab } from '../../../demo/src/builder.ts'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import { type Cell, cellsWithin, placeCells } from '../src/pages/blocks/cells.ts'
import type { Mark } from '../src/pages/box.ts'
import type { Page } from '../src/pages/page.ts'
import { schema } from '../src/work/schema.ts'
import { brokenRules } from './support/pdfRules.ts'
import { ReadPdf, saidBy } from './support/readPdf.ts'
import { chapter, fonts, newEngine, workOf } from './support/work.ts'

const columns = 14
const rowsOf = (count: number): string[][] => [
  Array.from({ length: columns }, (_, i) => (i ? `Mooring${i}` : 'Depth')),
  ...Array.from({ length: count }, (_, row) =>
    Array.from({ length: columns }, (_, i) => (i ? `${row}.${String(i).padStart(2, '0')}5` : `${row} m`)),
  ),
]
function workWith(rows: number, tooWide: string) {
  const made = tab('wide', t`Temperatures at all moorings`, 'r'.repeat(columns), rowsOf(rows))
  const table = made.type.create({ ...made.attrs, tooWide }, made.content)
  return workOf([chapter('one', 'One', p`Before it.`, table, p`Behind it.`)])
}
type LineMark = Extract<Mark, { kind: 'line' }>
const linesOn = ({ placed }: Page): { x: number; y: number; right: number; size: number; says: string; again: boolean }[] =>
  placed.flatMap(({ x, y, box }) =>
    box.marks
      .filter((mark): mark is LineMark => mark.kind === 'line' && mark.line.pieces.length > 0)
      .map(mark => ({
        x: x + mark.x + mark.line.start,
        y: y + mark.baseline,
        right: x + mark.x + mark.line.end,
        size: mark.line.pieces[0]!.size,
        says: mark.line.pieces.map(piece => ('shape' in piece ? piece.shape.text : '')).join(' '),
        again: mark.tag === 'Artifact',
      })),
  )

test('the columns go on below, in letters of their size, and each part begins with the first column', async () => {
  const work = workWith(4, 'below')
  const turnover = newEngine().run(work)
  const lines = turnover.pages.flatMap(linesOn)
  const cells = lines.filter(({ says }) => /Mooring|^\d+\.\d+5$|^Depth$|^\d m$/.test(says.replace(/\u00a0/g, ' ')))
  const { size } = work.houseStyle.table
  expect(new Set(cells.map(cell => cell.size))).toEqual(new Set([size]))
  const left = Math.min(...lines.map(({ x }) => x))
  for (const { right } of cells) expect(right).toBeLessThanOrEqual(left + work.houseStyle.page.width)
  // Every column once; the first as often as there are parts, and said once.
  const heads = cells.filter(({ says }) => says.startsWith('Mooring'))
  expect(heads.map(({ says }) => says).sort()).toEqual(rowsOf(0)[0]!.slice(1).sort())
  const stubs = cells.filter(({ says }) => says === 'Depth')
  expect(stubs.length).toBeGreaterThan(1)
  expect(stubs.map(({ again }) => again)).toEqual(stubs.map((_, index) => index > 0))
  expect(new Set(stubs.map(({ x }) => Math.round(x))).size).toBe(1)
  // No cell stands on another.
  for (const cell of cells)
    for (const other of cells) if (cell !== other && cell.y === other.y) expect(cell.right <= other.x || other.right <= cell.x).toBe(true)
  const bytes = await writePdf(turnover, fonts, { date: new Date(0) })
  const pdf = await ReadPdf.open(bytes)
  expect(brokenRules(pdf, bytes)).toEqual([])
  // It is heard as one table, row by row.
  const said = saidBy(pdf.tree())
    .replace(/[\u00ad]/g, '')
    .replace(/\s+/g, ' ')
  expect(said.match(/Depth/g)).toHaveLength(1)
  const second = ['1 m', ...Array.from({ length: columns - 1 }, (_, i) => `1.${String(i + 1).padStart(2, '0')}5`)].join(' ')
  expect(said.replace(/\u00a0/g, ' ')).toContain(second)
})

test('long ones break over pages in each part, and say what goes on', async () => {
  const turnover = newEngine().run(workWith(70, 'below'))
  const bytes = await writePdf(turnover, fonts, { date: new Date(0) })
  expect(brokenRules(await ReadPdf.open(bytes), bytes)).toEqual([])
  const holding = turnover.pages.filter(page => linesOn(page).some(({ says }) => /^\d+\.\d+5$/.test(says)))
  expect(holding.length).toBeGreaterThan(2)
  const numbers = holding.flatMap(linesOn).filter(({ says }) => /^\d+\.\d+5$/.test(says))
  expect(numbers).toHaveLength(70 * (columns - 1))
  expect(new Set(numbers.map(({ says }) => says)).size).toBe(numbers.length)
})

test('one that has room, and one that is to be set smaller, is one', () => {
  const headsIn = (made: ReturnType<typeof workWith>): number =>
    newEngine()
      .run(made)
      .pages.flatMap(linesOn)
      .filter(({ says }) => says === 'Depth').length
  expect(headsIn(workWith(4, 'smaller'))).toBe(1)
  const narrow = tab('narrow', t`Two`, 'rr', [
    ['Depth', 'T'],
    ['1', '2'],
  ])
  expect(headsIn(workOf([chapter('one', 'One', narrow.type.create({ ...narrow.attrs, tooWide: 'below' }, narrow.content))]))).toBe(1)
})

test('cells that reach over columns are in each part as far as they reach', () => {
  const cell = (text: string, colspan = 1) =>
    schema.nodes.gridCell.create({ colspan }, schema.nodes.paragraph.create({ id: text }, schema.text(text)))
  const grid = schema.nodes.grid.create(null, [
    schema.nodes.gridRow.create(null, [cell('a'), cell('b', 3), cell('c', 2)]),
    schema.nodes.gridRow.create(
      null,
      ['d', 'e', 'f', 'g', 'h', 'i'].map(each => cell(each)),
    ),
    schema.nodes.gridRow.create(null, [cell('j', 4), cell('k'), cell('l')]),
  ])
  const told = (cells: Cell[][]) =>
    cells.map(row =>
      row.map(({ node, column, columns: wide, again }) => `${node.textContent}${column}-${column + wide}${again ? '!' : ''}`).join(' '),
    )
  expect(told(cellsWithin(placeCells(grid), { from: 0, to: 3 }))).toEqual(['a0-1 b1-3', 'd0-1 e1-2 f2-3', 'j0-3'])
  expect(told(cellsWithin(placeCells(grid), { from: 3, to: 6 }))).toEqual(['a0-1! b1-2! c2-4', 'd0-1! g1-2 h2-3 i3-4', 'j0-2! k2-3 l3-4'])
})
