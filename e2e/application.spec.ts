/** The application itself: kept for use without its server, and replaced by a new version of it. */
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { appendFileSync, cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { inBalance, reload, saved, titlePage, words, write } from './support.ts'
import { expect, inNewBrowser as test } from './test.ts'

// Both in one browser: it keeps some twelve megabytes before either can be asked.
test.use({ serviceWorkers: 'allow' })

test('what was loaded once works without its server; a new version is announced, never forced, and taken with everything saved', async ({
  context,
  page,
}) => {
  test.setTimeout(180_000)
  const folder = mkdtempSync(path.join(os.tmpdir(), 'ledger-version-'))
  cpSync('packages/web/dist', folder, { recursive: true })
  const server = spawn(process.execPath, ['--import', './scripts/typescript.mjs', 'e2e/serveFolder.ts', folder, '4850'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const [port] = await once(server.stdout, 'data')
  const address = (of: string): string => `http://localhost:${Number(port)}${of}`
  try {
    await test.step('without its server: shelf, text, pages, a PDF; and what is written then is kept', async () => {
      // The address of a demo work may be the first that a browser sees of the program.
      await page.goto(address('/work/demo-paper/galley'))
      await inBalance(page)
      await page.evaluate(() => navigator.serviceWorker.ready.then(() => {}))
      await context.setOffline(true)
      await page.goto(address('/'))
      await page.locator('.work-cover', { hasText: 'Turbidity' }).click()
      await inBalance(page)
      await write(page)
      await saved(page)
      await page.getByRole('link', { name: 'Dispatch', exact: true }).click()
      const [download] = await Promise.all([
        page.waitForEvent('download', { timeout: 60_000 }),
        page.getByRole('button', { name: 'Save: PDF' }).click(),
      ])
      expect(
        readFileSync((await download.path())!)
          .subarray(0, 5)
          .toString(),
      ).toBe('%PDF-')
      await page.getByRole('link', { name: 'Galley', exact: true }).click()
      await reload(page)
      await expect(page.locator(titlePage).first()).toContainText(words.trim())
      const manifest = await page.evaluate(async () => (await fetch('/manifest.webmanifest')).json())
      expect(manifest).toMatchObject({ name: 'Steady Ledger', display: 'standalone' })
    })
    await test.step('a new version of it', async () => {
      await context.setOffline(false)
      appendFileSync(path.join(folder, 'sw.js'), '\n// another version')
      await page.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()))
      await expect(page.locator('.notice')).toContainText('A new version of the program is ready', { timeout: 60_000 })
      const more = 'More of them. '
      await write(page, more)
      await expect(page.locator(titlePage).first()).toContainText(more.trim())
      await Promise.all([page.waitForEvent('load', { timeout: 60_000 }), page.getByRole('button', { name: 'Reload' }).click()])
      await inBalance(page)
      await expect(page.locator(titlePage).first()).toContainText(more.trim())
      await expect(page.locator('.notice')).toHaveCount(0)
    })
  } finally {
    server.kill()
    rmSync(folder, { recursive: true, force: true })
  }
})
