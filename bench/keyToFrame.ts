/** Key press to letter on screen, and what follows it: a 300-page work in the built application, keys pressed in the middle of a chapter. */
import { existsSync } from 'node:fs'
import path from 'node:path'
import { generateWork } from '../demo/src/generate.ts'
import { chromiumPath as executablePath } from '../e2e/chromium.ts'
import { writeBundle } from '../packages/core/src/work/file/bundle.ts'
import { createServer, listen } from '../packages/server/src/server.ts'
import { median } from './median.ts'

const dist = path.resolve('packages/web/dist')
const letters = 40

/** Milliseconds. */
export interface KeySitting {
  /** From the key event to the end of the frame that shows its letter. */
  p50: number
  p95: number
  /** How long the page is at work for a letter, with all that follows it, where the next one comes when that is done. */
  perLetter: number
  /** From the key to the end of the frame that shows the command box, at the median. */
  box: number
  /** From the press on the tab to the end of the frame that shows words of the page where the cursor is, at the median. */
  pages: number
}

/** Null where there is no browser or no build. */
export async function keyToFrame(): Promise<KeySitting | null> {
  if (!existsSync(executablePath) || !existsSync(path.join(dist, 'index.html'))) {
    process.stdout.write('No browser or no build here: key to frame is not measured.\n')
    return null
  }
  const { chromium } = await import('@playwright/test')
  const { server, port } = await listen(createServer(dist), 4500)
  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] })
  try {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
    await page.goto(`http://localhost:${port}/`)
    await page.locator('.work-card a').first().waitFor()
    await page
      .getByLabel('Bundle file')
      .setInputFiles({ name: 'big.ledger.zip', mimeType: 'application/zip', buffer: Buffer.from(writeBundle(generateWork(300, 1))) })
    await page.locator('.books', { hasText: 'In balance' }).waitFor({ timeout: 120_000 })
    await page.locator('.spine-row.level-1').nth(9).click()
    await page.waitForTimeout(1500)
    await page.locator('.division.open > p').nth(12).click()
    await page.waitForTimeout(800)
    await page.evaluate(() => {
      const times: number[] = []
      Object.assign(window, { times })
      addEventListener(
        'keydown',
        event => {
          const began = event.timeStamp
          requestAnimationFrame(() => {
            const channel = new MessageChannel()
            channel.port1.onmessage = () => times.push(performance.now() - began)
            channel.port2.postMessage(null)
          })
        },
        true,
      )
    })
    for (let i = 0; i < 120; i++) {
      await page.keyboard.press(i % 7 === 6 ? 'Space' : 'e')
      await page.waitForTimeout(70)
    }
    const taken = (): Promise<number[]> => page.evaluate(() => (window as unknown as { times: number[] }).times.splice(0))
    const times = (await taken()).slice(10).sort((a, b) => a - b)

    const told = await page.context().newCDPSession(page)
    await told.send('Performance.enable')
    const busy = async (): Promise<number> =>
      (await told.send('Performance.getMetrics')).metrics.find(({ name }) => name === 'TaskDuration')!.value * 1000
    await page.waitForTimeout(3000)
    const before = await busy()
    for (let i = 0; i < letters; i++) {
      await page.keyboard.press('e')
      await page.waitForTimeout(400)
    }
    const perLetter = ((await busy()) - before) / letters
    await taken()

    for (let i = 0; i < 12; i++) {
      await page.keyboard.press('Control+k')
      await page.waitForTimeout(400)
      await page.keyboard.press('Escape')
      await page.waitForTimeout(300)
    }
    // Of three keys the second opens it.
    const box = median((await taken()).filter((_, index) => index % 3 === 1))

    const pages: number[] = []
    for (let i = 0; i < 8; i++) {
      pages.push(
        await page.evaluate(async () => {
          const frame = (): Promise<void> =>
            new Promise(resolve =>
              requestAnimationFrame(() => {
                const channel = new MessageChannel()
                channel.port1.onmessage = () => resolve()
                channel.port2.postMessage(null)
              }),
            )
          const inSight = (): boolean =>
            [...document.querySelectorAll('.page-sheet')].some(sheet => {
              const { top, bottom } = sheet.getBoundingClientRect()
              return top < innerHeight && bottom > 60 && sheet.querySelector('text tspan') !== null
            })
          const began = performance.now()
          document.querySelector<HTMLElement>('.thumb-tab[href$="/pages"]')!.click()
          while (!inSight()) await frame()
          await frame()
          return performance.now() - began
        }),
      )
      await page.waitForTimeout(500)
      await page.locator('.thumb-tab[href$="/galley"]').click()
      await page.waitForTimeout(700)
    }
    return {
      p50: times[Math.floor(times.length * 0.5)]!,
      p95: times[Math.floor(times.length * 0.95)]!,
      perLetter,
      box,
      pages: median(pages.slice(2)),
    }
  } finally {
    await browser.close()
    server.close()
  }
}
