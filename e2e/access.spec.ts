/** Every view, light and dark, wide and narrow, holds to WCAG AA and to what is held good beyond it, as far as a program can tell. */
import { violationsOn } from './axe.ts'
import { atRest, follow, goToDemo, openChapter, openDemo } from './support.ts'
import { expect, inNewPage, test } from './test.ts'

// How wide things are is asked here: they are drawn as they are seen, by one browser.
test.describe.configure({ mode: 'default' })
test.use({ drawnAsSeen: true })

test('every view, in the light and in the dark', async ({ page }) => {
  // Fifteen views are looked through, rule by rule: on a busy machine that takes minutes.
  test.slow()
  const found: string[] = []
  await page.goto('/')
  await expect(page.locator('.work-card')).toHaveCount(4)
  const look = async (what: string): Promise<void> => {
    // Everything once; in the dark what is other there: colours.
    for (const theme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme: theme })
      const violations = await violationsOn(page, theme === 'light' ? undefined : ['color-contrast'])
      for (const { id, places } of violations) found.push(`${what}, ${theme}: ${id}: ${places.slice(0, 3).join(' | ')}`)
    }
  }
  await look('shelf')
  await goToDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '3')
  await look('galley')
  for (const view of ['Ledger', 'Scheme', 'Pages', 'House style', 'Dispatch']) {
    await page.getByRole('link', { name: view, exact: true }).click()
    await expect(page.getByRole('main', { name: view })).toBeVisible()
    await atRest(page)
    await look(view)
  }
  await follow(page, '/work/demo-paper/earlier')
  await expect(page.locator('.then-division').first()).toBeVisible()
  await look('earlier states')
  await page.getByRole('link', { name: 'Ledger', exact: true }).click()
  await page.getByRole('radio', { name: 'What stands where' }).click()
  await expect(page.locator('.chart .recharts-bar-rectangle').first()).toBeVisible()
  await look('chart')
  await page.getByRole('link', { name: 'What is what' }).click()
  await expect(page.getByRole('heading', { name: 'Words', exact: true }).first()).toBeVisible()
  await look('what is what')
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('dialog').getByRole('combobox')).toBeFocused()
  await look('command box')
  await page.keyboard.press('Escape')
  // The paper has no registers.
  await follow(page, '/work/demo-thesis/short-forms')
  await page.getByRole('radio', { name: 'Symbols' }).click()
  await page.getByRole('treeitem').first().click()
  await look('short forms')
  await page.getByRole('link', { name: 'Sources' }).click()
  await page.getByRole('treeitem').first().click()
  await look('sources')
  await page.getByRole('link', { name: 'Index', exact: true }).click()
  await page.getByRole('tree', { name: 'Terms of the index' }).locator('[tabindex="0"]').press('ArrowDown')
  await page.getByRole('button', { name: 'Find its words in the work' }).click()
  await expect(page.getByRole('region', { name: 'Words that are not marked' })).toBeVisible()
  await look('index')
  // Nothing is found in the demo works as they are.
  await page.getByRole('link', { name: 'Galley', exact: true }).click()
  await openChapter(page, '1')
  await page.locator('.division.open .figure .picture').first().click()
  await page.keyboard.press('Delete')
  await page.getByRole('link', { name: 'Findings' }).click()
  await expect(page.locator('.finding').first()).toBeVisible()
  await look('findings')
  await page.emulateMedia({ colorScheme: 'light' })
  expect(found).toEqual([])
})

test('nothing runs over at 1024 pixels', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 700 })
  await openDemo(page)
  for (const view of ['Galley', 'Ledger', 'Scheme', 'Index', 'Pages', 'House style', 'Findings', 'Dispatch']) {
    await page.getByRole('link', { name: view, exact: view !== 'Findings' }).click()
    await atRest(page)
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024)
  }
  // In a wide window again the panels beside the sheet have the widths of one.
  const widths = async (): Promise<number[]> => {
    await page.getByRole('link', { name: 'Galley', exact: true }).click()
    await atRest(page)
    return page.locator('[data-side-panel]').evaluateAll(panels => panels.map(panel => panel.getBoundingClientRect().width))
  }
  const narrow = await widths()
  await page.getByRole('link', { name: 'Ledger', exact: true }).click()
  await page.setViewportSize({ width: 1280, height: 800 })
  const wide = await widths()
  expect(wide.map((width, index) => width > narrow[index]!)).toEqual([true, true])
})

inNewPage('the policy of the server is kept: nothing is asked for from outside and nothing is refused', async ({ page }) => {
  const outside: string[] = []
  const refused: string[] = []
  page.on('request', request => {
    if (!/^(http:\/\/localhost|blob:|data:)/.test(request.url())) outside.push(request.url())
  })
  page.on('console', message => {
    if (/Content Security Policy/.test(message.text())) refused.push(message.text())
  })
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '2')
  await page.locator('.division.open .equation').first().dblclick()
  await expect(page.locator('.composer textarea')).toBeFocused()
  await page.waitForLoadState('networkidle')
  expect(outside).toEqual([])
  expect(refused).toEqual([])
})
