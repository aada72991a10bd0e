import { atRest, inBalance, openAnew, openDemo, saved } from './support.ts'
import { expect, test } from './test.ts'

test('a milestone is taken, chapters change places, and the ledger tells what changed since', async ({ page }) => {
  await openDemo(page, 'ledger?since')
  await expect(page.getByText('No milestone yet')).toBeVisible()
  await page.getByLabel('Name of a new milestone').fill('To the supervisor')
  await page.getByRole('button', { name: 'Take a milestone' }).click()
  await expect(page.getByText('Nothing changed')).toBeVisible()

  await page.getByRole('link', { name: 'Galley', exact: true }).click()
  await page.locator('.spine-row.level-1', { hasText: 'Wind, fetch' }).click()
  await atRest(page)
  await page.keyboard.press('Control+Alt+ArrowUp')
  await expect(page.locator('.division.open .heading.level-1 .number')).toHaveText('3')
  await inBalance(page)

  await page.getByRole('link', { name: 'Ledger', exact: true }).click()
  await page.getByRole('radio', { name: 'Since a milestone' }).click()
  const rows = page.locator('.changes-table tbody tr')
  await expect(rows.filter({ hasText: 'Chapter 4' }).first()).toContainText('Chapter 3')
  await expect(rows.filter({ hasText: 'Figure 4.3' }).first()).toContainText('Figure 3.3')
  await page.getByLabel('Show').selectOption('gone')
  await expect(rows).toHaveCount(0)
  await page.getByLabel('Show').selectOption('renumbered')
  expect(await rows.count()).toBeGreaterThan(30)
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as CSV' }).click()
  expect((await downloading).suggestedFilename()).toContain('changes')

  // Undo takes the move back and leaves the record where it is.
  await page.getByRole('button', { name: 'Undo' }).click()
  await inBalance(page)
  await expect(page.getByText('Nothing changed')).toBeVisible()
  await saved(page)
  await openAnew(page)
  await expect(page.getByText('Nothing changed')).toBeVisible()
})

test('with files that hold pages a milestone is taken under the name that was given, and one for all', async ({ page }) => {
  await openDemo(page, 'dispatch', 'demo-paper')
  await page.getByLabel('Milestone that is taken with the files; empty for none').fill('First submission')
  for (const name of ['Save: PDF', 'Save: Plain text']) {
    const downloading = page.waitForEvent('download')
    await page.getByRole('button', { name }).click()
    await downloading
  }
  await expect(page.getByRole('list', { name: 'Dispatched before' }).getByText('“First submission”')).toHaveCount(2)
  await page.getByRole('link', { name: 'What changed since earlier ones' }).click()
  await expect(page.getByLabel('From').getByRole('option', { name: /First submission/ })).toHaveCount(1)
})
