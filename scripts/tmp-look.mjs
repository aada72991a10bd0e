import { chromium } from '@playwright/test'
import { chromium as executablePath } from './install.mjs'
const which = process.argv.slice(2)
const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] })
const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
const page = await context.newPage()
const base = 'http://localhost:4391'
const shoot = async n => { await page.waitForTimeout(700); await page.screenshot({ path: `/tmp/shots/${n}.png` }) }
const tab = name => page.locator('.thumb-tab', { hasText: name }).click()
await page.goto(base)
await page.locator('.work-card a').nth(1).waitFor()
await page.goto(`${base}/work/demo-thesis/galley`)
await page.locator('.books', { hasText: 'In balance' }).waitFor()
const steps = {
  async cite() { await page.locator('.spine-row.level-1', { hasText: 'Heat budget' }).click(); await page.waitForTimeout(500); await page.locator('.division.open > p').nth(3).click(); await page.keyboard.press('Control+Alt+s'); await page.keyboard.type('tolv'); await page.keyboard.press('Shift+Enter'); await shoot('cite'); await page.keyboard.press('Escape') ; await page.locator('.citation').nth(0).click(); await shoot('slip'); await page.locator('.note-mark').first().click(); await shoot('note'); await page.keyboard.press('Escape')},
  async since() { await tab('Ledger'); await page.getByRole('radio', { name: 'Since a milestone' }).click(); await page.getByLabel('Name of a new milestone').fill('Supervisor'); await page.getByRole('button', { name: 'Take a milestone' }).click(); await shoot('since'); await page.getByRole('radio', { name: 'As it is' }).click(); await page.locator('.ledger-row').nth(2).hover(); await page.getByRole('button', { name: /^Account of/ }).nth(2).click(); await shoot('account'); await page.keyboard.press('Escape') },
  async scheme() { await tab('Scheme'); await page.getByRole('button', { name: '2 Section' }).click(); await shoot('scheme-open'); await page.getByRole('heading', { name: 'Lists' }).scrollIntoViewIfNeeded(); await page.getByRole('heading', { name: 'Words that' }).scrollIntoViewIfNeeded(); await shoot('scheme-lists') },
  async house() { await tab('House style'); await page.getByRole('heading', { name: 'Running heads' }).scrollIntoViewIfNeeded(); await page.mouse.move(500, 400); await page.mouse.wheel(0, 500); await shoot('house-heads'); await page.mouse.wheel(0, 700); await shoot('house-opening'); },
  async pages() { await tab('Pages'); await page.getByRole('button', { name: 'Grid' }).click(); await page.getByRole('searchbox').fill('heat'); await shoot('grid') },
  async narrow() { await page.setViewportSize({ width: 1024, height: 700 }); await tab('Scheme'); await shoot('n-scheme'); await tab('House style'); await shoot('n-house'); await tab('Ledger'); await shoot('n-ledger'); await tab('Galley'); await shoot('n-galley'); await page.setViewportSize({ width: 1280, height: 800 }) },
  async dark() { await page.emulateMedia({ colorScheme: 'dark' }); await tab('Scheme'); await shoot('d-scheme'); await tab('Ledger'); await shoot('d-ledger'); await tab('House style'); await shoot('d-house'); await page.emulateMedia({ colorScheme: 'light' }) },
}
for (const w of which) await steps[w]()
await browser.close()
