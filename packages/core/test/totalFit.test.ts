import fc from 'fast-check'
import { type BreakLimits, breakLines, forbidden, Items } from '../src/type/breakLines.ts'

/** An item as the tests write it down. */
type Thing =
  | { kind: 'word'; width: number }
  | { kind: 'space' }
  | { kind: 'hyphen'; cost: number }
  | { kind: 'dash'; cost: number }
  | { kind: 'drops'; cost: number }

const space = { width: 4, stretch: 4, shrink: 1.3 }

function paragraphOf(things: Thing[]): Items {
  const items = new Items()
  for (const [i, thing] of things.entries())
    if (thing.kind === 'word') items.box(thing.width, i)
    else if (thing.kind === 'space') items.glue(space.width, space.stretch, space.shrink, 0)
    else if (thing.kind === 'hyphen') items.penalty(thing.cost, 3, 0, 1, -1)
    else if (thing.kind === 'dash') items.penalty(thing.cost, 0, 0, 0, -1)
    else items.penalty(thing.cost, -2, 0, 0, -1)
  items.glue(0, 1e5, 0, -1)
  items.penalty(-forbidden, 0, 0, 0, -1)
  return items
}

/** Demerits of one line by the rule of the paper and ours on top of it; null where it keeps no limit. */
function lineDemerits(
  items: Items,
  from: number,
  to: number,
  measure: number,
  limits: BreakLimits,
  row: number,
): { fitness: number; demerits: number; row: number } | null {
  const start = from < 0 ? 0 : items.lineStart(from)
  const width = items.width[to]! - items.width[start]! + (items.isPenalty(to) ? items.before[to]! : 0)
  const stretch = items.stretch[to]! - items.stretch[start]!
  const shrink = items.shrink[to]! - items.shrink[start]!
  const room = measure - width
  const ratio =
    room >= 0 ? (stretch > 0 ? room / stretch : room > 0.01 ? Infinity : 0) : shrink > 0 ? room / shrink : room < -0.01 ? -Infinity : 0
  const badness = 100 * Math.abs(ratio) ** 3
  if (ratio < -1 || badness > limits.tolerance) return null
  const cost = items.isPenalty(to) ? items.cost[to]! : 0
  const forced = cost <= -forbidden
  let demerits = (10 + badness) ** 2 + (cost > 0 ? cost ** 2 : 0)
  if (items.flagged[to] && row > 0) demerits += row > 1 ? 60_000 : 6000
  if (forced && from >= 0 && items.flagged[from]) demerits += 5000
  if (forced && from >= 0 && items.width[to]! - items.width[start]! < limits.scrap) demerits += 20_000
  return { fitness: ratio < -0.5 ? 0 : ratio <= 0.5 ? 1 : ratio <= 1 ? 2 : 3, demerits, row: items.flagged[to] ? row + 1 : 0 }
}
const jump = (a: number, b: number): number => (Math.abs(a - b) > 1 ? 3000 : 0)

/** Every way to break the paragraph, tried one after the other: the fewest demerits, Infinity where there is no way. */
function bestOfAll(items: Items, measure: number, limits: BreakLimits): number {
  const places: number[] = []
  for (let i = 0; i < items.count; i++) if (items.mayBreak(i) && (limits.hyphenate || !items.flagged[i])) places.push(i)
  const last = places.at(-1)!
  const from = (at: number, fitness: number, row: number): number => {
    if (at === last) return 0
    let best = Infinity
    for (const to of places) {
      if (to <= at) continue
      const line = lineDemerits(items, at, to, measure, limits, row)
      if (line) best = Math.min(best, line.demerits + jump(fitness, line.fitness) + from(to, line.fitness, line.row))
    }
    return best
  }
  return from(-1, 1, 0)
}

function demeritsOf(items: Items, breaks: number[], measure: number, limits: BreakLimits): number {
  let sum = 0
  let at = -1
  let fitness = 1
  let row = 0
  for (const to of breaks) {
    const line = lineDemerits(items, at, to, measure, limits, row)
    if (!line) return Infinity
    sum += line.demerits + jump(fitness, line.fitness)
    fitness = line.fitness
    row = line.row
    at = to
  }
  return sum
}

const word = fc.integer({ min: 3, max: 16 }).map((width): Thing[] => [{ kind: 'word', width }])
const divided = fc.tuple(word, fc.constantFrom(60, 10, 300), word).map(([a, cost, b]): Thing[] => [...a, { kind: 'hyphen', cost }, ...b])
const dashed = fc.tuple(word, word).map(([a, b]): Thing[] => [...a, { kind: 'dash', cost: 20 }, ...b])
const formula = fc.tuple(word, word).map(([a, b]): Thing[] => [...a, { kind: 'drops', cost: 300 }, ...b])
const text = fc
  .array(fc.oneof({ weight: 4, arbitrary: word }, { weight: 2, arbitrary: divided }, dashed, formula), { minLength: 1, maxLength: 11 })
  .map(words => words.flatMap((things, i): Thing[] => (i ? [{ kind: 'space' }, ...things] : things)))

test('no way to break a paragraph has fewer demerits than the one that is found, and where none is found there is none', () => {
  let broken = 0
  fc.assert(
    fc.property(
      text,
      fc.integer({ min: 30, max: 90 }),
      fc.constantFrom(100, 1000),
      fc.boolean(),
      (things, measure, tolerance, hyphenate) => {
        const limits = { tolerance, emergency: 0, hyphenate, scrap: measure * 0.06 }
        const items = paragraphOf(things)
        const breaks = breakLines(items, measure, limits)
        const least = bestOfAll(items, measure, limits)
        if (!breaks) {
          expect(least).toBe(Infinity)
          return
        }
        if (breaks.length > 1) broken++
        expect(breaks.at(-1)).toBe(items.count - 1)
        expect(demeritsOf(items, breaks, measure, limits)).toBeCloseTo(least, 4)
      },
    ),
    { numRuns: 600 },
  )
  // Paragraphs of one line alone would prove nothing.
  expect(broken).toBeGreaterThan(100)
})

test('with all of it allowed to be loose there is always a way, and a word wider than the measure stands alone', () => {
  fc.assert(
    fc.property(text, fc.integer({ min: 12, max: 60 }), (things, measure) => {
      const items = paragraphOf(things)
      const breaks = breakLines(items, measure, {
        tolerance: Number.POSITIVE_INFINITY,
        emergency: measure * 0.1,
        hyphenate: true,
        scrap: 0,
      })
      if (!breaks) return
      let start = 0
      for (const end of breaks) {
        const words = [...things.entries()].filter(([i, { kind }]) => kind === 'word' && i >= start && i < end)
        const natural = items.width[end]! - items.width[start]! + (items.isPenalty(end) ? items.before[end]! : 0)
        const least = natural - (items.shrink[end]! - items.shrink[start]!)
        if (words.length > 1) expect(least).toBeLessThanOrEqual(measure + 0.011)
        start = items.lineStart(end)
      }
    }),
    { numRuns: 300 },
  )
})

test('lists that grow keep what they held: a paragraph of a thousand words is broken as two halves of it would be', () => {
  const half: Thing[] = Array.from({ length: 1200 }, (_, i): Thing => (i % 2 ? { kind: 'space' } : { kind: 'word', width: 11 + (i % 7) }))
  const items = paragraphOf([...half, ...half])
  const breaks = breakLines(items, 200, { tolerance: 1000, emergency: 0, hyphenate: true, scrap: 12 })!
  let start = 0
  for (const end of breaks.slice(0, -1)) {
    const width = items.width[end]! - items.width[start]!
    expect(Math.abs(width - 200)).toBeLessThan(25)
    start = items.lineStart(end)
  }
  expect(breaks.length).toBeGreaterThan(80)
})
