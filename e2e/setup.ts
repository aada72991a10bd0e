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
  const context = await browser.newContext({
    ...(baseURL ? { baseURL } : {}),
    ...(viewport ? { viewport } : {}),
    ...(serviceWorkers ? { serviceWorkers } : {}),
  })
  const page = await context.newPage()
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
  // Side by side: each waits a while until its work rests, for what was computed is kept then.
  const other = await context.newPage()
  await Promise.all(
    [
      { tab: page, work: 'demo-thesis' },
      { tab: other, work: 'demo-paper' },
    ].map(async ({ tab, work }) => {
      await tab.goto(`/work/${work}/galley`)
      await inBalance(tab)
    }),
  )
  await expect.poll(() => kept('lastPages')).toBe(2)
  // Formulas are kept after the pages stand.
  await expect.poll(() => kept('formulas')).toBeGreaterThan(150)
  await other.close()
  await page.goto('/')
  await expect(page.locator('.work-card')).toHaveCount(4)
  await takeSeed(page)
  await browser.close()
}
