import { atRest, choose, inBalance, openDemo, pageText, say } from './support.ts'
import { expect, test } from './test.ts'

test('a change of the scheme is counted before it is applied, applied as one step, and undone', async ({ page }) => {
  await openDemo(page, 'scheme', 'demo-paper')
  const changes = page.getByRole('complementary', { name: 'What would change' })
  await page.getByLabel('How level 2 is written in Section, level 2').selectOption('romanLower')
  await expect(changes).toContainText('2.i')
  await expect(page.locator('.scheme-sample').nth(1)).toContainText('7.i')
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  await changes.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.locator('.scheme-sample').nth(1)).toContainText('7.1')

  await page.getByLabel('Section, level 2: begins at').fill('0')
  await page.getByLabel('Section, level 2: begins at').press('Enter')
  await expect(changes).toContainText('2.0')
  // What is being tried is still there after a look elsewhere.
  await page.getByRole('link', { name: 'Ledger', exact: true }).click()
  await page.getByRole('link', { name: 'Scheme', exact: true }).click()
  await expect(changes.getByRole('button', { name: 'Apply' })).toBeVisible()
  await changes.getByRole('button', { name: 'Apply' }).click()
  await expect(page.locator('.notice, [role="status"]').filter({ hasText: /numbers? changed/ })).toBeVisible()
  await inBalance(page)
  expect(await pageText(page, '2')).toContain('2.0')
  await page.getByRole('banner').getByRole('button', { name: 'Undo' }).click()
  await inBalance(page)
  expect(await pageText(page, '2')).not.toContain('2.0')
})

test('tiles are added, written, moved and taken out by keyboard', async ({ page }) => {
  await openDemo(page, 'scheme', 'demo-paper')
  const tiles = page.getByRole('group', { name: 'the number of Section, level 1' })
  await choose(page, 'Add to the number of Section, level 1', 'Text')
  await expect(tiles.getByRole('textbox')).toHaveCount(1)
  await tiles.getByRole('textbox').last().fill(':')
  const sample = page.locator('.scheme-sample').first()
  await expect(sample).toContainText('3:')
  await tiles.getByRole('textbox').last().press('Alt+ArrowLeft')
  await expect(sample).toContainText(':3')
  await tiles.getByRole('button', { name: /^1 level 1$/ }).press('Delete')
  await expect(sample).toContainText(':')
  await expect(sample).not.toContainText('3')
})

test('a ready-made scheme numbers the whole work in another way, references and lists with it', async ({ page }) => {
  await openDemo(page, 'scheme')
  await page.getByRole('button', { name: 'Ready-made schemes' }).click()
  await page.getByRole('menuitem', { name: /Chapters without a word/ }).click()
  await expect(page.getByRole('complementary', { name: 'What would change' })).toContainText('Figure 1–1')
  await page.getByRole('button', { name: 'Apply' }).click()
  await inBalance(page)
  expect(await pageText(page, 'vi')).toContain('1–1')
  expect((await pageText(page, '1')).replaceAll('\u00a0', ' ')).toMatch(/Figure 1–1 shows how/)
})

test('a tile is dragged before another, and its field can still be typed in', async ({ page }) => {
  await openDemo(page, 'scheme', 'demo-paper')
  const tiles = page.getByRole('group', { name: 'the number of Section, level 2' })
  const texts = (): Promise<string[]> =>
    tiles.locator('.tile').evaluateAll(all => all.map(tile => tile.querySelector('input')?.value ?? 'level'))
  const before = await texts()
  expect(before).toEqual(['level', '.', 'level'])
  const from = (await tiles.locator('.field-tile').last().boundingBox())!
  const to = (await tiles.locator('.tile').nth(1).boundingBox())!
  await page.mouse.move(from.x + 8, from.y + 8)
  await page.mouse.down()
  await page.mouse.move(to.x + 10, to.y + 10, { steps: 8 })
  await page.mouse.up()
  await expect.poll(texts).toEqual(['level', 'level', '.'])
  const field = tiles.getByRole('textbox')
  await field.click()
  await field.press('End')
  await page.keyboard.type('no.')
  await expect(field).toHaveValue('.no.')
})

test('a series gets another name and place for its caption; one of the author’s own is added, used and kept while it is used', async ({
  page,
}) => {
  await openDemo(page, 'scheme', 'demo-paper')
  await page.getByRole('button', { name: 'Figures', exact: true }).click()
  await page.getByLabel('Called', { exact: true }).fill('Plate')
  await page.getByLabel('The caption stands').selectOption('above')
  await page.getByRole('button', { name: '+ New series of statements' }).click()
  await page.getByLabel('Called', { exact: true }).last().fill('Conjecture')
  await page.getByLabel('Several are called', { exact: true }).last().fill('Conjectures')
  await page.getByLabel('Several are called', { exact: true }).last().press('Enter')
  await page.getByRole('button', { name: 'Apply' }).click()
  await inBalance(page)
  expect((await pageText(page, '2')).replaceAll('\u00a0', ' ')).toContain('Plate 1')
  await page.getByRole('link', { name: 'Galley', exact: true }).click()
  await page.locator('.spine-row.level-1', { hasText: 'Purpose' }).click()
  await page.locator('.division.open > p').first().click()
  await page.keyboard.press('Control+k')
  await page.getByRole('dialog').getByRole('combobox').fill('Insert a theorem')
  await page.keyboard.press('Enter')
  await page.getByLabel('What it is').selectOption('Conjecture')
  await expect(page.locator('.slip-name')).toHaveText('Conjecture 1')
  await page.getByRole('link', { name: 'Scheme', exact: true }).click()
  await page.getByRole('button', { name: 'Conjectures', exact: true }).click()
  await page.getByRole('button', { name: 'Remove this series' }).click()
  await expect(page.getByText('the series was kept')).toBeVisible()
})

test('a paper with typed section numbers becomes a numbered one, by keyboard alone', async ({ page }) => {
  const press = async (name: RegExp | string, role: 'link' | 'button' | 'menuitem' = 'button'): Promise<void> => {
    await page
      .getByRole(role, { name, exact: typeof name === 'string' })
      .first()
      .focus()
    await page.keyboard.press('Enter')
  }
  await page.goto('/')
  await expect(page.getByRole('link', { name: /Wind Mixing/ })).toBeVisible()
  await page.getByLabel('Title').focus()
  await page.keyboard.type('A Note on Ripples')
  await press('Begin a paper')
  // A new work gives the focus to its title: whoever goes elsewhere before that is taken back.
  await expect(page.getByRole('textbox', { name: 'Text of the work' })).toBeFocused()
  await page.locator('.spine-row', { hasText: 'Introduction' }).focus()
  await page.keyboard.press('Enter')
  const heading = page.locator('.division.open .heading.level-1 .words')
  await expect(heading).toHaveText('Introduction')
  await expect(page.getByRole('textbox', { name: 'Text of the work' })).toBeFocused()
  await atRest(page)
  await page.keyboard.press('Home')
  await page.keyboard.type('1. ')
  await expect(heading).toHaveText('1. Introduction')
  await page.keyboard.press('End')
  // The browser tells the editor of a moved cursor a moment later.
  await atRest(page)
  await page.keyboard.press('Enter')
  await say(page, 'Ripples run before the wind.')
  await page.keyboard.press('Enter')
  await page.keyboard.type('# 1.1 Where they begin')
  await page.keyboard.press('Enter')
  await say(page, 'At the upwind shore.')
  await inBalance(page)

  await press(/^Findings/, 'link')
  await expect(page.getByText('“1.” is typed by hand').first()).toBeVisible()
  // Whoever comes to a view by keyboard is in it first.
  await expect(page.getByRole('main', { name: 'Findings' })).toBeFocused()
  await press('Remove “1.”')
  // The list is drawn anew when the first is mended.
  await expect(page.getByText('is typed by hand')).toHaveCount(1)
  await press('Remove “1.1”')
  await expect(page.getByText('is typed by hand')).toHaveCount(0)

  await press('Scheme', 'link')
  await press('Ready-made schemes')
  const wanted = page.getByRole('menuitem', { name: /Roman, letter, figure/ })
  for (let i = 0; i < 12 && !(await wanted.evaluate(item => item === document.activeElement)); i++) {
    await page.keyboard.press('ArrowDown')
    // A menu moves its focus a moment after the key.
    await page.evaluate(() => new Promise(later => setTimeout(later, 50)))
  }
  await page.keyboard.press('Enter')
  const changes = page.getByRole('complementary', { name: 'What would change' })
  await expect(changes).toContainText('I.')
  await press('Apply')
  await inBalance(page)

  await press('Ledger', 'link')
  const rows = page.locator('.ledger-row')
  await expect(rows.filter({ hasText: 'I' }).first()).toBeVisible()
  await expect(rows.locator('.ledger-number')).toHaveText(['I', 'A'])
  await expect(rows.getByLabel(/^Caption of/).first()).toHaveValue('Introduction')
})
