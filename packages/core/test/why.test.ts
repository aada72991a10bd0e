import { fig, p, t } from '../../../demo/src/builder.ts'
import { demoWorks } from '../../../demo/src/index.ts'
import { searchPages } from '../src/pages/search.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const lorem = 'Two floats stood in the eastern basin from April to November, at three metres of depth, and both of them came back. '
const body = (n: number) => Array.from({ length: n }, () => p`${lorem.repeat(3).trim()}`)

describe('why a page ended where it did', () => {
  test('no other end of any page of the demo thesis would have cost less in the end', async () => {
    const engine = newEngine()
    const { pages } = engine.run(await demoWorks.thesis())
    let others = 0
    for (const page of pages) {
      const why = engine.why(page.index)
      if (!why) continue
      expect(why.ends).not.toBe('')
      for (const other of why.others) expect(other.more).toBeGreaterThanOrEqual(0)
      others += why.others.length
    }
    expect(others).toBeGreaterThan(40)
  })

  test('a figure that did not fit says how much it needed and how much was left', () => {
    const engine = newEngine()
    const figure = fig('f', { picture: '', width: 1, alternative: '' }, t`A figure.`)
    const { pages } = engine.run(workOf([chapter('one', 'One', ...body(5), figure, ...body(6))]))
    const at = pages.findIndex(page => page.ids.includes(figureId(pages)))
    const [reason] = engine.why(at)!.floats
    expect(reason!.says).toMatch(/^On page 1 it would need \d+ mm, and \d+ mm were left\.$/)
    const [needed, left] = reason!.says.match(/\d+(?= mm)/g)!.map(Number)
    expect(left!).toBeLessThan(needed!)
  })

  const figureId = (pages: { placed: { box: { float?: object; block: string } }[] }[]): string =>
    pages.flatMap(page => page.placed).find(({ box }) => box.float)!.box.block

  test('an empty page has nothing to explain', async () => {
    const engine = newEngine()
    const { pages } = engine.run(await demoWorks.thesis())
    const empty = pages.find(page => page.placed.length === 0)
    if (empty) expect(engine.why(empty.index)).toBeNull()
  })
})

describe('search in the pages', () => {
  const { pages } = newEngine().run(workOf([chapter('one', 'One', ...body(20))]))
  test('every place on a page is found, over line ends and divided words, whatever the capitals', () => {
    for (const query of ['eastern basin', 'EASTERN BASIN', 'November, at', 'metres of depth', 'came back'])
      expect([query, searchPages(pages, query, 1000).length]).toEqual([query, 60])
  })
  test('a match says where it is, with words around it', () => {
    const [match] = searchPages(pages, 'three metres', 1)
    expect(match!.excerpt.slice(match!.from, match!.to)).toBe('three metres')
    expect(match!.excerpt.length).toBeGreaterThan(match!.to)
    for (const { x, y, width, height } of match!.areas) {
      expect(x).toBeGreaterThan(50)
      expect(x + width).toBeLessThan(560)
      expect(y).toBeGreaterThan(50)
      expect(height).toBeGreaterThan(5)
    }
  })
  test('over page turns, also within a divided word, and on both pages; what one page holds is found once', () => {
    const { pages: many } = newEngine().run(workOf([chapter('one', 'One', ...body(120))]))
    const turns = many.slice(0, -1).map((page, index) => {
      const wordsOn = (found: typeof page): string[] =>
        found.placed.flatMap(({ box }) => {
          const line = box.marks[0]
          return line?.kind === 'line' && line.tag === 'P'
            ? line.line.pieces.flatMap(piece => ('shape' in piece ? [piece.shape.text] : []))
            : []
        })
      return { index, last: wordsOn(page).at(-1)!, first: wordsOn(many[index + 1]!)[0]! }
    })
    expect(turns.length).toBeGreaterThan(3)
    for (const { index, last, first } of turns) {
      const query = last.endsWith('-') ? last.slice(0, -1) + first : `${last} ${first}`
      const over = searchPages(many, query, 1000).filter(({ areas }) => new Set(areas.map(({ page }) => page)).size === 2)
      expect(over.map(({ page, areas }) => [page, areas.map(area => area.page)])).toContainEqual([index, [index, index + 1]])
    }
    const all = searchPages(many, 'the', 10_000).map(({ areas }) => JSON.stringify(areas))
    expect(new Set(all).size).toBe(all.length)
  })
  test('signs of patterns are plain signs, and nothing is found for nothing', () => {
    expect(searchPages(pages, '.*', 10)).toEqual([])
    expect(searchPages(pages, '  ', 10)).toEqual([])
    expect(searchPages(pages, '(', 10)).toEqual([])
  })
})
