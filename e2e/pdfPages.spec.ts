/** Pages of PDFs from elsewhere: put into the text, printed as they are where an archive takes them, told where it does not. */
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { encode } from 'fast-png'
import { command, inBalance, openChapter, openDemo } from './support.ts'
import { expect, test } from './test.ts'

/** What makes PDFs is read where it is asked for, and not by every process of the browser tests. */
const twoPages = async (): Promise<Buffer> => (await import('./pdfFiles.ts')).twoPages()
const pdf = (name: string, buffer: Buffer) => ({ name, mimeType: 'application/pdf', buffer })
const dialog = (page: Page) => page.getByRole('dialog', { name: /^Pages of/ })
const figures = (page: Page) => page.locator('.division.open figure.figure')

test('pages are put in by keyboard, stand on pages with our folios, leave with the PDF, and go with one undo', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '1')
  const before = await figures(page).count()
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), command(page, 'Insert pages of a PDF')])
  await chooser.setFiles(pdf('declaration.pdf', await twoPages()))
  await dialog(page).getByLabel('Pages', { exact: true }).fill('1–3')
  await page.keyboard.press('Enter')
  await expect(dialog(page).getByRole('alert')).toHaveText('The file has pages 1 to 2.')
  await dialog(page).getByLabel('Pages', { exact: true }).fill('1, 2')
  await dialog(page).getByLabel('What they are').fill('Declaration')
  await page.keyboard.press('Enter')
  await expect(page.locator('.notice')).toContainText(
    '2 pages of “declaration.pdf” are put in. Page 2 prints as a picture of 300 dots an inch: the page has letters that the file does not bring along.',
  )
  await expect(figures(page)).toHaveCount(before + 2)
  await expect(page.locator('img[alt="Declaration, page 2: I made this work myself, at the lake. 湖"]')).toHaveCount(1)
  // A picture that is seen through in parts, as those of a screen are.
  const seenThrough = encode({ width: 30, height: 20, channels: 4, depth: 8, data: new Uint8Array(2400).fill(120) })
  await page.getByLabel('PDF file').setInputFiles({ name: 'veil.png', mimeType: 'image/png', buffer: Buffer.from(seenThrough) })
  await expect(figures(page)).toHaveCount(before + 3)
  await inBalance(page)
  await page.getByRole('link', { name: 'Dispatch' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('button', { name: 'Save: PDF', exact: true }).click(),
  ])
  const { drawnIn } = await import('./pdfFiles.ts')
  const drawn = await drawnIn(readFileSync((await download.path())!))
  // The second page, the veil and its opacity; the first page as it is.
  expect(drawn.filter(kind => kind === '/Image')).toHaveLength(3)
  expect(drawn.filter(kind => kind === '/Form [ 0 0 420 595 ]')).toHaveLength(1)
  await page.getByRole('link', { name: 'Galley' }).click()
  for (const left of [before + 2, before]) {
    await page.getByRole('banner').getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(figures(page)).toHaveCount(left)
  }
})

test('what is none, or is cut off, is told by name; what was asked can be left; a figure shows one page', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '2')
  const before = await figures(page).count()
  const input = page.getByLabel('PDF file')
  await input.setInputFiles([pdf('noise.pdf', Buffer.from('no PDF at all')), pdf('cut.pdf', (await twoPages()).subarray(0, 300))])
  await expect(page.locator('.notice', { hasText: '“noise.pdf” is not a PDF.' })).toBeVisible()
  await expect(page.locator('.notice', { hasText: '“cut.pdf” is damaged, or was cut off' })).toBeVisible()
  await input.setInputFiles(pdf('plot.pdf', await twoPages()))
  await dialog(page).getByLabel('Pages', { exact: true }).waitFor()
  await page.keyboard.press('Escape')
  await expect(dialog(page)).toHaveCount(0)
  await expect(page.getByRole('textbox', { name: 'Text of the work' })).toBeFocused()
  await expect(figures(page)).toHaveCount(before)
  // A figure that is there.
  await figures(page).first().locator('img').click()
  await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Replace the picture' }).click()])
  await page.getByLabel('Picture file').setInputFiles(pdf('plot.pdf', await twoPages()))
  await dialog(page).getByLabel('Page', { exact: true }).fill('1–2')
  await page.keyboard.press('Enter')
  await expect(dialog(page).getByRole('alert')).toHaveText('A figure shows one page: name one.')
  await dialog(page).getByLabel('Page', { exact: true }).fill('1')
  await dialog(page).getByLabel('What they are').fill('The plan of the float')
  await page.keyboard.press('Enter')
  await expect(page.locator('.notice', { hasText: 'A page of “plot.pdf” is put in.' })).toBeVisible()
  await expect(page.locator('img[alt="The plan of the float"]')).toHaveCount(1)
  // As figures, each has a label of its own.
  await input.setInputFiles(pdf('sketch.pdf', await twoPages()))
  await dialog(page).getByRole('button', { name: 'Put in as figures' }).click()
  await expect(figures(page)).toHaveCount(before + 2)
  await expect(page.getByLabel('Label', { exact: true })).toHaveValue('sketch-2')
})
