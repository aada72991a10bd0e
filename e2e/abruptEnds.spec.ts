/** Killed in the middle of writing, twenty times; `npm run torture` does it two hundred times. */
import { kill } from '../torture/kills.ts'
import { expect, seeded, inNewBrowser as test } from './test.ts'

test('a browser that is killed at any moment loses nothing that was said to be saved', async ({ baseURL }) => {
  test.setTimeout(400_000)
  let state = 7
  const random = (): number => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
  // The demo works stand on the shelf, and need not be made.
  const { kills, said } = await kill({ address: baseURL!, rounds: 20, random, prepare: page => seeded(page, baseURL) })
  expect(kills).toBe(20)
  // It was really written and saved in between: every other time at least.
  expect(said).toBeGreaterThanOrEqual(10)
})
