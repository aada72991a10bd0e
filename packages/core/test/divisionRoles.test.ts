/** Divisions by what they are for: what of them is printed, what their pages are called, and in which language they are set. */
import { PDFName, PDFNumber } from 'pdf-lib'
import { div, keywords, p } from '../../../demo/src/builder.ts'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import { divisionTitles } from '../src/languages/divisionTitles.ts'
import { romanValue, writeCounter } from '../src/numbers/counterForm.ts'
import type { Page } from '../src/pages/page.ts'
import { piecesOn } from '../src/pages/reach.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { readPatternsFor } from '../src/type/languagesIn.ts'
import type { HouseStyle } from '../src/work/parts/houseStyle.ts'
import { thesisStyle } from '../src/work/parts/readyStyles.ts'
import { type Role, roleNames, roles } from '../src/work/roles.ts'
import type { Node } from '../src/work/schema.ts'
import { brokenRules } from './support/pdfRules.ts'
import { elementsOf, ReadPdf, saidBy } from './support/readPdf.ts'
import { chapter, fonts, newEngine, workOf } from './support/work.ts'

const long = Array.from({ length: 60 }, () => p`The wind goes over the lake and stirs what lies below it, all summer long.`)
type Folios = Partial<HouseStyle['folios']>

function pagesOf(divisions: Node[], folios: Folios = {}, page: Partial<HouseStyle['page']> = {}): Turnover {
  const style = thesisStyle()
  return newEngine().run(
    workOf(divisions, { houseStyle: { ...style, page: { ...style.page, ...page }, folios: { ...style.folios, ...folios } } }),
  )
}
const labels = ({ pages }: Turnover): string => pages.map(({ label }) => label).join(' ')
const words = (page: Page): string => [...piecesOn(page)].map(({ piece }) => piece.shape.text).join(' ')
const furniture = ({ furniture: all }: Page): string =>
  all
    .flatMap(({ box }) => box.marks)
    .flatMap(mark => (mark.kind === 'line' ? mark.line.pieces : []))
    .map(piece => ('shape' in piece ? piece.shape.text : ''))
    .join(' ')

const whole = (): Node[] => [
  div({ role: 'titlePage' }, 'A work'),
  div({ role: 'preface' }, 'Preface', p`Words.`),
  chapter('a', 'One', ...long),
  div({ role: 'appendix' }, 'Data', ...long),
  div({ role: 'appendix' }, 'Programs', p`Words.`),
  div({ role: 'curriculumVitae' }, 'Curriculum vitae', p`Words.`),
]

test.each<[string, Folios, string]>([
  ['as is usual', {}, 'i ii 1 2 3 4 5 6 7 8 9 10'],
  ['great numerals in front', { front: 'romanUpper' }, 'I II 1 2 3 4 5 6 7 8 9 10'],
  ['one count through all', { runs: 'through', front: 'arabic' }, '1 2 3 4 5 6 7 8 9 10 11 12'],
  ['one count in two forms', { runs: 'through' }, 'i ii 3 4 5 6 7 8 9 10 11 12'],
  ['the text from another number', { start: 101 }, 'i ii 101 102 103 104 105 106 107 108 109 110'],
  ['appendices by themselves', { appendices: 'own' }, 'i ii 1 2 3 4 A-1 A-2 A-3 A-4 B-1 5'],
])('%s', async (_name, folios, expected) => {
  const turnover = pagesOf(whole(), folios, { twoSided: false })
  const [found, wanted] = [labels(turnover).split(' '), expected.split(' ')]
  // However many pages the long divisions take, the first, the last and each change are as they are to be.
  expect(found.slice(0, 4)).toEqual(wanted.slice(0, 4))
  expect(new Set(found).size).toBe(found.length)
  if (folios.appendices === 'own') {
    expect(found.filter(label => label.startsWith('A-')).at(0)).toBe('A-1')
    expect(found.slice(-2)[0]).toBe('B-1')
    expect(Number(found.at(-1))).toBe(found.filter(label => /^\d+$/.test(label)).length)
  }
  const bytes = await writePdf(turnover, fonts, { date: new Date(0) })
  const pdf = await ReadPdf.open(bytes)
  expect(brokenRules(pdf, bytes)).toEqual([])
  expect(labelsOf(pdf, turnover.pages.length)).toEqual(found)
})

/** Page labels as a reader of PDFs makes them from the rules in the file. */
function labelsOf(pdf: ReadPdf, count: number): string[] {
  const nums = pdf.list(pdf.dict(pdf.catalog, 'PageLabels')!, 'Nums')
  const rules = new Map<number, { style: string; start: number; prefix: string }>()
  for (let i = 0; i < nums.length; i += 2) {
    const rule = nums[i + 1] as Parameters<ReadPdf['name']>[0]
    const start = rule.get(PDFName.of('St'))
    rules.set((nums[i] as PDFNumber).asNumber(), {
      style: pdf.name(rule, 'S'),
      start: start instanceof PDFNumber ? start.asNumber() : 1,
      prefix: pdf.words(rule, 'P') ?? '',
    })
  }
  let rule = { style: 'D', start: 1, prefix: '' }
  let from = 0
  return Array.from({ length: count }, (_, index) => {
    const own = rules.get(index)
    if (own) [rule, from] = [own, index]
    const value = rule.start + index - from
    return rule.prefix + (rule.style === 'D' ? value : writeCounter(value, rule.style === 'R' ? 'romanUpper' : 'romanLower'))
  })
}

test('roman numerals are read back as they were written', () => {
  for (let value = 1; value < 4000; value += 7) expect(romanValue(writeCounter(value, 'romanLower'))).toBe(value)
})

test('every role has its matter, and what is untitled prints no title while the contents can name it', () => {
  for (const role of roleNames.filter(name => !roles[name].generated && name !== 'part' && name !== 'titlePage')) {
    const turnover = pagesOf([div({ role, label: 'x' }, 'The name of it', p`What is in it.`), chapter('c', 'One', p`Words.`)])
    const own = turnover.pages.find(page => words(page).includes('What is in it.'))!
    expect([role, /The name of it/.test(words(own))]).toEqual([role, !roles[role].untitled])
    expect([role, furniture(own) === '']).toEqual([role, roles[role].quiet === true])
  }
})

test('folios are shown or hidden by division, whatever is usual', () => {
  const shown = pagesOf([div({ role: 'dedication', folio: 'shown' } as never, 'D', p`To the lake.`), chapter('c', 'One', p`Words.`)])
  expect(furniture(shown.pages[0]!)).toBe('i')
  const hidden = pagesOf([div({ role: 'preface', folio: 'hidden' } as never, 'P', ...long), chapter('c', 'One', p`Words.`)])
  for (const page of hidden.pages.filter(({ matter }) => matter === 'front')) expect(furniture(page)).toBe('')
})

test('a page that is left empty says so; the binding takes its part of the sheet', () => {
  const divisions = [div({ role: 'preface' }, 'Preface', p`Words.`), chapter('c', 'One', p`Words.`)]
  const silent = pagesOf(divisions)
  expect(silent.pages.map(page => furniture(page))[1]).toBe('')
  const blank = pagesOf(divisions, {}, { blank: 'This page is left empty.' })
  expect(blank.pages[1]!.placed).toEqual([])
  expect(furniture(blank.pages[1]!)).toBe('This page is left empty.')
  const bound = pagesOf(divisions, {}, { binding: 20 })
  expect(bound.pages[0]!.placed[0]!.x).toBeCloseTo(silent.pages[0]!.placed[0]!.x + 20)
})

test('an abstract in another language is divided, named and read in it, with keywords of its own', async () => {
  const german = (text: string) => p`${text}`
  const more = keywords()
  const divisions = [
    div({ role: 'abstract' }, 'Abstract', p`Words.`, keywords()),
    div(
      { role: 'abstract', language: 'de-DE' } as never,
      'Zusammenfassung',
      german('Donaudampfschifffahrtsgesellschaftskapitän und Wärmeaustauschkoeffizientenbestimmung '.repeat(6).trim()),
      more.type.create({ ...more.attrs, own: 'Seen, Mischung' }),
    ),
    chapter('c', 'One', p`Words.`),
  ]
  const work = workOf(divisions)
  work.settings = { ...work.settings, keywords: ['lakes', 'mixing'] }
  await readPatternsFor(work)
  const turnover = newEngine().run(work)
  const said = turnover.pages.map(words).join(' ')
  expect(said).toMatch(/Keywords: lakes, mixing/)
  expect(said).toMatch(/(Schlagwörter|Schlüsselwörter|Stichwörter): Seen, Mischung/)
  expect(said).toMatch(/\p{L}-( |$)/u)
  const bytes = await writePdf(turnover, fonts, { date: new Date(0) })
  const pdf = await ReadPdf.open(bytes)
  expect(brokenRules(pdf, bytes)).toEqual([])
  const [section] = [...elementsOf(pdf.tree())].filter(element => pdf.words(element.dict, 'Lang') === 'de-DE')
  expect(saidBy(section!)).toContain('Zusammenfassung')
})

test.each(['en-GB', 'de', 'fr-FR', 'es', 'cy'])('in %s every role that begins with a title has one', tag => {
  const titles = Object.entries(divisionTitles(tag))
  for (const [role, title] of titles) {
    expect(roleNames).toContain(role as Role)
    expect(title).toMatch(/\p{L}{3}/u)
  }
})

test('pages of a division can lie on their side: wider than high, with heads and text over their width, others as they were', async () => {
  const wide = div(
    { role: 'appendix', landscape: true } as never,
    'Wide things',
    p`${'The wind goes over the lake and stirs what lies below. '.repeat(12).trim()}`,
    ...long,
  )
  const turnover = pagesOf([chapter('c', 'One', p`Words.`), wide, div({ role: 'appendix' }, 'Others', p`Words.`)])
  const { width, height, top, bottom, inner, outer } = thesisStyle().page
  const lying = turnover.pages.filter(page => page.width > page.height)
  expect(lying.length).toBeGreaterThan(1)
  expect(turnover.pages.filter(page => page.width < page.height).map(page => [page.width, page.height])).toEqual(
    turnover.pages.filter(page => !lying.includes(page)).map(() => [width, height]),
  )
  const marks = lying
    .flatMap(({ placed }) => placed)
    .flatMap(({ x, y, box }) => box.marks.map(mark => ({ x, y, bottom: y + box.height, mark })))
  const ends = marks.map(({ x, mark }) => (mark.kind === 'line' ? x + mark.x + mark.line.end : 0))
  expect(Math.max(...ends)).toBeGreaterThan(height - inner - outer)
  expect(Math.max(...marks.map(each => each.bottom))).toBeLessThanOrEqual(width - bottom + 0.01)
  expect(Math.min(...marks.map(({ y }) => y))).toBeGreaterThanOrEqual(top)
  for (const page of lying) expect([page.width, page.height]).toEqual([height, width])
  const bytes = await writePdf(turnover, fonts, { date: new Date(0) })
  const pdf = await ReadPdf.open(bytes)
  expect(brokenRules(pdf, bytes)).toEqual([])
  expect(pdf.document.getPages().map(page => page.getWidth() > page.getHeight())).toEqual(
    turnover.pages.map(page => page.width > page.height),
  )
})
