/** Before the browser tests: the program is opened once as on a new machine, and what its browser then keeps is taken for all of them. */
import { mkdirSync } from 'node:fs'
import { chromium, type FullConfig } from '@playwright/test'
import { expect } from './expect.ts'
import { takeSeed } from './seed.ts'
import { inBalance } from './support.ts'

export default async function setUp({ projects }: FullConfig): Promise<void> {
  const { baseURL, launchOptions, viewport, serviceWorkers } = projects[0]?.use ?? {}
  mkdirSync('test-results', { recursive: true })
  const browser = await chromium.launch(launchOptions)
  const page = await browser.newPage({
    ...(baseURL ? { baseURL } : {}),
    ...(viewport ? { viewport } : {}),
    ...(serviceWorkers ? { serviceWorkers } : {}),
  })
  await page.goto('/')
  await expect(page.locator('.work-card')).toHaveCount(4, { timeout: 60_000 })
  /** How much stands in a table of the storage. */
  const kept = (table: string): Promise<number> =>
    page.evaluate(
      table =>
        new Promise<number>(resolve => {
          const request = indexedDB.open('steady-ledger')
          request.onsuccess = () => {
            const count = request.result.transaction(table).objectStore(table).count()
            count.onsuccess = () => resolve(count.result)
          }
        }),
      table,
    )
  for (const [before, work] of ['demo-thesis', 'demo-paper'].entries()) {
    await page.goto(`/work/${work}/galley`)
    await inBalance(page)
    // What was computed is kept when the work rests.
    await expect.poll(() => kept('lastPages')).toBe(before + 1)
  }
  // Formulas are kept after the pages stand.
  await expect.poll(() => kept('formulas')).toBeGreaterThan(150)
  await page.goto('/')
  await expect(page.locator('.work-card')).toHaveCount(4)
  await takeSeed(page)
  await browser.close()
}
