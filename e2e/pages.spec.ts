import { openDemo } from './support.ts'
import { expect, inNewPage, test } from './test.ts'

test('pages stand facing, single or in a grid, and the page in sight stays in sight', async ({ page }) => {
  await openDemo(page, 'pages/20')
  const field = page.getByLabel('Page', { exact: true })
  const near = async (): Promise<void> => {
    await expect(async () => {
      const shown = Number(await field.getAttribute('placeholder'))
      expect(Math.abs(shown - 20)).toBeLessThanOrEqual(7)
    }).toPass()
    await expect(page.locator('.page-place[data-page="20"] svg').first()).toBeVisible()
  }
  await near()
  for (const mode of ['Single', 'Grid', 'Facing']) {
    await page.getByRole('button', { name: mode }).click()
    await near()
  }
  await page.getByRole('button', { name: 'Larger' }).click()
  await near()
  await page.getByRole('button', { name: 'Thumbnails' }).click()
  await page.getByRole('navigation', { name: 'All pages, small' }).getByRole('button', { name: 'Page 18', exact: true }).click()
  await expect(page).toHaveURL(/pages\/18$/)
  // The field goes on to say which page is in sight, and not which one was asked for.
  await field.fill('25')
  await field.press('Enter')
  await expect(field).toHaveAttribute('placeholder', '25')
  await expect(field).toHaveValue('')
  await expect(page.locator('.page-place[data-page="25"] svg').first()).toBeVisible()
})

test('words are found in the pages, marked, and walked through', async ({ page }) => {
  await openDemo(page, 'pages', 'demo-paper')
  await page.keyboard.press('Control+f')
  await page.keyboard.type('turbidity')
  const status = page.getByRole('search').getByRole('status')
  await expect(status).toHaveText(/^1 of \d\d/)
  await expect(page.locator('.match.current').first()).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(status).toHaveText(/^2 of /)
  await page.keyboard.press('Shift+Enter')
  await page.keyboard.press('Shift+Enter')
  await expect(status).toHaveText(/^(\d\d+) of \1$/)
  await page.getByLabel('Search in the pages').fill('no such words anywhere')
  await expect(status).toHaveText('Nowhere')
})

test('words are drawn as wide as they were made up: none runs into the one behind it', async ({ page }) => {
  await openDemo(page, 'pages/2', 'demo-paper')
  const sheet = page.locator('.page-place[data-page="2"] svg')
  await expect(sheet).toBeVisible()
  const gaps = await sheet.evaluate(svg =>
    [...svg.querySelectorAll('.page-ink text > tspan')].flatMap(run => {
      const words = [...run.children] as SVGTSpanElement[]
      return words
        .slice(1)
        .map((word, index) => word.getStartPositionOfChar(0).x - words[index]!.getEndPositionOfChar(words[index]!.getNumberOfChars() - 1).x)
    }),
  )
  expect(gaps.length).toBeGreaterThan(100)
  expect(Math.min(...gaps)).toBeGreaterThan(-0.1)
})

test('a page says why it ended where it did, and a figure why it stands where it stands', async ({ page }) => {
  await openDemo(page, 'pages/9')
  await page.getByRole('button', { name: 'Why' }).click()
  const why = page.getByRole('complementary', { name: /^Why page/ })
  await expect(why).toContainText('It ends with')
  await expect(why).toContainText('Also considered')
  await page.getByRole('button', { name: 'Single' }).click()
  await expect(why.getByRole('heading', { name: 'Page 9' })).toBeVisible()
  await expect(why).toContainText(/On page 8 it would need \d+ mm, and \d+ mm were left/)
  await why.getByRole('link').first().click()
  await expect(page).toHaveURL(/galley/)
  // Of facing pages the field names the one with the cursor, on the right as well.
  await page.getByRole('link', { name: 'Pages', exact: true }).click()
  await expect(page.locator('.page-place[data-page="8"] svg')).toBeVisible()
  await expect(page.getByLabel('Page', { exact: true })).toHaveAttribute('placeholder', '9')
})

inNewPage('the browser prints the same pages, each on a sheet of its own', async ({ page }) => {
  await page.addInitScript(() => {
    window.print = () => {
      const sheets = document.querySelectorAll('.print-pages .page-sheet')
      document.body.dataset.printed = String(sheets.length)
    }
  })
  await openDemo(page, 'pages', 'demo-paper')
  await page.getByRole('button', { name: 'Print' }).click()
  await expect(page.locator('body')).toHaveAttribute('data-printed', '10')
  await expect(page.locator('.print-pages')).toHaveCount(0)
})
