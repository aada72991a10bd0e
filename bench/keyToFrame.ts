/** Key press to letter on screen: a 300-page work in the built application, keys pressed in the middle of a chapter. */
import { existsSync } from 'node:fs'
import path from 'node:path'
import { generateWork } from '../demo/src/generate.ts'
import { chromiumPath as executablePath } from '../e2e/chromium.ts'
import { writeBundle } from '../packages/core/src/work/file/bundle.ts'
import { createServer, listen } from '../packages/server/src/server.ts'

const dist = path.resolve('packages/web/dist')

/** Milliseconds from the key event to the end of the frame that shows its letter; null where there is no browser or no build. */
export async function keyToFrame(): Promise<{ p50: number; p95: number } | null> {
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
    const times = (await page.evaluate(() => (window as unknown as { times: number[] }).times)).slice(10).sort((a, b) => a - b)
    return { p50: times[Math.floor(times.length * 0.5)]!, p95: times[Math.floor(times.length * 0.95)]! }
  } finally {
    await browser.close()
    server.close()
  }
}
