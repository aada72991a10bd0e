import { choose, command, inBalance, openChapter, openDemo, pageText, say } from './support.ts'
import { expect, type Page, test } from './test.ts'

const row = (page: Page) => page.locator('.division.open > [data-kind="row"]')
const figures = (page: Page) => page.locator('.division.open .figure')
const numbersOf = (page: Page): Promise<string[]> => page.locator('.division.open .figure .number').allTextContents()

test('figures are put side by side and below each other again, and keep their numbers', async ({ page }) => {
  await openDemo(page)
  await openChapter(page, '2')
  const before = await numbersOf(page)
  await row(page).locator('.picture').first().click()
  await command(page, 'Stand these figures below each other')
  await expect(row(page)).toHaveCount(0)
  expect(await numbersOf(page)).toEqual(before)
  await command(page, 'Stand this figure beside')
  await expect(row(page).locator('.figure')).toHaveCount(2)
  expect(await numbersOf(page)).toEqual(before)
  await page.getByLabel('Where the row stands').selectOption('At the foot of a page')
  await page.getByLabel('Share of the row, in %').fill('80')
  await page.getByLabel('Share of the row, in %').press('Enter')
  await inBalance(page)
  const [first, second] = await row(page).locator('.picture').all()
  expect((await first!.boundingBox())!.width).toBeGreaterThan((await second!.boundingBox())!.width * 1.3)
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(row(page)).toHaveCount(1)
  await expect(figures(page)).toHaveCount(before.length)
})

test('notes below a table are written by keyboard, and taken away where they were begun', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '3')
  const table = page.locator('.division.open .table-block').first()
  const notes = table.locator('[data-kind="tableNotes"]')
  await table.locator('td').first().click()
  // What can act here comes first; what cannot says so, and does nothing. Whoever leaves the box goes on where the cursor was.
  await page.keyboard.press('Control+k')
  await page.getByRole('dialog').getByRole('combobox').fill('panel')
  await expect(page.getByRole('dialog').getByRole('option', { disabled: false }).first()).toContainText(
    'Table: another panel under its number',
  )
  const notHere = page.getByRole('dialog').getByRole('option', { name: /^Panels: remove this one/ })
  await expect(notHere).toHaveAttribute('aria-disabled', 'true')
  await notHere.click({ force: true })
  await expect(notHere).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.type('W')
  await expect(table.locator('td').first()).toHaveText(/W/)
  await page.keyboard.press('Backspace')
  await command(page, 'Table: notes below it')
  await expect(notes).toHaveCount(1)
  await page.keyboard.press('Backspace')
  await expect(notes).toHaveCount(0)
  await table.locator('td').first().click()
  await command(page, 'Table: notes below it')
  await say(page, 'Depths below the level of the first of May.')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await say(page, 'And the text goes on.')
  await expect(notes).toHaveText('Depths below the level of the first of May.')
  await expect(table.locator('xpath=following-sibling::p[1]')).toHaveText(/^And the text goes on\./)
})

test('a column stands at its decimal signs, columns have shares of their own, and the table is turned on a page', async ({ page }) => {
  await openDemo(page)
  await openChapter(page, '1')
  await page.locator('.division.open td').nth(1).click()
  const columns = page.getByRole('region', { name: 'Columns' })
  await columns.getByLabel('This column is aligned').selectOption('At the decimal sign')
  await expect(page.locator('.division.open tr > [data-align="decimal"]')).toHaveCount(5)
  await columns.getByLabel('How wide columns are').selectOption('In shares of my own')
  const shares = columns.getByLabel('Shares, as 3 2 1 or 50 30 20')
  await shares.fill('wide, narrow')
  await shares.press('Enter')
  await expect(columns).toContainText('A number for each column, such as 3 2 1.')
  await shares.fill('3 1 1 1 1')
  await shares.press('Enter')
  const noRoom = columns.getByLabel('Columns that have no room')
  await noRoom.selectOption('Go on below, beside the first column')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(noRoom).toHaveValue('smaller')
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(noRoom).toHaveValue('below')
  await columns.getByRole('button', { name: 'A row below' }).press('Enter')
  await expect(page.locator('.division.open table tr')).toHaveCount(6)
  await page.getByLabel('Where it stands').selectOption('Turned, on pages of its own')
  await inBalance(page)
  expect(await pageText(page, '5')).toMatch(/Table 1\.1.*Western/)
  const turned = page.locator('.page-place[data-page="5"] svg g[transform^="matrix(0 -1 1 0"]')
  await expect(turned).toContainText('Western')
  const box = (await turned.boundingBox())!
  expect(box.height).toBeGreaterThan(box.width)
  await page.getByRole('button', { name: 'Undo' }).click()
  await inBalance(page)
  await expect(turned).toHaveCount(0)
})

test('notes that count by page say the same at the foot of the page and in the galley, also for one that was just written', async ({
  page,
}) => {
  await openDemo(page, 'scheme')
  await page.getByRole('combobox', { name: 'They count', exact: true }).selectOption('On each page')
  await page.getByRole('button', { name: 'Apply' }).click()
  await page.getByRole('link', { name: 'Galley', exact: true }).click()
  await openChapter(page, '2')
  await inBalance(page)
  const marks = page.locator('.division.open .note-mark')
  await expect.poll(async () => (await marks.allTextContents()).filter(mark => mark === '1').length).toBeGreaterThan(2)
  const before = await marks.allTextContents()
  await page.locator('.division.open > p').first().click()
  await page.keyboard.press('Control+Alt+n')
  await say(page, 'A new first note.')
  await page.keyboard.press('Escape')
  await expect(marks).toHaveCount(before.length + 1)
  await expect(marks.first()).toHaveText('1')
  // Those of later pages stand as they were, unless a page turned.
  await expect.poll(async () => (await marks.allTextContents()).filter(mark => mark === '…')).toEqual([])
  await page.getByRole('link', { name: 'Pages', exact: true }).click()
  await inBalance(page)
})

test('opening pages are moved, taken out and put back from the house style', async ({ page }) => {
  await openDemo(page, 'house-style')
  const list = page.locator('.opening-pages ol').first().locator('.opening-title')
  const before = await list.allTextContents()
  await page.getByRole('button', { name: 'Abstract: later' }).click()
  await expect(list.nth(1)).toHaveText('Contents')
  await page.getByRole('button', { name: 'Remove List of tables' }).click()
  await expect(list).toHaveCount(before.length - 1)
  await choose(page, 'Add before the text', 'List of tables')
  // What is put in stands behind what usually comes before it.
  await expect(list).toHaveText([
    'Wind Mixing in the Basins of Lake Vessary',
    'Contents',
    'Abstract',
    'List of figures',
    'List of tables',
    'Abbreviations',
    'Symbols',
  ])
  await inBalance(page)
  for (let i = 0; i < 3; i++) await page.getByRole('banner').getByRole('button', { name: 'Undo' }).click()
  await expect(list).toHaveText(before)
})

test('chapters can have heads of their own, and lists a look by level', async ({ page }) => {
  await openDemo(page, 'house-style')
  await page.getByLabel('Heads of').selectOption('Chapter')
  await page.getByLabel('Chapter: heads of their own').check()
  const head = page.getByRole('group', { name: 'Right-hand pages, above, left' })
  await head.getByRole('button', { name: /Remove/ }).click()
  await choose(page, 'Add to Right-hand pages, above, left', 'Author')
  await page.getByLabel('Level 1: up to the page number').selectOption('Dots')
  await inBalance(page)
  await page.getByRole('link', { name: 'Pages', exact: true }).click()
  expect(await pageText(page, '5')).toContain('Ilse Maren Tolvay')
  expect(await pageText(page, 'iii')).toMatch(/A lake in three rooms[ .]+ \. \./)
})
