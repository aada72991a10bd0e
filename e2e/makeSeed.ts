/** Opens the program once as on a new machine, and takes what the browser then keeps for the browser tests. */
import { chromium, type Page } from '@playwright/test'
import { asSeen } from './chromium.ts'
import { expect } from './expect.ts'
import { takeSeed } from './seed.ts'
import { inBalance } from './support.ts'

/** How much stands in a table of the storage. */
const kept = (page: Page, table: string): Promise<number> =>
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

/** Makes it of the program that is served at an address; whatever is waited for has a minute, for all else is at work beside it. */
export async function makeSeed(baseURL: string): Promise<void> {
  const browser = await chromium.launch(asSeen)
  try {
    const context = await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
    const page = await context.newPage()
    await page.goto('/')
    const shelfStands = (): Promise<void> => expect(page.locator('.work-card')).toHaveCount(4, { timeout: 60_000 })
    await shelfStands()
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
    await expect.poll(() => kept(page, 'lastPages'), { timeout: 60_000 }).toBe(2)
    // Formulas are kept after the pages stand.
    await expect.poll(() => kept(page, 'formulas'), { timeout: 60_000 }).toBeGreaterThan(150)
    await other.close()
    await page.goto('/')
    await shelfStands()
    await takeSeed(page)
  } finally {
    await browser.close()
  }
}
