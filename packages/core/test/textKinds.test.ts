import {
  boxed,
  described,
  div,
  epigraph,
  fig,
  keywords,
  listing,
  note,
  p,
  paragraphEnd,
  quote,
  ref,
  t,
  verse,
} from '../../../demo/src/builder.ts'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import { findingsOf } from '../src/findings/index.ts'
import { drawPage } from '../src/pages/drawing.ts'
import type { Page } from '../src/pages/page.ts'
import { type Node, schema } from '../src/work/schema.ts'
import { saidIn } from './support/saying.ts'
import { chapter, fonts, idOf, newEngine, workOf } from './support/work.ts'

const words = (page: Page): { x: number; text: string; face: string }[] =>
  drawPage(page).lines.map(line => ({
    x: line.runs[0]!.x[0]!,
    text: line.runs
      .flatMap(run => run.words)
      .join(' ')
      .replaceAll('\u00a0', ' '),
    face: line.runs[0]!.face,
  }))
const set = (...blocks: Node[]) => newEngine().run(workOf([chapter('one', 'One', ...blocks)]))
const long = 'The floats lay over to one side and would not come up again until the wind had gone round. '

test('a quotation is set in from both sides and says in the PDF that it is one', async () => {
  const turnover = set(p`${long.repeat(3).trim()}`, quote(p`${long.repeat(3).trim()}`, p`${long.trim()}`))
  const lines = words(turnover.pages[0]!)
  const left = turnover.work.houseStyle.page.inner
  const inner = lines.filter(line => Math.abs(line.x - left - turnover.work.houseStyle.quotation.indent) < 0.5)
  expect(inner.length).toBeGreaterThan(2)
  const file = Buffer.from(await writePdf(turnover, fonts, { date: new Date(0) })).toString('latin1')
  expect(file).toMatch(/\/S \/BlockQuote\b/)
})

test('verse keeps its lines; one that is too long turns over, set in', () => {
  const { pages } = set(verse('The lake is three', 'and each is deep', `${long.trim()} ${long.trim()}`, 'asleep'))
  const lines = words(pages[0]!).filter(line => !/^(Chapter 1|One|1)$/.test(line.text))
  expect(lines[0]!.text).toBe('The lake is three')
  expect(lines.at(-1)!.text).toBe('asleep')
  expect(lines.length).toBeGreaterThan(4)
  expect(lines[3]!.x).toBeGreaterThan(lines[2]!.x + 5)
  expect(lines.at(-1)!.x).toBeCloseTo(lines[0]!.x, 3)
})

test('an epigraph ends with where it is from, upright, and stands at the right', () => {
  const { pages } = set(epigraph(t`Still water is not water that stands still.`, t`From a ferryman`), p`${long.trim()}`)
  const motto = words(pages[0]!).find(line => line.text.startsWith('Still water'))!
  const from = words(pages[0]!).find(line => line.text === 'From a ferryman')!
  expect([motto.face, from.face]).toEqual(['serifItalic', 'serif'])
  expect(from.x).toBeGreaterThan(motto.x)
})

test('an epigraph without a source has no empty line for one', () => {
  const height = (from: Node[]): number => set(epigraph(t`Still.`, from)).pages[0]!.placed.filter(({ box }) => box.marks.length).length
  expect(height([])).toBe(height(t`A ferryman`) - 1)
})

test('a term stands over what it means and never at the foot of a page alone', () => {
  const pairs = Array.from({ length: 60 }, (_, i): [Node[], Node] => [t`Term ${String(i)}`, p`${long.trim()}`])
  const { pages } = set(described(...pairs))
  expect(pages.length).toBeGreaterThan(2)
  for (const page of pages) {
    const lines = words({ ...page, furniture: [] })
    expect(lines.at(-1)!.text).not.toMatch(/^Term/)
    for (const line of lines) if (/^Term/.test(line.text)) expect(line.face).toBe('serifBold')
    expect(lines.length).toBeGreaterThan(2)
  }
})

describe('listings', () => {
  const source = ['begin', '  take sample', `  say ${'very '.repeat(30)}long`, '', '\tend'].join('\n')
  const work = workOf([
    chapter('one', 'One', p`See ${ref('log')}.`, listing('log', t`The logger.`, source), listing('second', t`Another.`, 'x')),
    div({ role: 'seriesList', series: 'listing' }, 'Listings'),
  ])
  const turnover = newEngine().run(work)
  const lines = words(turnover.pages.find(page => page.label === '1')!)

  test('are a series with numbers, references and a list of their own', () => {
    expect(turnover.ledger.byId.get(idOf(work, 'log'))!.number).toBe('1.1')
    expect(turnover.ledger.byId.get(idOf(work, 'second'))!.number).toBe('1.2')
    expect(saidIn(turnover)).toEqual(['Listing 1.1'])
    const list = words(turnover.pages.find(page => page.division === work.doc.lastChild!.attrs.id)!)
    expect(list.some(line => line.text.startsWith('The logger'))).toBe(true)
  })
  test('keep every space and every line, number the lines, and turn over what is too long', () => {
    const code = lines.filter(line => line.face === 'mono').map(line => line.text)
    expect(code).toContain('begin')
    expect(code).toContain('  take sample')
    expect(code).toContain('    end')
    const wrapped = code.filter(line => line.includes('very'))
    expect(wrapped.length).toBeGreaterThan(1)
    expect(wrapped.map(line => line.trim()).join(' ')).toBe(`say ${'very '.repeat(30)}long`)
    expect(code.filter(line => /^\d$/.test(line))).toEqual(['1', '2', '3', '4', '5', '1'])
  })
  test('break between lines over pages with the caption on the first', () => {
    const many = set(listing('l', t`Long.`, Array.from({ length: 200 }, (_, i) => `line ${i}`).join('\n')))
    const counts = many.pages.map(page => words(page).filter(line => /^line \d+$/.test(line.text)).length)
    expect(counts.reduce((a, b) => a + b)).toBe(200)
    expect(counts.length).toBeGreaterThan(2)
    expect(Math.min(...counts)).toBeGreaterThan(1)
    // Every further page says what goes on there; the first does not.
    const goesOn = many.pages.map(page => words(page).some(line => line.text === 'Listing 1.1, continued'))
    expect(goesOn).toEqual(many.pages.map((_, index) => index > 0))
  })
})

test('a box that is longer than a page says on every further one that it goes on', () => {
  const { pages } = set(boxed('b', t`A long box.`, ...Array.from({ length: 40 }, () => p`${long.repeat(3).trim()}`)))
  expect(pages.length).toBeGreaterThan(2)
  expect(pages.map(page => words(page).some(line => line.text === 'Box 1.1, continued'))).toEqual(pages.map((_, index) => index > 0))
})

test('a line to sign on stands over who signs, with room for a hand above it', () => {
  const signed = schema.nodes.signature.create(null, schema.text('Bram Oskarsen, supervisor'))
  const { pages, work } = set(p`Accepted.`, signed)
  const rule = drawPage({ ...pages[0]!, furniture: [] }).rules[0]!
  const line = drawPage(pages[0]!).lines.find(found => found.runs[0]!.words[0] === 'Bram')!
  expect(rule[2]).toBeCloseTo((work.houseStyle.page.width - work.houseStyle.page.inner - work.houseStyle.page.outer) / 2, 3)
  expect(line.y).toBeGreaterThan(rule[1])
  expect(line.y - rule[1]).toBeLessThan(work.houseStyle.body.leading)
})

test('a picture without a number takes none from the others, has no caption and is not asked for one', () => {
  const mark = fig('mark', { picture: '', alternative: 'A wave' }, [])
  const work = workOf([
    chapter(
      'one',
      'One',
      mark.type.create({ ...mark.attrs, numbered: false, placement: 'here' }, mark.content),
      fig('f', { picture: '', alternative: '' }, t`First.`),
    ),
  ])
  const turnover = newEngine().run(work)
  expect(turnover.ledger.byId.get(idOf(work, 'mark'))!.number).toBe('')
  expect(turnover.ledger.byId.get(idOf(work, 'f'))!.number).toBe('1.1')
  expect(findingsOf(turnover).filter(finding => finding.check === 'missingCaption')).toEqual([])
})

test('keywords are printed as the work has them, in its language, held at a line; without any they are found and take no room', () => {
  const work = (language: string, words: string[]) => {
    const base = workOf([div({ role: 'abstract', label: 'a' }, 'Abstract', p`${long.trim()}`, keywords(20)), chapter('one', 'One')])
    return { ...base, settings: { ...base.settings, language, keywords: words } }
  }
  const engine = newEngine()
  const turnover = engine.run(work('de-DE', ['Seen', 'Mischung']))
  const line = words(turnover.pages[0]!).find(({ text }) => text.startsWith('Schlagwörter:'))!
  expect(line.text).toBe('Schlagwörter: Seen, Mischung')
  expect(findingsOf(turnover)).toEqual([])
  const { body, page } = turnover.work.houseStyle
  const placed = turnover.pages[0]!.placed.find(({ box }) => box.block === turnover.work.doc.firstChild!.lastChild!.attrs.id)!
  expect(placed.y - page.top).toBeCloseTo(19 * body.leading, 3)
  const changed = engine.run({ ...turnover.work, settings: { ...turnover.work.settings, keywords: ['Wind'] } })
  expect(words(changed.pages[0]!).some(({ text }) => text === 'Schlagwörter: Wind')).toBe(true)
  const none = engine.run(work('en-GB', []))
  expect(words(none.pages[0]!).some(({ text }) => text.startsWith('Keywords'))).toBe(false)
  expect(findingsOf(none).map(({ check }) => check)).toEqual(['noKeywords'])
})

test.each([
  ['at its beginning', () => note`${paragraphEnd()}Words.`, ['1 Words.']],
  ['at its end', () => note`Words.${paragraphEnd()}`, ['1 Words.']],
  ['twice', () => note`Words.${paragraphEnd()}${paragraphEnd()}More.`, ['1 Words.', 'More.']],
  ['and nothing else', () => note`${paragraphEnd()}`, ['1']],
])('a note with a break %s has no empty paragraph, and always its mark', (_where, make, expected) => {
  const turnover = set(p`Here${make()} it is.`)
  const notes = turnover.pages[0]!.placed.filter(({ box }) => box.marks.some(mark => mark.kind === 'line' && mark.tag === 'Note'))
  expect(notes.flatMap(({ box }) => box.begins)).toHaveLength(1)
  expect(
    words(turnover.pages[0]!)
      .map(({ text }) => text.replace(/\s+/g, ' ').trim())
      .slice(-expected.length),
  ).toEqual(expected)
})

test('a note of several paragraphs: one mark, the others set in, all at the foot of its page, tagged as one note', async () => {
  const turnover = set(p`Here${note`First ${'words of it'}.${paragraphEnd()}Second ${ref('one')}${paragraphEnd()}Third.`} it is.`)
  const notes = turnover.pages[0]!.placed.filter(({ box }) => box.marks.some(mark => mark.kind === 'line' && mark.tag === 'Note'))
  expect(notes).toHaveLength(3)
  const [first, second, third] = notes.map(({ box }) => box.marks[0]!)
  const start = (mark: typeof first) => (mark?.kind === 'line' ? mark.x + mark.line.start : -1)
  expect(start(first)).toBeCloseTo(0, 3)
  expect(start(second)).toBeCloseTo(turnover.work.houseStyle.note.size, 3)
  expect(start(third)).toBeCloseTo(start(second), 3)
  expect(notes.flatMap(({ box }) => box.begins)).toHaveLength(1)
  const shown = words(turnover.pages[0]!).map(({ text }) => text)
  expect(shown.slice(-3).map(text => text.replace(/^1\s*/, ''))).toEqual(['First words of it.', 'Second Chapter 1', 'Third.'])
  const file = Buffer.from(await writePdf(turnover, fonts, { date: new Date(0) })).toString('latin1')
  expect(file.match(/\/S \/Note\b/g)).toHaveLength(1)
})
