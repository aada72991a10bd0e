/** Files in and out: bundles, pictures, the PDF; and what happens when they are not what they seem. */
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { madeUp } from './commandLine.ts'
import { inBalance, openChapter, openDemo, reload, saved, smallSvg, withFile } from './support.ts'
import { expect, inNewPage, test } from './test.ts'

test('the PDF is written from the application and is sound', async ({ page }) => {
  await openDemo(page, 'dispatch', 'demo-paper')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.locator('.formats li').first().getByRole('button', { name: 'Save' }).click(),
  ])
  const file = await download.path()
  expect(download.suggestedFilename()).toBe('a-turbidity-float-for-small-lakes.pdf')
  expect(execFileSync('qpdf', ['--check', file], { encoding: 'utf8' })).toContain('No syntax or stream encoding errors')
  const pages = /Pages:\s+(\d+)/.exec(execFileSync('pdfinfo', [file], { encoding: 'utf8' }))![1]
  await expect(page.locator('.foot')).toContainText(`${pages} pages`)
  await expect(page.locator('.formats li').first()).toContainText('Saved')
})

test('a work goes out as a bundle and comes back as it was; a copy can be deleted and put back', async ({ page }) => {
  await page.goto('/')
  const card = page.locator('.work-card', { hasText: 'Turbidity Float' })
  const [download] = await Promise.all([page.waitForEvent('download'), card.getByRole('button', { name: 'Save as a file' }).click()])
  const buffer = readFileSync(await download.path())
  await page.getByLabel('Bundle file').setInputFiles({ name: 'paper.ledger.zip', mimeType: 'application/zip', buffer })
  await inBalance(page)
  await expect(page.locator('.work-title')).toHaveText('A Turbidity Float for Small Lakes')
  await page.getByRole('link', { name: /Shelf/ }).click()
  await expect(page.locator('.work-card', { hasText: 'Turbidity Float' })).toHaveCount(2)
  await page.locator('.work-card', { hasText: 'Turbidity Float' }).first().getByRole('button', { name: 'Remove' }).click()
  await expect(page.locator('.work-card', { hasText: 'Turbidity Float' })).toHaveCount(1)
  await page.getByRole('button', { name: 'Put it back' }).click()
  await expect(page.locator('.work-card', { hasText: 'Turbidity Float' })).toHaveCount(2)
})

test('a work with hundreds of formulas nobody has seen before says that they are set, may be written in meanwhile, and keeps them', async ({
  page,
}) => {
  await page.goto('/')
  await expect(page.locator('.work-card').first()).toBeVisible()
  const buffer = madeUp(40)
  const workers: string[] = []
  page.on('worker', worker => workers.push(worker.url()))
  await page.getByLabel('Bundle file').setInputFiles({ name: 'made.ledger.zip', mimeType: 'application/zip', buffer })
  await expect(page.locator('.books')).toContainText('Setting formulas')
  await expect(page.getByRole('progressbar', { name: 'Formulas set' })).toBeVisible()
  // What is written meanwhile is on the pages that come afterwards.
  await page.locator('.division.open > p').first().click()
  await page.keyboard.press('End')
  await page.keyboard.type(', corrected')
  await inBalance(page)
  await page.getByRole('link', { name: 'Pages', exact: true }).click()
  await expect(page.locator('.page-place svg').first()).toContainText('corrected')
  expect(workers.filter(url => url.endsWith('#formulas'))).toHaveLength(1)
  await saved(page)
  await reload(page)
  expect(workers.filter(url => url.endsWith('#formulas'))).toHaveLength(1)
})

inNewPage('files that are not bundles are refused in plain words and change nothing', async ({ page }) => {
  await page.goto('/')
  await expect(page.locator('.work-card')).toHaveCount(4)
  for (const [name, content, says] of [
    ['letter.txt', 'Dear reader', 'not a zip archive'],
    ['half.ledger.zip', 'PK\u0003\u0004 and no more', 'damaged'],
  ] as const) {
    await page.getByLabel('Bundle file').setInputFiles({ name, mimeType: 'application/zip', buffer: Buffer.from(content) })
    await expect(page.getByRole('alert').last()).toContainText(says)
    await expect(page.getByRole('alert').last()).toContainText('Nothing on the shelf was changed')
    await expect(page.getByRole('button', { name: 'Open what can be read' })).toHaveCount(0)
  }
  await expect(page.locator('.work-card')).toHaveCount(4)
  // What takes long can be ended.
  const whole = madeUp(2)
  let wait = true
  await page.route(/intakeThread.*\.js$/, async route => {
    while (wait) await new Promise(resolve => setTimeout(resolve, 50))
    await route.continue().catch(() => {})
  })
  await page.getByLabel('Bundle file').setInputFiles({ name: 'long.ledger.zip', mimeType: 'application/zip', buffer: whole })
  await expect(page.getByRole('status').filter({ hasText: 'Opening “long.ledger.zip”' })).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('Opening “long.ledger.zip”')).toHaveCount(0)
  wait = false
  await expect(page.locator('.work-card')).toHaveCount(4)
  // One that was cut off on its way opens as far as it goes.
  const buffer = whole.subarray(0, whole.length - 30)
  await page.getByLabel('Bundle file').setInputFiles({ name: 'cut.ledger.zip', mimeType: 'application/zip', buffer })
  await page.getByRole('button', { name: 'Open what can be read' }).click()
  await expect(page.locator('.notice').last()).toContainText('All of it could be read')
  await inBalance(page)
  await saved(page)
})

test('pictures that are broken, huge or carry a script are refused in their place, and the figure stays as it was', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '2')
  await page.locator('.division.open .figure .picture').first().click()
  const replace = () => page.getByRole('button', { name: 'Replace the picture' }).click()
  const before = await page.locator('.division.open .figure img').first().getAttribute('data-name')
  const bad: [string, string, Buffer, RegExp][] = [
    [
      'script.svg',
      'image/svg+xml',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><script>alert(1)</script></svg>'),
      /holds a “script” element/,
    ],
    ['broken.png', 'image/png', Buffer.from([0x89, 0x50, 0x4e, 0x47, 1, 2, 3]), /damaged/],
    ['huge.svg', 'image/svg+xml', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 99999 9"/>'), /no side may be longer/],
    ['notes.png', 'image/png', Buffer.from('only text'), /not a picture/],
  ]
  for (const [name, mimeType, buffer, says] of bad) {
    await withFile(page, replace, { name, mimeType, buffer })
    await expect(page.getByRole('alert').last()).toContainText(says)
    await page.getByRole('button', { name: 'Close the notice' }).click()
  }
  expect(await page.locator('.division.open .figure img').first().getAttribute('data-name')).toBe(before)
  await withFile(page, replace, { name: 'good.svg', mimeType: 'image/svg+xml', buffer: smallSvg() })
  await expect(page.locator('.division.open .figure img').first()).toHaveAttribute('data-name', 'good.svg')
})

test('a picture dropped on the sheet becomes a figure with a label from its name', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '1')
  await page.locator('.division.open > p').first().click()
  const count = await page.locator('.division.open .figure').count()
  const data = await page.evaluateHandle(svg => {
    const transfer = new DataTransfer()
    transfer.items.add(new File([svg], 'Wave Height.svg', { type: 'image/svg+xml' }))
    return transfer
  }, smallSvg('#955').toString())
  await page.locator('.division.open > p').first().dispatchEvent('drop', { dataTransfer: data })
  await expect(page.locator('.division.open .figure')).toHaveCount(count + 1)
  await expect(page.getByRole('textbox', { name: 'Label' })).toHaveValue('wave-height')
})

test('the ledger edits captions and labels in place', async ({ page }) => {
  await openDemo(page, 'ledger?show=Tables', 'demo-paper')
  const caption = page.getByLabel('Caption of Table 2')
  await caption.fill('What one float costs')
  await caption.press('Enter')
  await inBalance(page)
  await page.getByRole('link', { name: 'Galley', exact: true }).click()
  await openChapter(page, '5')
  await expect(page.locator('.division.open .table-block figcaption').first()).toHaveText('What one float costs')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('.division.open .table-block figcaption').first()).toHaveText(
    'Cost of one float, in hours of work and in the price of a day of boat hire.',
  )
})

test('a copy of a work says that it is one, and keeps the title', async ({ page }) => {
  await page.goto('/')
  const paper = page.locator('.work-card', { hasText: 'A Turbidity Float' })
  await paper.getByRole('button', { name: 'Duplicate' }).click()
  await expect(paper).toHaveCount(2)
  await expect(paper.filter({ hasText: 'Copy of' })).toHaveCount(1)
})
