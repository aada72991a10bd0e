/** The program in a browser whose storage, tabs, threads, clock or server fail: nothing committed is lost, and what happened is said. */

import { readFileSync } from 'node:fs'
import { supervision } from '../packages/web/src/session/pagesClient.ts'
import { fromCommandLine } from './commandLine.ts'
import { putForward, setClock, withClock } from './pageClock.ts'
import { follow, goToDemo, inBalance, openAnew, openChapter, openDemo, reload, saved, titlePage, words, write } from './support.ts'
import { expect, inNewBrowser, inNewPage, type Page, test } from './test.ts'

/** The text of a division as it is stored. */
const stored = (page: Page): Promise<string> =>
  page.evaluate(
    () =>
      new Promise<string>(resolve => {
        const request = indexedDB.open('steady-ledger')
        request.onsuccess = () => {
          const all = request.result.transaction('divisions').objectStore('divisions').getAll()
          all.onsuccess = () => {
            request.result.close()
            resolve(JSON.stringify(all.result))
          }
        }
      }),
  )

/** From now on the storage of this page refuses, until it is told otherwise. */
const refuse = (page: Page, name: string): Promise<void> =>
  page.evaluate(errorName => {
    const { put } = IDBObjectStore.prototype
    Object.assign(globalThis, { letStore: () => Object.assign(IDBObjectStore.prototype, { put }) })
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('There is no room.', errorName)
    }
  }, name)
const letStore = (page: Page): Promise<void> => page.evaluate(() => (globalThis as unknown as { letStore(): void }).letStore())

test('a full storage: it is said, a rescue file holds what is on the screen, leaving asks, and it is saved when there is room', async ({
  page,
}) => {
  await openDemo(page, 'galley', 'demo-paper')
  await refuse(page, 'QuotaExceededError')
  await write(page)
  const trouble = page.locator('.save-trouble')
  await expect(trouble).toContainText('The browser’s storage is full.')
  expect(await stored(page)).not.toContain(words.trim())
  // In the application the work stays open, whatever view or shelf is shown.
  await page.getByRole('link', { name: /Shelf/ }).click()
  await expect(page.locator('.save-trouble')).toContainText('holds changes that the browser could not keep')
  await page.getByRole('link', { name: 'Back to it' }).click()
  await expect(page.locator(titlePage).first()).toContainText(words.trim())
  const asked = new Promise<string>(resolve => page.once('dialog', dialog => void dialog.dismiss().then(() => resolve(dialog.type()))))
  await page.close({ runBeforeUnload: true })
  expect(await asked).toBe('beforeunload')
  const [download] = await Promise.all([page.waitForEvent('download'), trouble.getByRole('button', { name: 'Save a rescue file' }).click()])
  const rescued = fromCommandLine('dispatch', (await download.path())!, '--to', 'text').toString()
  expect(rescued).toContain(words.trim())
  await letStore(page)
  await page.locator('.save-trouble').getByRole('button', { name: 'Try now' }).click()
  await expect(page.locator('.save-trouble')).toHaveCount(0)
  await saved(page)
  expect(await stored(page)).toContain(words.trim())
})

inNewPage(
  'a storage that is full when a work is opened: it can be read, nothing is said that is not so, and writing begins when there is room',
  async ({ page }) => {
    await page.addInitScript(() => {
      const { put } = IDBObjectStore.prototype
      Object.assign(globalThis, { letStore: () => Object.assign(IDBObjectStore.prototype, { put }) })
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('There is no room.', 'QuotaExceededError')
      }
    })
    await openDemo(page, 'galley', 'demo-paper')
    await expect(page.locator('.save-trouble')).toContainText('The browser’s storage is full.')
    await expect(page.locator('.foot')).not.toContainText('another tab')
    await letStore(page)
    await expect(page.locator('.save-trouble')).toHaveCount(0)
    await write(page)
    await saved(page)
    expect(await stored(page)).toContain(words.trim())
  },
)

inNewPage('a view that cannot be fetched says so, and is there when the page is loaded anew', async ({ page }) => {
  await page.route('**/assets/SchemeView*', route => route.abort())
  await openDemo(page, 'galley', 'demo-paper')
  await page.getByRole('link', { name: 'Scheme', exact: true }).click()
  await expect(page.locator('.fault')).toContainText('This view stopped')
  await page.unroute('**/assets/SchemeView*')
  await page.locator('.fault').getByRole('button', { name: 'Load the page anew' }).click()
  await expect(page.getByRole('main', { name: 'Scheme' })).toBeVisible()
})

test('a second file is not written over one that is under way, and that one can be cancelled from the shelf', async ({ page }) => {
  await openDemo(page, 'dispatch')
  await page.getByRole('button', { name: 'Save: PDF' }).click()
  await page.getByRole('link', { name: /Shelf/ }).click()
  await page.locator('.work-card', { hasText: 'Turbidity' }).getByRole('button', { name: 'Save as a file' }).click()
  await expect(page.locator('.notice')).toContainText('is still being written')
  await page.locator('.shelf-reading').getByRole('button', { name: 'Cancel' }).click()
  await expect(page.locator('.shelf-reading')).toHaveCount(0)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.locator('.work-card', { hasText: 'Turbidity' }).getByRole('button', { name: 'Save as a file' }).click(),
  ])
  expect(download.suggestedFilename()).toMatch(/\.ledger\.zip$/)
})

inNewBrowser('a browser that lets nothing be kept says so, and no page is blank', async ({ page }) => {
  await page.addInitScript(() => {
    for (const name of ['localStorage', 'indexedDB', 'caches'])
      Object.defineProperty(globalThis, name, {
        get() {
          throw new DOMException('Access is denied.', 'SecurityError')
        },
      })
  })
  await page.goto('/')
  await expect(page.getByRole('alert')).toContainText('Works cannot be kept in this browser')
  await page.goto('/work/demo-thesis/galley')
  await expect(page.getByRole('alert')).toContainText('This work cannot be opened')
})

test('a work that another tab takes off the shelf is not said to be saved; it can be put back with what is on the screen', async ({
  context,
  page,
}) => {
  await openDemo(page, 'galley', 'demo-paper')
  const other = await context.newPage()
  await other.goto('/')
  await other.locator('.work-card', { hasText: 'Turbidity' }).getByRole('button', { name: 'Remove' }).click()
  await expect(page.locator('.save-trouble')).toContainText('taken off the shelf')
  await write(page)
  await expect(page.locator('.foot')).toContainText('Not saved')
  await page.locator('.save-trouble').getByRole('button', { name: 'Put it back on the shelf' }).click()
  await saved(page)
  await page.reload()
  await expect(page.locator(titlePage).first()).toContainText(words.trim())
})

test('back from the shelf in the same moment: what is written then is kept', async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await write(page, 'Before. ')
  // The work is being saved and closed while somebody thinks better of it.
  await page.evaluate(async () => {
    document.querySelector<HTMLElement>('.shelf-link')!.click()
    while (!document.body.textContent!.includes('Begin a thesis')) await new Promise(requestAnimationFrame)
    history.back()
  })
  // What it said is there before it is settled that this tab writes; then it takes words.
  await expect(page.locator(titlePage).first()).toContainText('Before. ')
  await expect(page.locator('.sheet-text')).toHaveAttribute('contenteditable', 'true')
  await write(page, 'After. ')
  await expect(page.locator(titlePage).first()).toContainText('After. Before. ')
  await saved(page)
  await openAnew(page)
  await expect(page.locator(titlePage).first()).toContainText('After. Before. ')
})

test('three tabs: one writes at a time, places are handed over with every word, and a reading tab does nothing and says so', async ({
  context,
  page,
}) => {
  test.setTimeout(120_000)
  await openDemo(page, 'galley', 'demo-paper')
  const tabs = [page, await context.newPage(), await context.newPage()]
  for (const tab of tabs.slice(1)) {
    await openDemo(tab, 'galley', 'demo-paper')
    await expect(tab.locator('.foot')).toContainText('Open for writing in another tab')
  }
  const order = [1, 2, 0, 2, 1]
  let before = 0
  for (const [turn, next] of order.entries()) {
    // The words are typed, and in the same moment another tab asks for the place.
    await tabs[before]!.bringToFront()
    await write(tabs[before]!, `turn ${turn}, `)
    await tabs[next]!.getByRole('button', { name: 'Write here' }).click()
    await expect(tabs[next]!.locator('.foot')).toContainText('Saved')
    await expect(tabs[before]!.locator('.foot')).toContainText('Open for writing in another tab')
    for (let done = 0; done <= turn; done++) await expect(tabs[next]!.locator(titlePage).first()).toContainText(`turn ${done}, `)
    before = next
  }
  const reader = tabs[0]!
  await reader.bringToFront()
  await reader.getByRole('link', { name: 'Scheme', exact: true }).click()
  await reader.keyboard.press('Control+k')
  await reader.getByRole('dialog').getByRole('combobox').fill('Renumber')
  await reader.keyboard.press('Escape')
  // A tab that dies leaves its place to one that reads.
  await tabs[before]!.close()
  await expect(
    tabs
      .filter((_, index) => index !== before)[0]!
      .locator('.foot, body')
      .first(),
  ).toBeVisible()
  await expect
    .poll(async () => {
      const feet = await Promise.all(tabs.filter((_, index) => index !== before).map(tab => tab.locator('.foot').textContent()))
      return feet.filter(text => !text?.includes('another tab')).length
    })
    .toBe(1)
})

test('a tab that cannot save is not written over without a word, and what it held stands among the earlier states', async ({
  context,
  page,
}) => {
  await openDemo(page, 'galley', 'demo-paper')
  const other = await context.newPage()
  await openDemo(other, 'galley', 'demo-paper')
  await refuse(page, 'QuotaExceededError')
  await write(page, 'Held back. ')
  await expect(page.locator('.save-trouble')).toBeVisible()
  await other.getByRole('button', { name: 'Write here' }).click()
  await expect(other.locator('.foot')).toContainText('The other tab holds words that it cannot save')
  await expect(page.locator('.foot')).not.toContainText('another tab')
  await other.getByRole('button', { name: 'Write here all the same' }).click()
  await saved(other)
  await write(other, 'Written over. ')
  await expect(other.locator(titlePage).first()).toContainText('Written over. ')
  await saved(other)
  await letStore(page)
  await expect(page.locator('.save-trouble')).toContainText('Another tab writes this work now')
  await expect(page.locator(titlePage).first()).toContainText('Held back. ')
  await page.getByRole('button', { name: 'Write here' }).click()
  await expect(page.locator(titlePage).first()).toContainText('Written over. ')
  await expect(page.locator('.notice')).toContainText('among the earlier states')
  await follow(page, '/work/demo-paper/earlier')
  await page.locator('.earlier nav button', { hasText: 'what one tab had not saved' }).click()
  await expect(page.locator('.then-block.changed').first()).toContainText('Held back. ')
})

test('a tab that reads along follows what the other one writes; fields are not to be used there, and a remedy does nothing and says why', async ({
  context,
  page,
}) => {
  await openDemo(page, 'galley', 'demo-paper')
  // An empty paragraph: a finding with a remedy.
  await openChapter(page, '1')
  await page.locator('.division.open > p').first().click()
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await page.keyboard.type('x')
  await saved(page)
  await inBalance(page)
  const reader = await context.newPage()
  await openDemo(reader, 'findings', 'demo-paper')
  await reader.locator('.finding button').first().click()
  await expect(reader.locator('.notice')).toContainText('nothing was changed')
  await expect(reader.locator('.notice')).not.toContainText('Mended')
  await reader.getByRole('link', { name: 'House style' }).click()
  await expect(reader.getByText('here you can look')).toBeVisible()
  await expect(reader.getByRole('button', { name: 'Open a file' })).toBeDisabled()
  await expect(reader.getByRole('slider')).toHaveCount(0)
  await page.bringToFront()
  await page.getByRole('link', { name: 'House style' }).click()
  await page.getByLabel('Name').fill('Style of the other tab')
  await page.getByLabel('Name').press('Enter')
  await expect(reader.getByLabel('Name')).toHaveValue('Style of the other tab')
})

inNewPage('the thread that makes pages throws, then hangs for good: the pages come back, and those in sight stay', async ({ page }) => {
  await withClock(page)
  await openDemo(page, 'pages', 'demo-paper')
  await expect(page.locator('.page-sheet').first()).toBeVisible()
  const thread = () => page.workers().find(worker => worker.url().endsWith('#turnover'))!
  const first = thread()
  await first.evaluate(
    () =>
      void setTimeout(() => {
        throw new Error('a fault')
      }),
  )
  await expect.poll(() => page.workers().some(worker => worker === first)).toBe(false)
  await expect(page.locator('.page-sheet').first()).toBeVisible()
  await inBalance(page)
  // One that does not come back from what it does is ended while something is owed.
  const second = thread()
  await second.evaluate(
    () =>
      void setTimeout(() => {
        const { buffer } = new WebAssembly.Memory({ initial: 1, maximum: 1, shared: true })
        Atomics.wait(new Int32Array(buffer), 0, 0)
      }),
  )
  await page.getByRole('link', { name: 'Galley', exact: true }).click()
  await write(page)
  await expect(page.locator('.books')).toHaveAttribute('aria-busy', 'true')
  await putForward(page, 1000 + supervision.interval * (supervision.mostUnanswered - 2))
  expect(page.workers().some(worker => worker === second)).toBe(true)
  await putForward(page, supervision.interval * 3)
  await expect.poll(() => page.workers().some(worker => worker === second)).toBe(false)
  await expect(page.locator('.books[aria-busy="false"]')).toContainText(/In balance|must mend/, { timeout: 30_000 })
  await saved(page)
})

test('a PDF that is being written goes on in other views, and says when it is there', async ({ page }) => {
  await openDemo(page, 'dispatch', 'demo-paper')
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    (async () => {
      await page.getByRole('button', { name: 'Save: PDF' }).click()
      await page.getByRole('link', { name: 'Ledger', exact: true }).click()
    })(),
  ])
  expect(
    readFileSync((await download.path())!)
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-')
  await expect(page.locator('.notice')).toContainText('PDF of “A Turbidity Float for Small Lakes” is written')
})

test('works of an older version of the program, and one in a language that no browser knows, open', async ({ page }) => {
  await page.goto('/')
  await page.evaluate(
    () =>
      new Promise<void>(resolve => {
        const request = indexedDB.open('steady-ledger')
        request.onsuccess = () => {
          const change = request.result.transaction('works', 'readwrite')
          const store = change.objectStore('works')
          const asked = store.get('demo-paper')
          asked.onsuccess = () => {
            const { terms: _terms, ...record } = asked.result
            store.put({ ...record, version: 4, settings: { ...record.settings, language: 'qaa-x-vessary' } })
          }
          change.oncomplete = () => {
            request.result.close()
            resolve()
          }
        }
      }),
  )
  await goToDemo(page, 'galley', 'demo-paper')
  await write(page)
  await saved(page)
  await reload(page)
  await expect(page.locator(titlePage).first()).toContainText(words.trim())
})

inNewPage('a clock that is set back loses nothing and leaves the order of the shelf', async ({ page }) => {
  await withClock(page)
  await openDemo(page, 'galley', 'demo-paper')
  await write(page, 'Before. ')
  await saved(page)
  await setClock(page, new Date('2020-01-01T10:00:00'))
  await write(page, 'After. ')
  await saved(page)
  await page.getByRole('link', { name: /Shelf/ }).click()
  await expect(page.locator('.work-name').first()).toContainText('Turbidity')
  await page.locator('.work-cover').first().click()
  await expect(page.locator(titlePage).first()).toContainText('After. Before. ')
})

const changeKeepsakes = (page: Page, act: 'put' | 'clear'): Promise<void> =>
  page.evaluate(
    what =>
      new Promise<void>((resolve, reject) => {
        const request = indexedDB.open('steady-ledger')
        request.onerror = () => reject(request.error)
        request.onsuccess = () => {
          const change = request.result.transaction('keepsakes', 'readwrite')
          const store = change.objectStore('keepsakes')
          if (what === 'put') store.put({ id: 'k', name: 'buoyancy', notation: 'N^{2}', order: 0 })
          else store.clear()
          change.oncomplete = () => {
            request.result.close()
            resolve()
          }
        }
      }),
    act,
  )

test('a backup of everything comes back: a changed work beside or in place of the one on the shelf, which stays among its earlier states', async ({
  page,
}) => {
  await openDemo(page, 'galley', 'demo-paper')
  await changeKeepsakes(page, 'put')
  await page.getByRole('link', { name: /Shelf/ }).click()
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Back up everything' }).click()])
  const file = { name: 'all.zip', mimeType: 'application/zip', buffer: readFileSync((await download.path())!) }
  await expect(page.locator('.work-card', { hasText: 'Turbidity' })).toContainText('In the backup of')
  await changeKeepsakes(page, 'clear')
  await goToDemo(page, 'galley', 'demo-paper')
  await write(page)
  await saved(page)
  await page.getByRole('link', { name: /Shelf/ }).click()
  await expect(page.locator('.work-card', { hasText: 'Turbidity' })).toContainText('Changed since the backup')
  await page.getByLabel('Bundle file').setInputFiles(file)
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('row', { name: /Wind Mixing/ })).toContainText('The same as on the shelf')
  await expect(dialog.getByRole('row', { name: /Turbidity/ })).toContainText('Otherwise than on the shelf')
  await dialog.getByLabel('What becomes of “A Turbidity Float for Small Lakes”').selectOption('replace')
  await dialog.getByRole('button', { name: 'Restore one work' }).click()
  await expect(page.locator('.notice')).toContainText('1 work was restored')
  await goToDemo(page, 'galley', 'demo-paper')
  // What was kept for all works is there again as well.
  await page.keyboard.press('Control+k')
  await page.keyboard.type('buoyancy')
  await expect(page.getByRole('dialog').getByRole('option', { name: /^buoyancy/ })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.locator(titlePage).first()).not.toContainText(words.trim())
  // What was replaced is looked at and put back, and one undo takes that back.
  await follow(page, '/work/demo-paper/earlier')
  await page.locator('.earlier nav button', { hasText: 'took its place' }).click()
  await expect(page.locator('.then-block.changed').first()).toContainText(words.trim())
  await page.getByRole('button', { name: 'Put the work back to this' }).click()
  await expect(page.locator('.notice')).toContainText('The work is again as it was')
  await saved(page)
  await page.getByRole('link', { name: 'Galley', exact: true }).click()
  await expect(page.locator(titlePage).first()).toContainText(words.trim())
  await page.keyboard.press('Control+z')
  await expect(page.locator(titlePage).first()).not.toContainText(words.trim())
})
