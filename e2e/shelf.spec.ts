/** The shelf, which everybody waits for. */
import { bytesOfShelf } from './bytesOfShelf.ts'
import { expect, inOwnBrowser } from './test.ts'

inOwnBrowser('the shelf comes with at most 200 KB over the wire', async ({ context, page, baseURL }) => {
  // As on another day: what the browser keeps of the program is not asked for again, and is forgotten here.
  await page.goto('/')
  await expect(page.locator('.work-card')).toHaveCount(4)
  await page.goto('about:blank')
  const bytes = await bytesOfShelf(context, baseURL!)
  expect(bytes).toBeGreaterThan(100_000)
  expect(bytes).toBeLessThanOrEqual(200_000)
})
