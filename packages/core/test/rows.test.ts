import { div, eq, fig, note, p, ref, row, steps, t, tab } from '../../../demo/src/builder.ts'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import type { Mark, Placed } from '../src/pages/box.ts'
import { floatOrder } from '../src/pages/floatOrder.ts'
import type { Page } from '../src/pages/page.ts'
import { thesisScheme } from '../src/work/parts/scheme.ts'
import type { Node } from '../src/work/schema.ts'
import { changedScheme, chapter, fonts, idOf, newEngine, workOf } from './support/work.ts'

const placedOf = (pages: Page[], id: string): Placed => pages.flatMap(page => page.placed).find(({ box }) => box.begins.includes(id))!
const linesIn = ({ box }: Placed): Extract<Mark, { kind: 'line' }>[] => box.marks.filter(mark => mark.kind === 'line')
const saysOf = (mark: Extract<Mark, { kind: 'line' }>): string =>
  mark.line.pieces
    .flatMap(piece => ('shape' in piece ? [piece.shape.text] : []))
    .join(' ')
    .replaceAll('\u00a0', ' ')
const figure = (label: string, caption: string, width = 0.5): Node => fig(label, { picture: '', alternative: label, width }, t`${caption}`)

describe('figures side by side', () => {
  const made = (above = false, widths: [number, number] = [0.5, 0.5]) => {
    const scheme = changedScheme(scheme => {
      if (above) scheme.series.find(({ key }) => key === 'figure')!.captionPlace = 'above'
    }, thesisScheme())
    const long = 'The eastern basin in the same week, drawn to the same scale so that the two can be compared line by line.'
    const figures = [figure('west', 'The western basin.', widths[0]), figure('east', long, widths[1])]
    const work = workOf([chapter('one', 'One', p`See ${ref('west', 'east')}.`, row(...figures), p`After.`)], { scheme })
    return { work, turnover: newEngine().run(work) }
  }

  test('each has a number of its own, in order, and a caption within its column', () => {
    const { work, turnover } = made()
    expect(turnover.ledger.byId.get(idOf(work, 'west'))!.number).toBe('1.1')
    expect(turnover.ledger.byId.get(idOf(work, 'east'))!.number).toBe('1.2')
    const placed = placedOf(turnover.pages, idOf(work, 'west'))
    expect(placed).toBe(placedOf(turnover.pages, idOf(work, 'east')))
    const captions = linesIn(placed).filter(({ tag }) => tag === 'Caption')
    const left = captions.filter(({ x }) => x < 10)
    const right = captions.filter(({ x }) => x > 10)
    expect(saysOf(left[0]!)).toContain('Figure 1.1')
    expect(saysOf(right[0]!)).toContain('Figure 1.2')
    expect(right.length).toBeGreaterThan(1)
    for (const mark of left) expect(mark.x + mark.line.end).toBeLessThan(right[0]!.x)
    expect(left[0]!.baseline).toBeCloseTo(right[0]!.baseline)
  })

  test('columns are as wide as the figures ask for in proportion, and fill the measure', () => {
    const { work, turnover } = made(false, [0.3, 0.6])
    const placed = placedOf(turnover.pages, idOf(work, 'west'))
    const frames = placed.box.marks.filter(mark => mark.kind === 'rule' && mark.height < 1) as Extract<Mark, { kind: 'rule' }>[]
    const widths = [...new Set(frames.map(({ width }) => Math.round(width)))].sort((a, b) => a - b)
    expect(widths[1]! / widths[0]!).toBeCloseTo(2, 1)
    const { page } = work.houseStyle
    expect(Math.max(...frames.map(({ x, width }) => x + width))).toBeCloseTo(page.width - page.inner - page.outer, 1)
  })

  test('no column is too narrow for its number: more figures than fit go on below', () => {
    const figures = Array.from({ length: 9 }, (_, i) => figure(`f${i}`, 'Seen from the shore.', i % 2 ? 0.05 : 1))
    const work = workOf([chapter('one', 'One', row(...figures))])
    const { pages, ledger } = newEngine().run(work)
    const placed = placedOf(pages, idOf(work, 'f0'))
    const captions = linesIn(placed).filter(({ tag }) => tag === 'Caption')
    const { page } = work.houseStyle
    for (const mark of captions) expect(mark.x + mark.line.end).toBeLessThanOrEqual(page.width - page.inner - page.outer + 0.5)
    const firstLines = captions.filter(mark => saysOf(mark).startsWith('Figure'))
    expect(firstLines).toHaveLength(9)
    expect(new Set(firstLines.map(({ baseline }) => Math.round(baseline))).size).toBeGreaterThan(1)
    expect([...Array(9).keys()].map(i => ledger.byId.get(idOf(work, `f${i}`))!.number)).toEqual([...Array(9).keys()].map(i => `1.${i + 1}`))
  })

  test('captions above stand on one line above pictures that hang from one line', () => {
    const { work, turnover } = made(true)
    const placed = placedOf(turnover.pages, idOf(work, 'west'))
    const captions = linesIn(placed).filter(({ tag }) => tag === 'Caption')
    const tops = placed.box.marks.flatMap(mark => (mark.kind === 'rule' ? [mark.y] : []))
    expect(Math.max(...captions.map(({ baseline }) => baseline))).toBeLessThan(Math.min(...tops))
  })

  test('a change of a picture, a number or a width in the row sets it again', () => {
    const { work } = made()
    const engine = newEngine()
    engine.run(work)
    const zero = chapter('zero', 'Zero')
    const doc = work.doc.copy(work.doc.content.addToStart(zero.type.create({ ...zero.attrs, id: 'zero' }, zero.content)))
    const moved = engine.run({ ...work, doc })
    const placed = placedOf(moved.pages, idOf(work, 'west'))
    expect(linesIn(placed).map(saysOf).join(' ')).toContain('Figure 2.1')
  })

  test('the structure of its PDF has a figure and a caption for each', async () => {
    const { turnover } = made()
    const file = Buffer.from(await writePdf(turnover, fonts, { date: new Date(0) })).toString('latin1')
    expect(file.match(/\/S \/Caption\b/g)).toHaveLength(2)
  })
})

describe('notes below a table', () => {
  const long = Array.from({ length: 80 }, (_, i) => [`Station ${i + 1}`, String(i)])
  const made = (rows: string[][], extra: Node[] = []) => {
    const below = [p`Depths in metres.${note`As sounded in 2019.`}`, ...extra]
    const table = tab('t', t`Stations.`, 'lr', [['Station', 'Depth'], ...rows], undefined, ...below)
    const work = workOf([chapter('one', 'One', p`A table.`, table, p`After.`)])
    return { work, turnover: newEngine().run(work) }
  }
  const pageWith = (pages: Page[], words: string): number[] =>
    pages.flatMap((page, index) => (page.placed.some(placed => linesIn(placed).some(mark => saysOf(mark).includes(words))) ? [index] : []))

  test('they stand under the last row, within the table’s box, before what follows', () => {
    const { work, turnover } = made([['Station 1', '4']])
    const placed = placedOf(turnover.pages, idOf(work, 't'))
    const lines = linesIn(placed)
    const notes = lines.find(mark => saysOf(mark).startsWith('Depths'))!
    expect(notes.baseline).toBeGreaterThan(lines.find(mark => saysOf(mark) === 'Station 1')!.baseline)
    expect(notes.baseline).toBeLessThan(placed.box.height)
    expect(notes.line.pieces.at(-1)!.size).toBeLessThan(work.houseStyle.body.size)
  })
  test('a footnote in them is a note of the page', () => {
    const { turnover } = made([['Station 1', '4']])
    expect(pageWith(turnover.pages, 'As sounded')).toEqual(pageWith(turnover.pages, 'Depths in'))
  })
  test('under a long table they stay with its last rows, and are set once', () => {
    const { turnover } = made(long)
    expect(pageWith(turnover.pages, 'Depths in')).toHaveLength(1)
    expect(pageWith(turnover.pages, 'Depths in')).toEqual(pageWith(turnover.pages, 'Station 80'))
    expect(pageWith(turnover.pages, 'Station 40').length).toBe(1)
  })
})

describe('floats come after the text that refers to them first', () => {
  const text = (n: number): Node[] => Array.from({ length: n }, (_, i) => p`Sentence ${String(i)} of the text, and a few words more.`)
  const order = (...blocks: (Node | Node[])[]): string[] => {
    const work = workOf([div({ role: 'chapter', label: 'one' }, 'One', ...blocks)])
    const { pages } = newEngine().run(work)
    return pages.flatMap(page =>
      page.placed.flatMap(placed => {
        const said = linesIn(placed).map(saysOf).join(' ')
        const found = /Caption [a-z]|HERE [a-z]|Head [a-z]/.exec(said)
        return found ? [found[0]] : []
      }),
    )
  }
  test('one put before its paragraph stands after it', () =>
    expect(order(figure('a', 'Caption a.'), text(2), p`HERE a ${ref('a')}.`)).toEqual(['HERE a', 'Caption a']))
  test('one put after it stays', () =>
    expect(order(p`HERE a ${ref('a')}.`, figure('a', 'Caption a.'), p`HERE b ${ref('a')}.`)).toEqual(['HERE a', 'Caption a', 'HERE b']))
  test('one that nothing refers to stays', () => expect(order(figure('a', 'Caption a.'), p`HERE a.`)).toEqual(['Caption a', 'HERE a']))
  test('one that is held stays', () => {
    const held = figure('a', 'Caption a.')
    const here = held.type.create({ ...held.attrs, placement: 'here' }, held.content)
    expect(order(here, p`HERE a ${ref('a')}.`)).toEqual(['Caption a', 'HERE a'])
  })
  test('it does not leave its section', () => {
    const heading = div({ role: 'chapter' }, '').type.schema.nodes.heading!.create({ level: 2 }, held('Head x'))
    expect(order(figure('a', 'Caption a.'), p`HERE a.`, heading, p`HERE b ${ref('a')}.`)).toEqual([
      'Caption a',
      'HERE a',
      'Head x',
      'HERE b',
    ])
  })
  test('it parts no sentence from its displays, nor from what it leads into', () => {
    const first = figure('a', 'Caption a.')
    expect(order(first, p`HERE a ${ref('a')} reads`, eq('e', 'x'), p`where HERE b is.`, p`HERE c.`)).toEqual([
      'HERE a',
      'HERE b',
      'Caption a',
      'HERE c',
    ])
    expect(order(first, p`HERE a ${ref('a')} reads`, eq('e', 'x'), p`HERE b is another.`)).toEqual(['HERE a', 'Caption a', 'HERE b'])
    expect(order(first, p`HERE a ${ref('a')}, in order:`, steps(t`HERE b;`, t`HERE c.`), p`HERE d.`)).toEqual([
      'HERE a',
      'HERE b',
      'HERE c',
      'Caption a',
      'HERE d',
    ])
    expect(order(first, p`HERE a ${ref('a')}.`, steps(t`HERE b.`), p`HERE d.`)).toEqual(['HERE a', 'Caption a', 'HERE b', 'HERE d'])
  })
  test('those of its series wait for it, others do not', () => {
    const table = tab('u', t`Caption u.`, 'l', [['x'], ['1']])
    expect(order(figure('a', 'Caption a.'), figure('b', 'Caption b.'), table, p`HERE a.`, p`HERE b ${ref('a')}.`, p`HERE c.`)).toEqual([
      'Caption u',
      'HERE a',
      'HERE b',
      'Caption a',
      'Caption b',
      'HERE c',
    ])
  })
})
test('why a float comes late is told: for the text that refers to it, or for one of its series', () => {
  const work = workOf([
    div(
      { role: 'chapter' },
      'One',
      figure('a', 'Caption a.'),
      figure('b', 'Caption b.'),
      p`Text.`,
      p`See ${ref('a')}.`,
      figure('c', 'Caption c.'),
    ),
  ])
  expect(floatOrder(work.doc.child(0))).toEqual([
    { index: 3, late: null },
    { index: 4, late: null },
    { index: 1, late: 'reference' },
    { index: 2, late: 'series' },
    { index: 5, late: null },
  ])
})
const held = (words: string) => fig('x', { picture: '', alternative: '' }, t`${words}`).firstChild!.content
