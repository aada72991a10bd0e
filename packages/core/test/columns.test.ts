import fc from 'fast-check'
import { div, fig, h2, note, p, paragraph, t, tab } from '../../../demo/src/builder.ts'
import { demoWorks } from '../../../demo/src/index.ts'
import type { Placed } from '../src/pages/box.ts'
import type { Page } from '../src/pages/page.ts'
import type { Turnover, TurnoverEngine } from '../src/turnover/turnover.ts'
import { columnsPaperStyle, paperStyle } from '../src/work/parts/readyStyles.ts'
import type { Node } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { works } from './support/randomWorks.ts'
import { tries } from './support/tries.ts'
import { chapter, demoTurnover, idOf, newEngine, paperOf, workOf } from './support/work.ts'

const inColumns = (work: Work, count: number, more: Partial<Work['houseStyle']> = {}): Work => ({
  ...work,
  houseStyle: { ...work.houseStyle, ...more, columns: { count, gap: 18 } },
})
const run = (work: Work): Turnover => newEngine().run(work)
const words = (many: number): string => 'Wind over the water moves what lies below it. '.repeat(many)
const linesOf = ({ x, y, box }: Placed): { text: string; left: number; right: number; top: number; bottom: number }[] =>
  box.marks.flatMap(mark =>
    mark.kind === 'line'
      ? [
          {
            text: mark.line.pieces.flatMap(piece => ('shape' in piece ? [piece.shape.text] : [])).join(' '),
            left: x + mark.x + mark.line.start,
            right: x + mark.x + mark.line.end,
            top: y,
            bottom: y + box.height,
          },
        ]
      : [],
  )
/** Where the lines of a page end, by column. */
const feetOf = (page: Page): number[] => {
  const feet = new Map<number, number>()
  for (const placed of page.placed) feet.set(placed.x, Math.max(feet.get(placed.x) ?? 0, placed.y + placed.box.height))
  return [...feet].sort(([a], [b]) => a - b).map(([, foot]) => foot)
}

test('whatever is set in columns: nothing is lost, nothing stands over anything, all within the page, in the order of the text', () => {
  fc.assert(
    fc.property(works, fc.constantFrom(2, 3), (work, count) => {
      const single = run(inColumns(work, 1))
      const { pages } = run(inColumns(work, count))
      // What begins somewhere begins there too, and nothing else does.
      const begun = (list: readonly Page[]): string[] =>
        [...new Set(list.flatMap(page => page.placed.flatMap(({ box }) => box.begins)))].sort()
      expect(begun(pages)).toEqual(begun(single.pages))
      for (const page of pages) {
        const boxes = page.placed.filter(({ box }) => box.marks.length > 0)
        for (const { x } of boxes) expect(x).toBeLessThan(page.width)
        // In one column nothing begins before what stands above it has ended; columns stand apart by their places.
        for (const [order, a] of boxes.entries())
          for (const b of boxes.slice(order + 1))
            if ((a.x === b.x || a.box.float?.wide) && b.y < a.y + a.box.height - 0.5 && a.y < b.y + b.box.height - 0.5)
              expect([a.box.block, b.box.block]).toEqual([])
      }
    }),
    { numRuns: tries(25), endOnFailure: true },
  )
})

test('lines are as long as a column, columns stand beside each other, and the last page is as even as it can be', () => {
  const work = inColumns(workOf([chapter('c', 'C', ...Array.from({ length: 30 }, () => paragraph([words(12)])))]), 2)
  const { pages } = run(work)
  const { page: sheet, columns } = work.houseStyle
  const width = (sheet.width - sheet.inner - sheet.outer - columns.gap) / 2
  for (const page of pages) {
    const xs = [...new Set(page.placed.map(({ x }) => x))].sort((a, b) => a - b)
    expect(xs.length).toBeLessThanOrEqual(2)
    if (xs.length === 2) expect(xs[1]! - xs[0]!).toBeCloseTo(width + columns.gap, 5)
    const text = page.placed.filter(({ box }) => box.marks.some(mark => mark.kind === 'line' && mark.tag === 'P'))
    for (const placed of text) for (const { left, right } of linesOf(placed)) expect(right - left).toBeLessThanOrEqual(width + 3)
  }
  const [left, right] = feetOf(pages.at(-1)!)
  expect(Math.abs(left! - right!)).toBeLessThan(work.houseStyle.body.leading * 3)
})

test('the title of a chapter stands over all columns where chapters open pages, and in its column where they run on', () => {
  const text = Array.from({ length: 12 }, () => paragraph([words(20)]))
  const title = 'A title that is a good deal longer than any column of this page is wide, and goes on'
  const opened = run(inColumns(workOf([chapter('c', title, ...text)]), 2))
  const titleLines = (turnover: Turnover) =>
    turnover.pages[0]!.placed.filter(({ box }) => box.marks.some(mark => mark.kind === 'line' && mark.tag.startsWith('H'))).flatMap(linesOf)
  expect(Math.max(...titleLines(opened).map(({ right, left }) => right - left))).toBeGreaterThan(300)
  expect(feetOf(opened.pages[0]!)).toHaveLength(2)
  const ran = run(inColumns(paperOf([chapter('c', title, ...text)]), 2))
  expect(Math.max(...titleLines(ran).map(({ right, left }) => right - left))).toBeLessThan(260)
})

test('a paper begins its columns under title and abstract, notes stand under the column of their mark', async () => {
  const { pages, settled } = await demoTurnover('columns')
  expect(settled).toBe(true)
  const first = pages[0]!
  expect(new Set(first.placed.map(({ x }) => x)).size).toBe(2)
  const rules = first.furniture.filter(({ box }) => box.marks.some(mark => mark.kind === 'rule' && mark.width < 120))
  const notes = first.placed.filter(({ box }) => box.marks.some(mark => mark.kind === 'line' && mark.tag === 'Note'))
  expect(notes.length).toBeGreaterThan(0)
  expect(rules.map(({ x }) => x)).toEqual([...new Set(notes.map(({ x }) => x))])
  const marked = first.placed.filter(({ box }) => box.notes.length)
  expect(new Set(marked.map(({ x }) => x))).toEqual(new Set(notes.map(({ x }) => x)))
  // Its twin says the same under the same numbers.
  const paper = await demoTurnover('paper')
  const numbers = ({ ledger }: Turnover): string[] => ledger.entries.map(({ number }) => number)
  expect(numbers(await demoTurnover('columns'))).toEqual(numbers(paper))
})

test('a division has columns of its own, a list and notes at the end too, and what follows goes on under it', () => {
  const text = (many: number): Node[] => Array.from({ length: many }, () => paragraph([words(10)]))
  const inTwo = div({ role: 'chapter', label: 'two' }, 'Two', ...text(3))
  const two = inTwo.type.create({ ...inTwo.attrs, columns: 2 }, inTwo.content)
  const work = paperOf([chapter('one', 'One', ...text(2)), two, chapter('three', 'Three', ...text(2))])
  const { pages } = run({ ...work, houseStyle: paperStyle() })
  const first = pages[0]!
  const of = (label: string): Placed[] =>
    first.placed.filter(
      ({ box }) =>
        box.block &&
        work.doc.children.find(node => node.attrs.id === idOf(work, label))!.children.some(block => block.attrs.id === box.block),
    )
  expect(new Set(of('one').map(({ x }) => x)).size).toBe(1)
  expect(new Set(of('two').map(({ x }) => x)).size).toBe(2)
  expect(Math.min(...of('two').map(({ y }) => y))).toBeGreaterThan(Math.max(...of('one').map(({ y }) => y)))
  expect(Math.min(...of('three').map(({ y }) => y))).toBeGreaterThan(Math.max(...of('two').map(({ y }) => y)))
})

test('an edit in a column gives the pages of the work opened afresh', () => {
  const make = (said: string): Work => ({
    ...paperOf([
      div({ role: 'titlePage' }, 'Title'),
      chapter(
        'c',
        'C',
        ...Array.from({ length: 40 }, (_, i) =>
          i === 20 ? p`${said}${note`Said.`}` : i % 9 === 4 ? h2(`h${i}`, 'On it') : paragraph([words(9)]),
        ),
        fig('f', { picture: '', width: 1, alternative: 'Nothing' }, t`Nothing.`),
      ),
    ]),
    houseStyle: columnsPaperStyle(),
  })
  const engine = newEngine()
  const kept = make(words(3))
  engine.run(kept)
  const longer = make(words(14))
  // Blocks that are the same are the same nodes, as they are after an edit.
  const doc = longer.doc.copy(longer.doc.content)
  const drawn = ({ pages }: Turnover): string[] =>
    pages.flatMap(({ placed }) => placed.map(({ x, y, box }) => `${x.toFixed(1)} ${y.toFixed(1)} ${box.block}`))
  expect(drawn(engine.run({ ...longer, doc }))).toEqual(drawn(run(longer)))
})

test('a figure over all columns is as wide as the text, at the head of a page; held where it is, at a foot, or too long, it stays in its column', () => {
  const text = (many: number): Node[] => Array.from({ length: many }, () => paragraph([words(20)]))
  const over = (block: Node, more: object = {}): Node => block.type.create({ ...block.attrs, allColumns: true, ...more }, block.content)
  const figure = fig('f', { picture: '', width: 1, alternative: 'Nothing' }, t`Nothing.`)
  const standing = (
    block: Node,
    count = 2,
  ): { placed: Placed; page: number; width: number; turnover: Turnover; engine: TurnoverEngine } => {
    const engine = newEngine()
    const work = inColumns(paperOf([chapter('c', 'C', ...text(2), block, ...text(30))]), count)
    const turnover = engine.run(work)
    const id = idOf(work, block.attrs.label as string)
    const page = turnover.pages.findIndex(({ placed }) => placed.some(({ box }) => box.block === id))
    const placed = turnover.pages[page]!.placed.find(({ box }) => box.block === id)!
    const ends = placed.box.marks.map(mark =>
      mark.kind === 'rule' ? mark.x + mark.width : mark.kind === 'line' ? mark.x + mark.line.end : 0,
    )
    return { placed, page, width: Math.max(...ends), turnover, engine }
  }
  const { placed, page, width, turnover, engine } = standing(over(figure))
  const { page: sheet } = turnover.work.houseStyle
  expect(page).toBe(1)
  expect([placed.x, placed.y]).toEqual([sheet.inner, sheet.top])
  expect(width).toBeCloseTo(sheet.width - sheet.inner - sheet.outer, 5)
  const below = turnover.pages[1]!.placed.filter(other => other !== placed)
  for (const other of below) expect(other.y).toBeGreaterThanOrEqual(placed.y + placed.box.height)
  expect(new Set(below.map(({ x }) => x)).size).toBe(2)
  expect(engine.why(1)!.floats).toEqual([
    { block: placed.box.block, says: 'It stands over all columns, at the head of a page, and page 1 had begun.' },
  ])
  const table = tab(
    't',
    t`Long.`,
    'lr',
    Array.from({ length: 60 }, (_, i) => [`row ${i}`, String(i)]),
  )
  for (const block of [over(figure, { placement: 'here' }), over(figure, { placement: 'foot' }), over(table), figure])
    expect(standing(block).width).toBeLessThan(240)
  // Without columns it is a figure like the others.
  expect(standing(over(figure), 1).placed).toEqual(standing(figure, 1).placed)
})

test('why a page in columns ended: by column, and that they were made even', async () => {
  const engine = newEngine()
  const work = await demoWorks.columns()
  const { pages } = engine.run(work)
  const middle = engine.why(1)!
  expect(middle.columns!.ends).toHaveLength(2)
  expect(middle.columns!.even).toBe(false)
  const last = engine.why(pages.length - 1)!
  expect(last.columns!.even).toBe(true)
  expect(last.ends).toBe('the end of the division')
})
