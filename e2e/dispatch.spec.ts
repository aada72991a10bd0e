/** The dispatch desk: files one by one and together, what formats hold otherwise, and what left before. */
import { readFileSync } from 'node:fs'
import { strFromU8, unzipSync } from 'fflate'
import { violationsOn } from './axe.ts'
import { inBalance, newThesis, openDemo, reload, saved, say } from './support.ts'
import { expect, type Page, test } from './test.ts'

test('files are chosen by keyboard, come together with checksums, and stay in the list of what left', async ({ page }) => {
  await openDemo(page, 'dispatch', 'demo-paper')
  await expect(page.getByRole('button', { name: 'Save the chosen files' })).toBeDisabled()
  for (const name of ['Web page', 'Office text (ISO/IEC 29500)', 'Plain text']) await page.getByLabel(`Choose: ${name}`).press('Space')
  // A width that is none is refused in its place.
  await page.getByLabel('Signs in a line').fill('7')
  await page.getByLabel('Signs in a line').press('Enter')
  await expect(page.getByRole('alert')).toContainText('A whole number from 20 to 200.')
  await page.getByLabel('Signs in a line').fill('60')
  await page.getByLabel('Signs in a line').press('Enter')
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('button', { name: 'Save the 3 chosen files' }).press('Enter'),
  ])
  expect(download.suggestedFilename()).toBe('a-turbidity-float-for-small-lakes-files.zip')
  const files = unzipSync(readFileSync((await download.path())!))
  const base = 'a-turbidity-float-for-small-lakes'
  expect(Object.keys(files)).toEqual([`${base}.html`, `${base}.docx`, `${base}.txt`, 'checksums.txt'])
  const lines = strFromU8(files[`${base}.txt`]!).split('\n')
  expect(lines).toContain('1  Purpose')
  expect(lines.filter(line => /^\p{L}/u.test(line) && line.length > 60)).toEqual([])
  const report = page.getByRole('list', { name: 'What was saved' })
  await expect(report.getByRole('listitem').filter({ hasText: 'Plain text' }).first()).toContainText('held in another form')
  const before = page.getByRole('list', { name: 'Dispatched before' })
  await expect(before.locator('summary')).toContainText('Web page, Office text (ISO/IEC 29500), Plain text')
  await before.locator('summary').press('Enter')
  await expect(before).toContainText(strFromU8(files['checksums.txt']!).slice(0, 64))
})

test('the web page works from a file: light and dark, without a server, with nothing for axe to say', async ({ page, context }) => {
  await openDemo(page, 'dispatch', 'demo-paper')
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('button', { name: 'Save: Web page' }).click(),
  ])
  const file = `${await download.path()}.html`
  await download.saveAs(file)
  const reader = await context.newPage()
  const errors: string[] = []
  reader.on('pageerror', error => errors.push(error.message))
  reader.on('console', message => message.type() === 'error' && errors.push(message.text()))
  for (const colorScheme of ['light', 'dark'] as const) {
    await reader.emulateMedia({ colorScheme })
    await reader.goto(`file://${file}`)
    const violations = await violationsOn(reader)
    // A heading cell that is a formula is none without words: the tool does not read MathML.
    const left = violations.filter(({ id, html }) => id !== 'empty-table-header' || html.some(element => !element.includes('<math')))
    expect(left.map(({ id, html }) => [id, html.length, html[0]!.slice(0, 120)])).toEqual([])
  }
  // The contents follow: what is gone to is marked.
  await reader.setViewportSize({ width: 1440, height: 900 })
  const links = reader
    .getByRole('navigation', { name: /^Contents/ })
    .first()
    .getByRole('link')
  for (const link of [links.nth(4), links.last()]) {
    await link.click()
    await expect(link).toHaveAttribute('aria-current', 'true')
  }
  // A note leads back to where it is called.
  const mark = reader.locator('a.note-mark').nth(2)
  await mark.click()
  const back = reader.locator('aside.note').nth(2).locator('[role="doc-backlink"]')
  expect(await back.getAttribute('href')).toBe(`#${await mark.getAttribute('id')}`)
  expect(errors).toEqual([])
})

test('what was dispatched is made again from the work as it was, to the byte, whatever was changed since', async ({ page }) => {
  await openDemo(page, 'dispatch', 'demo-paper')
  for (const name of ['PDF', 'Folder for keeping']) {
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 60_000 }),
      page.getByRole('button', { name: `Save: ${name}`, exact: true }).press('Enter'),
    ])
    await download.path()
  }
  const before = page.getByRole('list', { name: 'Dispatched before' })
  await expect(before.locator('summary')).toHaveCount(2)
  await page.getByRole('link', { name: 'Galley', exact: true }).click()
  await page.locator('.division.open .heading.level-1 .words').click()
  await say(page, 'Changed since. ')
  await saved(page)
  await inBalance(page)
  await page.getByRole('link', { name: 'Dispatch', exact: true }).click()
  for (const index of [0, 1]) {
    await before.locator('summary').nth(index).press('Enter')
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 60_000 }),
      before.getByRole('button', { name: 'Make this file again' }).press('Enter'),
    ])
    await download.path()
    await expect(before.getByRole('status').getByText('is the same as then, to the byte.')).toBeVisible()
    await before.locator('summary').nth(index).press('Enter')
  }
  // What the pages show now is not touched by it.
  await page.getByRole('link', { name: 'Galley', exact: true }).click()
  await expect(page.locator('.division.open .heading.level-1 .words')).toContainText('Changed since.')
})

const desk = (page: Page) => page.getByRole('region', { name: 'Hand in' })

test('the PDF is handed in: a receipt goes on record with every number, and the office says how it stands', async ({ page }) => {
  await openDemo(page, 'dispatch', 'demo-paper')
  await desk(page).getByRole('button', { name: 'Hand in the PDF' }).press('Enter')
  await expect(desk(page).getByRole('status')).toContainText(/Taken: number \d{4}-\d{4,}, 10 pages/, { timeout: 60_000 })
  const handedIn = page.getByRole('list', { name: 'Handed in' }).getByRole('listitem')
  await expect(handedIn).toHaveCount(1)
  await expect(handedIn).toContainText(/Received|In review/)
  const number = /\d{4}-\d{4,}/.exec((await handedIn.textContent()) ?? '')![0]
  await saved(page)
  // It stands with its milestone, in the file as well, and after the page was loaded anew.
  await expect(page.getByRole('list', { name: 'Dispatched before' })).toContainText('PDF, handed in')
  await reload(page)
  await expect(handedIn).toContainText(number)
  await page.getByRole('link', { name: 'Ledger', exact: true }).click()
  await page.getByRole('radio', { name: 'Since a milestone' }).click()
  await expect(page.getByRole('combobox', { name: 'From' })).toContainText('Handed in on')
})

test('what the office objects to is told with the way to its page; without an office the desk says so', async ({ page }) => {
  await newThesis(page)
  await page.getByRole('link', { name: 'Dispatch', exact: true }).click()
  await desk(page).getByRole('button', { name: 'Hand in the PDF' }).click()
  const objections = page.getByRole('list', { name: 'Objections' })
  await expect(objections).toContainText('“Abstract” has no words yet.', { timeout: 60_000 })
  await expect(page.getByRole('list', { name: 'Handed in' })).toHaveCount(0)
  await page.route('**/office', route => route.abort())
  await page.route('**/office/**', route => route.abort())
  await desk(page).getByRole('button', { name: 'Hand in the PDF' }).click()
  await expect(desk(page).getByRole('status')).toContainText('The office does not answer. Nothing was handed in.', { timeout: 60_000 })
  await page.getByRole('link', { name: 'Ledger', exact: true }).click()
  await page.getByRole('link', { name: 'Dispatch', exact: true }).click()
  await expect(desk(page)).toContainText('The hand-in office does not answer')
  await page.unrouteAll()
  await desk(page).getByRole('button', { name: 'Ask again' }).click()
  await desk(page).getByRole('button', { name: 'Hand in the PDF' }).click()
  await objections.getByRole('link').click()
  await expect(page).toHaveURL(/\/pages\/ii$/)
})
