/** Killed in the middle of writing, twenty times; `npm run torture` does it two hundred times. */
import { kill } from '../torture/kills.ts'
import { expect, inNewBrowser as test } from './test.ts'

test('a browser that is killed at any moment loses nothing that was said to be saved', async ({ baseURL }) => {
  test.setTimeout(240_000)
  let state = 7
  const random = (): number => {
    state = (state * 48_271) % 2_147_483_647
    return state / 2_147_483_647
  }
  const { kills, said } = await kill(baseURL!, 20, random)
  expect(kills).toBe(20)
  // It was really written and saved in between.
  expect(said).toBeGreaterThan(5)
})
