import fc from 'fast-check'
import { bullets, div, h2, keptTogether, keptWithNext, p, quote, t } from '../../../demo/src/builder.ts'
import { type Box, box, costs, type StripItem, space } from '../src/pages/box.ts'
import { bodiesBy } from '../src/pages/columns.ts'
import type { PageBody } from '../src/pages/filling.ts'
import { bestWay } from '../src/pages/makeUp.ts'
import { stripsAlike } from '../src/pages/measures.ts'
import { type Node, schema } from '../src/work/schema.ts'
import { alike, atLeast, atMost } from './support/cheaply.ts'
import {
  blocksOn,
  cut,
  float,
  height,
  leading,
  line,
  longTable,
  makeStrip,
  measured,
  note,
  noteLines,
  paragraph,
  piece,
} from './support/strips.ts'
import { idOf, newEngine, workOf } from './support/work.ts'

const paragraphNode = (attrs: object) => schema.nodes.paragraph.create(attrs, schema.text('Keywords: wind, water'))

/** What must hold of any pages made from any strip. */
function check(strip: StripItem[], pages: PageBody[]): void {
  const boxes = strip.filter((item): item is Box => item.kind === 'box')
  const placed = pages.flatMap(blocksOn)
  alike([...placed].sort(), boxes.map(found => found.block).sort())
  // The text keeps its order, and so does every series of floats.
  alike(
    placed.filter(id => !id.startsWith('f')),
    boxes.filter(found => !found.float).map(found => found.block),
  )
  for (const series of ['figure', 'table'])
    alike(
      placed.filter(id => boxes.find(found => found.block === id)?.float?.series === series),
      boxes.filter(found => found.float?.series === series).map(found => found.block),
    )
  const pageOf = new Map(pages.flatMap((page, index) => blocksOn(page).map((id): [string, number] => [id, index])))
  // Floats move forward only.
  boxes.forEach((found, i) => {
    const before = boxes.slice(0, i).findLast(other => !other.float)
    if (found.float && before) atLeast(pageOf.get(found.block)!, pageOf.get(before.block)!)
  })
  for (const page of pages) {
    // A page that begins within a table repeats its head, before anything but floats.
    const inLine = page.placed.filter(({ box: found }) => !found.float).map(({ box: found }) => found.block)
    const within = /^r\d+(?=\.\d)/.exec(inLine.find(id => !id.startsWith('again')) ?? '')?.[0]
    const again = inLine.filter(id => id.startsWith('again'))
    alike(again, within && !inLine.includes(`${within}.head`) && !/\.0$/.test(inLine[0]!) ? [`again ${within}`] : [])
    let bottom = 0
    for (const { y, box: found } of page.placed) {
      atLeast(y, bottom - 0.01)
      bottom = y + found.height
    }
    const tooTall = page.placed.length === 1 && page.placed[0]!.box.height > height
    if (!tooTall) atMost(bottom, height + 0.01)
    const notesTop = page.notes[0]?.y ?? height
    if (!tooTall && page.notes.length) atMost(bottom, notesTop + 0.01)
    for (const { y, box: found } of page.notes) atMost(y + found.height, height + 0.01)
    // A note begins on the page of its mark.
    const marks = page.placed.flatMap(({ box: found }) => found.notes)
    alike(
      page.notes.flatMap(({ box: found }) => found.begins),
      marks,
    )
  }
  const carried = pages.flatMap(page => page.notes.map(({ box: found }) => found.block))
  alike(
    carried,
    boxes.length
      ? pages
          .flatMap(page => page.placed.flatMap(({ box: found }) => found.notes))
          .flatMap(id => noteLines.get(id)!.map(found => found.block))
      : [],
  )
}

test('nothing overlaps, nothing is lost, notes begin on the page of their mark: any strip', () => {
  fc.assert(
    fc.property(fc.array(piece, { minLength: 1, maxLength: 45 }), fc.boolean(), (makers, evenFeet) => {
      const strip = makeStrip(makers)
      const pages = cut(strip, evenFeet)
      check(strip, pages)
      expect(cut(strip, evenFeet)).toEqual(pages)
    }),
    { numRuns: 1500 },
  )
})

test('widows and orphans are avoided where the page allows it', () => {
  const strip = Array.from({ length: 30 }, (_, i) => [...paragraph(`p${i}`, 2 + (i % 7)), space(4)]).flat()
  const pages = cut(strip)
  for (const page of pages.slice(0, -1)) {
    const [block, lineNumber] = blocksOn(page).at(-1)!.split('.')
    const lines = strip.filter((item): item is Box => item.kind === 'box' && item.block.startsWith(`${block}.`)).length
    const broken = Number(lineNumber) < lines - 1
    if (broken && lines > 3) {
      expect(Number(lineNumber)).toBeGreaterThan(0)
      expect(Number(lineNumber)).toBeLessThan(lines - 2)
    }
  }
})

/** A second, simple look: whether some way to cut lines into pages leaves no line alone and no foot emptier than seven lines. */
function canBeCutWell(paragraphs: number[]): boolean {
  const mayEnd = paragraphs.flatMap(lines => Array.from({ length: lines }, (_, i) => i === lines - 1 || (i > 0 && i < lines - 2)))
  const most = height / leading
  const reached = new Set([0])
  for (let from = 0; from < mayEnd.length; from++) {
    if (!reached.has(from)) continue
    if (mayEnd.length - from <= most) return true
    for (let lines = most - 7; lines <= most; lines++) if (mayEnd[from + lines - 1]) reached.add(from + lines)
  }
  return false
}

test('no widow and no orphan where a way to break without one exists: any text', () => {
  let possible = 0
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 24 }), { minLength: 2, maxLength: 14 }), paragraphs => {
      const strip = paragraphs.flatMap((lines, i) => paragraph(`p${i}`, lines))
      const alone = cut(strip)
        .slice(0, -1)
        .filter(page => (page.placed.at(-1)!.box.breakAfter ?? 0) >= costs.widow)
      if (!canBeCutWell(paragraphs)) return
      possible++
      expect(alone).toEqual([])
    }),
    { numRuns: 800 },
  )
  expect(possible).toBeGreaterThan(400)
})

test('a heading is never the last thing on a page', () => {
  const strip = Array.from({ length: 20 }, (_, i) => [
    space(20),
    line(`h${i}`, { breakAfter: Infinity }),
    space(6),
    ...paragraph(`p${i}`, 3 + (i % 5)),
  ]).flat()
  for (const page of cut(strip)) expect(blocksOn(page).at(-1)).toMatch(/^p/)
})

test('a figure that does not fit goes to the head of the next page and the text fills this one', () => {
  const pages = cut([...paragraph('a', 10), float('f', 200), ...paragraph('b', 10)])
  expect(blocksOn(pages[0]!).filter(id => id.startsWith('b')).length).toBeGreaterThan(5)
  expect(blocksOn(pages[1]!)[0]).toBe('f')
})

test('two figures on each other stand farther apart than a figure and text, in the text as at the head of a page', () => {
  const gaps = (page: PageBody): number[] => page.placed.slice(1).map(({ y }, i) => y - page.placed[i]!.y - page.placed[i]!.box.height)
  const [inText] = cut([line('a'), float('f1', 50), float('f2', 50), line('b')])
  expect(gaps(inText!)).toEqual([12, 18, 12])
  const [, atHead] = cut([...paragraph('a', 18), float('f1', 60), float('f2', 60), ...paragraph('b', 12)])
  expect(blocksOn(atHead!).slice(0, 2)).toEqual(['f1', 'f2'])
  expect(gaps(atHead!).slice(0, 2)).toEqual([18, 12])
})

test('a note too long for its page is split, and goes on at the foot of the next', () => {
  const pages = cut([line('m', { notes: [note('long', 40)] }), ...paragraph('a', 12)])
  expect(pages[0]!.notes.length).toBeGreaterThan(5)
  expect(pages[1]!.notes.length).toBeGreaterThan(5)
})

test('fill space pushes what follows to the foot', () => {
  const [page] = cut([line('top'), { kind: 'fill' }, line('foot')])
  expect(page!.placed[1]!.y).toBeCloseTo(height - leading, 5)
})

test('a box taller than the page stands alone on its page', () => {
  const strip = [...paragraph('a', 3), line('tall', { height: 500 } as Partial<Box>), ...paragraph('b', 3)]
  expect(
    cut(strip)
      .map(blocksOn)
      .find(found => found.includes('tall')),
  ).toEqual(['tall'])
})

test('a figure at the foot stands there, one of its own page has it alone, and a head figure waits for a head', () => {
  const foot = cut([...paragraph('a', 4), float('f', 60, 'figure', 'foot'), ...paragraph('b', 4)])
  expect(foot[0]!.placed.at(-1)).toMatchObject({ y: height - 60, box: { block: 'f' } })
  const own = cut([...paragraph('a', 4), float('f', 60, 'figure', 'page'), ...paragraph('b', 30)])
  expect(own.map(blocksOn)).toContainEqual(['f'])
  const head = cut([...paragraph('a', 4), float('f', 60, 'figure', 'head'), ...paragraph('b', 30)])
  expect(blocksOn(head[0]!)).not.toContain('f')
  expect(blocksOn(head[1]!)[0]).toBe('f')
})

test('a pinned block stands on its line of the page, or at once where that line is passed', () => {
  const [page] = cut([...paragraph('a', 3), line('key', { pin: 10 }), line('late', { pin: 2 })])
  expect(page!.placed.map(({ y }) => y)).toEqual([0, 15, 30, 9 * leading, 10 * leading])
})

test('a paragraph of the abstract can be held at line 40 of its page, and lines can stand left, centred or right', () => {
  const make = (attrs: object) => paragraphNode(attrs)
  const work = workOf([div({ role: 'abstract' }, 'Abstract', p`Some text.`, make({ pin: 30 }), make({ align: 'right' }))])
  const { pages, work: made } = newEngine().run(work)
  const { body, page } = made.houseStyle
  const [, , held, right] = pages[0]!.placed.filter(({ box: placed }) => placed.marks.length)
  expect(held!.y - page.top).toBeCloseTo(29 * body.leading, 5)
  const mark = right!.box.marks[0] as { line: { end: number } }
  expect(mark.line.end).toBeCloseTo(page.width - page.inner - page.outer, 5)
})

test('even feet: spaces are opened where text goes on to the next page, and the last page ends where it ends', () => {
  const strip = Array.from({ length: 16 }, (_, i) => [space(7), ...paragraph(`p${i}`, 4)]).flat()
  const foot = (page: PageBody): number => page.placed.at(-1)!.y + leading
  const even = cut(strip, true)
  for (const page of even.slice(0, -1)) expect(foot(page)).toBeCloseTo(height, 5)
  expect(cut(strip, false).some(page => foot(page) < height - 1)).toBe(true)
})

describe('what the author wants kept', () => {
  const prose = 'The floats lay over to one side and would not come up again until the wind had gone round. '
  const text = (lines: number): Node => p`${prose.repeat(lines).trim()}`
  const made = (...blocks: Node[]) => newEngine().run(workOf([div({ role: 'chapter', label: 'c' }, 'One', ...blocks)]))
  /** The pages on which a block with this label stands. */
  const pagesHolding = ({ pages, work }: ReturnType<typeof made>, label: string): number[] => [
    ...new Set(pages.filter(page => page.placed.some(({ box: found }) => found.block === idOf(work, label))).map(page => page.index)),
  ]
  const labelled = (block: Node, label: string): Node => block.type.create({ ...block.attrs, label }, block.content)

  test.each([1, 2, 3, 4, 5])('a paragraph is not parted wherever the page turns (%i before it)', before => {
    const filling = Array.from({ length: before + 2 }, () => text(4))
    const plain = labelled(text(8), 'it')
    const whole = pagesHolding(made(...filling, keptTogether(plain), text(30)), 'it')
    expect(whole).toHaveLength(1)
  })

  test('a quotation of several paragraphs and a list stay whole; what no page can hold is parted all the same', () => {
    const quoted = keptTogether(quote(...Array.from({ length: 4 }, () => text(5))))
    const { pages } = made(text(20), quoted, text(12))
    const inner = pages.flatMap(page =>
      page.placed.filter(({ box: found }) => found.marks.some(mark => mark.kind === 'line' && mark.within)),
    )
    expect(new Set(inner.map(({ box: found }) => pages.findIndex(page => page.placed.some(other => other.box === found)))).size).toBe(1)
    const tooMuch = made(keptTogether(labelled(text(120), 'it')))
    expect(pagesHolding(tooMuch, 'it').length).toBeGreaterThan(1)
  })

  test.each([
    ['a paragraph of one line and a list', () => [p`As follows.`, bullets(...Array.from({ length: 8 }, () => t`One of them.`))]],
    ['a list', () => [bullets(...Array.from({ length: 8 }, () => t`One of them.`))]],
    ['short paragraphs', () => Array.from({ length: 8 }, () => p`A short one.`)],
  ])('a heading has two lines below it on its page: %s', (_name, below) => {
    for (let before = 1; before < 40; before++) {
      const filling = Array.from({ length: before }, () => p`A line of its own.`)
      const { pages, work } = made(...filling, h2('it', 'Below'), ...below(), text(9))
      const page = pages.find(({ ids }) => ids.includes(idOf(work, 'it')))!
      const at = page.placed.findIndex(({ box: found }) => found.begins.includes(idOf(work, 'it')))
      expect(page.placed.length - at).toBeGreaterThan(2)
    }
  })

  test('what is kept with what follows is on the page where that begins, at every place of the page', () => {
    for (let before = 1; before < 14; before++) {
      const filling = Array.from({ length: before }, () => text(3))
      const turnover = made(...filling, keptWithNext(labelled(text(1), 'it')), labelled(text(6), 'next'), text(9))
      expect(pagesHolding(turnover, 'it').at(-1)).toBe(pagesHolding(turnover, 'next')[0])
    }
  })
})

describe('strips of the same measures', () => {
  const strip: StripItem[] = [
    ...paragraph('a', 9),
    space(8),
    float('f', 120),
    ...paragraph('b', 14),
    line('n', { notes: [note('n1', 2)] }),
    ...longTable('t', 12),
    ...paragraph('c', 20),
  ]
  const other = (change: (item: Box, index: number) => Partial<Box>): StripItem[] =>
    strip.map((item, i) => (item.kind === 'box' ? { ...item, ...change(item, i) } : { ...item }))

  test('that say other words are cut alike, and the pages have the other words', () => {
    const reworded = other(({ block }) => ({ block: `${block}!` }))
    expect(stripsAlike(strip, reworded)).toBe(true)
    const by = bodiesBy(bestWay(measured(strip)), measured(reworded), 0, 100)
    expect(by).toEqual(cut(reworded))
    expect(by.length).toBeGreaterThan(2)
  })

  test.each<[string, (item: Box) => Partial<Box>]>([
    ['a height', ({ height: own }) => ({ height: own + 1 })],
    ['what a break costs', ({ breakAfter }) => ({ breakAfter: breakAfter === Infinity ? 0 : breakAfter + 10 })],
    ['what a break before costs', () => ({ breakBefore: 5 })],
    ['a line of the page it stands on', () => ({ pin: 3 })],
    ['notes', () => ({ notes: ['n2'] })],
    ['where a float may stand', () => ({ float: { series: 'figure', before: 12, after: 12, placement: 'foot' } })],
    ['rows that stand again', () => ({ repeated: [box(3, [])] })],
  ])('%s makes another strip of it, wherever it is changed', (_name, change) => {
    for (const [index, item] of strip.entries())
      if (item.kind === 'box')
        expect(
          stripsAlike(
            strip,
            other((own, i) => (i === index ? change(own) : {})),
          ),
        ).toBe(false)
  })

  test('so do a space, and one item more', () => {
    expect(stripsAlike(strip, strip.with(9, space(9)))).toBe(false)
    expect(stripsAlike(strip, [...strip, space(1)])).toBe(false)
  })
})
