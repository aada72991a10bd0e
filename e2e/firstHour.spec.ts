/** The first hour of somebody new, by keyboard alone: from an empty shelf to a PDF. What a screen reader is told is read at each step. */
import { readFile } from 'node:fs/promises'
import { inBalance, saved, say, smallSvg } from './support.ts'
import { expect, type Page, test } from './test.ts'

/** As far as a press of Tab must ever be repeated to come to something. */
const mostTabs = 120

/** Goes with Tab to what has a role and a name, as who sees no pointer does. */
async function tabTo(page: Page, role: 'button' | 'link' | 'textbox', name: string | RegExp): Promise<void> {
  const wanted = page.getByRole(role, { name, exact: typeof name === 'string' }).first()
  await expect(wanted).toBeEnabled()
  // Looked for by its name again only where it was drawn anew: to name all that is on a page takes as long as a key.
  let found = await wanted.elementHandle()
  for (let i = 0; i < mostTabs; i++) {
    const where = await found?.evaluate(element =>
      element === document.activeElement ? 'here' : element.isConnected ? 'elsewhere' : 'gone',
    )
    if (where === 'here') return
    if (where === 'elsewhere') await page.keyboard.press('Tab')
    else found = await wanted.elementHandle()
  }
  throw new Error(`Tab does not lead to ${name}.`)
}

/** What is said of the main part of the view. */
const told = (page: Page): Promise<string> => page.getByRole('main').ariaSnapshot()

test('from an empty shelf to a PDF, by keyboard alone', async ({ page }) => {
  test.slow()
  const { keyboard } = page
  const write = (text: string): Promise<void> => keyboard.type(text)
  const enter = (): Promise<void> => keyboard.press('Enter')

  await test.step('an empty shelf', async () => {
    await page.goto('/')
    for (let left = 3; left > 0; left--) {
      await expect(page.locator('.work-card .work-name')).toHaveCount(left)
      await tabTo(page, 'button', 'Remove')
      await enter()
    }
    await expect(page.locator('.work-card .work-name')).toHaveCount(0)
    expect(await told(page)).toMatch(/heading "New work"/)
  })

  await test.step('a new thesis opens with its title selected', async () => {
    await tabTo(page, 'button', 'Begin a thesis')
    await enter()
    await expect(page.getByRole('heading', { name: 'Untitled thesis', level: 1 }).first()).toBeVisible()
    await expect(page.getByRole('textbox', { name: 'Text of the work' })).toBeFocused()
    await expect(page.getByRole('toolbar', { name: 'The selected words' })).toBeVisible()
    await say(page, 'Ripples on the Upper Lake')
    await expect(page).toHaveTitle(/^Galley · Ripples on the Upper Lake/)
    expect(await told(page)).toMatch(/textbox "Text of the work"/)
  })

  await test.step('author, title page with empty space, and a house style', async () => {
    await tabTo(page, 'textbox', 'Author of the work')
    await say(page, 'Ada Brenn')
    await enter()
    await tabTo(page, 'button', /^Lay out the title page/)
    await enter()
    const form = page.getByRole('dialog', { name: 'Title page' })
    await expect(form.getByRole('textbox', { name: 'Author' })).toHaveValue('Ada Brenn')
    await tabTo(page, 'textbox', 'What it is submitted for')
    await say(page, 'For the degree of Master')
    await tabTo(page, 'textbox', 'Place and date')
    await say(page, 'Orrin, in May')
    await enter()
    // What was not given takes no line, and nothing is printed that nobody wrote.
    await expect(page.locator('.division.open > p')).toHaveText(['Ada Brenn', 'For the degree of Master', 'Orrin, in May'])
    await expect(page.locator('.division.open')).toContainText('Ada Brenn')
    await tabTo(page, 'button', /^What your institution asks for/)
    await enter()
    await expect(page.getByRole('menuitem')).toHaveCount(6)
    await enter()
    await expect(page.getByRole('status').filter({ hasText: 'is applied' })).toBeVisible()
  })

  await test.step('a first chapter with a section', async () => {
    await tabTo(page, 'button', 'Begin the first chapter')
    await enter()
    await expect(page.getByRole('textbox', { name: 'Text of the work' })).toBeFocused()
    await say(page, 'What ripples are')
    await enter()
    await write('They are *small* waves.')
    await enter()
    await write('## Where they begin')
    // None skips a level without a word.
    await expect(page.getByText('this one is of level 2')).toBeVisible()
    await enter()
    await say(page, 'At the upwind shore.')
    await expect(page.locator('.division.open .heading.level-2 .number')).toHaveText('1.1')
    await expect(page.locator('.division.open em')).toHaveText('small')
    expect(await page.getByRole('navigation', { name: /outline/ }).ariaSnapshot()).toMatch(/treeitem "1 What ripples are/)
  })

  await test.step('a note to selected words, which stay', async () => {
    for (let i = 0; i < 6; i++) await keyboard.press('Shift+ArrowLeft')
    await keyboard.press('Control+j')
    await expect(page.getByText('Now the last key')).toBeVisible()
    await keyboard.press('n')
    await expect(page.getByRole('textbox', { name: 'Text of the note' })).toBeFocused()
    await say(page, 'Seen on calm days.')
    await keyboard.press('Escape')
    await expect(page.locator('.division.open')).toContainText('At the upwind shore.')
    await keyboard.press('End')
    await enter()
  })

  await test.step('a figure', async () => {
    const chooser = page.waitForEvent('filechooser')
    await keyboard.press('Control+Alt+f')
    await (await chooser).setFiles({ name: 'ripples.svg', mimeType: 'image/svg+xml', buffer: smallSvg() })
    await expect(page.locator('.slip-name')).toHaveText('Figure 1.1')
    await say(page, 'Ripples by noon')
    await enter()
  })

  await test.step('a table, which grows with Tab', async () => {
    await keyboard.press('Control+Alt+Enter')
    await write('table')
    await expect(page.getByRole('dialog').getByRole('option', { name: /^Table/ })).toHaveAttribute('aria-selected', 'true')
    await enter()
    await expect(page.locator('.slip-name')).toHaveText('Table 1.1')
    await write('Heights')
    await keyboard.press('ArrowDown')
    for (const words of ['Hour', 'Height', 'Length', '9', '1', '4', '12', '2', '7', '15', '3', '9']) {
      await write(words)
      await keyboard.press('Tab')
    }
    await expect(page.locator('.division.open table tr')).toHaveCount(5)
    await write('18')
  })

  await test.step('a second chapter with an equation and a reference', async () => {
    await keyboard.press('Control+k')
    await write('new chapter')
    await enter()
    await say(page, 'What they do')
    await enter()
    await keyboard.press('Control+Alt+e')
    await expect(page.locator('.composer textarea')).toBeFocused()
    await write('a=b')
    await keyboard.press('Escape')
    await expect(page.locator('.division.open .equation')).toContainText('2.1')
    await keyboard.press('ArrowDown')
    await write('As in ')
    await keyboard.press('Control+Alt+r')
    await expect(page.getByRole('combobox', { name: /Search by number/ })).toBeFocused()
    await write('ripples by')
    await expect(page.getByRole('dialog').getByRole('option', { name: /Figure 1\.1/ })).toBeVisible()
    await enter()
    await expect(page.locator('.division.open .reference')).toHaveText('Figure\u00a01.1')
    await inBalance(page)
    await saved(page)
  })

  await test.step('the ledger says what there is', async () => {
    await tabTo(page, 'link', 'Ledger')
    await enter()
    await expect(page.getByRole('main')).toBeFocused()
    await expect(page).toHaveTitle(/^Ledger/)
    expect(await told(page)).toMatch(/Ripples by noon/)
  })

  await test.step('the contents have their page numbers', async () => {
    await tabTo(page, 'link', 'Pages')
    await enter()
    await expect(page.getByRole('main')).toBeFocused()
    await expect(page.locator('.page-sheet').first()).toBeVisible()
  })

  await test.step('the PDF', async () => {
    await tabTo(page, 'link', 'Dispatch')
    await enter()
    await expect(page.getByText(/Nothing must be mended|must be mended first/)).toBeVisible()
    expect(await told(page)).toMatch(/heading "PDF"/)
    await tabTo(page, 'button', 'Save: PDF')
    const [download] = await Promise.all([page.waitForEvent('download'), enter()])
    const bytes = await readFile(await download.path())
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-')
    expect(bytes.length).toBeGreaterThan(20_000)
  })

  await test.step('the list of keys and what is what', async () => {
    await keyboard.press('F1')
    await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
    await keyboard.press('Escape')
    // Who does not know that key finds it by name.
    await keyboard.press('Control+k')
    await keyboard.type('keys')
    await enter()
    await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
    await keyboard.press('Escape')
    await tabTo(page, 'link', 'What is what')
    await enter()
    await expect(page.getByRole('main')).toContainText('From an empty work to a PDF')
    expect(await told(page)).toMatch(/heading "From an empty work to a PDF"/)
  })
})
