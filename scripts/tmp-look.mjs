import { spawn } from 'node:child_process'
import { chromium } from 'playwright-core'

const server = spawn('node', ['--import', 'tsx', 'packages/server/src/main.ts', '--quiet', '--port', '4391'], { stdio: 'inherit' })
await new Promise(r => setTimeout(r, 2500))
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
page.on('pageerror', e => console.log('ERR', e.message.slice(0, 300)))
page.on('console', m => m.type() === 'error' && console.log('CON', m.text().slice(0, 300)))
try {
  const steps = (await import(process.argv[2])).default
  await steps(page)
} catch (e) {
  console.log('FAIL', e.message.slice(0, 600))
  await page.screenshot({ path: '/tmp/fail.png' })
}
await browser.close()
server.kill()
