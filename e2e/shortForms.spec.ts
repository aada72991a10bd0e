/** Abbreviations and symbols: made while writing, written out where they come first, kept at their desk by keyboard, listed in balance with the pages. */
import type { Page } from '@playwright/test'
import { command, inBalance, newThesis, openDemo, pageText, saved } from './support.ts'
import { expect, test } from './test.ts'

const desk = (page: Page) => page.getByRole('main', { name: 'Short forms' })
const mentions = (page: Page) => page.locator('.division.open .mention')

test('made from words, typed, written out where they are first, moved with their chapter, listed, and undone', async ({ page }) => {
  await newThesis(page)
  await page.keyboard.type('Ground')
  await page.keyboard.press('Enter')
  await page.keyboard.type('We made a sectional ground survey (SGS')
  // The word at the cursor: what stands before its bracket is proposed, and goes with it.
  await page.keyboard.type(')')
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Control+Alt+a')
  const form = page.getByRole('dialog', { name: 'Mention an abbreviation or symbol' })
  await expect(form.getByLabel('Short form')).toHaveValue('SGS')
  await expect(form.getByLabel(/^Full form/)).toHaveValue('sectional ground survey')
  await page.keyboard.press('Enter')
  await expect(form).toHaveCount(0)
  await expect(mentions(page)).toHaveText(['sectional ground survey (SGS)'])
  await expect(page.locator('.division.open > p').first()).toHaveText('We made a sectional ground survey (SGS)')
  // A known short form is a mention as it is typed; of many, too.
  await page.keyboard.press('End')
  await page.keyboard.type('. Each SGS was one of ten SGSs, and the XSGS is none.')
  await expect(mentions(page)).toHaveText(['sectional ground survey (SGS)', 'SGS', 'SGSs'])
  // The slip says why, and lets one choose.
  await mentions(page).nth(1).click()
  const slip = page.getByRole('region', { name: /^Slip/ })
  await expect(slip).toContainText('Short here, for it was written out before.')
  await slip.getByLabel('It prints').selectOption('full')
  await expect(mentions(page).nth(1)).toHaveText('sectional ground survey')
  await page.keyboard.press('Control+z')
  await expect(mentions(page).nth(1)).toHaveText('SGS')
  // In a second chapter it is short, until that chapter comes first.
  await command(page, 'New chapter or section after this one')
  await page.keyboard.type('Second')
  await page.keyboard.press('Enter')
  await page.keyboard.type('The SGS again.')
  await expect(mentions(page)).toHaveText(['SGS'])
  await page.keyboard.press('Control+Alt+ArrowUp')
  await expect(mentions(page)).toHaveText(['sectional ground survey (SGS)'])
  await inBalance(page)
  await command(page, 'New list of abbreviations')
  await inBalance(page)
  const label = await page.locator('.spine-row', { hasText: 'Abbreviations' }).locator('.spine-page').textContent()
  expect(await pageText(page, label!)).toMatch(/SGS sectional ?ground ?survey/)
  await saved(page)
})

test('the desk by keyboard: an entry is added, its plain words become mentions, it is merged, removed and undone, and goes into a file', async ({
  page,
}) => {
  await newThesis(page)
  await page.keyboard.type('Levels')
  await page.keyboard.press('Enter')
  await page.keyboard.type('The BWL rose. Once more the BWL fell, and two BWLs were lost.')
  await page.getByRole('link', { name: 'Short forms' }).press('Enter')
  await expect(desk(page)).toContainText('There are no abbreviations yet')
  await page.getByRole('button', { name: 'New…' }).press('Enter')
  const form = page.getByRole('dialog', { name: 'New abbreviation' })
  await form.getByLabel('Short form').fill('BWL')
  await form.getByLabel('Full form').fill('basin water level')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Full form', { exact: true })).toHaveValue('basin water level')
  await expect(desk(page)).toContainText('Empty: basin water levels')
  const words = page.getByRole('region', { name: 'Plain words' })
  await expect(words.getByRole('listitem')).toHaveCount(3)
  await words.getByRole('radio', { name: 'No' }).nth(1).press('Enter')
  await words.getByRole('button', { name: 'Make these 2 mentions' }).press('Enter')
  await expect(words.getByRole('listitem')).toHaveCount(1)
  const places = page.getByRole('region', { name: 'Mentions' })
  await expect(places.locator('[data-place] strong')).toHaveText(['basin water level (BWL)', 'BWLs'])
  await expect(places).toContainText('written out: the first')
  // A field changes every mention.
  await page.getByLabel('Full form', { exact: true }).fill('water level')
  await page.keyboard.press('Enter')
  await expect(places.locator('[data-place] strong').first()).toHaveText('water level (BWL)')
  // From a file, and merged.
  await page.getByLabel('File of abbreviations').setInputFiles({
    name: 'forms.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('short form,full form,unit\nBWL2,level of the basin,m\nQX,quick exchange,\n'),
  })
  await expect(page.locator('.notice').last()).toContainText('2 entries are added from “forms.csv”.')
  const list = page.getByRole('tree', { name: 'Abbreviations of the work' })
  await expect(list.getByRole('treeitem')).toHaveCount(3)
  await list.locator('[tabindex="0"]').focus()
  await page.keyboard.press('Home')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByLabel('Full form', { exact: true })).toHaveValue('level of the basin')
  await page.keyboard.press('Delete')
  await expect(list.getByRole('treeitem')).toHaveCount(2)
  await page.keyboard.press('Control+z')
  await expect(list.getByRole('treeitem')).toHaveCount(3)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    (async () => {
      await page.getByRole('button', { name: 'What can be done with all abbreviations' }).press('Enter')
      await expect(page.getByRole('menuitem', { name: 'Save as CSV' })).toBeFocused()
      await page.keyboard.press('Enter')
    })(),
  ])
  expect(download.suggestedFilename()).toBe('short-forms.csv')
  // What is wrong is said.
  await page.getByLabel('File of abbreviations').setInputFiles({ name: 'none.csv', mimeType: 'text/csv', buffer: Buffer.from('\n\n') })
  await expect(page.locator('.notice').last()).toContainText('“none.csv” was not read. There is no entry in this file.')
})

test('symbols come from the formulas: one without an entry is described by one key, and listed', async ({ page }) => {
  await openDemo(page, 'short-forms')
  await page.getByRole('radio', { name: 'Symbols' }).press('Enter')
  const list = page.getByRole('tree', { name: 'Symbols of the work' })
  await expect(list.getByRole('treeitem').first()).toBeVisible()
  await list.locator('[tabindex="0"]').focus()
  await page.keyboard.press('Home')
  await page.keyboard.press('End')
  await expect(desk(page)).toContainText('nobody has said what it stands for')
  await page.getByRole('button', { name: 'Say what it stands for' }).press('Enter')
  await expect(page.getByLabel('Full form', { exact: true })).toBeFocused()
  await page.keyboard.type('a thing of this test')
  await page.keyboard.press('Enter')
  await expect(list.getByRole('treeitem', { selected: true })).toContainText('a thing of this test')
})
