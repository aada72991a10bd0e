/** Figures of more panels than a page has room for: they go on over pages, as large as they were asked for, and say so. */
import { fig, p, panel, panels, ref, t } from '../../../demo/src/builder.ts'
import { grainPng } from '../../../demo/src/png.ts'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import type { Page } from '../src/pages/page.ts'
import { readPicture } from '../src/work/file/pictureFile.ts'
import { brokenRules } from './support/pdfRules.ts'
import { ReadPdf } from './support/readPdf.ts'
import { chapter, fonts, idOf, newEngine, workOf } from './support/work.ts'

const square = readPicture('square.png', grainPng(60, 60))
const panelsOf = (count: number, width: number) =>
  Array.from({ length: count }, (_, i) =>
    panel(`panel-${i}`, { picture: 'square.png', alternative: `Basin ${i}`, width }, t`basin ${String(i)}`),
  )
const workWith = (count: number, width: number) =>
  workOf(
    [
      chapter(
        'one',
        'One',
        p`Some words first, and ${ref('panel-0')}.`,
        panels('many', t`Basins of an invented lake.`, ...panelsOf(count, width)),
        p`And some words behind it.`,
        fig('next', { picture: 'square.png', alternative: 'One more', width: 0.3 }, t`The next one.`),
      ),
    ],
    { pictures: new Map([['square.png', square]]) },
  )
const picturesOn = (page: Page) =>
  page.placed.flatMap(({ y, box }) =>
    box.marks.flatMap(mark => (mark.kind === 'picture' ? [{ width: mark.width, top: y + mark.y, bottom: y + mark.y + mark.height }] : [])),
  )
const saysOn = ({ placed }: Page): string[] =>
  placed.flatMap(({ box }) =>
    box.marks.flatMap(mark =>
      mark.kind === 'line' ? [mark.line.pieces.map(piece => ('shape' in piece ? piece.shape.text : '')).join(' ')] : [],
    ),
  )

test('twelve panels of half the measure go on over pages at the size that was asked for', async () => {
  const work = workWith(12, 0.45)
  const turnover = newEngine().run(work)
  const holding = turnover.pages.filter(page => picturesOn(page).some(({ width }) => width > 150))
  expect(holding.length).toBeGreaterThan(1)
  const all = holding.flatMap(picturesOn).filter(({ width }) => width > 150)
  expect(all).toHaveLength(12)
  expect(new Set(all.map(({ width }) => Math.round(width))).size).toBe(1)
  for (const page of holding)
    for (const { bottom } of picturesOn(page)) expect(bottom).toBeLessThanOrEqual(page.height - work.houseStyle.page.bottom + 0.01)
  // Every page but the first says what goes on, the last has the caption.
  const again = holding.map(
    page => saysOn(page).filter(line => line.replace(/\u00a0/g, ' ').startsWith('Figure 1.1 , continued') || /continued/.test(line)).length,
  )
  expect(again).toEqual(holding.map((_, index) => (index ? 1 : 0)))
  expect(saysOn(holding.at(-1)!).join(' ')).toContain('Basins of an')
  // Each panel is on record on the page where it stands.
  const pageOf = (label: string): number => turnover.pageIndexOf.get(idOf(work, label))!
  expect(pageOf('panel-0')).toBe(holding[0]!.index)
  expect(pageOf('panel-11')).toBe(holding.at(-1)!.index)
  expect(pageOf('many')).toBe(holding[0]!.index)
  const bytes = await writePdf(turnover, fonts, { date: new Date(0) })
  expect(brokenRules(await ReadPdf.open(bytes), bytes)).toEqual([])
})

test('panels that nearly have room on one page stay there, a little smaller', () => {
  const { pages } = newEngine().run(workWith(6, 0.45))
  const holding = pages.filter(page => picturesOn(page).length > 1)
  expect(holding).toHaveLength(1)
  expect(picturesOn(holding[0]!).length).toBeGreaterThanOrEqual(6)
})

test('where one panel alone is higher than a page it is set smaller on a page of its own', () => {
  const tall = readPicture('square.png', grainPng(60, 160))
  const work = workWith(3, 1)
  const { pages } = newEngine().run({ ...work, pictures: new Map([['square.png', tall]]) })
  const holding = pages.filter(page => picturesOn(page).some(({ width }) => width > 150))
  expect(holding.map(page => picturesOn(page).filter(({ width }) => width > 150).length)).toEqual([1, 1, 1])
})
