import { div, fig, p, t, tab } from '../../../demo/src/builder.ts'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import { drawPage } from '../src/pages/drawing.ts'
import { chapter, fonts, newEngine, workOf } from './support/work.ts'

const rows = Array.from({ length: 90 }, (_, i) => [`Station ${i + 1}`, String(i * 3)])
const work = workOf([chapter('one', 'One', p`A table follows.`, tab('long', t`Every station.`, 'lr', [['Station', 'Depth'], ...rows]))])
const turnover = newEngine().run(work)
const pages = turnover.pages.map(page => drawPage(page).lines.map(line => line.runs.flatMap(run => run.words).join(' ')))
const holding = pages.filter(lines => lines.some(line => line.startsWith('Station ')))

test('a table longer than a page breaks between its rows: its head stands on every page, under a line that says it goes on', () => {
  expect(holding.length).toBeGreaterThan(2)
  for (const lines of holding) expect(lines.filter(line => line === 'Station')).toHaveLength(1)
  for (const [index, lines] of holding.entries())
    expect(lines.some(line => line.replace('\u00a0', ' ').startsWith('Table 1.1, continued'))).toBe(index > 0)
  expect(holding.flat().filter(line => /^Station \d+$/.test(line))).toEqual(rows.map(([name]) => name))
})

test('no page holds a single row of it', () => {
  for (const lines of holding) expect(lines.filter(line => /^Station \d+$/.test(line)).length).toBeGreaterThan(1)
})

test('the structure of its PDF has one table with every row once, and head cells that say what they head', async () => {
  const file = Buffer.from(await writePdf(turnover, fonts, { date: new Date(0) })).toString('latin1')
  const count = (pattern: RegExp): number => file.match(pattern)?.length ?? 0
  expect(count(/\/S \/Table\b/g)).toBe(1)
  expect(count(/\/S \/TR\b/g)).toBe(rows.length + 1)
  expect(count(/\/S \/TD\b/g)).toBe(rows.length * 2)
  expect(count(/\/Scope \/Column/g)).toBe(2)
})

test('a figure that is held here stays with the text before it and after it', () => {
  const figure = fig('f', { picture: '', alternative: '' }, t`Held.`)
  for (const placement of ['auto', 'here']) {
    const made = figure.type.create({ ...figure.attrs, placement }, figure.content)
    const lines = Array.from({ length: 60 }, (_, i) => p`Line ${String(i)}.`)
    const doc = workOf([div({ role: 'chapter' }, 'One', ...lines.slice(0, 24), made, ...lines.slice(24))])
    const text = newEngine()
      .run(doc)
      .pages.flatMap(page => drawPage(page).lines.map(line => line.runs.flatMap(run => run.words).join(' ')))
    const after = text.findIndex(line => line.includes('Held.'))
    const order = text.slice(0, after).filter(line => line.startsWith('Line ')).length
    if (placement === 'here') expect(order).toBe(24)
    else expect(order).toBeGreaterThan(24)
  }
})
