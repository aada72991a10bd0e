import type { Page } from '@playwright/test'
import { expect } from './expect.ts'

/** Opens a view of one of the demo works. */
export async function openDemo(page: Page, view = 'galley', work = 'demo-thesis'): Promise<void> {
  await page.goto(`/work/${work}/${view}`)
  await opened(page)
}

/** What a link in the application does: carried out in the page. */
function goTo(to: string): void {
  const idx = ((history.state as { idx?: number } | null)?.idx ?? 0) + 1
  history.pushState({ idx, key: String(idx), usr: null }, '', to)
  dispatchEvent(new PopStateEvent('popstate', { state: history.state }))
}

/** Goes to an address as a link in the application does. */
export const follow = (page: Page, to: string): Promise<void> => page.evaluate(goTo, to)

/**
 * Leaves the work for the shelf, and the shelf for another address as soon as its works are there, which it shows when what was open is closed:
 * it is not drawn for that. Carried out in the page; false where they do not come.
 */
async function goByShelf(go: typeof goTo, to: string, closesNotices: boolean): Promise<boolean> {
  const isDone = (): boolean => {
    if (!document.querySelector('.work-cover')) return false
    const notices = closesNotices ? [...document.querySelectorAll<HTMLElement>('[aria-label="Close the notice"]')] : []
    for (const each of notices) each.click()
    return notices.length === 0
  }
  go('/')
  const came = await new Promise<boolean>(resolve => {
    const watch = new MutationObserver(() => isDone() && end(true))
    const timer = setTimeout(() => end(false), 10_000)
    const end = (did: boolean): void => {
      watch.disconnect()
      clearTimeout(timer)
      resolve(did)
    }
    watch.observe(document, { childList: true, subtree: true })
    if (isDone()) end(true)
  })
  if (came) go(to)
  return came
}
export const followByShelf = (page: Page, to: string, { closesNotices = false } = {}): Promise<boolean> =>
  page.evaluate<boolean>(`(${goByShelf})(${goTo}, ${JSON.stringify(to)}, ${closesNotices})`)

/** Leaves the work for the shelf and comes back to where it was: it is opened from storage, as in another sitting. */
export async function openAnew(page: Page): Promise<void> {
  const { pathname, search } = new URL(page.url())
  expect(await followByShelf(page, pathname + search)).toBe(true)
  await opened(page)
}

/** Opens a view of one of the demo works from another place in the program, which is not loaded anew for it. */
export async function goToDemo(page: Page, view = 'galley', work = 'demo-thesis'): Promise<void> {
  await follow(page, `/work/${work}/${view}`)
  await opened(page)
}

/** Loads the page anew. */
export async function reload(page: Page): Promise<void> {
  await page.reload()
  await opened(page)
}

/** The pages of the last sitting may be there before it is settled which tab writes: until then, fields and buttons do nothing. */
async function opened(page: Page): Promise<void> {
  await inBalance(page)
  await expect(page.locator('.foot [aria-busy="true"]')).toHaveCount(0)
}

/** Waits until the books balance for what is there now: while they do not, they are said to be busy. */
export async function inBalance(page: Page): Promise<void> {
  await expect(page.locator('.books[aria-busy="false"]')).toContainText(/In balance|must mend/, { timeout: 30_000 })
}

/** Waits until nothing scrolls and two frames in a row are drawn alike: in the text, or in another place. */
export const atRest = (page: Page, where = '.sheet-scroll'): Promise<void> =>
  page.evaluate(
    where =>
      new Promise<void>(resolve => {
        let last = ''
        let same = 0
        const look = (): void => {
          const place = document.querySelector(where) ?? document.querySelector('main') ?? document.body
          const now = [place, ...place.querySelectorAll('*')]
            .slice(0, 400)
            .map(found => found.getBoundingClientRect().top)
            .join()
          same = now === last ? same + 1 : 0
          last = now
          if (same >= 2) resolve()
          else requestAnimationFrame(look)
        }
        requestAnimationFrame(look)
      }),
    where,
  )

/** Waits until everything is kept in the browser. */
export const saved = (page: Page): Promise<void> => expect(page.locator('.foot [aria-busy="false"]')).toContainText('Saved')

/** Opens a chapter in the galley by its number. */
export async function openChapter(page: Page, number: string): Promise<void> {
  await page.locator('.spine-row.level-1', { has: page.locator(`.spine-number:text-is("${number}")`) }).click()
  await expect(page.locator('.division.open .heading.level-1 .number')).toHaveText(number)
  await atRest(page)
}

/** Entries of the ledger as rows of text: number and caption. */
export async function ledgerRows(page: Page, show: string): Promise<string[]> {
  // Only rows in sight are drawn: a high window shows them all.
  await page.setViewportSize({ width: 1280, height: 2400 })
  await page.getByRole('link', { name: 'Ledger', exact: true }).click()
  const shown = page.getByRole('button', { name: new RegExp(`^${show}`) })
  await shown.click()
  await expect(shown).toHaveAttribute('aria-pressed', 'true')
  await expect(page.locator('.ledger-row').first()).toBeVisible()
  await atRest(page)
  const rows = await page.locator('.ledger-row').evaluateAll(list =>
    list
      .map(row => ({
        top: row.getBoundingClientRect().top,
        number: row.querySelector('.ledger-number a')?.textContent ?? '',
        caption: row.querySelector('input')?.value || row.querySelector('.ledger-caption')?.textContent || '',
      }))
      .sort((a, b) => a.top - b.top)
      .map(row => `${row.number} ${row.caption}`),
  )
  await page.setViewportSize({ width: 1280, height: 800 })
  return rows
}

/** What the CLI would say of pages: the drawn text of one page proof. */
export async function pageText(page: Page, label: string): Promise<string> {
  const [work] = /^\/work\/[^/]+/.exec(new URL(page.url()).pathname) ?? []
  await follow(page, `${work}/pages/${label}`)
  const sheet = page.locator(`.page-place[data-page="${label}"] svg`)
  await expect(sheet).toBeVisible()
  await atRest(page)
  return sheet.evaluate(svg =>
    [...svg.querySelectorAll('text')]
      .map(line => [...line.querySelectorAll('tspan tspan')].map(word => word.textContent).join(' '))
      .join(' '),
  )
}

export const smallSvg = (colour = '#7aa'): Buffer =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 100"><rect width="200" height="100" fill="${colour}"/></svg>`)

/** Gives the file chooser that a command opens a file. */
export async function withFile(
  page: Page,
  act: () => Promise<unknown>,
  file: { name: string; mimeType: string; buffer: Buffer },
): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), act()])
  await chooser.setFiles(file)
}

/** Chooses from a menu by the names of its button and of what is chosen. */
export async function choose(page: Page, menu: string, item: string): Promise<void> {
  await page.getByRole('button', { name: menu, exact: true }).click()
  await page.getByRole('menuitem', { name: item, exact: true }).click()
}

/** Takes an item of a menu that was opened by a key: once the menu has the focus, which it takes as it opens. */
export async function takeByKey(page: Page, item: string | RegExp): Promise<void> {
  await expect(page.getByRole('menuitem').first()).toBeFocused()
  await page.getByRole('menuitem', { name: item }).press('Enter')
}

/** Puts words in at once, as who dictates them does: for what is not about keys, each of which has the whole program at work. */
export const say = (page: Page, words: string): Promise<void> => page.keyboard.insertText(words)

/** Runs a command by its name from the command box. */
export async function command(page: Page, name: string): Promise<void> {
  await page.keyboard.press('Control+k')
  await page.getByRole('dialog').getByRole('combobox').fill(name)
  await expect(page.getByRole('dialog').getByRole('option').first()).toContainText(name)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'Go to, find or do' })).toHaveCount(0)
  await atRest(page)
}

/** A new, nearly empty thesis, with the cursor in the title of its first chapter. */
export async function newThesis(page: Page): Promise<void> {
  await page.goto('/')
  await page.getByLabel('Title').fill('A short thesis')
  await page.getByRole('button', { name: 'Begin a thesis' }).click()
  await inBalance(page)
  await openChapter(page, '1')
  await page.locator('.division.open .heading.level-1 .words').click()
}

/** Words that are written at the head of what is open, and where they are found again. */
export const words = 'Words that must not be lost. '
export const titlePage = '.division.open p'
export async function write(page: Page, text = words): Promise<void> {
  await page.locator(titlePage).first().click()
  await page.keyboard.press('Home')
  await say(page, text)
}
