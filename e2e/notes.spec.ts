/** Notes of two kinds: one, those of a division or all become the other kind and come back, walked through by keys, each with its place. */
import { command, inBalance, newThesis, pageText, saved } from './support.ts'
import { expect, test } from './test.ts'

test('footnotes become endnotes and come back, in one step each; the cursor walks from note to note', async ({ page }) => {
  await newThesis(page)
  await page.keyboard.type('Notes')
  await page.keyboard.press('Enter')
  const note = async (words: string, text: string): Promise<void> => {
    await page.keyboard.type(words)
    await page.keyboard.press('Control+Alt+n')
    const panel = page.getByRole('group', { name: /^Footnote/ })
    await expect(panel).toBeVisible()
    await page.keyboard.type(text)
    await page.keyboard.press('Escape')
    await expect(panel).toHaveCount(0)
  }
  await note('One', 'The first.')
  await note(' two', 'The second.')
  await note(' three', 'The third.')
  const marks = page.locator('.division.open .note-mark')
  await expect(marks).toHaveText(['1', '2', '3'])
  // The one before the cursor.
  await command(page, 'Make this note the other kind')
  await expect(marks).toHaveText(['1', '2', 'a'])
  await expect(page.locator('.notice').last()).toContainText('It is an endnote now.')
  // Back to the one before, by key, and that too.
  await page.keyboard.press('Control+Alt+,')
  await command(page, 'Make this note the other kind')
  await expect(marks).toHaveText(['1', 'a', 'b'])
  await page.keyboard.press('Control+z')
  await expect(marks).toHaveText(['1', '2', 'a'])
  // Endnotes need a place.
  await expect(page.locator('.books')).toContainText('must mend')
  await page.getByRole('link', { name: 'House style' }).press('Enter')
  await page.getByLabel('Notes of the other kind stand').selectOption('At the end of the chapter')
  await inBalance(page)
  await expect(page.locator('.books')).toContainText('In balance')
  await page.getByRole('link', { name: 'Galley', exact: true }).press('Enter')
  await expect(marks).toHaveCount(3)
  expect((await pageText(page, '1')).replace(/\s+/g, ' ')).toMatch(/Notes a The third\. .*1 The first\. 2 The second\./)
  await page.getByRole('link', { name: 'Galley', exact: true }).press('Enter')
  // All of the work, and back.
  await command(page, 'Make all notes of the work the other kind')
  await expect(marks).toHaveText(['a', 'b', 'c'])
  await command(page, 'Make all notes of the work the other kind')
  await expect(marks).toHaveText(['1', '2', '3'])
  await expect(page.locator('.notice').last()).toContainText('They are 3 footnotes now.')
  // One of the other kind is written at once, as a footnote is.
  await page.locator('.division.open > p').first().click()
  await page.keyboard.press('End')
  await command(page, 'Insert a note of the other kind')
  await expect(page.getByRole('group', { name: /^Endnote/ })).toBeVisible()
  await page.keyboard.type('The fourth.')
  await page.keyboard.press('Escape')
  await expect(marks).toHaveText(['1', '2', '3', 'a'])
  await saved(page)
})
