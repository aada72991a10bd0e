import { readFileSync } from 'node:fs'
/** The composer, by keyboard alone. */
import type { Page } from '@playwright/test'
import { inBalance, newThesis, openAnew, openChapter, openDemo, saved, say } from './support.ts'
import { expect, test } from './test.ts'

const field = (page: Page) => page.locator('.composer textarea')
const math = (page: Page) => page.locator('.division.open .equation math').last()

async function newEquation(page: Page): Promise<void> {
  await newThesis(page)
  await page.keyboard.type('Signs')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Before.')
  await page.keyboard.press('Control+Alt+e')
  await expect(field(page)).toBeFocused()
}

/** What the equation holds, tags of structures with letters, for comparison. */
const outline = (page: Page): Promise<string> =>
  math(page).evaluate(element => {
    const told = (node: Element): string => {
      const children = [...node.children].map(told).join('')
      const text = node.children.length ? '' : (node.textContent ?? '').replace(/[\u2061-\u2064]/g, '')
      return /^(mrow|math|mstyle)$/.test(node.localName) ? children : node.children.length ? `${node.localName}(${children})` : text
    }
    return told(element)
  })

test('typed, chosen under the caret, and undone key by key; the work has one step', async ({ page }) => {
  await newEquation(page)
  await page.keyboard.type('x_1^2+alp')
  const offered = page.getByRole('listbox', { name: 'What the word becomes' })
  await expect(offered.getByRole('option', { name: 'alpha' })).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Tab')
  await expect(offered).toHaveCount(0)
  await page.keyboard.type('=dy/dx at x=0')
  await page.keyboard.press('ArrowRight')
  await expect.poll(() => outline(page)).toBe('msubsup(x12)+α=msub(mfrac(dydx)|x=0)')
  // Step by step back and forth, within the composer.
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(() => outline(page)).toContain('msub(mfrac(dydx)|x)')
  await page.keyboard.press('Control+y')
  await page.keyboard.press('Control+y')
  await page.keyboard.press('Escape')
  await expect.poll(() => outline(page)).toBe('msubsup(x12)+α=msub(mfrac(dydx)|x=0)')
  await inBalance(page)
  await page.keyboard.press('Control+z')
  await expect(page.locator('.division.open .equation math')).toHaveCount(0)
  await expect(page.locator('.division.open .equation')).toContainText('Empty equation')
})

test('the palette is searched and walked, and its array is filled from cell to cell', async ({ page }) => {
  await newEquation(page)
  await page.keyboard.type('A=')
  await page.keyboard.press('F2')
  await expect(page.getByRole('searchbox', { name: 'Search signs and structures' })).toBeFocused()
  await page.keyboard.type('matrix 2 by 2')
  await page.keyboard.press('Enter')
  await expect(field(page)).toBeFocused()
  for (const cell of ['a', 'b', 'c']) {
    await page.keyboard.type(cell)
    await page.keyboard.press('Tab')
  }
  await page.keyboard.type('d')
  await page.keyboard.press('Enter')
  await page.keyboard.type('e')
  await expect.poll(() => outline(page)).toBe('A=(mtable(mtr(mtd(a)mtd(b))mtr(mtd(c)mtd(d))mtr(mtd(e)mtd(◻))))')
  await page.keyboard.press('Control+Backspace')
  await expect.poll(() => outline(page)).toContain('mtr(mtd(c)mtd(d)))')
  // Into the palette, down its groups, into its signs, and back.
  await page.keyboard.press('Tab')
  await page.keyboard.press('F2')
  await page.keyboard.press('Tab')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('tab', { name: 'Operators' })).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  // Down and up within the column.
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('button', { name: /Times/ })).toBeFocused()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(field(page)).toBeFocused()
  await expect.poll(() => outline(page)).toMatch(/±$/)
  await page.keyboard.press('F2')
  await page.keyboard.press('Escape')
  await expect(field(page)).toBeFocused()
  // All keys are listed from within the equation as from the text.
  await page.keyboard.press('F1')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('To the palette and back')
  await page.keyboard.press('Escape')
  await expect(field(page)).toBeFocused()
})

test('an equation is kept, put in by its name in another one, and carried as a file', async ({ page }) => {
  await newEquation(page)
  await page.keyboard.type('N^2=-g/rho_0 partial rho/partial z')
  await page.keyboard.press('F2')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Keep…' }).press('Enter')
  await page.getByLabel('Its name').fill('alpha')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('types something else already')
  await page.getByLabel('Its name').fill('buoyancy')
  await page.keyboard.press('Enter')
  await expect(page.locator('.notice').last()).toContainText('“buoyancy” is kept')
  await field(page).focus()
  const first = await outline(page)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+Alt+e')
  await page.keyboard.type('buoyancy ')
  await expect.poll(() => outline(page)).toBe(first)
  // In the palette it is found, renamed and removed, and comes back by undo.
  await page.getByRole('tab', { name: 'Keepsakes' }).press('Enter')
  const kept = page.locator('.sign', { hasText: 'buoyancy' })
  await expect(kept).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save them as a file' }).press('Enter'),
  ])
  const path = await download.path()
  await page.getByRole('button', { name: 'What can be done with buoyancy' }).press('Enter')
  await expect(page.getByRole('menuitem', { name: 'Another name…' })).toBeFocused()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('menuitem', { name: 'One place sooner' })).toBeFocused()
  await page.keyboard.press('ArrowUp')
  // A menu moves its focus a moment after the key.
  await expect(page.getByRole('menuitem', { name: 'Another name…' })).toBeFocused()
  await page.keyboard.press('Enter')
  await page.getByLabel('Its name').fill('stability')
  await page.keyboard.press('Enter')
  await expect(page.locator('.sign', { hasText: 'stability' })).toBeVisible()
  await page.locator('.sign', { hasText: 'stability' }).press('Delete')
  await expect(page.locator('.sign', { hasText: 'stability' })).toHaveCount(0)
  await page.getByLabel('File of keepsakes').setInputFiles({ name: 'wrong.json', mimeType: 'application/json', buffer: Buffer.from('{}') })
  await expect(page.locator('.notice', { hasText: 'not a file of keepsakes' })).toBeVisible()
  await page.getByLabel('File of keepsakes').setInputFiles(path)
  await expect(kept).toBeVisible()
  // The box puts it into the text as well.
  await field(page).focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('buoyancy')
  await page.keyboard.press('Enter')
  await expect(page.locator('.division.open .equation')).toHaveCount(3)
  // It goes with the bundle when that is asked for, and comes with it where it is not kept yet.
  await page.getByRole('link', { name: 'Dispatch' }).press('Enter')
  await page.getByLabel('With the formula that I keep in the composer').press('Space')
  const [written] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('listitem').filter({ hasText: 'Text and pictures' }).getByRole('button', { name: 'Save' }).press('Enter'),
  ])
  const bundle = await written.path()
  await page.goto('/')
  await page.evaluate(
    () =>
      new Promise(resolve => {
        const request = indexedDB.open('steady-ledger')
        request.onsuccess = () => {
          const cleared = request.result.transaction('keepsakes', 'readwrite').objectStore('keepsakes').clear()
          cleared.onsuccess = () => resolve(request.result.close())
        }
      }),
  )
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'own.ledger.zip', mimeType: 'application/zip', buffer: readFileSync(bundle) })
  await expect(page.locator('.notice', { hasText: 'A keepsake for the composer came with it.' })).toBeVisible()
})

test('a formula in the line is entered and left by arrows, pressed where it is meant, and turned into an equation and back', async ({
  page,
}) => {
  await newThesis(page)
  await page.keyboard.type('Lines')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Where ')
  await page.keyboard.press('Control+Alt+m')
  await page.keyboard.type('x^2+y')
  await page.keyboard.press('ArrowRight')
  await expect(page.locator('.composer')).toHaveCount(0)
  await page.keyboard.type('. Then more.')
  const paragraph = page.locator('.division.open > p').first()
  await expect(paragraph.locator('math')).toHaveCount(1)
  for (let i = 0; i < '. Then more.'.length; i++) await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('ArrowLeft')
  await expect(field(page)).toBeFocused()
  await page.keyboard.type('+1')
  await page.keyboard.press('Home')
  await page.keyboard.press('ArrowLeft')
  await expect(page.locator('.composer')).toHaveCount(0)
  await expect(paragraph.locator('math')).toContainText('+y+1')
  // Pressed behind the sign that is meant.
  const sum = paragraph.locator('math mo').first()
  const box = (await sum.boundingBox())!
  await page.mouse.click(box.x + box.width - 1, box.y + box.height / 2)
  await expect(field(page)).toBeFocused()
  await page.keyboard.type('z')
  await expect(paragraph.locator('math')).toContainText('+zy+1')
  await page.getByRole('button', { name: 'On a line of its own' }).press('Enter')
  await expect(page.locator('.division.open .equation math')).toContainText('+zy+1.')
  await expect(page.locator('.division.open > p')).toHaveText(['Where ', 'Then more.'])
  await page.getByRole('button', { name: 'Into the line' }).press('Enter')
  await expect(page.locator('.division.open .equation')).toHaveCount(0)
  await expect(paragraph).toContainText('. Then more.')
})

test('copied, pasted as MathML of another program and as words; another line stands below under one number', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await newEquation(page)
  await page.keyboard.type('sqrt(a+b)')
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Control+c')
  await page.keyboard.press('End')
  await page.keyboard.type('=')
  await page.keyboard.press('Control+v')
  await expect.poll(() => outline(page)).toBe('msqrt(a+b)=msqrt(a+b)')
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe('sqrt(a + b)')
  await page.evaluate(() =>
    navigator.clipboard.writeText(
      '<math xmlns="http://www.w3.org/1998/Math/MathML"><mfrac><mi>p</mi><mrow><mn>1</mn><mo>+</mo><mi>q</mi></mrow></mfrac></math>',
    ),
  )
  await page.keyboard.press('Enter')
  await expect(page.locator('.division.open .equation-group .equation')).toHaveCount(2)
  await expect(field(page)).toBeFocused()
  await page.keyboard.press('Control+v')
  await expect.poll(() => outline(page)).toBe('mfrac(p1+q)')
  await page.keyboard.press('Control+Enter')
  await expect(page.locator('.composer')).toHaveCount(0)
  await expect(page.locator('.division.open .equation-group .equation .number')).toHaveText(['(1.1a)', '(1.1b)'])
})

test('formulas go between the text and elsewhere: MathML comes in as a formula, copied text says it in words', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await newThesis(page)
  await page.keyboard.type('Carried')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Here ')
  await page.evaluate(() => {
    const data = new DataTransfer()
    // What a program notes for itself in its markup is not believed.
    data.setData(
      'text/html',
      '<p>is <math><mfrac data-latex="}{"><mi>p</mi><mi>q</mi></mfrac><menclose data-latex="}{"><mi>r</mi></menclose></math>, so.</p>',
    )
    document
      .querySelector('.sheet-text')!
      .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  })
  const paragraph = page.locator('.division.open > p').first()
  await expect(paragraph.locator('mfrac')).toHaveCount(1)
  await expect(paragraph.locator('.formula')).toContainText('pqr')
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Control+c')
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('is fraction( p , q ) r, so.'.replace('( p , q )', '(p, q)'))
})

test('a dead key types its sign once', async ({ page, context }) => {
  await newEquation(page)
  await page.keyboard.type('x')
  const keys = await context.newCDPSession(page)
  await keys.send('Input.imeSetComposition', { text: '^', selectionStart: 1, selectionEnd: 1 })
  await keys.send('Input.insertText', { text: '^' })
  await page.keyboard.type('2+alpha')
  // A press ends the word that was being typed.
  await page.locator('.composer-drawn mn').first().click()
  await expect.poll(() => outline(page)).toBe('msup(x2)+α')
})

test('a formula in a note is written like one in the text, and the note goes on', async ({ page }) => {
  await newThesis(page)
  await page.keyboard.type('Notes')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Text')
  await page.keyboard.press('Control+Alt+n')
  await page.keyboard.type('With ')
  await page.keyboard.press('Control+Alt+m')
  await expect(field(page)).toBeFocused()
  await page.keyboard.type('h_1/h_2')
  await page.keyboard.press('Escape')
  const note = page.locator('.note-text')
  await expect(note).toBeFocused()
  await say(page, ' for the depths.')
  await expect(note.locator('mfrac')).toHaveCount(1)
  await note.locator('math').click()
  await expect(field(page)).toBeFocused()
  // Out of what was pressed, then out of the formula.
  while (await page.locator('.composer').count()) await page.keyboard.press('ArrowRight')
  await expect(note).toBeFocused()
  await page.keyboard.press('Escape')
  await inBalance(page)
  await page.keyboard.type(' goes on.')
  await expect(page.locator('.division.open > p').first()).toContainText('goes on.')
})

test('what cannot be read is said in its place, and kept', async ({ page }) => {
  await newThesis(page)
  await page.keyboard.type('Pasted')
  await page.keyboard.press('Enter')
  await page.keyboard.type('Text ')
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData('text/html', `<p>See <span data-kind="formula" data-attributes='{"formula":"\\frac{a"}'></span> there.</p>`)
    document
      .querySelector('.sheet-text')!
      .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  })
  const broken = page.locator('.division.open .formula.broken')
  await expect(broken).toHaveAttribute('title', /cannot be read\. A part of it is begun and not ended\./)
  await expect(page.locator('.division.open')).not.toContainText('frac')
  await broken.click()
  await expect(page.locator('.composer').getByRole('alert')).toContainText('A part of it is begun and not ended.')
  await page.keyboard.press('Escape')
  await expect(broken).toHaveCount(1)
  await expect(page.locator('.books')).toContainText('must mend')
})

test('letters in use are offered first, and what the one at the caret stands for is said, kept, and undone', async ({ page }) => {
  await newEquation(page)
  await page.keyboard.type('rho_w=2')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+Alt+e')
  await page.keyboard.type('rho')
  const offered = page.getByRole('listbox', { name: 'What the word becomes' })
  await expect(offered.getByRole('option').nth(1)).toContainText('rho_w')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  const composer = page.getByRole('group', { name: 'Composer' })
  await expect(composer).toContainText('What it stands for is not said yet.')
  await page.keyboard.press('F3')
  await page.getByLabel('It stands for').fill('density of the water')
  await page.getByLabel('Unit').fill('kg per cubic metre')
  await page.keyboard.press('Enter')
  await expect(composer).toContainText('density of the water in kg per cubic metre')
  await expect(field(page)).toBeFocused()
  await expect(composer).toContainText('used 2 times, first on page')
  await page.keyboard.type('+g')
  await expect(composer).not.toContainText('density')
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('ArrowLeft')
  await expect(composer).toContainText('density of the water')
  // In the palette they stand together, the most used first.
  await page.getByRole('tab', { name: 'In this work' }).press('Enter')
  await expect(page.locator('.sign').first()).toContainText('used 2 times')
  await field(page).focus()
  await page.keyboard.press('Escape')
  await saved(page)
  await openAnew(page)
  await page.locator('.division.open .equation').last().locator('.math').dblclick()
  await page.keyboard.press('Home')
  await page.keyboard.press('ArrowRight')
  await expect(composer).toContainText('density of the water')
})

test('an equation that is only walked through stays as it was written', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '3')
  await page.locator('.division.open .equation .math').nth(1).dblclick()
  await expect(field(page)).toBeFocused()
  await page.keyboard.press('End')
  for (let i = 0; i < 14; i++) await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Escape')
  await expect(page.locator('.composer')).toHaveCount(0)
  await expect(page.getByRole('banner').getByRole('button', { name: 'Undo' })).toBeDisabled()
})
