import { inBalance, openChapter, openDemo, pageText } from './support.ts'
import { expect, test } from './test.ts'

test('a short title stands in the contents, and goes with one undo', async ({ page }) => {
  await openDemo(page)
  await openChapter(page, '2')
  await page.locator('.division.open h1, .division.open .title').first().click()
  const field = page.getByLabel('Short title, for contents and running heads')
  await field.fill('A short word for it')
  await field.press('Enter')
  await inBalance(page)
  expect(await pageText(page, 'iii')).toContain('A short word for it')
  await page.getByRole('link', { name: 'Galley', exact: true }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await inBalance(page)
  expect(await pageText(page, 'iii')).not.toContain('A short word for it')
})

test('words of the author’s own are tried, applied, and said by references', async ({ page }) => {
  await openDemo(page, 'scheme')
  await page.getByRole('button', { name: 'Use words of your own' }).click()
  const and = page.getByLabel('Between the last two of several')
  await and.fill('plus')
  await and.press('Enter')
  const changes = page.getByRole('complementary', { name: 'What would change' })
  await expect(changes).toContainText('plus')
  await changes.getByRole('button', { name: 'Apply' }).click()
  await inBalance(page)
  await page.getByRole('link', { name: 'Galley', exact: true }).click()
  await openChapter(page, '1')
  await expect(page.locator('.division.open .reference', { hasText: ' plus ' }).first()).toBeVisible()
})
