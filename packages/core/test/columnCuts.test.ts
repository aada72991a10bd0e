/** What must hold of columns made from any strip: with floats in them and over all of them, under another text or on pages of their own. */
import fc from 'fast-check'
import type { Box, StripItem } from '../src/pages/box.ts'
import { bodiesBy, pagesOf, planColumns, topUnder } from '../src/pages/columns.ts'
import { MeasuredStrip, type PageBody } from '../src/pages/filling.ts'
import { alike, atLeast, atMost } from './support/cheaply.ts'
import { blocksOn, float, height, leading, line, makeStrip, noteLines, paragraph, piece, wideFloat } from './support/strips.ts'
import { tries } from './support/tries.ts'

const columnWidth = 100
const step = 110

const columnsOf = (strip: StripItem[], columns: number, top = 0): MeasuredStrip =>
  new MeasuredStrip({ strip, height, columns, top, leading, noteSeparator: 12, evenFeet: false, notesOf: id => noteLines.get(id) ?? [] })

function cut(strip: StripItem[], columns: number, top = 0): PageBody[] {
  const measured = columnsOf(strip, columns, top)
  return bodiesBy(planColumns(measured), measured, step, columnWidth)
}

const isBox = (item: StripItem): item is Box => item.kind === 'box'
const isWide = (box: Box): boolean => box.float?.wide === true

function check(strip: StripItem[], pages: PageBody[], columns: number, top: number): void {
  const boxes = strip.filter(isBox)
  const placed = pages.flatMap(blocksOn)
  alike([...placed].sort(), boxes.map(found => found.block).sort())
  alike(
    placed.filter(id => !id.startsWith('f')),
    boxes.filter(found => !found.float).map(found => found.block),
  )
  for (const series of ['figure', 'table']) {
    const inSeries = new Set(boxes.filter(found => found.float?.series === series).map(found => found.block))
    alike(
      placed.filter(id => inSeries.has(id)),
      [...inSeries],
    )
  }
  pages.forEach((page, index) => {
    const begins = index === 0 ? top : 0
    /** Bottom of what stands in each column so far. */
    const bottoms = Array.from({ length: columns }, () => begins)
    for (const { x = 0, y, box } of page.placed) {
      const column = x / step
      alike(Number.isInteger(column) && column < columns, true)
      const first = isWide(box) ? 0 : column
      const last = isWide(box) ? columns - 1 : column
      for (let at = first; at <= last; at++) {
        atLeast(y, bottoms[at]! - 0.01)
        bottoms[at] = y + box.height
      }
    }
    bottoms.forEach((bottom, column) => {
      const notes = page.notes.filter(({ x = 0 }) => x === column * step)
      // A line of a note that is higher than what is left, and a float with more notes than a page: they stand all the same.
      if (notes[0]) atMost(bottom, notes[0].y + 0.01)
      atMost(bottom, height + 0.01)
      for (const { y, box } of notes) atMost(y + box.height, height + 0.01)
      expect(page.rules.filter(({ x }) => x === column * step)).toHaveLength(notes.length ? 1 : 0)
      // A note begins under the column of its mark.
      const marks = page.placed.filter(({ x = 0 }) => x === column * step).flatMap(({ box }) => box.notes)
      alike(
        notes.flatMap(({ box }) => box.begins),
        marks,
      )
    })
  })
}

test('nothing is lost, nothing overlaps, order is kept, notes under their column: any strip in any columns', () => {
  fc.assert(
    fc.property(
      fc.array(fc.oneof({ weight: 5, arbitrary: piece }, { weight: 1, arbitrary: wideFloat }), { minLength: 1, maxLength: 40 }),
      fc.integer({ min: 1, max: 3 }),
      fc.constantFrom(0, 0, 40, 130, 220),
      (makers, columns, top) => {
        const strip = makeStrip(makers)
        const pages = cut(strip, columns, top)
        check(strip, pages, columns, top)
        expect(cut(strip, columns, top)).toEqual(pages)
      },
    ),
    { numRuns: tries(600) },
  )
})

const text = (id: string, lines: number): StripItem[] => Array.from({ length: lines }, (_, i) => line(`${id}.${i}`))

test('what is too high for a column under another text waits for a whole one, and the text goes on', () => {
  const strip = [...text('a', 3), float('f', 200), ...text('b', 30)]
  const [first, second] = cut(strip, 2, 150)
  expect(blocksOn(first!)).not.toContain('f')
  expect(blocksOn(first!)).toHaveLength(20)
  expect(second!.placed[0]).toMatchObject({ x: 0, y: 0, box: { block: 'f' } })
})

test('a block that fits no column under another text stands on the next page', () => {
  const [first, second] = cut([{ ...line('tall'), height: 250 }, ...text('a', 2)], 2, 150)
  expect(blocksOn(first!)).toEqual([])
  expect(blocksOn(second!)[0]).toBe('tall')
})

test('a float over all columns stands at the head of the next page, the columns begin under it, and are even below it', () => {
  const strip = [...text('a', 5), float('f', 88, 'figure', 'auto', true), ...text('b', 55)]
  const pages = cut(strip, 2)
  expect(pages).toHaveLength(2)
  expect(blocksOn(pages[0]!)).toHaveLength(40)
  const [head, ...below] = pages[1]!.placed
  expect(head).toMatchObject({ x: 0, y: 0, box: { block: 'f' } })
  expect(Math.min(...below.map(({ y }) => y))).toBe(100)
  expect(below.filter(({ x }) => x === 0)).toHaveLength(10)
  expect(below.filter(({ x }) => x === step)).toHaveLength(10)
})

test('floats over all columns and in them keep the order of their series; several stand under each other; one alone has its page', () => {
  const wide = (id: string, tall: number, placement: 'auto' | 'page' = 'auto') => float(id, tall, 'figure', placement, true)
  const narrowAfter = cut([...text('a', 4), wide('f1', 60), float('f2', 40), ...text('b', 60)], 2)
  expect(blocksOn(narrowAfter[1]!).slice(0, 2)).toEqual(['f1', 'f2'])
  const two = cut([...text('a', 4), wide('f1', 60), wide('f2', 60), ...text('b', 60)], 2)
  expect(two[1]!.placed.slice(0, 2).map(({ y }) => y)).toEqual([0, 60 + 12 * 1.5])
  const alone = cut([...text('a', 4), wide('f1', 60, 'page'), ...text('b', 60)], 2)
  expect(alone.map(page => blocksOn(page).includes('f1'))).toEqual([false, true, false])
  expect(blocksOn(alone[1]!)).toEqual(['f1'])
})

test('without columns nothing is wider than the text: the same pages as the others', () => {
  const strip = [...text('a', 5), float('f', 88), ...text('b', 45)]
  expect(pagesOf(planColumns(columnsOf(strip, 1))).every(columns => columns.length === 1)).toBe(true)
  const evened = cut([...paragraph('p', 12)], 2)
  expect(topUnder(evened[0]!, { height, leading }, 10)).toBe(6 * leading + 10)
})
