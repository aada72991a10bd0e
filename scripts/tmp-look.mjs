import { chromium } from '@playwright/test'
import { chromiumFlags } from '../e2e/chromium.ts'

const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: chromiumFlags })
const c = await b.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block', baseURL: 'http://localhost:4391' })
const p = await c.newPage()
p.on('pageerror', e => console.log('ERR', e.message))
p.on('console', m => m.type() === 'error' && console.log('CON', m.text().slice(0, 300)))
await p.goto('/')
await p.locator('.work-card').nth(2).waitFor()

export { b, c, p }

const shot = n => p.screenshot({ path: `/tmp/look-${n}.png` })
await (await import(process.argv[2])).default(p, shot, c)
await b.close()
