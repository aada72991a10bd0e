import { spawn } from 'node:child_process'
import { chromium } from '@playwright/test'

const server = spawn('node', ['--import', 'tsx', 'packages/server/src/main.ts', '--quiet', '--port', '4391'], { stdio: 'inherit' })
await new Promise(r => setTimeout(r, 2500))
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
for (let i = 0; i < 3; i++) {
  const ctx = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await ctx.newPage()
  let t = performance.now()
  const lap = n => {
    const now = performance.now()
    console.log(i, n, Math.round(now - t))
    t = now
  }
  await page.goto('http://localhost:4391/')
  await page.locator('main').first().waitFor()
  lap('shelf')
  await page.waitForTimeout(2500)
  t = performance.now()
  await page.goto('http://localhost:4391/work/demo-thesis/galley')
  await page.locator('.division.open').first().waitFor()
  lap('text')
  await page.locator('.books[aria-busy="false"]').first().waitFor()
  lap('balance')
  await page.goto('http://localhost:4391/work/demo-thesis/galley')
  await page.locator('.division.open').first().waitFor()
  lap('text again')
  await page.locator('.books[aria-busy="false"]').first().waitFor()
  lap('balance again')
  await ctx.close()
}
await browser.close()
server.kill()
