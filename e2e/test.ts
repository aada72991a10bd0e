/** The browser tests’ own test: each begins in a browser whose shelf holds the demo works, their formulas kept. */
import { test as base } from '@playwright/test'
import { putSeed } from './seed.ts'

/** A browser that has never seen the program. */
export { expect, type Page, test as inNewBrowser } from '@playwright/test'

/** An empty page under the address of the application. */
const blank = '/blank-page-for-the-seed'

export const test = base.extend({
  context: async ({ context }, use) => {
    const page = await context.newPage()
    await page.route(`**${blank}`, route => route.fulfill({ contentType: 'text/html', body: '<!doctype html><title>Seed</title>' }))
    await page.goto(blank)
    await putSeed(page)
    await page.close()
    await use(context)
  },
  page: async ({ page }, use) => {
    // File choosers are caught from the begin: asked for in the moment of a key, one may open before the browser was told to.
    page.on('filechooser', () => {})
    await use(page)
  },
})
