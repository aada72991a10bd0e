/** Killed in the middle of writing, twenty times; `npm run torture` does it two hundred times. */
import { kill } from '../torture/kills.ts'
import { expect, seeded, inNewBrowser as test } from './test.ts'

// Two writers, so that no processor waits for the other at the end.
for (const seed of [7, 11])
  test(`a browser that is killed at any moment loses nothing that was said to be saved: ${seed}`, async ({ baseURL }) => {
    test.setTimeout(240_000)
    let state = seed
    const random = (): number => {
      state = (state * 48_271) % 2_147_483_647
      return state / 2_147_483_647
    }
    // The demo works stand on the shelf, and need not be made by both.
    const { kills, said } = await kill({ address: baseURL!, rounds: 10, random, prepare: page => seeded(page, baseURL) })
    expect(kills).toBe(10)
    // It was really written and saved in between: every other time at least.
    expect(said).toBeGreaterThanOrEqual(5)
  })
