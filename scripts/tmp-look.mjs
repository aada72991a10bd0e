import { chromium } from '@playwright/test'

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
})
const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
const page = await context.newPage()
page.on('pageerror', e => console.log('PAGEERROR', e.message.slice(0, 300)))
await page.goto('http://localhost:4391/')
await page.locator('.work-card').nth(2).waitFor({ timeout: 60000 })
await page.locator('.work-cover').first().click()
await page.locator('.books[aria-busy="false"]').waitFor({ timeout: 60000 })
await page.waitForTimeout(6000)
await page.goto('http://localhost:4391/work/demo-thesis/pages/31')
await page.locator('.page-sheet').first().waitFor()
await page.screenshot({ path: '/tmp/p1.png' })
await page.locator('.books[aria-busy="false"]').waitFor({ timeout: 60000 })
// reading tab
const second = await context.newPage()
await second.goto('http://localhost:4391/work/demo-thesis/findings')
await second.locator('.books[aria-busy="false"]').waitFor({ timeout: 60000 })
const mend = second.locator('.finding button').first()
if (await mend.count()) await mend.click()
await second.waitForTimeout(300)
await second.screenshot({ path: '/tmp/p2.png' })
await second.close()
// edit, then earlier
await page.getByRole('link', { name: 'Galley' }).click()
await page.locator('.division.open p').first().click()
await page.keyboard.type('Some words that were not there before. ')
await page.waitForTimeout(800)
await page.goto('http://localhost:4391/work/demo-thesis/earlier')
await page.locator('.then-division').first().waitFor()
await page.waitForTimeout(500)
await page.screenshot({ path: '/tmp/p3.png' })
// gone in another tab
const third = await context.newPage()
await third.goto('http://localhost:4391/')
await third.locator('.work-card').nth(2).waitFor()
await third.locator('.work-card', { hasText: 'Wind' }).getByRole('button', { name: 'Delete' }).click()
await page.waitForTimeout(500)
await page.getByRole('link', { name: 'Galley' }).click()
await page.waitForTimeout(1500)
await page.screenshot({ path: '/tmp/p4.png' })
await page.getByRole('button', { name: 'Put it back' }).click()
await page.waitForTimeout(800)
await page.screenshot({ path: '/tmp/p5.png' })
await third.reload()
await third.locator('.work-card').nth(2).waitFor()
const [dl] = await Promise.all([third.waitForEvent('download'), third.getByRole('button', { name: 'Back up everything' }).click()])
await dl.saveAs('/tmp/backup.zip')
await third.locator('input[type=file]').setInputFiles('/tmp/backup.zip')
await third.locator('.restore').waitFor()
await third.waitForTimeout(300)
await third.screenshot({ path: '/tmp/p6.png' })
await browser.close()
