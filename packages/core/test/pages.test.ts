import fc from 'fast-check'
import { type Box, box, costs, type StripItem, space } from '../src/pages/box.ts'
import { makeUp, type PageBody } from '../src/pages/makeUp.ts'

const height = 300
const leading = 15
const noteLines = new Map<string, Box[]>()
const line = (id: string, more: Partial<Box> = {}): Box => box(leading, [], { block: id, ...more })
const float = (id: string, tall: number, series = 'figure'): Box =>
  box(tall, [], { block: id, begins: [id], float: { series, before: 12, after: 12 } })
const note = (id: string, lines: number): string => {
  noteLines.set(
    id,
    Array.from({ length: lines }, (_, i) => box(11, [], { block: `${id}:${i}`, begins: i === 0 ? [id] : [] })),
  )
  return id
}
const paragraph = (id: string, lines: number): Box[] =>
  Array.from({ length: lines }, (_, i) =>
    line(`${id}.${i}`, { breakAfter: i === lines - 1 ? 0 : (i === 0 ? costs.orphan : 0) + (i === lines - 2 ? costs.widow : 0) }),
  )
const cut = (strip: StripItem[]): PageBody[] =>
  makeUp({ strip, height, leading, noteSeparator: 12, notesOf: id => noteLines.get(id) ?? [] })
const blocksOn = (page: PageBody): string[] => page.placed.map(({ box: found }) => found.block)

/** What must hold of any pages made from any strip. */
function check(strip: StripItem[], pages: PageBody[]): void {
  const boxes = strip.filter((item): item is Box => item.kind === 'box')
  const placed = pages.flatMap(blocksOn)
  expect([...placed].sort()).toEqual(boxes.map(found => found.block).sort())
  // The text keeps its order, and so does every series of floats.
  expect(placed.filter(id => !id.startsWith('f'))).toEqual(boxes.filter(found => !found.float).map(found => found.block))
  for (const series of ['figure', 'table'])
    expect(placed.filter(id => boxes.find(found => found.block === id)?.float?.series === series)).toEqual(
      boxes.filter(found => found.float?.series === series).map(found => found.block),
    )
  const pageOf = new Map(pages.flatMap((page, index) => blocksOn(page).map((id): [string, number] => [id, index])))
  // Floats move forward only.
  boxes.forEach((found, i) => {
    const before = boxes.slice(0, i).findLast(other => !other.float)
    if (found.float && before) expect(pageOf.get(found.block)!).toBeGreaterThanOrEqual(pageOf.get(before.block)!)
  })
  for (const page of pages) {
    let bottom = 0
    for (const { y, box: found } of page.placed) {
      expect(y).toBeGreaterThanOrEqual(bottom - 0.01)
      bottom = y + found.height
    }
    const tooTall = page.placed.length === 1 && page.placed[0]!.box.height > height
    if (!tooTall) expect(bottom).toBeLessThanOrEqual(height + 0.01)
    const notesTop = page.notes[0]?.y ?? height
    if (!tooTall && page.notes.length) expect(bottom).toBeLessThanOrEqual(notesTop + 0.01)
    for (const { y, box: found } of page.notes) expect(y + found.height).toBeLessThanOrEqual(height + 0.01)
    // A note begins on the page of its mark.
    const marks = page.placed.flatMap(({ box: found }) => found.notes)
    expect(page.notes.flatMap(({ box: found }) => found.begins)).toEqual(marks)
  }
  const carried = pages.flatMap(page => page.notes.map(({ box: found }) => found.block))
  expect(carried).toEqual(
    boxes.length
      ? pages
          .flatMap(page => page.placed.flatMap(({ box: found }) => found.notes))
          .flatMap(id => noteLines.get(id)!.map(found => found.block))
      : [],
  )
}

test('nothing overlaps, nothing is lost, notes begin on the page of their mark: any strip', () => {
  let count = 0
  const piece = fc.oneof(
    { weight: 8, arbitrary: fc.integer({ min: 1, max: 9 }).map(lines => () => [...paragraph(`p${count++}`, lines)] as StripItem[]) },
    { weight: 2, arbitrary: fc.integer({ min: 40, max: 290 }).map(tall => () => [float(`f${count++}`, tall)] as StripItem[]) },
    { weight: 1, arbitrary: fc.integer({ min: 40, max: 200 }).map(tall => () => [float(`f${count++}`, tall, 'table')] as StripItem[]) },
    {
      weight: 2,
      arbitrary: fc.constant(
        () => [space(18), line(`h${count++}`, { breakAfter: Infinity }), space(6), ...paragraph(`p${count++}`, 3)] as StripItem[],
      ),
    },
    {
      weight: 3,
      arbitrary: fc
        .integer({ min: 1, max: 6 })
        .map(lines => () => [line(`m${count++}`, { notes: [note(`n${count++}`, lines)] })] as StripItem[]),
    },
    {
      weight: 2,
      arbitrary: fc
        .integer({ min: 20, max: 60 })
        .map(tall => () => [space(9), box(tall, [], { block: `e${count++}`, breakBefore: costs.beforeDisplay }), space(9)] as StripItem[]),
    },
  )
  fc.assert(
    fc.property(fc.array(piece, { minLength: 1, maxLength: 45 }), makers => {
      count = 0
      noteLines.clear()
      const strip = makers.flatMap(make => make())
      const pages = cut(strip)
      check(strip, pages)
      expect(cut(strip)).toEqual(pages)
    }),
    { numRuns: 250 },
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
