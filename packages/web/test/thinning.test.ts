/** Which earlier states stay. */
import fc from 'fast-check'
import { type Kept, mostBytes, thinned } from '../src/storage/thinning.ts'

const hour = 3_600_000
const day = 24 * hour
const now = 1_800_000_000_000
const state = (ago: number, why: Kept['why'] = 'hour', size = 1000): Kept => ({ at: now - ago, why, size })
const stay = (states: Kept[]): number[] => {
  const gone = new Set(thinned(states, now))
  return states.filter(found => !gone.has(found)).map(({ at }) => (now - at) / hour)
}

test('of a day every hour stays, of older days the last of each, of older months the last of each', () => {
  const hours = Array.from({ length: 24 * 3 }, (_, i) => state(i * hour))
  const kept = stay(hours)
  expect(kept.filter(ago => ago < 24)).toHaveLength(24)
  expect(kept.filter(ago => ago >= 24).length).toBeLessThanOrEqual(3)
  const years = Array.from({ length: 720 }, (_, i) => state(i * day))
  const old = stay(years).filter(ago => ago > 90 * 24)
  expect(old.length).toBeGreaterThan(15)
  expect(old.length).toBeLessThan(25)
})

test('states of milestones stay when those by the hour go', () => {
  const states = [
    state(0),
    state(200 * day, 'milestone'),
    state(200 * day + hour),
    state(200 * day + 2 * hour),
    state(201 * day, 'milestone'),
  ]
  expect(stay(states)).toEqual([0, 4800, 4801, 4824])
})

test('whatever is kept: within the bound but for the newest, which stays always; and nothing goes twice', () =>
  fc.assert(
    fc.property(
      fc.uniqueArray(
        fc.record({
          at: fc.integer({ min: now - 900 * day, max: now + day }),
          why: fc.constantFrom('hour' as const, 'milestone' as const, 'restore' as const),
          size: fc.integer({ min: 1, max: 20_000_000 }),
        }),
        { selector: ({ at }) => at, maxLength: 80 },
      ),
      states => {
        const gone = thinned(states, now)
        expect(new Set(gone).size).toBe(gone.length)
        const kept = states.filter(found => !gone.includes(found))
        const newest = [...states].sort((a, b) => b.at - a.at)[0]
        if (newest) expect(kept).toContain(newest)
        const bytes = kept.reduce((sum, { size }) => sum + size, 0)
        expect(bytes <= mostBytes || kept.length === 1).toBe(true)
        // What stays, stays: thinning again takes nothing.
        expect(thinned(kept, now)).toEqual([])
      },
    ),
  ))
