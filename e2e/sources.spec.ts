/** Sources: read, cited by key in text and notes, numbered in the order of the text, listed, cited in notes, merged, kept at their desk. */
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { command, inBalance, newThesis, openDemo, pageText, saved, say } from './support.ts'
import { expect, test } from './test.ts'

const desk = (page: Page) => page.getByRole('main', { name: 'Sources' })
const citations = (page: Page) => page.locator('.division.open .citation')
const picker = (page: Page) => page.getByRole('dialog', { name: 'Choose what to cite' })

const items = JSON.stringify([
  {
    id: 'tolvay19',
    type: 'article-journal',
    title: 'Basins',
    author: [{ family: 'Tolvay', given: 'Ilse' }],
    'container-title': 'Journal of Upland Waters',
    issued: { 'date-parts': [[2019]] },
  },
  {
    id: 'brandt04',
    type: 'book',
    title: 'Lakes',
    author: [{ family: 'Brandt', given: 'Hanna' }],
    publisher: 'Fenwold Press',
    issued: { 'date-parts': [[2004]] },
  },
])
const ris = 'TY  - BOOK\r\nAU  - Calder, Niall\r\nTI  - Waves\r\nPB  - Fenwold Press\r\nPY  - 1991\r\nER  - \r\n'

async function paste(page: Page, target: ReturnType<Page['locator']>, text: string): Promise<void> {
  await target.evaluate((element, words) => {
    const data = new DataTransfer()
    data.setData('text/plain', words)
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  }, text)
  await expect(page.locator('.notice').last()).toContainText('what was pasted')
}

test('pasted, cited by key with a place, several at once, in a note; numbers follow the text, and the list stands on its page', async ({
  page,
}) => {
  await newThesis(page)
  await page.keyboard.type('Lakes')
  await page.keyboard.press('Enter')
  await say(page, 'The wind mixes them ')
  await page.keyboard.press('Control+Alt+s')
  await expect(picker(page)).toContainText('There are no sources yet')
  await paste(page, picker(page).getByRole('combobox', { name: /^Search by author/ }), items)
  // Both are chosen, as one would have come for them.
  await expect(picker(page).locator('.picker-row[aria-selected="true"]')).toHaveCount(2)
  await picker(page)
    .getByRole('combobox', { name: /^Search by author/ })
    .press('Enter')
  await expect(citations(page)).toHaveText(['[1, 2]'])
  await page.keyboard.type(' and more ')
  await page.keyboard.press('Control+Alt+s')
  await page.keyboard.type('lakes')
  await expect(picker(page).locator('.picker-row')).toHaveCount(1)
  await page.getByLabel('Page in it').fill('12–14')
  await page.getByLabel('Page in it').press('Enter')
  await expect(citations(page)).toHaveText(['[1, 2]', '[2 (pp. 12–14)]'])
  // Into a note, where writing goes on behind it.
  await page.keyboard.press('Control+Alt+n')
  await expect(page.locator('.note-panel')).toBeVisible()
  await page.keyboard.type('See ')
  await page.keyboard.press('Control+Alt+s')
  await page.keyboard.type('basins')
  await picker(page)
    .getByRole('combobox', { name: /^Search by author/ })
    .press('Enter')
  await expect(page.locator('.note-panel .citation')).toHaveText('[1]')
  await page.keyboard.type(' too.')
  await expect(page.locator('.note-panel .note-text')).toHaveText('See [1] too.')
  await page.keyboard.press('Escape')
  // The slip changes what is cited.
  await citations(page).nth(1).click()
  const slip = page.getByRole('region', { name: /^Slip/ })
  await expect(slip.getByRole('heading', { name: '[2 (pp. 12–14)]' })).toBeVisible()
  await slip.getByLabel('Words before').fill('compare')
  await slip.getByLabel('Words before').press('Enter')
  await expect(citations(page).nth(1)).toHaveText('[compare 2 (pp. 12–14)]')
  await page.getByRole('banner').getByRole('button', { name: 'Undo' }).click()
  await expect(citations(page).nth(1)).toHaveText('[2 (pp. 12–14)]')
  await command(page, 'New list of sources')
  await inBalance(page)
  const label = await page.locator('.spine-row', { hasText: 'References' }).locator('.spine-page').textContent()
  expect(await pageText(page, label!)).toMatch(/\[1\] ?I\. ?Tolvay\. ?“Basins”/)
  await saved(page)
})

test('the desk: opened from files, searched, mended, merged by field, removed, undone, saved; styles change all citations', async ({
  page,
}) => {
  await newThesis(page)
  await page.keyboard.type('Lakes')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Words ')
  await page.getByRole('link', { name: 'Sources' }).press('Enter')
  await expect(desk(page)).toContainText('There are no sources yet')
  const files = page.getByLabel('File of sources')
  await files.setInputFiles({ name: 'mine.json', mimeType: 'application/json', buffer: Buffer.from(items) })
  await expect(desk(page).getByRole('treeitem')).toHaveCount(2)
  await files.setInputFiles({ name: 'more.ris', mimeType: 'text/plain', buffer: Buffer.from(ris) })
  await expect(desk(page).getByRole('treeitem')).toHaveCount(3)
  await files.setInputFiles({ name: 'letter.txt', mimeType: 'text/plain', buffer: Buffer.from('Dear all,') })
  await expect(page.locator('.notice').last()).toContainText('“letter.txt” was not read. It is neither CSL-JSON nor RIS')
  // A new one that is like another is told, and merged field by field.
  await page.getByRole('button', { name: 'New…' }).click()
  const form = page.getByRole('dialog', { name: 'New source' })
  await form.getByLabel(/^Authors/).fill('Brandt, Hanna')
  await form.getByLabel('Title').fill('Lakes')
  await form.getByLabel(/^Date/).fill('2004')
  await page.keyboard.press('Enter')
  await expect(desk(page)).toContainText('It has no appeared in yet.')
  await expect(desk(page)).toContainText('Two of them look the same.')
  await page.getByRole('button', { name: 'Sources that look the same' }).click()
  await page.getByRole('menuitem', { name: /Brandt 2004/ }).click()
  const merging = page.getByRole('dialog', { name: 'Merge two sources' })
  await merging.getByRole('radio', { name: 'Book' }).check()
  await merging.getByRole('button', { name: 'Merge' }).click()
  await expect(desk(page).getByRole('treeitem')).toHaveCount(3)
  await expect(page.getByLabel('Publisher or institution')).toHaveValue('Fenwold Press')
  // By keyboard: removed, and back.
  const tree = page.getByRole('tree', { name: 'Sources of the work' })
  await tree.locator('[tabindex="0"]').focus()
  await page.keyboard.press('Delete')
  await expect(desk(page).getByRole('treeitem')).toHaveCount(2)
  await page.keyboard.press('Control+z')
  await expect(desk(page).getByRole('treeitem')).toHaveCount(3)
  await desk(page).getByRole('searchbox').fill('calder')
  await expect(desk(page).getByRole('treeitem')).toHaveCount(1)
  await page.getByRole('button', { name: 'What can be done with all sources' }).click()
  const saving = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: 'Save as CSL-JSON' }).click()
  const download = await saving
  expect(download.suggestedFilename()).toBe('sources.json')
  expect(JSON.parse(readFileSync(await download.path(), 'utf8'))).toHaveLength(3)
  // Cited, and then by another style, and by a file that is none.
  await page.getByRole('link', { name: 'Galley' }).click()
  await page.locator('.division.open > p').first().click()
  await page.keyboard.press('Control+Alt+s')
  await page.keyboard.type('waves')
  await picker(page)
    .getByRole('combobox', { name: /^Search by author/ })
    .press('Enter')
  await expect(citations(page)).toHaveText(['[1]'])
  await page.getByRole('link', { name: 'House style' }).click()
  await page
    .getByLabel('Style file', { exact: true })
    .setInputFiles({ name: 'x.csl', mimeType: 'text/xml', buffer: Buffer.from('<style/>') })
  await expect(page.locator('.notice').last()).toContainText('“x.csl” was not taken. It is no style file')
  await page.getByLabel('Sources are cited').selectOption('authorAndYear')
  await page.getByRole('link', { name: 'Galley' }).click()
  await expect(citations(page)).toHaveText(['(Calder 1991)'])
  await page.getByRole('link', { name: 'House style' }).click()
  await page.getByLabel('Sources are cited').selectOption('notes')
  await page.getByRole('link', { name: 'Galley' }).click()
  await expect(citations(page)).toHaveText(['1'])
  await inBalance(page)
  expect(await pageText(page, '1')).toMatch(/Niall ?Calder, ?Waves/)
})

test('in the demo the desk leads to every citation, and the pages to the list', async ({ page }) => {
  await openDemo(page, 'sources')
  await inBalance(page)
  await page.getByRole('treeitem', { name: /Oxygen in the deep water/ }).click()
  const places = page.getByRole('region', { name: 'Citations' })
  await expect(places.getByRole('listitem').first()).toContainText('page')
  await expect(desk(page)).toContainText(/\[\d+\] A\. Kerr/)
  await places.locator('[data-place]').first().press('Enter')
  await expect(page.locator('.division.open .citation').first()).toBeVisible()
})
