import fc from 'fast-check'
import { div, paragraph } from '../../../demo/src/builder.ts'
import { collationOf } from '../src/content/index/collation.ts'
import { type IndexEntry, indexEntries } from '../src/content/index/entries.ts'
import { type FoundMark, marksOf, placesOf } from '../src/content/index/marks.ts'
import { termName, termTree } from '../src/content/index/terms.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import type { Line } from '../src/type/line.ts'
import { newTerm, type Term } from '../src/work/registers/terms.ts'
import { type Node, schema } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { tries } from './support/tries.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const term = (heading: string, more: Partial<Term> = {}): Term => ({ ...newTerm(), heading, ...more })
const mark = (of: string, more: { main?: boolean; range?: 'no' | 'start' | 'end' } = {}): Node =>
  schema.nodes.indexMark.create({ id: `m${count++}`, term: of, ...more })
let count = 0

const said = (entries: readonly IndexEntry[]): string[] =>
  entries.map(({ level, heading, locators, see, seeAlso }) =>
    [
      `${'  '.repeat(level - 1)}${heading}`,
      ...locators.map(({ text, main }) => (main ? `*${text}*` : text.replace('\u00a0', ' '))),
      ...see.map(each => `see ${each}`),
      ...seeAlso.map(each => `see also ${each}`),
    ].join(', '),
  )

const indexOf = (turnover: Turnover): IndexEntry[] => {
  const division = turnover.work.doc.children.find(node => node.attrs.role === 'index')!
  return turnover.indexOf(division.attrs.id)
}
const words = (many: number): string => 'Wind over the water moves what lies below it. '.repeat(many)
const pageful = (...marks: Node[]): Node => paragraph([...marks, words(60)])

describe('collation', () => {
  test.each<[language: string, umlauts: 'books' | 'directories', words: string[], sorted: string[]]>([
    ['en', 'books', ['zone', 'Adler', 'Ørsted', 'Osten'], ['Adler', 'Ørsted', 'Osten', 'zone']],
    ['de', 'books', ['Afel', 'Ähre', 'Aeon', 'Adler'], ['Adler', 'Aeon', 'Afel', 'Ähre']],
    ['de', 'directories', ['Afel', 'Ähre', 'Aeon', 'Adler'], ['Adler', 'Ähre', 'Aeon', 'Afel']],
    ['fr', 'books', ['été', 'eau', 'Émile', 'étage'], ['eau', 'Émile', 'étage', 'été']],
    ['es', 'books', ['nube', 'ñandú', 'oro'], ['nube', 'ñandú', 'oro']],
    ['en', 'books', ['alpha', '12-hour day', '§ 4', '3D'], ['3D', '§ 4', '12-hour day', 'alpha']],
    ['en', 'books', ['“quoted”', 'quill', '(quite)'], ['quill', '(quite)', '“quoted”']],
    ['en', 'books', ['wave', 'Wave', 'wave height', 'waves'], ['wave', 'Wave', 'wave height', 'waves']],
  ])('%s, as in %s', (language, umlauts, given, sorted) => {
    expect([...given].sort(collationOf(language, umlauts).compare)).toEqual(sorted)
  })
  test.each([
    ['en', 'Ähre', 'A'],
    ['en', 'École', 'E'],
    ['en', 'Ørsted', 'O'],
    ['en', 'Łuk', 'L'],
    ['en', 'Æsir', 'A'],
    ['es', 'ñandú', 'Ñ'],
    ['en', 'ñandú', 'N'],
    ['de', 'ß', 'S'],
    ['en', '12 hours', ''],
    ['en', '§ 4', ''],
    ['en', '“lake”', 'L'],
    ['en', 'Ωmega', 'Ω'],
  ])('in %s, %s stands under %s', (language, word, letter) => {
    expect(collationOf(language, 'books').letterOf(word)).toBe(letter)
  })
})

describe('the tree of terms', () => {
  const { compare } = collationOf('en', 'books')
  test('three levels, by sort key, one index by itself', () => {
    const terms = {
      a: term('wind'),
      b: term('fetch', { under: 'a' }),
      c: term('of the west basin', { under: 'b', sortKey: 'west' }),
      d: term('of the east basin', { under: 'b', sortKey: 'east' }),
      n: term('Tolvay', { index: 'names' }),
    }
    const [wind, ...more] = termTree(terms, '', { compare, letterOf: () => '' })
    expect(more).toEqual([])
    expect(wind!.under[0]!.under.map(({ id }) => id)).toEqual(['d', 'c'])
    expect(termTree(terms, 'names', { compare, letterOf: () => '' }).map(({ id }) => id)).toEqual(['n'])
    expect(termName(terms, 'c')).toBe('wind, fetch, of the west basin')
  })
  test('whatever stands under whatever, every term is there once', () => {
    fc.assert(
      fc.property(fc.array(fc.nat({ max: 12 }), { minLength: 1, maxLength: 12 }), uppers => {
        const terms = Object.fromEntries(
          uppers.map((upper, i) => [`t${i}`, term(`word ${i}`, { under: upper < uppers.length ? `t${upper}` : '' })]),
        )
        const found: string[] = []
        const walk = (tree: ReturnType<typeof termTree>): void => {
          for (const { id, under, level } of tree) {
            found.push(id)
            expect(level).toBeLessThanOrEqual(3)
            walk(under)
          }
        }
        walk(termTree(terms, '', { compare, letterOf: () => '' }))
        expect(found.sort()).toEqual(Object.keys(terms).sort())
      }),
    )
  })
})

describe('an index in balance with its pages', () => {
  const terms = {
    wind: term('wind'),
    fetch: term('fetch', { under: 'wind' }),
    mixing: term('mixing'),
    lake: term('lake', { see: ['wind'], seeAlso: ['mixing'] }),
  }
  const made = (blocks: Node[], more: Partial<Work> = {}): Turnover =>
    newEngine().run(
      workOf(
        [div({ role: 'abstract' }, 'Abstract', pageful(mark('mixing'))), chapter('c', 'C', ...blocks), div({ role: 'index' }, 'Index')],
        { terms, ...more },
      ),
    )

  test('marks whose words are gone are on a page as well', () => {
    const turnover = made([schema.nodes.paragraph.create(null, [mark('mixing'), mark('wind')]), paragraph(['After.'])])
    expect(said(indexOf(turnover)).slice(1)).toEqual(['mixing, i, 1', 'wind, 1'])
  })

  test('marks, mains, ranges over divisions, see and see also; roman before arabic', () => {
    const turnover = made([
      pageful(mark('wind', { range: 'start' })),
      pageful(mark('mixing', { main: true })),
      pageful(mark('fetch'), mark('wind', { range: 'end' })),
      pageful(mark('fetch')),
    ])
    expect(turnover.settled).toBe(true)
    const pages = (id: string): string => turnover.pages[turnover.markPages.get(id)!]!.label
    const [range, main, , end] = marksOf(turnover.work.doc).slice(1)
    expect(said(indexOf(turnover))).toEqual([
      'lake, see wind, see also mixing',
      `mixing, i, *${pages(main!.id)}*`,
      `wind, ${pages(range!.id)}–${pages(end!.id)}`,
      expect.stringMatching(/^ {2}fetch, \d/),
    ])
    // It stands on its page as it is said, and its pages lead to their marks.
    const drawn = turnover.pages
      .at(-1)!
      .placed.flatMap(({ box }) => box.marks.flatMap(each => (each.kind === 'line' ? [textOf(each.line)] : [])))
    expect(drawn).toEqual(expect.arrayContaining(['L', 'lake, see wind; see also mixing', 'M']))
    const leads = turnover.pages
      .at(-1)!
      .placed.flatMap(({ box }) =>
        box.marks.flatMap(each =>
          each.kind === 'line'
            ? each.line.pieces.flatMap(piece => ('shape' in piece && piece.lead && 'entry' in piece.lead ? [piece.lead.entry] : []))
            : [],
        ),
      )
    expect(leads).toContain(main!.id)
  })

  test('a work without an index knows the pages of its marks, and makes no round for them', () => {
    const turnover = newEngine().run(workOf([chapter('c', 'C', pageful(mark('wind')))], { terms }))
    expect([turnover.markPages.size, turnover.rounds]).toEqual([1, 1])
  })

  test('marks in notes, captions and tables are places as well, those of deleted terms are none', () => {
    const note = schema.nodes.note.create({ id: 'n' }, [mark('mixing'), schema.text('In a note.')])
    const figure = schema.nodes.figure.create({ id: 'f' }, [schema.nodes.caption.create(null, [mark('wind'), schema.text('A caption.')])])
    const turnover = made([paragraph(['Text', note, '.']), figure, paragraph([mark('gone'), 'Words.'])])
    expect(said(indexOf(turnover))).toEqual(['lake, see wind, see also mixing', 'mixing, i, 1', 'wind, 1'])
  })

  test('marks move no letter, wherever they stand', () => {
    const text = 'The fetch of 12 km, and (perhaps) 3 m of water, is long. “Quoted” words-with hyphens, é and ﬁ follow; done. '.repeat(9)
    const plain = newEngine().run(workOf([chapter('c', 'C', paragraph([text]))]))
    fc.assert(
      fc.property(fc.array(fc.nat({ max: text.length }), { maxLength: 12 }), offsets => {
        const cuts = [...new Set(offsets)].sort((a, b) => a - b)
        const parts: (Node | string)[] = []
        let from = 0
        for (const cut of cuts) {
          if (cut > from) parts.push(text.slice(from, cut))
          parts.push(mark('wind'))
          from = cut
        }
        if (from < text.length) parts.push(text.slice(from))
        const marked = newEngine().run(workOf([chapter('c', 'C', paragraph(parts)), div({ role: 'index' }, 'Index')], { terms }))
        expect(drawnOf(marked).slice(0, drawnOf(plain).length)).toEqual(drawnOf(plain))
        // Each stands with the word that it is in, behind or before.
        const placed = new Set(marked.markPages.keys())
        for (const { id } of marksOf(marked.work.doc)) expect(placed.has(id)).toBe(true)
      }),
      { numRuns: tries(60) },
    )
  })

  test('every page of a mark is in the list, and no other', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('wind', 'fetch', 'mixing', 'nothing'), { minLength: 1, maxLength: 14 }),
        fc.constantFrom('three', 'two', 'never' as const),
        (marks, runs) => {
          const work = workOf(
            [
              chapter('c', 'C', ...marks.map(each => pageful(...(each === 'nothing' ? [] : [mark(each)])))),
              div({ role: 'index' }, 'Index'),
            ],
            { terms },
          )
          const { index } = work.houseStyle
          const turnover = newEngine().run({ ...work, houseStyle: { ...work.houseStyle, index: { ...index, runs: runs as never } } })
          const sent = new Map<string, Set<number>>()
          for (const { id, locators } of indexOf(turnover))
            for (const { from, to } of locators)
              for (let page = from; page <= to; page++) sent.set(id, (sent.get(id) ?? new Set()).add(page))
          const meant = new Map<string, Set<number>>()
          for (const { id, term: of } of marksOf(turnover.work.doc))
            meant.set(of, (meant.get(of) ?? new Set()).add(turnover.markPages.get(id)!))
          expect(sent).toEqual(meant)
        },
      ),
      { numRuns: tries(25) },
    )
  })

  test.each([1, 2, 3])('in %i columns nothing is lost, nothing stands over anything, order is kept, and the last page is even', columns => {
    const many = Object.fromEntries(
      Array.from({ length: 260 }, (_, i) => [
        `t${i}`,
        term(`term ${String(i).padStart(3, '0')}`, { under: i % 7 && i % 7 < 4 ? `t${i - (i % 7)}` : '' }),
      ]),
    )
    const work = workOf(
      [chapter('c', 'C', paragraph([...Object.keys(many).map(id => mark(id)), 'Words.'])), div({ role: 'index' }, 'Index')],
      { terms: many },
    )
    const turnover = newEngine().run({ ...work, houseStyle: { ...work.houseStyle, index: { ...work.houseStyle.index, columns } } })
    const pages = turnover.pages.filter(page => page.division === work.doc.lastChild!.attrs.id)
    const heads: string[] = []
    for (const page of pages) {
      const lines = page.placed.flatMap(({ x, y, box }) =>
        box.block === page.division && box.height > 30
          ? box.marks.flatMap(each =>
              each.kind === 'line'
                ? [{ x: x + each.x, y: y + each.baseline, end: x + each.x + each.line.end, text: textOf(each.line) }]
                : [],
            )
          : [],
      )
      for (const line of lines) {
        expect(line.y).toBeLessThanOrEqual(page.height - work.houseStyle.page.bottom + 1)
        for (const other of lines)
          if (other !== line && Math.abs(other.y - line.y) < 2) expect(line.end <= other.x + 0.1 || other.end <= line.x + 0.1).toBe(true)
      }
      heads.push(...lines.map(({ text }) => text).filter(text => /^term \d/.test(text) && !text.includes('(continued)')))
    }
    expect(heads.map(text => text.slice(5, 8))).toEqual(indexOf(turnover).map(({ heading }) => heading.slice(5)))
    const last = pages.at(-1)!.placed.find(({ box }) => box.block === pages.at(-1)!.division && box.marks.length > columns)!.box
    const feet = new Map<number, number>()
    const step =
      (work.houseStyle.page.width - work.houseStyle.page.inner - work.houseStyle.page.outer + work.houseStyle.index.gap) / columns
    for (const each of last.marks)
      if (each.kind === 'line') feet.set(Math.floor(each.x / step), Math.max(feet.get(Math.floor(each.x / step)) ?? 0, each.baseline))
    if (pages.length > 1 || columns > 1)
      expect(Math.max(...feet.values()) - Math.min(...feet.values())).toBeLessThan(work.houseStyle.index.line.leading * 6)
    expect(feet.size).toBe(columns)
  })
})

test('an end without a start is no place; a start without an end is one page', () => {
  const found = (range: FoundMark['range'], id: string, of = 'a'): FoundMark => ({
    id,
    term: of,
    main: false,
    range,
    holder: '',
  })
  const places = placesOf([found('end', '1'), found('start', '2'), found('start', '3', 'b'), found('end', '4'), found('no', '5')])
  expect(places.map(({ start, end }) => [start.id, end?.id])).toEqual([
    ['2', '4'],
    ['3', undefined],
    ['5', undefined],
  ])
  const entries = indexEntries({
    index: '',
    terms: { a: term('a'), b: term('b') },
    places,
    found: {
      pages: new Map([
        ['2', 0],
        ['3', 1],
        ['4', 4],
        ['5', 8],
      ]),
      labels: ['1', '2', '3', '4', '5', '6', '7', '8', '9'],
    },
    collation: collationOf('en', 'books'),
    runs: 'three',
    words: { following: 'f.', followingSeveral: 'ff.' },
  })
  expect(said(entries)).toEqual(['a, 1–5, 9', 'b, 2'])
})

const textOf = (line: Line): string => {
  let text = ''
  let end = 0
  for (const piece of line.pieces) {
    if (!('shape' in piece)) continue
    if (text && piece.x - end > piece.size * 0.08) text += ' '
    text += piece.shape.text
    end = piece.x + piece.shape.width * piece.size
  }
  return text
}
const drawnOf = ({ pages }: Turnover): string[] =>
  pages.flatMap(({ placed }) =>
    placed.flatMap(({ y, box }) =>
      box.marks.flatMap(each =>
        each.kind === 'line'
          ? [
              `${y.toFixed(2)} ${each.line.pieces.map(piece => ('shape' in piece ? `${piece.x.toFixed(2)} ${piece.shape.text}` : '')).join('|')}`,
            ]
          : [],
      ),
    ),
  )
