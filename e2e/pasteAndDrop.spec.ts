/** What comes in by paste and drop: the good of it is taken, each bad thing is told by its name, and one undo takes all of it back. */
import { encode } from 'fast-png'
import { openChapter, openDemo, smallSvg } from './support.ts'
import { expect, type Page, test } from './test.ts'

interface Given {
  name: string
  type: string
  base64: string
}
const given = (name: string, type: string, bytes: Uint8Array): Given => ({ name, type, base64: Buffer.from(bytes).toString('base64') })
const png = encode({ width: 60, height: 30, channels: 1, depth: 8, data: new Uint8Array(1800).map((_, at) => at % 256) })
const dataPng = `data:image/png;base64,${Buffer.from(png).toString('base64')}`

/** Drops files on a paragraph of the open division, or pastes them with HTML. */
const bring = (page: Page, how: 'drop' | 'paste', files: Given[], html = ''): Promise<void> =>
  page.evaluate(
    ([kind, list, markup]) => {
      const data = new DataTransfer()
      for (const { name, type, base64 } of list)
        data.items.add(new File([Uint8Array.from(atob(base64), letter => letter.charCodeAt(0))], name, { type }))
      if (markup) data.setData('text/html', markup)
      const paragraph = [...document.querySelectorAll('.division.open > p')][1]!
      const { left, top } = paragraph.getBoundingClientRect()
      const place = { clientX: left + 20, clientY: top + 8, bubbles: true, cancelable: true }
      if (kind === 'drop') paragraph.dispatchEvent(new DragEvent('drop', { ...place, dataTransfer: data }))
      else
        document
          .querySelector('.sheet-text')!
          .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
    },
    [how, files, html] as const,
  )

const figures = (page: Page) => page.locator('.division.open figure.figure')

test.beforeEach(async ({ page }) => {
  await openDemo(page, 'galley', 'demo-paper')
  await openChapter(page, '1')
  await page.locator('.division.open > p').nth(1).click()
})

test('many files dropped at once, some of them bad', async ({ page }) => {
  const before = await figures(page).count()
  await bring(page, 'drop', [
    given('north.svg', 'image/svg+xml', smallSvg()),
    given('notes.txt', 'text/plain', Buffer.from('words')),
    given('torn.png', 'image/png', png.slice(0, 60)),
    given('south.png', 'image/png', png),
  ])
  await expect(figures(page)).toHaveCount(before + 2)
  const notice = page.locator('.notice')
  for (const name of ['notes.txt', 'torn.png']) await expect(notice).toContainText(`“${name}”`)
  await expect(notice).toContainText('The 2 others were put in.')
  await expect(page.locator('.division.open figure img[data-name="north.svg"]')).toBeVisible()
  await expect(page.locator('.division.open figure img[data-name="south.png"]')).toBeVisible()
  await notice.getByRole('button', { name: 'Undo' }).click()
  await expect(figures(page)).toHaveCount(before)
})

test('a copied picture becomes a figure, though a line of HTML comes with it', async ({ page }) => {
  const before = await figures(page).count()
  await bring(page, 'paste', [given('image.png', 'image/png', png)], '<meta charset="utf-8"><img src="https://lake.example/north.png">')
  await expect(figures(page)).toHaveCount(before + 1)
  await expect(page.locator('.division.open figure img[data-name="image.png"]')).toBeVisible()
})

test('HTML with pictures in it: words, figures with their captions, and the one that is not there is told; one undo', async ({ page }) => {
  const before = await figures(page).count()
  await bring(
    page,
    'paste',
    [],
    `<p>Pasted words before <img src="${dataPng}" alt="A slope"> and behind.</p>
     <figure><img src="${dataPng}" alt="A basin"><figcaption>The basin in June.</figcaption></figure>
     <p>At the end.<img src="https://lake.example/far/east.png?size=2"></p>
     <img src="${dataPng.slice(0, 90)}" alt="torn"><script>document.title = 'taken over'</script>`,
  )
  await expect(figures(page)).toHaveCount(before + 2)
  const open = page.locator('.division.open')
  for (const words of ['Pasted words before', 'and behind.', 'At the end.', 'The basin in June.']) await expect(open).toContainText(words)
  await expect(open.locator('figure figcaption', { hasText: 'The basin in June.' })).toHaveCount(1)
  await expect(open.locator('figure img[alt="A slope"]')).toBeVisible()
  await expect(page.locator('.notice')).toContainText('“east.png” is not in what was pasted')
  await expect(page.locator('.notice')).toContainText('“torn.png”')
  expect(await page.title()).not.toBe('taken over')
  await page.locator('.notice').getByRole('button', { name: 'Undo' }).click()
  await expect(figures(page)).toHaveCount(before)
  await expect(open).not.toContainText('Pasted words before')
})
