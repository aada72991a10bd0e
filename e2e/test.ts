/** The browser tests’ own test: each begins in a browser whose shelf holds the demo works, their formulas kept. */
import { mkdtempSync, rmSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { type BrowserContext, test as base, chromium, type Page } from '@playwright/test'
import { putSeed } from './seed.ts'

/** A browser that has never seen the program. */
export { expect, type Page, test as inNewBrowser } from '@playwright/test'

/** An empty page under the address of the application. */
const blank = '/blank-page-for-the-seed'

async function seeded(page: Page): Promise<void> {
  await page.route(`**${blank}`, route => route.fulfill({ contentType: 'text/html', body: '<!doctype html><title>Seed</title>' }))
  await page.goto(blank)
  await putSeed(page)
  await page.unroute(`**${blank}`)
  // File choosers are caught from the begin: asked for in the moment of a key, one may open before the browser was told to.
  page.on('filechooser', () => {})
}

/**
 * In a browser of its own: for tests that change what outlives a page, such as its clock. Others share the profile of their worker, whose
 * browser has read the program before and need not compile it anew; what a test kept is taken away before the next one.
 */
export const inOwnBrowser = base.extend({
  page: async ({ page }, use) => {
    await seeded(page)
    await use(page)
  },
})

export const test = base.extend<object, { profile: BrowserContext }>({
  profile: [
    async ({ launchOptions }, use, { project }) => {
      const folder = mkdtempSync(path.join(os.tmpdir(), 'ledger-profile-'))
      const { baseURL, viewport, serviceWorkers, actionTimeout } = project.use
      const profile = await chromium.launchPersistentContext(folder, {
        ...launchOptions,
        ...(baseURL ? { baseURL } : {}),
        ...(viewport ? { viewport } : {}),
        ...(serviceWorkers ? { serviceWorkers } : {}),
      })
      profile.setDefaultTimeout(actionTimeout ?? 20_000)
      await use(profile)
      await profile.close()
      rmSync(folder, { recursive: true, force: true, maxRetries: 5 })
    },
    { scope: 'worker' },
  ],
  context: async ({ profile }, use) => {
    await use(profile)
    // The first page, which is empty, stays: with the last of them the browser would go.
    await Promise.all(
      profile
        .pages()
        .slice(1)
        .map(page => page.close()),
    )
    await profile.unrouteAll({ behavior: 'ignoreErrors' })
    await profile.clearPermissions()
  },
  page: async ({ context }, use) => {
    const page = await context.newPage()
    await seeded(page)
    await use(page)
  },
})
