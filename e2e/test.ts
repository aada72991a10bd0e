/** The browser tests’ own test: each begins in a browser whose shelf holds the demo works, their formulas kept. */
import { mkdtempSync, rmSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { type BrowserContext, test as base, chromium, type Page } from '@playwright/test'
import { asSeen } from './chromium.ts'
import { putSeed } from './seed.ts'
import './stacks.ts'
import { follow, followByShelf } from './support.ts'

export type { Page } from '@playwright/test'
export { expect } from './expect.ts'

/** An empty page under the address of the application. */
const blank = '/blank-page-for-the-seed'
/** An address that the application knows nothing under. */
const nowhere = '/no-such-place'
const size = { width: 1280, height: 800 }

/** Puts the seed into the storage of a page that is nowhere yet; `address` where its browser knows none of the application. */
export async function seeded(page: Page, address = ''): Promise<void> {
  await page.route(`**${blank}`, route => route.fulfill({ contentType: 'text/html', body: '<!doctype html><title>Seed</title>' }))
  await page.goto(`${address}${blank}`)
  await putSeed(page)
  await page.unroute(`**${blank}`)
  // File choosers are caught from the begin: asked for in the moment of a key, one may open before the browser was told to.
  page.on('filechooser', () => {})
}

interface Profile {
  context: BrowserContext
  /** A page in which the application runs and nothing is open, from a test that left no trace in it. */
  warm: Page | null
}

/** A browser that has never seen the program. A worker that begins takes seconds of a processor: all tests are of the same kind to them. */
export const inNewBrowser = base.extend<{ drawnAsSeen: boolean }, { profiles: (asSeen: boolean) => Promise<Profile> }>({
  /** Whether how wide and how fine things are drawn is asked. */
  drawnAsSeen: [false, { option: true }],
  /** The browser that the tests of a worker share, which is another one where they are drawn otherwise. */
  profiles: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads what a fixture needs from its first parameter.
    async ({}, use, { project }) => {
      const folder = mkdtempSync(path.join(os.tmpdir(), 'ledger-profile-'))
      const { baseURL, viewport, serviceWorkers, actionTimeout, launchOptions } = project.use
      let open: { asSeen: boolean; profile: Profile } | null = null
      await use(async drawn => {
        if (open?.asSeen === drawn) return open.profile
        await open?.profile.context.close()
        const context = await chromium.launchPersistentContext(folder, {
          ...(drawn ? asSeen : launchOptions),
          ...(baseURL ? { baseURL } : {}),
          ...(viewport ? { viewport } : {}),
          ...(serviceWorkers ? { serviceWorkers } : {}),
        })
        context.setDefaultTimeout(actionTimeout ?? 20_000)
        open = { asSeen: drawn, profile: { context, warm: null } }
        return open.profile
      })
      await (open as { profile: Profile } | null)?.profile.context.close()
      rmSync(folder, { recursive: true, force: true, maxRetries: 5 })
    },
    { scope: 'worker' },
  ],
})

/**
 * In a browser of its own: for tests that change what outlives a page, such as its clock. Others share the profile of their worker, whose
 * browser has read the program before and need not compile it anew; what a test kept is taken away before the next one.
 */
export const inOwnBrowser = inNewBrowser.extend({
  page: async ({ page }, use) => {
    await seeded(page)
    await use(page)
  },
})

/** In a page of its own: for tests of what a page does when it begins, and those that change what only a new page takes back. */
export const inNewPage = inNewBrowser.extend<{ profile: Profile }>({
  profile: async ({ profiles, drawnAsSeen }, use) => use(await profiles(drawnAsSeen)),
  context: async ({ profile }, use) => {
    const { context } = profile
    await use(context)
    // The first page, which is empty, stays: with the last of them the browser would go.
    const over = context.pages().filter((page, index) => index > 0 && page !== profile.warm)
    await Promise.all(over.map(page => page.close()))
    await context.unrouteAll({ behavior: 'ignoreErrors' })
    await context.clearPermissions()
  },
  // The page that waits for the next test has nothing open: it holds nothing of the storage that is put back.
  page: async ({ context }, use) => {
    const page = await context.newPage()
    await seeded(page)
    await use(page)
  },
})

/** Closes what is open, and says whether the page can serve another test. What is in storage, which the seed is put over, is no trace. */
async function leavesNoTrace(page: Page): Promise<boolean> {
  for (const kind of ['console', 'dialog', 'download', 'pageerror', 'request', 'response'] as const) page.removeAllListeners(kind)
  if (page.isClosed()) return false
  // While a file is being written, or something is not saved, it asks before it is left.
  await page.waitForFunction(() => dispatchEvent(new Event('beforeunload', { cancelable: true })), null, { timeout: 5000 })
  const { width, height } = page.viewportSize() ?? { width: 0, height: 0 }
  if (width !== size.width || height !== size.height) await page.setViewportSize(size)
  if ((await page.locator('html').getAttribute('data-theme')) !== 'light') return false
  if (!(await followByShelf(page, nowhere, { closesNotices: true }))) return false
  await page.getByText('There is nothing at this address').waitFor({ timeout: 5000 })
  return true
}

/**
 * In a page in which the test before left the application as it was, if it did: the first address that is asked for is gone to within it, so that
 * the work is opened from storage by a program that runs already. Any other is loaded as an address is.
 */
export const test = inNewPage.extend({
  page: async ({ context, profile }, use, info) => {
    const before = profile.warm
    profile.warm = null
    const page = before ?? (await context.newPage())
    if (before) await putSeed(page)
    else await seeded(page)
    const { goto } = page
    if (before)
      page.goto = async (address, options) => {
        page.goto = goto
        if (!address.startsWith('/')) return goto.call(page, address, options)
        await follow(page, address)
        return null
      }
    await use(page)
    page.goto = goto
    // Where the focus went is the first that is asked of a key that did nothing.
    if (info.status !== info.expectedStatus)
      await page
        .evaluate(() => `${document.hasFocus()} ${document.activeElement?.outerHTML.slice(0, 300)}`)
        .then(focused => info.attach('focus', { body: focused, contentType: 'text/plain' }))
        .catch(() => {})
    await Promise.all(context.pages().map((each, index) => (index > 0 && each !== page ? each.close() : null)))
    if (info.status === info.expectedStatus && (await leavesNoTrace(page).catch(() => false))) profile.warm = page
    else await page.close()
  },
})
