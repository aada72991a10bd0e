/** The pieces that every view is built of, each by keyboard, and each looked through while it is open. */
import { violationsOn } from './axe.ts'
import { putForward, withClock } from './pageClock.ts'
import { command, follow, inBalance, openChapter, openDemo } from './support.ts'
import { expect, inNewPage, type Page, test } from './test.ts'

async function look(page: Page, what: string): Promise<void> {
  const violations = await violationsOn(page, ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
  expect(violations.map(({ id, places }) => `${what}: ${id}: ${places[0]}`)).toEqual([])
}

test('segments, menus, fields and what is said of a tab, by keyboard', async ({ page }) => {
  await openDemo(page, 'ledger', 'demo-paper')
  // Segments: one stop of Tab, the arrows choose.
  const segments = page.getByRole('radiogroup', { name: 'Which ledger' })
  await segments.getByRole('radio', { name: 'As it is' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(segments.getByRole('radio', { name: 'Since a milestone' })).toBeChecked()
  await expect(segments.getByRole('radio', { name: 'Since a milestone' })).toBeFocused()
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByRole('table', { name: 'Ledger' })).toBeVisible()

  // A field: Enter writes and keeps the focus, Esc gives back, an error is tied to it and what was typed stays.
  const label = page.getByRole('textbox', { name: /^Label of Figure 2/ })
  const was = await label.inputValue()
  const taken = await page.getByRole('textbox', { name: /^Label of Figure 1/ }).inputValue()
  await label.fill(taken)
  await page.keyboard.press('Enter')
  await expect(label).toBeFocused()
  await expect(label).toHaveAttribute('aria-invalid', 'true')
  await expect(label).toHaveAccessibleDescription(/has this label already/)
  await look(page, 'a field with an error')
  await page.keyboard.press('Escape')
  await expect(label).toHaveValue(was)
  await label.fill('second')
  await page.keyboard.press('Enter')
  await expect(label).toBeFocused()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()

  // A tab says what it is for when it has the focus.
  await page.getByRole('link', { name: 'Scheme', exact: true }).focus()
  await expect(page.getByRole('tooltip')).toContainText('How numbers are written')
  await page.keyboard.press('Enter')

  // A menu does nothing before something in it is chosen, and gives the focus back.
  const menu = page.getByRole('button', { name: 'Ready-made schemes' })
  await menu.focus()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('menuitem').first()).toBeFocused()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByText('Nothing changes in the work until it is applied')).toBeVisible()
  await look(page, 'an open menu')
  await page.keyboard.press('Escape')
  await expect(menu).toBeFocused()
})

inNewPage('a notice undoes what it speaks of, stays while it has the focus, and is found again among the past ones', async ({ page }) => {
  await withClock(page)
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '6')
  await page.locator('.slip').getByRole('button', { name: 'Remove this chapter' }).click()
  const notice = page.locator('.notice', { hasText: 'was removed' })
  await expect(notice).toBeVisible()
  // Something else is done before it is taken back.
  await openChapter(page, '1')
  await page.locator('.division.open .heading.level-1 .words').click()
  await page.keyboard.press('End')
  await page.keyboard.type(' and more')
  await page.keyboard.press('F8')
  await expect(notice.getByRole('button', { name: 'Undo' })).toBeFocused()
  // Longer than any notice is shown.
  await putForward(page, 20_000)
  await expect(notice).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.locator('.spine-row.level-1 .spine-number', { hasText: /^6$/ })).toHaveCount(1)
  await expect(page.locator('.spine-row.level-1', { hasText: 'and more' })).toHaveCount(1)
  await page.getByRole('button', { name: 'Notices' }).press('Enter')
  const past = page.getByRole('dialog', { name: 'Notices of this sitting' })
  await expect(past).toContainText('was removed')
  await look(page, 'the past notices')
  await page.keyboard.press('Escape')
  await inBalance(page)
})

test('the bar for selected words, a link by name, and commands that do not apply say so', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await page.locator('.division.open p').first().click()
  await page.keyboard.press('Home')
  await page.keyboard.press('Control+Shift+ArrowRight')
  const bar = page.getByRole('toolbar', { name: 'The selected words' })
  await expect(bar).toBeVisible()
  await look(page, 'the bar for selected words')
  await bar.getByRole('button', { name: 'Emphasis' }).click()
  await expect(bar.getByRole('button', { name: 'Emphasis' })).toHaveAttribute('aria-pressed', 'true')
  await command(page, 'Make these words a link')
  const form = page.getByRole('dialog', { name: 'Link' })
  await form.getByRole('textbox').fill('nowhere')
  await page.keyboard.press('Enter')
  await expect(form.getByRole('alert')).toContainText('begins with https://')
  await form.getByRole('textbox').fill('https://example.org/lake')
  await page.keyboard.press('Enter')
  await expect(page.locator('.division.open a[href="https://example.org/lake"]')).toHaveCount(1)
  await page.keyboard.press('Escape')
  // The command box shows what is in sight of its list; whoever walks up from the first is at the last of all there is.
  await page.keyboard.press('Control+k')
  const options = page.getByRole('dialog').getByRole('option')
  const first = await options.count()
  await page.keyboard.press('ArrowUp')
  await expect(options).not.toHaveCount(first)
  await expect(page.getByRole('dialog').getByRole('option', { selected: true })).toHaveText(
    (await page.getByRole('dialog').getByRole('option', { disabled: false }).last().textContent())!,
  )
  await page.keyboard.press('Escape')
  // A chord that does nothing here is not met with silence.
  await page.getByRole('link', { name: 'Ledger', exact: true }).click()
  await expect(page.getByRole('main', { name: 'Ledger' })).toBeFocused()
  await page.keyboard.press('Control+Alt+f')
  await expect(page.locator('.notice').last()).toContainText('it is done in the galley')
  await follow(page, '/work/demo-paper/galley/no-such-block')
  await expect(page.locator('.notice').last()).toContainText('not in the work any more')
  await follow(page, '/work/demo-paper/nowhere')
  await expect(page.getByText('There is nothing at this address')).toBeVisible()
})
