/** Running heads and folios by rule, and blank pages. */
import { div, h2, p } from '../../../demo/src/builder.ts'
import type { Page } from '../src/pages/page.ts'
import type { HeadField, HeadLine, HouseStyle, PageFrame } from '../src/work/parts/houseStyle.ts'
import { emptyParts } from '../src/work/parts/index.ts'
import { thesisStyle } from '../src/work/parts/readyStyles.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const prose = 'The floats lay over to one side and would not come up again until the wind had gone round. '.repeat(5).trim()
const many = (count: number) => Array.from({ length: count }, () => p`${prose}`)
const nothing = (): HeadLine => ({ left: [], centre: [], right: [] })
const says = (...fields: HeadField[]): PageFrame => ({
  head: { left: fields.map(field => ({ field })), centre: [], right: [] },
  foot: { left: [], centre: [{ text: '– ' }, { field: 'pageLabel' }, { text: ' –' }], right: [] },
})

/** What stands beside the text of a page, as words; rules and line numbers are left out. */
const furniture = (page: Page): string[] =>
  page.furniture.flatMap(({ box }) =>
    box.marks.flatMap(mark =>
      mark.kind === 'line' && mark.tag === 'Artifact'
        ? [mark.line.pieces.flatMap(piece => ('shape' in piece ? [piece.shape.text] : [])).join(' ')]
        : [],
    ),
  )
function pagesWith(heads: Partial<HouseStyle['runningHead']>, more: Partial<HouseStyle> = {}): Page[] {
  const base = thesisStyle()
  const usual = {
    size: 9,
    rule: false,
    roles: {},
    recto: says('lastSection'),
    verso: says('chapterNumber', 'chapterTitle'),
    opening: says(),
  }
  const work = workOf([
    div({ role: 'titlePage', label: 'title' }, 'Wind and water', p`A. Author`),
    div({ role: 'abstract', label: 'a' }, 'Abstract', p`${prose}`),
    chapter('one', 'One', ...many(6), h2('lines', 'Lines'), ...many(12), h2('stones', 'Stones'), ...many(14)),
    chapter('two', 'Two', ...many(9)),
    div({ role: 'appendix', label: 'end' }, 'Figures', ...many(9)),
  ])
  return newEngine().run({
    ...work,
    settings: { ...emptyParts('thesis').settings, author: 'Ilse Tolvay' },
    houseStyle: { ...base, ...more, runningHead: { ...usual, ...heads } },
  }).pages
}
const main = (pages: Page[]): Page[] => pages.filter(({ matter }) => matter === 'main')

describe('by side', () => {
  const pages = main(pagesWith({}))
  test('the section on right-hand pages, the chapter on left-hand ones, opening pages by their own rule', () => {
    const opening = pages.findIndex(page => page.ids.some(id => id === page.division))
    expect(furniture(pages[opening]!)).toEqual(['– 1 –'])
    for (const page of pages.slice(1).filter(found => !found.ids.includes(found.division))) {
      const [head, foot] = furniture(page)
      expect(foot).toBe(`– ${page.label} –`)
      if (page.side === 'verso') expect(head!.replace(/\s/g, '')).toMatch(/^Chapter(1One|2Two)$/)
    }
  })
  test('a right-hand page on which no section has begun says the chapter; later ones the latest section', () => {
    const rectos = pages.filter(page => page.side === 'recto' && !page.ids.includes(page.division)).map(page => furniture(page)[0]!)
    expect(rectos.some(head => /^1\.1\s+Lines$/.test(head))).toBe(true)
    expect(rectos.some(head => /^1\.2\s+Stones$/.test(head))).toBe(true)
    const second = pages.filter(
      page => page.side === 'recto' && page.division === pages.at(-1)!.division && !page.ids.includes(page.division),
    )
    for (const page of second) expect(furniture(page)[0]).toMatch(/^Chapter 2\s+Two$/)
  })
})

test('a rule stands under the head where the house style has one, and nowhere else', () => {
  const rules = (page: Page): number => page.furniture.flatMap(({ box }) => box.marks.filter(mark => mark.kind === 'rule')).length
  const withRule = main(pagesWith({ rule: true }))
  const without = main(pagesWith({ rule: false }))
  for (const page of without) expect(rules(page)).toBe(0)
  for (const page of withRule) expect(rules(page)).toBe(page.ids.includes(page.division) ? 0 : 1)
})

test('a role has heads of its own: appendices say the author, abstracts nothing, title pages only what is meant for them', () => {
  const silent: PageFrame = { head: nothing(), foot: nothing() }
  const quiet = { recto: silent, verso: silent, opening: silent }
  const appendix = { recto: says('author'), verso: says('author'), opening: says('author') }
  const pages = pagesWith({ roles: { appendix, abstract: quiet } })
  expect(furniture(pages[0]!)).toEqual([])
  expect(furniture(pages[1]!)).toEqual([])
  for (const page of pages.filter(({ matter }) => matter === 'back')) expect(furniture(page)[0]).toBe('Ilse Tolvay')
  const titled = pagesWith({ roles: { titlePage: { recto: says('workTitle'), verso: says(), opening: says('workTitle') } } })
  expect(furniture(titled[0]!)[0]).toBe('Wind and water')
})

test('the first section of a page and the last are two things', () => {
  const frame = says('firstSection', 'lastSection')
  const pages = main(pagesWith({ recto: frame, verso: frame }))
  const both = pages.map(page => furniture(page)[0]!).filter(head => head.includes('Lines') || head.includes('Stones'))
  expect(both.length).toBeGreaterThan(2)
  for (const head of both) expect(head).toMatch(/^(1\.1\s+Lines\s*1\.[12]\s+(Lines|Stones)|1\.2\s+Stones\s*1\.2\s+Stones|.*One.*Lines)/)
})

test('where chapters open on right-hand pages an empty page before them carries nothing, and counts', () => {
  const pages = pagesWith({}, { opens: 'recto' })
  const empty = pages.filter(page => page.placed.length === 0)
  expect(empty.length).toBeGreaterThan(0)
  for (const page of empty) {
    expect(page.furniture).toEqual([])
    expect(page.side).toBe('verso')
    const next = pages[page.index + 1]!
    expect(next.ids).toContain(next.division)
    if (next.matter === page.matter && page.matter === 'main') expect(Number(next.label)).toBe(Number(page.label) + 1)
  }
  for (const page of pages) if (page.ids.includes(page.division)) expect(page.side).toBe('recto')
})
