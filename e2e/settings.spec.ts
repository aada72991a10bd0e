import { openDemo, reload, saved } from './support.ts'
import { expect, test } from './test.ts'

test('author and language are fields of the work: one step each, saved, and undone like text', async ({ page }) => {
  await openDemo(page)
  await page.locator('.spine-row').first().click()
  const author = page.getByLabel('Author')
  await expect(author).toHaveValue('Ilse Maren Tolvay')
  await author.fill('I. M. Tolvay')
  await author.press('Enter')
  await page.getByLabel('Language of the work').selectOption('de')
  await expect(page.locator('.foot')).toContainText('German')
  await expect(page.locator('.sheet-text')).toHaveAttribute('lang', 'de')
  // Saved within a second: that is all a reload may cost.
  await saved(page)
  await reload(page)
  await page.locator('.spine-row').first().click()
  await expect(page.getByLabel('Author')).toHaveValue('I. M. Tolvay')
  await expect(page.locator('.foot')).toContainText('German')
})

test('a change of the language can be undone', async ({ page }) => {
  await openDemo(page)
  await page.locator('.spine-row').first().click()
  await page.getByLabel('Language of the work').selectOption('fr')
  await expect(page.locator('.foot')).toContainText('French')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('.foot')).toContainText('British English')
})

test('the panels are made wider with the arrow keys and by dragging, stay so, and go back to the usual width', async ({ page }) => {
  await openDemo(page)
  const spine = page.locator('.spine')
  const widthOf = async (panel: string): Promise<number> => (await page.locator(panel).boundingBox())!.width
  const usual = await widthOf('.spine')
  const edge = page.getByRole('separator', { name: 'Width of the spine' })
  await edge.focus()
  await page.keyboard.press('ArrowRight')
  await expect.poll(() => widthOf('.spine')).toBeGreaterThan(usual + 20)
  const wide = await widthOf('.spine')
  const box = (await page.getByRole('separator', { name: 'Width of the slip' }).boundingBox())!
  const slip = await widthOf('.slip')
  await page.mouse.move(box.x + 3, box.y + 200)
  await page.mouse.down()
  await page.mouse.move(box.x - 47, box.y + 200, { steps: 4 })
  await page.mouse.up()
  await expect.poll(() => widthOf('.slip')).toBeCloseTo(slip + 50, 0)
  expect(await widthOf('.spine')).toBeCloseTo(wide, 0)
  await reload(page)
  expect(await widthOf('.spine')).toBeCloseTo(wide, 0)
  expect(await widthOf('.slip')).toBeCloseTo(slip + 50, 0)
  // A narrower window takes its room from the sheet; the panels keep theirs.
  await page.setViewportSize({ width: 1100, height: 800 })
  await expect.poll(() => widthOf('.spine')).toBeCloseTo(wide, 0)
  await edge.dblclick()
  await expect.poll(() => widthOf('.spine')).toBeCloseTo(usual, 0)
  await page.getByRole('button', { name: 'Spine', exact: true }).click()
  await expect(spine).toHaveCount(0)
  await page.getByRole('button', { name: 'Spine', exact: true }).click()
  await expect.poll(() => widthOf('.spine')).toBeCloseTo(usual, 0)
})
