import { readFileSync } from 'node:fs'
import { choose, inBalance, openDemo, pageText, takeByKey } from './support.ts'
import { expect, test } from './test.ts'

test('a field changes the pages at once, a mistake is told beside it, and undo brings all back', async ({ page }) => {
  await openDemo(page, 'house-style', 'demo-paper')
  const books = page.locator('.books')
  const before = /\d+ pages/.exec((await books.textContent())!)![0]
  const size = page.getByLabel('Text: size, in points')
  const usual = await size.inputValue()
  await size.fill('14')
  await size.press('Enter')
  await expect(books).not.toContainText(before)
  await page.getByLabel('Inner margin, in mm').fill('three')
  await expect(page.getByText('A length, such as')).toBeVisible()
  await page.getByLabel('Inner margin, in mm').fill('18 cm')
  await expect(page.getByText('less than 39 mm of width')).toBeVisible()
  await page.getByLabel('Inner margin, in mm').press('Escape')
  await expect(page.getByLabel('Inner margin, in mm')).toHaveValue('29.6')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(size).toHaveValue(usual)
  await expect(books).toContainText(before)
})

test('a margin is moved by keys and by dragging on the page', async ({ page }) => {
  await openDemo(page, 'house-style', 'demo-paper')
  const top = page.getByRole('slider', { name: 'Top margin' })
  await top.focus()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByLabel('Top margin, in mm')).toHaveValue('28')
  const sample = (await page.locator('.sample-page').boundingBox())!
  const bottom = page.getByRole('slider', { name: 'Bottom margin' })
  const y = await bottom.evaluate(line => line.getBoundingClientRect().y + line.getBoundingClientRect().height / 2)
  await page.mouse.move(sample.x + 180, y)
  await page.mouse.down()
  await page.mouse.move(sample.x + 180, y - 30, { steps: 5 })
  await page.mouse.up()
  const value = Number(await page.getByLabel('Bottom margin, in mm').inputValue())
  expect(value).toBeGreaterThan(41)
  expect(value).toBeLessThan(49)
})

test('a ready-made style is applied in one step; a style goes out as a file and comes back; a wrong file changes nothing', async ({
  page,
}) => {
  await openDemo(page, 'house-style', 'demo-paper')
  await page.getByRole('button', { name: 'Ready-made styles' }).click()
  await page.getByRole('menuitem', { name: /Report/ }).click()
  await expect(page.getByLabel('Name')).toHaveValue('Report')
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as a file' }).click()
  const file = await (await downloading).path()
  expect(JSON.parse(readFileSync(file, 'utf8')).houseStyle.name).toBe('Report')
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(page.getByLabel('Name')).toHaveValue('Paper')
  await page
    .getByLabel('House style file')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"format":"x"}') })
  await expect(page.getByText(/not a house style.*Nothing was changed/)).toBeVisible()
  await expect(page.getByLabel('Name')).toHaveValue('Paper')
  await page
    .getByLabel('House style file')
    .setInputFiles({ name: 'report.house.json', mimeType: 'application/json', buffer: readFileSync(file) })
  await expect(page.getByLabel('Name')).toHaveValue('Report')
})

test('running heads are composed of tiles', async ({ page }) => {
  await openDemo(page, 'house-style', 'demo-paper')
  await choose(page, 'Add to Right-hand pages, below, centre', 'Author')
  const tiles = page.getByRole('group', { name: 'Right-hand pages, below, centre' })
  await expect(tiles.getByRole('button', { name: 'Author', exact: true })).toBeVisible()
  await inBalance(page)
  expect(await pageText(page, '9')).toContain('Ilse M. Tolvay and Bram Oskarsen')
})

test('notes go to a division of their own, which is made in the same step, and come back with one undo', async ({ page }) => {
  await openDemo(page, 'house-style', 'demo-paper')
  const place = page.getByRole('combobox', { name: 'Notes stand', exact: true })
  await place.selectOption('work')
  await inBalance(page)
  await page.getByRole('link', { name: 'Galley' }).click()
  const own = page.locator('.spine-row', { hasText: /^Notes/ })
  await expect(own).toHaveCount(1)
  await page.getByRole('link', { name: 'House style' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(place).toHaveValue('foot')
  await page.getByRole('link', { name: 'Galley' }).click()
  await expect(own).toHaveCount(0)
})

test('the text is set in a packed file of letters; one that is none is refused by name; undo brings the family back', async ({ page }) => {
  await openDemo(page, 'house-style', 'demo-paper')
  const sample = page.locator('.sample-page tspan[font-family]')
  const families = () => sample.evaluateAll(all => [...new Set(all.map(each => each.getAttribute('font-family')))].join())
  const before = await families()
  await page.getByRole('button', { name: 'Letters from a file…' }).press('Enter')
  await takeByKey(page, /^For the text/)
  const at = 'node_modules/@fontsource/source-sans-3/files/source-sans-3-latin'
  await page.getByLabel('Files of letters').setInputFiles([`${at}-400-normal.woff2`, `${at}-600-italic.woff2`, 'package.json'])
  const list = page.getByRole('list', { name: 'Letters from files' }).getByRole('listitem')
  await expect(list).toHaveText([/^Text.*latin-400-normal\.ttf/, /^Text bold italic.*latin-600-italic\.ttf/])
  await expect(page.locator('.notice', { hasText: '“package.json” is not a face this program can set.' })).toBeVisible()
  await expect.poll(families).toContain('own source-sans-3-latin-400-normal.ttf')
  expect(await page.evaluate(() => document.fonts.check('12px "own source-sans-3-latin-400-normal.ttf"'))).toBe(true)
  await page.getByRole('button', { name: 'Take away source-sans-3-latin-600-italic.ttf' }).press('Enter')
  await expect(list).toHaveCount(1)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(list).toHaveCount(0)
  await expect.poll(families).toBe(before)
})
