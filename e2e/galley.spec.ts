/** Writing: text, headings, notes, references, equations, tables, lists, and what is kept. */

import { atRest, inBalance, newThesis, openChapter, openDemo, reload, saved, say } from './support.ts'
import { expect, inNewPage, test } from './test.ts'

test('a chapter written from nothing: title, paragraph, heading, list, note, reference, equation, table', async ({ page }) => {
  await newThesis(page)
  await page.keyboard.type('Beginnings')
  await page.keyboard.press('Enter')
  await say(page, 'The first words')
  // A note opens beside its line, and Esc goes back to where the cursor was.
  await page.keyboard.press('Control+Alt+n')
  await expect(page.locator('.note-panel')).toBeVisible()
  await say(page, 'said in passing')
  await page.keyboard.press('Escape')
  await page.keyboard.type(' go on.')
  await expect(page.locator('.division.open > p').first()).toHaveText('The first words1 go on.')
  await page.keyboard.press('Enter')
  // Structure typed as text becomes the structure it means.
  await page.keyboard.type('# Section one')
  await expect(page.locator('.division.open .heading.level-2 .number')).toHaveText('1.1')
  await page.keyboard.press('Enter')
  await page.keyboard.type('- one')
  await page.keyboard.press('Enter')
  await page.keyboard.type('two')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await expect(page.locator('.division.open ul > li')).toHaveCount(2)
  // An equation is written without any notation being shown.
  await page.keyboard.press('Control+Alt+e')
  await expect(page.locator('.composer textarea')).toBeFocused()
  await page.keyboard.type('a/b')
  await page.keyboard.press('Escape')
  await expect(page.locator('.division.open .equation mfrac')).toHaveCount(1)
  await expect(page.locator('.division.open .equation .number')).toHaveText('(1.1)')
  await expect(page.locator('.sheet')).not.toContainText('\\frac')
  // A reference is chosen from a list and words itself.
  await page.keyboard.press('ArrowRight')
  await page.locator('.division.open > p').last().click()
  await page.keyboard.type('By ')
  await page.keyboard.press('Control+Alt+r')
  await page.keyboard.type('equation')
  await expect(page.locator('.picker-row').first()).toContainText('Equation (1.1)')
  await page.keyboard.press('Enter')
  await page.keyboard.type(' it is so.')
  await expect(page.locator('.division.open .reference')).toHaveText('Equation\u00a0(1.1)')
  // A table: caption first, then the cells.
  await page.keyboard.press('Control+k')
  await page.keyboard.type('insert a table')
  await page.keyboard.press('Enter')
  await expect(page.locator('.division.open .table-block')).toBeVisible()
  await atRest(page)
  await say(page, 'What was found')
  await page.locator('.division.open th').first().click()
  await page.keyboard.type('Name')
  await page.keyboard.press('Tab')
  await page.keyboard.type('Value')
  await expect(page.locator('.division.open th').nth(1)).toHaveText('Value')
  await expect(page.locator('.division.open .table-block .number')).toHaveText('Tab. 1.1')
  await inBalance(page)

  // All of it is there after a reload: saved within a second.
  await saved(page)
  await reload(page)
  await openChapter(page, '1')
  await expect(page.locator('.division.open > p').first()).toHaveText('The first words1 go on.')
  await expect(page.locator('.division.open .reference')).toHaveText('Equation\u00a0(1.1)')
  await expect(page.locator('.division.open th').first()).toHaveText('Name')
})

test('what is typed right after asking for an equation is in it', async ({ page }) => {
  await newThesis(page)
  await page.keyboard.type('Quick')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Text.')
  await page.keyboard.press('Control+Alt+e')
  await page.keyboard.type('a/b')
  await page.keyboard.press('Escape')
  await expect(page.locator('.division.open .equation mfrac')).toHaveCount(1)
  await expect(page.locator('.composer')).toHaveCount(0)
})

inNewPage('a key acts where the cursor is seen, though the browser tells of it late', async ({ page }) => {
  // As under load: what the browser itself says of a moved cursor comes only after the keys.
  await page.addInitScript(() =>
    document.addEventListener('selectionchange', event => event.isTrusted && event.stopImmediatePropagation(), true),
  )
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '3')
  const first = page.locator('.division.open > p').first()
  await first.click()
  await page.keyboard.press('Control+End')
  await first.click()
  await page.keyboard.press('Control+Alt+n')
  await page.keyboard.type('Here.')
  await page.keyboard.press('Escape')
  await expect(first.locator('.note-mark')).toHaveCount(1)
})

inNewPage(
  'what is typed right after a command is in what it made, and what it opened keeps the focus, though timers come late',
  async ({ page }) => {
    // As under load: keys are heard before what was put off until nothing else is to be done.
    await page.addInitScript(() => {
      const real = window.setTimeout
      Object.assign(window, { setTimeout: (run: () => void, wait?: number, ...rest: unknown[]) => real(run, wait || 500, ...rest) })
    })
    await openDemo(page, 'galley', 'demo-paper')
    await page.locator('.division.open .heading.level-1 .words').click()
    await page.keyboard.press('Control+k')
    await page.keyboard.type('new chapter')
    await page.keyboard.press('Enter')
    await page.keyboard.type('Typed')
    // So is what is typed right after a list that nothing was taken from.
    await page.keyboard.press('Control+k')
    await expect(page.getByRole('dialog').getByRole('combobox')).toBeFocused()
    await page.keyboard.press('Escape')
    await page.keyboard.type(' at')
    await page.getByRole('button', { name: 'Add after this block' }).click()
    await expect(page.getByLabel('Put in after this block').getByRole('combobox')).toBeFocused()
    await page.keyboard.press('Escape')
    await page.keyboard.type(' once')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Control+Alt+e')
    await expect(page.locator('.composer textarea')).toBeFocused()
    await page.keyboard.type('a=b')
    await page.waitForTimeout(700)
    await expect(page.locator('.composer textarea')).toBeFocused()
    await page.keyboard.press('Escape')
    await expect(page.locator('.division.open .heading.level-1 .words').last()).toHaveText('Typed at once')
    await expect(page.locator('.division.open .equation mi')).toHaveText(['a', 'b'])
  },
)

test('promote and demote a section with the keys; a title becomes a chapter and goes back', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '2')
  await page.locator('.division.open .heading.level-2 .words', { hasText: /^The wiper$/ }).click()
  await expect(page.locator('.slip-name')).toHaveText('Section 2.2')
  await page.keyboard.press('Control+Alt+[')
  await expect(page.locator('.division.open .heading.level-1 .words')).toHaveText('The wiper')
  await expect(page.locator('.division.open .heading.level-1 .number')).toHaveText('3')
  await page.keyboard.press('Control+Alt+]')
  await expect(page.locator('.division.open .heading.level-1 .number')).toHaveText('2')
  await expect(page.locator('.division.open .heading.level-2 .number').nth(1)).toHaveText('2.2')
})

test('undo of a change in another chapter opens it', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '1')
  await page.locator('.division.open > p').first().click()
  await page.keyboard.press('Home')
  await page.keyboard.type('Once ')
  await openChapter(page, '5')
  await page.locator('.division.open > p').first().click()
  await page.keyboard.press('Control+z')
  await expect(page.locator('.division.open .heading.level-1 .number')).toHaveText('1')
  await expect(page.locator('.division.open > p').first()).not.toContainText('Once')
})

test('the slip changes what is selected, and says what is wrong beside the field', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '2')
  await page.locator('.division.open .figure .picture').first().click()
  const label = page.getByRole('textbox', { name: 'Label' })
  await label.fill('fouling')
  await expect(page.locator('.slip').getByRole('alert')).toContainText('Figure 2 has this label already')
  await label.fill('the-map')
  await label.press('Enter')
  const width = page.getByRole('textbox', { name: /Width/ })
  await width.fill('300')
  await expect(page.locator('.slip').getByRole('alert')).toContainText('from 5 to 100')
  await width.fill('50')
  await width.press('Enter')
  await expect(page.locator('.division.open .figure').first()).toHaveAttribute('style', /0\.5/)
  await expect(page.locator('.slip')).toContainText('Figures count on through the whole work')
  await expect(page.locator('.slip')).toContainText('Referred to from')
})

test('addresses lead to a block, and back and forward return', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('The wi')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('Figure 4')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/galley\/f/)
  await expect(page.locator('.slip-name')).toHaveText('Figure 4')
  const place = page.url()
  await page.getByRole('link', { name: 'Pages', exact: true }).click()
  await expect(page.locator('.page-sheet').first()).toBeVisible()
  await page.goBack()
  await expect(page).toHaveURL(place)
  await expect(page.locator('.slip-name')).toHaveText('Figure 4')
})

test('a pasted heading and list become the structure they are; pasted scripts become nothing', async ({ page }) => {
  await newThesis(page)
  await page.keyboard.type('Paste')
  await page.keyboard.press('Enter')
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData(
      'text/html',
      '<h2>Pasted section</h2><p>Some <b>bold</b> text<br>goes on <img src=x onerror="window.hacked=1"><script>window.hacked=1</script><a href="javascript:window.hacked=1">bad</a></p><ul><li>one</li></ul>',
    )
    document
      .querySelector('.sheet-text')!
      .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  })
  await expect(page.locator('.division.open .heading.level-2 .words')).toHaveText('Pasted section')
  await expect(page.locator('.division.open strong')).toHaveText('bold')
  // A line break in what is pasted is a space, and never a note.
  await expect(page.locator('.division.open > p', { hasText: 'bold text goes on' })).toHaveCount(1)
  await expect(page.locator('.division.open .note-mark')).toHaveCount(0)
  await expect(page.locator('.division.open ul > li .item-words')).toHaveText('one')
  await expect(page.locator('.division.open a')).toHaveCount(0)
  expect(await page.evaluate(() => (window as unknown as { hacked?: number }).hacked)).toBeUndefined()
})

test('two tabs on one work: the second reads along, takes over, and the first stops writing', async ({ page, context }) => {
  await openDemo(page, 'galley', 'demo-paper')
  const second = await context.newPage()
  await second.goto(page.url())
  await expect(second.locator('.foot')).toContainText('Open for writing in another tab')
  await second.getByRole('button', { name: 'Write here' }).click()
  await expect(page.locator('.foot')).toContainText('Open for writing in another tab')
  await expect(second.locator('.foot')).not.toContainText('another tab')
  await second.close()
  await expect(page.locator('.foot')).not.toContainText('another tab')
})
