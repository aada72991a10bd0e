import { expect, type Page, test } from '@playwright/test'
import { command, inBalance, openChapter, openDemo } from './support.ts'

/** Puts the cursor at the end of the first paragraph of the open chapter that is long enough to be text. */
async function intoText(page: Page): Promise<void> {
  await page.locator('.division.open > p').first().click()
  await page.keyboard.press('Control+End').catch(() => {})
  await page.locator('.division.open > p').first().click()
  await page.keyboard.press('End')
}

test('quotation, verse, epigraph, descriptions and listing are put in by name and written by keyboard alone', async ({ page }) => {
  await openDemo(page)
  await openChapter(page, '2')
  await intoText(page)

  await command(page, 'Insert a list of descriptions')
  // The paragraph held text: the list stands after it.
  await page.keyboard.type('keel')
  await page.keyboard.press('Enter')
  await page.keyboard.type('What keeps a boat upright.')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.keyboard.type('oar')
  await page.keyboard.press('Enter')
  await page.keyboard.type('What moves it.')
  await expect(page.locator('.division.open dt')).toHaveText(['keel', 'oar'])
  await expect(page.locator('.division.open dd')).toHaveText(['What keeps a boat upright.', 'What moves it.'])
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')

  await command(page, 'Insert a quotation')
  await page.keyboard.type('He says that the doors were open.')
  await expect(page.locator('.division.open blockquote')).toHaveText('He says that the doors were open.')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')

  await command(page, 'Insert verse')
  await page.keyboard.type('Three rooms has the lake')
  await page.keyboard.press('Enter')
  await page.keyboard.type('and one door')
  await expect(page.locator('.division.open [data-kind="verse"] p')).toHaveText(['Three rooms has the lake', 'and one door'])
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')

  await command(page, 'Insert a listing')
  await page.keyboard.type('A program of two lines')
  await page.locator('.division.open .listing-block pre').click()
  await page.keyboard.type('begin')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Tab')
  await page.keyboard.type('end')
  await page.keyboard.press('Control+Enter')
  await page.keyboard.type('After the listing.')
  expect(await page.locator('.division.open .listing-block pre').textContent()).toBe('begin\n  end')
  await expect(page.locator('.division.open .listing-block .number')).toHaveText('List. 2.1')
  await expect(page.locator('.division.open > p', { hasText: 'After the listing.' })).toHaveCount(1)
  await inBalance(page)

  await page.getByRole('link', { name: 'Ledger', exact: true }).click()
  await page.getByRole('button', { name: /^Listings/ }).click()
  await expect(page.locator('.ledger-row')).toHaveCount(2)
})

test('a paragraph is taken into a quotation by “> ”, and undo gives it back', async ({ page }) => {
  await openDemo(page)
  await openChapter(page, '3')
  await intoText(page)
  await page.keyboard.press('Enter')
  await page.keyboard.type('> ')
  await expect(page.locator('.division.open blockquote')).toHaveCount(1)
  await page.keyboard.press('Control+z')
  await expect(page.locator('.division.open blockquote')).toHaveCount(0)
})

test('words get a language of their own by name, and lose it again', async ({ page }) => {
  await openDemo(page)
  await openChapter(page, '1')
  await page
    .locator('.division.open > p')
    .first()
    .dblclick({ position: { x: 60, y: 14 } })
  await command(page, 'Language of these words: German')
  await expect(page.locator('.division.open span[lang="de"]')).toHaveCount(1)
  await page.keyboard.press('Control+z')
  await expect(page.locator('.division.open span[lang="de"]')).toHaveCount(0)
})
