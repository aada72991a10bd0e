import { div, h2, p, steps, t, tab } from '../../../demo/src/builder.ts'
import { demoWorks } from '../../../demo/src/index.ts'
import { numberWork } from '../src/numbers/ledger.ts'
import { drawPage } from '../src/pages/drawing.ts'
import type { Page } from '../src/pages/page.ts'
import { currentVersion, houseStyleFromJson, houseStyleToJson, WorkFileError, workFromJson, workToJson } from '../src/work/file/workFile.ts'
import { type HouseStyle, pageProblem } from '../src/work/parts/houseStyle.ts'
import { oneSidedThesisStyle, paperStyle, readyStyles, thesisStyle } from '../src/work/parts/readyStyles.ts'
import { schema } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const lorem = 'The wind had gone round to the west in the night and the floats lay over to the other side of their lines. '
const body = (n: number) => Array.from({ length: n }, () => p`${lorem.repeat(4).trim()}`)
const furniture = (page: Page): string[] =>
  drawPage({ ...page, placed: [] }).lines.map(line =>
    line.runs
      .flatMap(run => run.words)
      .join(' ')
      .replace(/\s+/g, ' '),
  )
const styled = (change: (style: HouseStyle) => HouseStyle): Work => ({
  ...workOf([
    div({ role: 'titlePage', listed: false }, 'Winds of the Upland', p`A. N. Author`),
    chapter('one', 'Floats', ...body(9), h2('a', 'Lines'), ...body(1), h2('b', 'Stones'), ...body(14)),
  ]),
  houseStyle: change(oneSidedThesisStyle()),
})

describe('running heads by tiles', () => {
  test('each field says what holds on its page; opening pages and title pages have their own', () => {
    const work = styled(style => ({
      ...style,
      runningHead: {
        ...style.runningHead,
        recto: {
          head: { left: [{ field: 'firstSection' }], centre: [{ field: 'workTitle' }], right: [{ field: 'lastSection' }] },
          foot: { left: [{ field: 'author' }], centre: [], right: [{ text: 'p. ' }, { field: 'pageLabel' }] },
        },
      },
    }))
    const { pages } = newEngine().run({ ...work, settings: { ...work.settings, author: 'A. N. Author' } })
    expect(furniture(pages[0]!)).toEqual([])
    expect(furniture(pages[1]!)).toEqual(['1'])
    const heads = pages.slice(2).map(furniture)
    for (const [index, said] of heads.entries()) {
      expect(said).toContain('Winds of the Upland')
      expect(said.at(-1)).toBe(`p. ${index + 2}`)
      expect(said.at(-2)).toBe('A. N. Author')
    }
    expect(heads.some(said => said[0] === '1.1 Lines' && said[2] === '1.2 Stones')).toBe(true)
    expect(heads.at(-1)!.filter(text => text === '1.2 Stones')).toHaveLength(2)
  })

  test('a head that is too long is cut short and never runs into its neighbour', () => {
    const long = 'On the behaviour of very long titles in very narrow places, with remarks on wind, water, and the patience of readers'
    const work = styled(style => style)
    const { pages } = newEngine().run({ ...workOf([chapter('one', long, ...body(20))]), houseStyle: work.houseStyle })
    const page = pages[1]!
    const marks = page.furniture.flatMap(({ box }) => box.marks).filter(mark => mark.kind === 'line')
    const [head, folio] = marks
    expect(head!.x + head!.line.end).toBeLessThan(folio!.x + folio!.line.pieces[0]!.x)
    expect(furniture(page)[0]).toMatch(/…$/)
  })
})

describe('line numbers', () => {
  const numbered = (by: 'page' | 'division' | 'work') =>
    newEngine().run({
      ...workOf([chapter('one', 'One', ...body(12), tab('t', t`A table.`, 'l', [['Head'], ['cell']])), chapter('two', 'Two', ...body(12))]),
      houseStyle: { ...paperStyle(), opens: 'page', lineNumbers: { by, every: 5 } },
    }).pages
  const numbers = (page: Page): number[] => furniture(page).map(Number).slice(1)
  test('by page they begin anew on each, and stand at every fifth line', () => {
    for (const page of numbered('page')) expect(numbers(page)).toEqual(numbers(page).map((_, i) => 5 * (i + 1)))
  })
  test('through a division and through the work they go on', () => {
    const all = numbered('work').flatMap(numbers)
    expect(all).toEqual(all.map((_, i) => 5 * (i + 1)))
    const pages = numbered('division')
    const second = pages.findIndex((page, index) => index > 0 && page.division !== pages[index - 1]!.division)
    expect(numbers(pages[1]!)[0]).toBeGreaterThan(30)
    expect(numbers(pages[second]!)[0]).toBe(5)
  })
})

test('numbers of places tell on which line of its page a text stands, held there or not', () => {
  const held = schema.node('paragraph', { id: 'held', pin: 34 }, [schema.text('Keywords')])
  const houseStyle: HouseStyle = { ...paperStyle(), opens: 'page', lineNumbers: { by: 'places', every: 5 } }
  const [page] = newEngine().run({ ...workOf([chapter('one', 'One', p`A line.`, held)]), houseStyle }).pages
  const baselines = new Map(
    page!.furniture.flatMap(({ y, box }) =>
      box.marks.flatMap(mark =>
        mark.kind === 'line'
          ? [[mark.line.pieces.map(piece => ('shape' in piece ? piece.shape.text : '')).join(''), y + mark.baseline]]
          : [],
      ),
    ) as [string, number][],
  )
  const stands = page!.placed.find(({ box }) => box.pin === 34)!
  const [mark] = stands.box.marks
  expect(baselines.get('34')).toBeCloseTo(stands.y + (mark as { baseline: number }).baseline, 1)
  expect([...baselines.keys()].filter(text => /^\d+$/.test(text)).map(Number)).toEqual(
    expect.arrayContaining([5, 10, 15, 20, 25, 30, 34, 35]),
  )
})

describe('house styles as files', () => {
  test.each(readyStyles.map(({ make }) => [make().name, make] as const))('%s goes out and comes back', (_name, make) => {
    expect(houseStyleFromJson(houseStyleToJson(make()))).toEqual(make())
    expect(pageProblem(make().page)).toBe('')
  })
  test.each([
    ['text', 'hello', /not readable as JSON/],
    ['another file', '{"a":1}', /not a house style/],
    ['a later version', houseStyleToJson(thesisStyle()).replace(`"version": ${currentVersion}`, '"version": 99'), /newer version/],
    ['a page without room', houseStyleToJson({ ...thesisStyle(), page: { ...thesisStyle().page, inner: 420 } }), /39 mm of width/],
    ['a size that is none', houseStyleToJson({ ...thesisStyle(), sink: -4 }), /sink/],
    [
      'a field that is unknown',
      houseStyleToJson({ ...thesisStyle(), glitter: true } as HouseStyle),
      /glitter is nothing that this program knows/,
    ],
  ])('%s is refused in plain words', (_what, text, message) => {
    expect(() => houseStyleFromJson(text)).toThrow(WorkFileError)
    expect(() => houseStyleFromJson(text)).toThrow(message)
  })
  test('the demo thesis can be set in every ready-made style, in balance and within its margins', async () => {
    const work = await demoWorks.thesis()
    for (const { make } of readyStyles) {
      const houseStyle = make()
      const { pages, settled, ledger, pageIndexOf } = newEngine().run({ ...work, houseStyle })
      expect(settled).toBe(true)
      expect(ledger.entries.filter(({ id }) => !pageIndexOf.has(id))).toEqual([])
      const lowest = Math.max(...pages.flatMap(({ placed }) => placed.map(({ y, box }) => y + box.height)))
      expect(lowest).toBeLessThanOrEqual(houseStyle.page.height - houseStyle.page.bottom + 0.02)
    }
  })
})

/** Takes out of a file what version 4 brought. */
function beforeVersionFour(file: {
  scheme: Record<string, unknown> & { levels: { main: { level: number }[] }; series: { key: string }[] }
  houseStyle: Record<string, unknown> & { headings: Record<string, unknown>[]; contents: Record<string, unknown> }
}): void {
  delete file.scheme.language
  delete file.scheme.conjunction
  file.scheme.series = file.scheme.series.filter(({ key }) => key !== 'box')
  file.scheme.lists = ['arabic', 'letterLower', 'romanLower']
  file.scheme.levels.main = file.scheme.levels.main.filter(({ level }) => level > 0)
  delete file.houseStyle.part
  delete file.houseStyle.captions
  delete file.houseStyle.contents.gap
  delete file.houseStyle.contents.part
  delete file.houseStyle.contents.appendices
  file.houseStyle.headings = file.houseStyle.headings.map(({ runIn: _r, numberAt: _n, textAt: _t, ...rest }) => rest)
}

test('a work of the third version is brought up to date, and items of its lists get ids', () => {
  const work = workOf([chapter('one', 'One', ...body(2), steps(t`first`, t`second`))])
  const file = JSON.parse(workToJson(work))
  beforeVersionFour(file)
  file.version = 3
  const text = JSON.stringify(file, (_key, value) => (value?.type === 'listItem' ? { ...value, attrs: undefined } : value))
  const back = workFromJson(text, new Map())
  expect(back.scheme).toEqual(work.scheme)
  expect(back.houseStyle).toEqual({ ...work.houseStyle, part: back.houseStyle.part })
  const ledger = numberWork(back.doc, back.scheme)
  expect(ledger.entries.filter(({ item }) => item.kind === 'listItem').map(({ number }) => number)).toEqual(['1.', '2.'])
})

test('a work of the first version of the file is brought up to date: heads as they were, listings as a series', () => {
  const work = workOf([chapter('one', 'One', ...body(2))])
  const file = JSON.parse(workToJson(work))
  const {
    name: _n,
    paragraphGap: _g,
    evenFeet: _e,
    quotation: _q,
    verse: _v,
    epigraph: _p,
    listing: _l,
    lineNumbers: _ln,
    ...old
  } = file.houseStyle
  beforeVersionFour(file)
  file.version = 1
  file.houseStyle = { ...old, runningHead: { show: true, size: 9 } }
  file.scheme.series = file.scheme.series.filter((series: { key: string }) => ['figure', 'table', 'equation'].includes(series.key))
  const back = workFromJson(JSON.stringify(file), new Map())
  expect(back.houseStyle.runningHead).toEqual(thesisStyle().runningHead)
  expect(back.scheme).toEqual(work.scheme)
  expect(back.houseStyle.body).toEqual(work.houseStyle.body)
})

test('a work of the second version is brought up to date: its looks as they were, statements as series, and its own fields kept', () => {
  const work = workOf([chapter('one', 'One', ...body(2))])
  const file = JSON.parse(workToJson(work))
  beforeVersionFour(file)
  file.version = 2
  delete file.houseStyle.opticalMargins
  delete file.houseStyle.contents.looks
  delete file.houseStyle.runningHead.roles
  file.scheme.series = file.scheme.series
    .filter((series: { statement: string | null }) => series.statement === null)
    .map(({ countsWith: _c, statement: _s, ...series }: Record<string, unknown>) => series)
  const back = workFromJson(JSON.stringify(file), new Map())
  expect(back.houseStyle).toEqual({ ...work.houseStyle, part: back.houseStyle.part })
  expect(back.scheme).toEqual(work.scheme)
  delete file.houseStyle.contents
  expect(() => workFromJson(JSON.stringify(file), new Map())).toThrow(WorkFileError)
})
