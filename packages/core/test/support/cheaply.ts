/**
 * Expectations for loops that come to hundreds of thousands of them: what expects is made only where something may be wrong, for making it
 * takes longer than most of what is looked at.
 */
import { isDeepStrictEqual } from 'node:util'

export function alike(found: unknown, wanted: unknown): void {
  if (!isDeepStrictEqual(found, wanted)) expect(found).toEqual(wanted)
}

export function atLeast(found: number, least: number): void {
  if (!(found >= least)) expect(found).toBeGreaterThanOrEqual(least)
}

export function atMost(found: number, most: number): void {
  if (!(found <= most)) expect(found).toBeLessThanOrEqual(most)
}
