/** Strips that are no text: what page make-up sees of one. */
import fc from 'fast-check'
import { type Box, box, costs, type FloatPlacement, type StripItem, space } from '../../src/pages/box.ts'
import { bodiesBy } from '../../src/pages/columns.ts'
import { MeasuredStrip, type PageBody } from '../../src/pages/filling.ts'
import { bestWay } from '../../src/pages/makeUp.ts'

export const height = 300
export const leading = 15
export const noteLines = new Map<string, Box[]>()
export const line = (id: string, more: Partial<Box> = {}): Box => box(leading, [], { block: id, ...more })
export const float = (id: string, tall: number, series = 'figure', placement: FloatPlacement = 'auto', wide = false): Box =>
  box(tall, [], { block: id, begins: [id], float: { series, before: 12, after: 12, placement, ...(wide ? { wide } : {}) } })
export const note = (id: string, lines: number): string => {
  noteLines.set(
    id,
    Array.from({ length: lines }, (_, i) => box(11, [], { block: `${id}:${i}`, begins: i === 0 ? [id] : [] })),
  )
  return id
}
export const paragraph = (id: string, lines: number): Box[] =>
  Array.from({ length: lines }, (_, i) =>
    line(`${id}.${i}`, { breakAfter: i === lines - 1 ? 0 : (i === 0 ? costs.orphan : 0) + (i === lines - 2 ? costs.widow : 0) }),
  )
/** Rows of a long table; a page that begins within it repeats its head. */
export function longTable(id: string, rows: number): StripItem[] {
  const head = line(`${id}.head`, { breakAfter: Infinity })
  const repeated = [box(leading, [], { block: `again ${id}` })]
  return [space(12), head, ...Array.from({ length: rows }, (_, i) => line(`${id}.${i}`, i ? { repeated } : {})), space(12)]
}
export const measured = (strip: StripItem[], evenFeet = false): MeasuredStrip =>
  new MeasuredStrip({ strip, height, columns: 1, top: 0, leading, noteSeparator: 12, evenFeet, notesOf: id => noteLines.get(id) ?? [] })
export function cut(strip: StripItem[], evenFeet = false): PageBody[] {
  const whole = measured(strip, evenFeet)
  return bodiesBy(bestWay(whole), whole, 0, 100)
}
export const blocksOn = (page: PageBody): string[] => page.placed.map(({ box: found }) => found.block).filter(id => !id.startsWith('again'))

let count = 0
/** Pieces of strips, each to be made in its turn. */
export const piece = fc.oneof(
  { weight: 8, arbitrary: fc.integer({ min: 1, max: 9 }).map(lines => () => [...paragraph(`p${count++}`, lines)] as StripItem[]) },
  {
    weight: 2,
    arbitrary: fc.tuple(fc.integer({ min: 40, max: 290 }), fc.constantFrom<FloatPlacement>('auto', 'auto', 'head', 'foot', 'page')).map(
      ([tall, placement]) =>
        () =>
          [float(`f${count++}`, tall, 'figure', placement)] as StripItem[],
    ),
  },
  {
    weight: 1,
    arbitrary: fc.integer({ min: 3, max: 40 }).map(rows => () => longTable(`r${count++}`, rows)),
  },
  { weight: 1, arbitrary: fc.constant(() => [{ kind: 'fill' }] as StripItem[]) },
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

/** A float over all columns. */
export const wideFloat = fc
  .tuple(fc.integer({ min: 40, max: 290 }), fc.constantFrom('figure', 'table'), fc.constantFrom<FloatPlacement>('auto', 'head', 'page'))
  .map(
    ([tall, series, placement]) =>
      () =>
        [float(`f${count++}`, tall, series, placement, true)] as StripItem[],
  )

/** A strip of pieces, numbered from the first. */
export function makeStrip(makers: readonly (() => StripItem[])[]): StripItem[] {
  count = 0
  noteLines.clear()
  return makers.flatMap(make => make())
}
