/** How soon things are there: the shelf over the wire, the text of a work after the click, its pages of last time, and its books in balance. */
import { existsSync } from 'node:fs'
import path from 'node:path'
import { generateWork } from '../demo/src/generate.ts'
import { bytesOfShelf } from '../e2e/bytesOfShelf.ts'
import { chromiumPath as executablePath } from '../e2e/chromium.ts'
import { writeBundle } from '../packages/core/src/work/file/bundle.ts'
import { createServer, listen } from '../packages/server/src/server.ts'

const dist = path.resolve('packages/web/dist')

/** Bytes and milliseconds, one of each sitting. */
export interface Openings {
  /** Over the wire until the shelf is drawn with its works. */
  shelfBytes: number
  /** From the click on a card to the frame that shows text. */
  demoText: number[]
  bigText: number[]
  /** From the address of a page to the frame that shows it, as it was last time. */
  lastPage: number[]
  /** A turnover of the 300-page work in the browser, formulas kept, everything else cold. */
  balance: number[]
}

/** Null where there is no browser or no build. */
export async function openings(sittings: number): Promise<Openings | null> {
  if (!existsSync(executablePath) || !existsSync(path.join(dist, 'index.html'))) return null
  const { chromium } = await import('@playwright/test')
  const { server, port } = await listen(createServer(dist), 4550)
  const address = `http://localhost:${port}/`
  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] })
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
    // What is run in the page may come with calls of a helper that names functions for whoever debugs them.
    await context.addInitScript('globalThis.__name ??= named => named')
    const page = await context.newPage()
    const inBalance = (): Promise<void> => page.locator('.books[aria-busy="false"]').waitFor({ timeout: 120_000 })
    await page.goto(address)
    await page.locator('.work-card').nth(2).waitFor({ timeout: 60_000 })
    await page
      .getByLabel('Bundle file')
      .setInputFiles({ name: 'big.ledger.zip', mimeType: 'application/zip', buffer: Buffer.from(writeBundle(generateWork(300, 1))) })
    await page.waitForURL(/\/work\//)
    const big = new URL(page.url()).pathname.split('/')[2]
    await inBalance()
    // What is kept for the next sitting is kept when the work rests.
    await page.waitForTimeout(15_000)
    await page.goto(`${address}work/demo-thesis/galley`)
    await inBalance()

    const shelfBytes = await bytesOfShelf(context, address)

    const found: Openings = { shelfBytes, demoText: [], bigText: [], lastPage: [], balance: [] }
    for (let sitting = 0; sitting < sittings; sitting++) {
      for (const [work, times] of [
        ['demo-thesis', found.demoText],
        [big, found.bigText],
      ] as const) {
        await page.goto(address)
        await page.locator('.work-card').nth(2).waitFor()
        await page.waitForTimeout(2500)
        times.push(await clickToText(page, `/work/${work}/galley`))
        await inBalance()
      }
      const told = (await page.locator('.books').getAttribute('title')) ?? ''
      found.balance.push(Number(/([\d,]+) ms/.exec(told)?.[1]))
      await page.waitForTimeout(5000)
      await page.goto(`${address}work/${big}/pages/60`)
      await page.locator('.page-place[data-page="60"] svg').waitFor()
      found.lastPage.push(await page.evaluate(() => performance.now()))
      await inBalance()
    }
    return found
  } finally {
    await browser.close()
    server.close()
  }
}

const clickToText = (page: import('@playwright/test').Page, to: string): Promise<number> =>
  page.evaluate(
    href =>
      new Promise<number>(resolve => {
        const began = performance.now()
        document.querySelector<HTMLAnchorElement>(`a.work-cover[href="${href}"]`)!.click()
        const look = (): void => {
          if (!document.querySelector('.sheet-text p')) requestAnimationFrame(look)
          else requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - began)))
        }
        requestAnimationFrame(look)
      }),
    to,
  )
