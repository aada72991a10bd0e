import { inBalance, openDemo, saved } from './support.ts'
import { expect, test } from './test.ts'

test('author and language are fields of the work: one step each, saved, and undone like text', async ({ page }) => {
  await openDemo(page)
  await page.locator('.spine-row').first().click()
  const author = page.getByLabel('Author')
  await expect(author).toHaveValue('Ilse Maren Tolvay')
  await author.fill('I. M. Tolvay')
  await author.press('Enter')
  await page.getByLabel('Language').selectOption('de')
  await expect(page.locator('.foot')).toContainText('German')
  await expect(page.locator('.sheet-text')).toHaveAttribute('lang', 'de')
  // Saved within a second: that is all a reload may cost.
  await saved(page)
  await page.reload()
  await inBalance(page)
  await page.locator('.spine-row').first().click()
  await expect(page.getByLabel('Author')).toHaveValue('I. M. Tolvay')
  await expect(page.locator('.foot')).toContainText('German')
})

test('a change of the language can be undone', async ({ page }) => {
  await openDemo(page)
  await page.locator('.spine-row').first().click()
  await page.getByLabel('Language').selectOption('fr')
  await expect(page.locator('.foot')).toContainText('French')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('.foot')).toContainText('British English')
})

test('the panels are made wider with the arrow keys and by dragging, and stay so', async ({ page }) => {
  await openDemo(page)
  const spine = page.locator('.spine')
  const before = (await spine.boundingBox())!.width
  const edge = page.getByRole('separator', { name: 'Width of the spine' })
  await edge.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  expect((await spine.boundingBox())!.width).toBeCloseTo(before + 32, 0)
  const box = (await page.getByRole('separator', { name: 'Width of the slip' }).boundingBox())!
  const slip = (await page.locator('.slip').boundingBox())!.width
  await page.mouse.move(box.x + 3, box.y + 200)
  await page.mouse.down()
  await page.mouse.move(box.x - 47, box.y + 200, { steps: 4 })
  await page.mouse.up()
  expect((await page.locator('.slip').boundingBox())!.width).toBeCloseTo(slip + 50, 0)
  await page.reload()
  await inBalance(page)
  expect((await spine.boundingBox())!.width).toBeCloseTo(before + 32, 0)
})

test('a tab that reads along follows settings and house style as it follows the text', async ({ page, context }) => {
  await openDemo(page)
  const reader = await context.newPage()
  await reader.goto('/work/demo-thesis/house-style')
  await expect(reader.getByText('here you can look')).toBeVisible()
  await expect(reader.getByRole('button', { name: 'Open a file' })).toBeDisabled()
  await expect(reader.getByRole('slider')).toHaveCount(0)
  await page.bringToFront()
  await page.getByRole('link', { name: 'House style' }).click()
  await page.getByLabel('Name').fill('Style of the other tab')
  await page.getByLabel('Name').press('Enter')
  await expect(reader.getByLabel('Name')).toHaveValue('Style of the other tab')
})
