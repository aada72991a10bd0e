/** Tables: how wide columns are, numbers under each other, rules, words in narrow cells. */
import fc from 'fast-check'
import { tab } from '../../../demo/src/builder.ts'
import type { Box, Mark } from '../src/pages/box.ts'
import { overTheEdge } from '../src/pages/reach.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { readPatternsFor } from '../src/type/languagesIn.ts'
import type { TextPiece } from '../src/type/line.ts'
import type { HouseStyle } from '../src/work/parts/houseStyle.ts'
import { thesisStyle } from '../src/work/parts/readyStyles.ts'
import { type Node, schema } from '../src/work/schema.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const text = (words: string) => [schema.text(words)]

/** A table with the alignment of all cells below the head, and what its author says of the widths. */
function tableOf(rows: string[][], { align = null, widths = '' }: { align?: string | null; widths?: string } = {}): Node {
  const made = tab('t', text('A table'), 'l'.repeat(rows[0]!.length), rows)
  const grid = made.child(1)
  const own = grid.children.map(row =>
    row.copy(
      schema.nodes.gridRow.create(
        null,
        row.children.map(cell => cell.type.create({ ...cell.attrs, align }, cell.content)),
      ).content,
    ),
  )
  return made.type.create({ ...made.attrs, widths }, [made.child(0), grid.type.create(grid.attrs, own)])
}

function boxOf(table: Node, houseStyle: Partial<HouseStyle> = {}, language = 'en-GB'): Box {
  const work = workOf([chapter('c', 'A chapter', table)], { houseStyle: { ...thesisStyle(), ...houseStyle } })
  const turnover: Turnover = newEngine().run({ ...work, settings: { ...work.settings, language } })
  expect(turnover.pages.flatMap(overTheEdge)).toEqual([])
  return turnover.pages
    .flatMap(({ placed }) => placed)
    .find(({ box }) => box.marks.some(mark => mark.kind === 'line' && mark.tag === 'TD'))!.box
}

const isRule = (mark: Mark): mark is Extract<Mark, { kind: 'rule' }> => mark.kind === 'rule'
const isCell = (mark: Mark): mark is Extract<Mark, { kind: 'line' }> => mark.kind === 'line' && (mark.tag === 'TD' || mark.tag === 'TH')
/** The texts of cells from left to right, with where each begins and the line it stands on. */
const cellTexts = ({ marks }: Box) =>
  marks.filter(isCell).map(({ x, baseline, line }) => {
    const pieces = line.pieces.filter((piece): piece is TextPiece => 'shape' in piece)
    return { text: pieces.map(({ shape }) => shape.text).join(' '), x: x + line.start, right: x + line.end, baseline, pieces, left: x }
  })

/** Where the decimal sign of a number stands. */
function pointIn({ pieces, left }: ReturnType<typeof cellTexts>[number], sign: string): number {
  const piece = pieces.find(({ shape }) => /\d/.test(shape.text))!
  const at = piece.shape.text.indexOf(sign)
  const until = at < 0 ? piece.shape.glyphs.length : at
  return left + piece.x + piece.shape.advances.slice(0, until).reduce((sum, advance) => sum + advance, 0) * piece.size
}

test.each([
  ['en-GB', '.', ['1.25', '12.5', '123', '0.125', '1,234.5', '−3.75']],
  ['de-DE', ',', ['1,25', '12,5', '123', '0,125', '1.234,5', '−3,75']],
])('in %s numbers stand with their decimal signs under each other', (language, sign, numbers) => {
  const box = boxOf(tableOf([['Depth'], ...numbers.map(each => [each])], { align: 'decimal' }), {}, language)
  const cells = cellTexts(box).filter(({ text: said }) => /\d/.test(said))
  expect(cells).toHaveLength(numbers.length)
  const points = cells.map(cell => pointIn(cell, sign))
  for (const point of points) expect(point).toBeCloseTo(points[0]!, 1)
  // Words in such a column are centred.
  const head = cellTexts(box).find(({ text: said }) => said === 'Depth')!
  const rule = box.marks.find(isRule)!
  expect((head.x + head.right) / 2).toBeCloseTo(rule.x + rule.width / 2, 0)
})

test('columns have the shares that their author says, over the whole measure', () => {
  const columnsIn = (widths: string): number[] => {
    const box = boxOf(
      tableOf(
        [
          ['a', 'b', 'c'],
          ['d', 'e', 'f'],
        ],
        { widths },
      ),
    )
    const begins = [...new Set(cellTexts(box).map(({ x }) => Math.round(x * 10) / 10))]
    const { x, width } = box.marks.find(isRule)!
    return [...begins.slice(1), x + width + 5].map((next, i) => (next - begins[i]!) / width)
  }
  for (const share of columnsIn('equal')) expect(share).toBeCloseTo(1 / 3, 2)
  const own = columnsIn('3 2 1')
  expect(own[0]).toBeCloseTo(0.5, 2)
  expect(own[1]).toBeCloseTo(1 / 3, 2)
  // One that says nothing of a column gives it the mean of the others.
  const some = columnsIn('50 50')
  expect(some[2]).toBeCloseTo(1 / 3, 2)
})

test('no word is torn apart while smaller letters hold it, and where none do, it is divided as its language does', async () => {
  await readPatternsFor(workOf([chapter('c', 'A chapter')]))
  const heads = Array.from({ length: 7 }, (_, i) => `thermocline${i}`)
  const whole = cellTexts(boxOf(tableOf([heads, heads.map(() => '12.5')]))).map(({ text: said }) => said)
  for (const head of heads) expect(whole).toContain(head)
  const narrow = boxOf(
    tableOf(
      [
        ['Site', 'Sampling'],
        ['North', 'temperature differences everywhere'],
      ],
      { widths: '' },
    ),
    {
      page: { ...thesisStyle().page, inner: 260, outer: 260 },
    },
  )
  const lines = cellTexts(narrow).map(({ text: said }) => said)
  // “temperature” and the others are parted by hyphens alone.
  expect(lines.filter(line => line.endsWith('-')).length).toBeGreaterThan(1)
})

test.each([
  ['headAndFoot', 3, 0],
  ['rows', 4, 0],
  ['all', 4, 9],
  ['none', 0, 0],
] as const)('rules %s: %i across and %i upright', (tableRules, across, upright) => {
  const { marks } = boxOf(
    tableOf([
      ['a', 'b'],
      ['c', 'd'],
      ['e', 'f'],
    ]),
    { tableRules },
  )
  const rules = marks.filter(isRule)
  expect(rules.filter(({ width, height }) => width > height)).toHaveLength(across)
  expect(rules.filter(({ width, height }) => height > width)).toHaveLength(upright)
})

test('a rule between rows stops where a cell reaches over it', () => {
  const table = tableOf([
    ['a', 'b'],
    ['c', 'd'],
    ['e', 'f'],
  ])
  const grid = table.child(1)
  const cell = grid.child(1).child(0)
  const tall = cell.type.create({ ...cell.attrs, rowspan: 2 }, cell.content)
  const rows = [
    grid.child(0),
    grid.child(1).copy(schema.nodes.gridRow.create(null, [tall, grid.child(1).child(1)]).content),
    grid.child(2).copy(schema.nodes.gridRow.create(null, [grid.child(2).child(1)]).content),
  ]
  const { marks } = boxOf(table.type.create(table.attrs, [table.child(0), grid.type.create(null, rows)]), { tableRules: 'rows' })
  const rules = marks.filter(isRule)
  const whole = Math.max(...rules.map(({ width }) => width))
  expect(rules.map(({ width }) => Math.round((width / whole) * 10) / 10).sort()).toEqual([0.5, 1, 1, 1])
})

const word = fc.constantFrom('a', '12.5', 'thermocline', 'mixing by wind', 'Kelvin–Helmholtz', '1,234', 'x'.repeat(30), '')
test('whatever is in it, nothing stands over the edge and no two cells of a row lie over each other', () => {
  fc.assert(
    fc.property(
      fc
        .integer({ min: 1, max: 14 })
        .chain(columns => fc.array(fc.array(word, { minLength: columns, maxLength: columns }), { minLength: 2, maxLength: 5 })),
      fc.constantFrom(null, 'left', 'centre', 'right', 'decimal'),
      fc.constantFrom('', 'equal', '3 2 1', '1 1 1 9'),
      (rows, align, widths) => {
        fc.pre(rows.flat().some(Boolean) && rows[1]!.some(Boolean))
        const cells = cellTexts(boxOf(tableOf(rows, { align, widths }))).filter(({ text: said }) => said)
        const over = cells.flatMap(cell =>
          cells
            .filter(other => other !== cell && Math.abs(other.baseline - cell.baseline) < 0.1)
            .filter(other => other.x < cell.right - 0.1 && other.right > cell.x + 0.1)
            .map(other => `“${other.text}” lies over “${cell.text}”`),
        )
        expect(over).toEqual([])
      },
    ),
    { numRuns: 60 },
  )
})
