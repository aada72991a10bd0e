/** What the product exists for: one change, and everything that depends on it changes with it; undo restores all. */

import { atRest, inBalance, ledgerRows, openChapter, openDemo, pageText, saved, say, smallSvg, withFile } from './support.ts'
import { expect, test } from './test.ts'

const toGalley = (page: import('@playwright/test').Page) => page.getByRole('link', { name: 'Galley', exact: true }).click()

test('a figure put in before the others of chapter 2: later figures, references, list, ledger and pages follow, and undo restores all', async ({
  page,
}) => {
  await openDemo(page)
  const before = await ledgerRows(page, 'Figures')
  await toGalley(page)
  await openChapter(page, '2')
  const figures = page.locator('.division.open .figure .number')
  await expect(figures.first()).toHaveText('Fig. 2.1')
  const count = await figures.count()
  const references = page.locator('.division.open .reference')
  // Page references may change as well, and rightly: the figure takes room.
  const said = async (): Promise<string[]> => (await references.allTextContents()).filter(text => !text.includes('page'))
  const saidBefore = await said()
  expect(saidBefore).toContain('Figure\u00a02.1')

  await page.locator('.division.open > p').first().click()
  await withFile(page, () => page.keyboard.press('Control+Alt+f'), {
    name: 'new figure.svg',
    mimeType: 'image/svg+xml',
    buffer: smallSvg(),
  })
  await expect(page.locator('.slip-name')).toHaveText('Figure 2.1')
  await say(page, 'A figure before all others')
  await expect(figures).toHaveCount(count + 1)
  await expect(figures.nth(1)).toHaveText('Fig. 2.2')
  await expect(figures.last()).toHaveText(`Fig. 2.${count + 1}`)
  const raised = (text: string): string => text.replace(/(Figures?\u00a0)2\.(\d)/g, (_, name, n) => `${name}2.${Number(n) + 1}`)
  expect(await said()).toEqual(saidBefore.map(raised))
  await inBalance(page)
  // References from other chapters follow as well.
  const after = await ledgerRows(page, 'Figures')
  expect(after).toHaveLength(before.length + 1)
  expect(after.find(row => row.startsWith('Figure 2.1 '))).toBe('Figure 2.1 A figure before all others')
  for (const row of before) {
    const moved = /^Figure 2\.(\d+) /.exec(row)
    expect(after).toContain(moved ? row.replace(/^Figure 2\.\d+/, `Figure 2.${Number(moved[1]) + 1}`) : row)
  }
  // The printed list of figures and the page with the figure say the same.
  expect(await pageText(page, 'vi')).toContain('A figure before all others')
  // Taking it out and putting it back, by undo and redo.
  await toGalley(page)
  await openChapter(page, '2')
  await expect(figures).toHaveCount(count + 1)
  await page.locator('.division.open .figure .picture').first().click()
  await page.keyboard.press('Delete')
  await expect(figures).toHaveCount(count)
  expect(await said()).toEqual(saidBefore)
  await page.keyboard.press('Control+z')
  await expect(figures).toHaveCount(count + 1)
  await page.keyboard.press('Control+y')
  await expect(figures).toHaveCount(count)
  expect(await ledgerRows(page, 'Figures')).toEqual(before)
})

test('undo takes an inserted figure back out of everything', async ({ page }) => {
  await openDemo(page)
  await openChapter(page, '3')
  const figures = page.locator('.division.open .figure .number')
  const first = await figures.allTextContents()
  await page.locator('.division.open > p').first().click()
  await withFile(page, () => page.keyboard.press('Control+Alt+f'), { name: 'x.svg', mimeType: 'image/svg+xml', buffer: smallSvg() })
  await expect(page.locator('.slip-name')).toHaveText('Figure 3.1')
  await expect(figures).toHaveCount(first.length + 1)
  for (let i = 0; i < 3 && (await page.getByRole('button', { name: 'Undo' }).isEnabled()); i++)
    await page.getByRole('button', { name: 'Undo' }).click()
  await expect(figures).toHaveCount(first.length)
  expect(await figures.allTextContents()).toEqual(first)
  await inBalance(page)
})

test('chapter 4 moved before chapter 2 by the keyboard: numbers, references, contents and pages follow; undo puts it back', async ({
  page,
}) => {
  await openDemo(page)
  const before = await ledgerRows(page, 'Headings')
  await toGalley(page)
  const row = page.locator('.spine-row.level-1', { hasText: 'Wind, fetch and the thermocline' })
  await row.click()
  await row.focus()
  await page.keyboard.press('Control+Alt+ArrowUp')
  await page.keyboard.press('Control+Alt+ArrowUp')
  await expect(row.locator('.spine-number')).toHaveText('2')
  await expect(page.locator('.spine-row', { hasText: 'Moorings and records' }).locator('.spine-number')).toHaveText('3')
  await expect(page.locator('.division.open .figure .number').first()).toHaveText('Fig. 2.1')
  await inBalance(page)
  const contents = await pageText(page, 'iii')
  expect(contents).toMatch(/2 Wind, fetch and the thermocline/)
  expect(contents).toMatch(/3 Moorings and records/)
  expect(contents.indexOf('Wind, fetch')).toBeLessThan(contents.indexOf('Moorings and records'))
  const text = await pageText(page, '2')
  expect(text).toMatch(/Figure\s1\.1\./)
  const moved = await ledgerRows(page, 'Headings')
  expect(moved).toContain('2.1 Fetch')
  expect(moved).toContain('3.2 The moorings')
  // Back the same way, and everything is as it was.
  await toGalley(page)
  const again = page.locator('.spine-row.level-1', { hasText: 'Wind, fetch and the thermocline' })
  await again.click()
  await again.focus()
  await page.keyboard.press('Control+Alt+ArrowDown')
  await page.keyboard.press('Control+Alt+ArrowDown')
  await expect(again.locator('.spine-number')).toHaveText('4')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(again.locator('.spine-number')).toHaveText('3')
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(again.locator('.spine-number')).toHaveText('4')
  expect(await ledgerRows(page, 'Headings')).toEqual(before)
})

test('the same by dragging in the spine', async ({ page }) => {
  await openDemo(page)
  const wind = page.locator('.spine-row.level-1', { hasText: 'Wind, fetch and the thermocline' })
  const moorings = page.locator('.spine-row.level-1', { hasText: 'Moorings and records' })
  await wind.dragTo(moorings, { targetPosition: { x: 60, y: 3 } })
  await expect(wind.locator('.spine-number')).toHaveText('2')
  await expect(moorings.locator('.spine-number')).toHaveText('3')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(moorings.locator('.spine-number')).toHaveText('2')
  // A section goes into another chapter, and beside a section there.
  const row = (name: string) => page.locator('.spine-row', { hasText: name })
  await moorings.click()
  const section = page.locator('.spine-row.level-2').first()
  const title = (await section.locator('span').nth(1).textContent())!
  await section.dragTo(wind, { targetPosition: { x: 60, y: 20 } })
  await expect(row(title).locator('.spine-number')).toHaveText('4.1')
  // The rows have moved, and their places are asked for below: in the outline, which is drawn again when the numbers are there.
  await inBalance(page)
  await atRest(page, 'nav[aria-label^="Spine"]')
  const second = page.locator('.spine-row.level-2', { has: page.locator('.spine-number', { hasText: /^4\.2$/ }) })
  await row(title).dragTo(second, { targetPosition: { x: 60, y: (await second.boundingBox())!.height - 2 } })
  await expect(row(title).locator('.spine-number')).toHaveText('4.2')
})

test('the outline is walked, folded and opened by keys', async ({ page }) => {
  await openDemo(page)
  await openChapter(page, '2')
  const chapter = page.locator('.spine-row.level-1.open')
  await chapter.focus()
  await expect(chapter).toHaveAttribute('aria-expanded', 'true')
  await page.keyboard.press('ArrowRight')
  const section = page.locator('.spine-row.level-2').first()
  await expect(section).toBeFocused()
  await page.keyboard.press('ArrowLeft')
  await expect(chapter).toBeFocused()
  await page.keyboard.press('ArrowLeft')
  await expect(page.locator('.spine-row.level-2')).toHaveCount(0)
  await page.keyboard.press('ArrowDown')
  const next = page.locator('.spine-row.level-1:focus')
  await expect(next.locator('.spine-number')).toHaveText('3')
  // Another chapter is unfolded without leaving the one that is open.
  await page.keyboard.press('ArrowRight')
  await expect(page.locator('.spine-row.level-2').first().locator('.spine-number')).toHaveText('3.1')
  await expect(chapter.locator('.spine-number')).toHaveText('2')
  await page.keyboard.press('Home')
  await expect(page.locator('.spine-row').first()).toBeFocused()
  await page.keyboard.press('End')
  await expect(page.locator('.spine-row').last()).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.locator('.spine-row').last()).toHaveClass(/open/)
})

test('deleting what is referred to leaves a marked gap, a finding, and a way back', async ({ page }) => {
  await openDemo(page)
  await openChapter(page, '1')
  await page.locator('.division.open .figure .picture').first().click()
  await page.keyboard.press('Delete')
  await expect(page.locator('.division.open .reference.lost').first()).toHaveText(/a deleted target \(was Figure 1\.1\)/i)
  await expect(page.locator('.books')).toContainText('must mend')
  await page.getByRole('link', { name: /^Findings/ }).click()
  await expect(page.locator('.finding.mustMend').first()).toContainText('was deleted (Figure 1.1)')
  await page.keyboard.press('Control+z')
  await expect(page.locator('.books')).toContainText('In balance')
  await expect(page.getByText('Nothing to mend')).toBeVisible()
})

test('a work that was closed, changed in another tab and opened again has on its pages what was changed', async ({ context, page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await page.getByRole('link', { name: /Shelf/ }).click()
  await expect(page.locator('.work-card').first()).toBeVisible()
  const other = await context.newPage()
  await openDemo(other, 'galley', 'demo-paper')
  await other.locator('.division.open .heading.level-1 .words').click()
  await other.keyboard.press('Home')
  await say(other, 'Measured anew: ')
  await saved(other)
  await other.close()
  await page.locator('a.work-cover[href="/work/demo-paper/galley"]').click()
  await inBalance(page)
  await expect(page.locator('.division.open .heading.level-1 .words')).toContainText('Measured anew: ')
  expect(await pageText(page, '1')).toContain('Measured anew: ')
})
