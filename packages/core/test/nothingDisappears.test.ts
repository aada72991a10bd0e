/** Whatever an author writes is on a sheet, inside it: works that no page was meant for. */
import { boxed, bullets, described, em, fig, formula, listing, note, p, panel, panels, quote, t, tab } from '../../../demo/src/builder.ts'
import { findingsOf } from '../src/findings/index.ts'
import { drawPage } from '../src/pages/drawing.ts'
import { workFromJson, workToJson } from '../src/work/file/workFile.ts'
import type { HouseStyle } from '../src/work/parts/houseStyle.ts'
import { readyStyles } from '../src/work/parts/readyStyles.ts'
import { type Node, schema } from '../src/work/schema.ts'
import { lettersOfWork, lettersOnPages, lineMarks, overEdges } from './support/onSheets.ts'
import { chapter, newEngine, workOf } from './support/work.ts'

const { nodes } = schema
const prose = (count: number): string =>
  Array.from({ length: count }, (_, i) => ['wind', 'moves', 'the', 'water', 'below'][i % 5]).join(' ')
const placed = (block: Node, placement: string): Node => block.type.create({ ...block.attrs, placement }, block.content, block.marks)
const drawing = { picture: '', alternative: '' }
const deep = (depth: number): Node => (depth ? bulletsWith(p`at ${String(depth)} down`, deep(depth - 1)) : bullets(t`the deepest`))
const bulletsWith = (...content: Node[]): Node => nodes.bulletedList.create(null, nodes.listItem.create(null, content))
const long = prose(2500)

/** Each is between two paragraphs, on pages as usual and on small ones. */
const extremes: [string, () => (Node | Node[])[]][] = [
  [
    'a last row longer than what head rows leave',
    () => [
      tab('a', t`Rows`, 'lr', [
        ['Head', 'Value'],
        ['a', '1'],
        [prose(2100), '2'],
      ]),
    ],
  ],
  [
    'a first row longer than a page',
    () => [
      tab('a', t`Rows`, 'lr', [
        ['Head', 'Value'],
        [long, '1'],
        ['b', '2'],
      ]),
    ],
  ],
  [
    'rows longer than a page in both columns',
    () => [
      tab('a', t`Rows`, 'll', [
        ['Head', 'Value'],
        [long, prose(1800)],
        [prose(900), long],
      ]),
    ],
  ],
  [
    'a head row longer than a page',
    () => [
      tab('a', t`Rows`, 'lr', [
        [long, 'Value'],
        ['a', '1'],
        ['b', '2'],
      ]),
    ],
  ],
  ['a caption longer than a page', () => [fig('a', drawing, t`${long}.`)]],
  [
    'a caption of a table longer than a page',
    () => [
      tab('a', t`${long}.`, 'lr', [
        ['Head', 'Value'],
        ['a', '1'],
      ]),
    ],
  ],
  [
    'notes below a table longer than a page',
    () => [
      tab(
        'a',
        t`Rows`,
        'lr',
        [
          ['Head', 'Value'],
          ['a', '1'],
        ],
        undefined,
        p`${long}.`,
      ),
    ],
  ],
  [
    'words of a panel longer than a page',
    () => [panels('a', t`Two views`, panel('b', drawing, t`${long}.`), panel('d', drawing, t`More.`))],
  ],
  ['a note in a caption longer than a page', () => [fig('a', drawing, t`A view${note`${long}.`}.`)]],
  [
    'a note in a cell longer than a page',
    () => [
      tab('a', t`Rows`, 'lr', [
        ['Head', 'Value'],
        [t`here${note`${long}.`}`, '1'],
      ]),
    ],
  ],
  ...['here', 'head', 'foot', 'page'].map((placement): [string, () => Node[]] => [
    `a listing longer than a page, to stand ${placement}`,
    () => [placed(listing('a', t`A program`, Array.from({ length: 150 }, (_, i) => `step ${'abcde'[i % 5]}`).join('\n')), placement)],
  ]),
  ...['here', 'head', 'foot', 'page'].map((placement): [string, () => Node[]] => [
    `a box longer than a page, to stand ${placement}`,
    () => [placed(boxed('a', t`A box`, p`${long}.`), placement)],
  ]),
  ['blocks held below the foot', () => [nodes.paragraph.create({ pin: 200 }, schema.text('Held low.')), p`And more.`]],
  ['a word without a place to break', () => [p`before ${'watershed'.repeat(60)} after`]],
  ['a word without a place to break, in a title', () => [nodes.heading.create({ level: 2 }, schema.text('watershed'.repeat(30)))]],
  ['words that nothing parts', () => [p`${Array.from({ length: 90 }, () => 'basin').join('\u00a0')}`]],
  [
    'letters in turn in two faces',
    () => [p`${Array.from({ length: 200 }, (_, i) => (i % 2 ? 'a' : schema.text('b', [schema.marks.strong.create()])))}`],
  ],
  ['lists forty deep', () => [deep(40)]],
  ['three hundred notes at one word', () => [p`here${Array.from({ length: 300 }, () => note`${prose(12)}.`)}`]],
  ['a note longer than three pages', () => [p`here${note`${prose(6000)}.`}`]],
  [
    'a table of thirty columns',
    () => [tab('a', t`Columns`, 'l'.repeat(30), [Array.from({ length: 30 }, () => 'Head'), Array.from({ length: 30 }, () => 'value')])],
  ],
  [
    'a term and a quotation of one long word',
    () => [described([t`${'watershed'.repeat(40)}`, p`${'thermocline'.repeat(40)}`]), quote(p`${'thermocline'.repeat(80)}`)],
  ],
  ['formulas in a line that nothing parts', () => [p`so ${Array.from({ length: 40 }, () => formula('x'))}`]],
  [
    'two hundred figures of many sizes and no text',
    () => Array.from({ length: 200 }, (_, i) => fig(`f${i}`, { ...drawing, width: 0.1 + ((i * 7) % 10) / 12 }, t`A view.`)),
  ],
  ['a title of two thousand words', () => [nodes.heading.create({ level: 2 }, schema.text(prose(2000)))]],
  ['an address of many slashes', () => [p`https://a${'/'.repeat(1500)}b`]],
]

const small = (style: HouseStyle): HouseStyle => ({
  ...style,
  page: { ...style.page, width: 240, height: 260, top: 30, bottom: 30, inner: 30, outer: 30 },
  sink: 0,
})
const styles: [string, () => HouseStyle][] = [
  ['usual pages', () => readyStyles[0]!.make()],
  ['small pages', () => small(readyStyles[0]!.make())],
  ['lines set to the right', () => ({ ...readyStyles[0]!.make(), body: { ...readyStyles[0]!.make().body, align: 'right' } })],
]

/** What no letters are small enough for. */
const tooMuch = ['small pages: a table of thirty columns']

describe.each(styles)('%s', (name, style) => {
  test.each(extremes)('%s', (what, blocks) => {
    const work = { ...workOf([chapter('c', 'Chapter', p`Before.`, ...blocks(), p`After all of it.`)]), houseStyle: style() }
    const turnover = newEngine().run(work)
    expect(turnover.pages.length).toBeGreaterThan(0)
    expect(lettersOnPages(turnover)).toBe(lettersOfWork(turnover))
    const findings = findingsOf(turnover)
    expect(overEdges(turnover).length > 0).toBe(tooMuch.includes(`${name}: ${what}`))
    // Whatever stands over an edge is told where it stands.
    const told = findings.filter(({ check, weight }) => check === 'overTheEdge' && weight === 'mustMend')
    expect(told.map(({ place }) => place)).toEqual(overEdges(turnover).map(({ block }) => block))
    expect(findings.filter(({ check }) => ['printedNowhere', 'unsettledPages'].includes(check))).toEqual([])
  })
})

test('lists without ids within each other are told apart in time', () => {
  const bare = (node: Node): Node =>
    node.isText
      ? node
      : node.type.create({ ...node.attrs, ...(node.type.name.endsWith('List') ? { id: '' } : {}) }, node.children.map(bare), node.marks)
  const work = workOf([chapter('c', 'C', deep(60))])
  const turnover = newEngine().run({ ...work, doc: bare(work.doc) })
  const lists = new Set(
    turnover.pages.flatMap(page =>
      page.placed.flatMap(({ box }) => lineMarks(box.marks).flatMap(({ within = [] }) => within.filter(key => key.startsWith('L ')))),
    ),
  )
  expect(lists.size).toBe(61)
  expect(Math.max(...[...lists].map(key => key.length))).toBeLessThan(2000)
})

test.each(['constructor', '__proto__', 'toString', 'hasOwnProperty'])('a series that is called %s is a series', key => {
  const figure = fig('a', drawing, t`A view`)
  const work = workOf([chapter('c', 'C', figure.type.create({ ...figure.attrs, series: key }, figure.content))])
  const turnover = newEngine().run(work)
  expect(turnover.ledger.entries.find(({ item }) => item.label === 'a')!.number).toMatch(/1/)
  expect(findingsOf(turnover).filter(({ id }) => id.endsWith(' failed'))).toEqual([])
  expect(workFromJson(workToJson(work), new Map()).doc.eq(work.doc)).toBe(true)
})

test.each(['right', 'centre'] as const)('a list in a text that is set to the %s has the lines that it has', align => {
  const usual = readyStyles[0]!.make()
  const lines = (style: HouseStyle): number =>
    newEngine()
      .run({ ...workOf([chapter('c', 'C', bullets(t`${prose(60)}`))]), houseStyle: style })
      .pages.flatMap(page => page.placed.flatMap(({ box }) => lineMarks(box.marks)))
      .filter(({ tag }) => tag === 'LBody').length
  const ragged = { ...usual, body: { ...usual.body, align: 'left' as const } }
  expect(lines({ ...usual, body: { ...usual.body, align } })).toBe(lines(ragged))
})

test('a note in the title of a list stands at its end, where notes stand at the ends of chapters', () => {
  const { nodes: kinds } = schema
  const title = kinds.title!.create(null, [schema.text('Contents'), note`${'said'} of it.`])
  const contents = kinds.division!.create({ role: 'contents', id: 'x' }, [title])
  const work = workOf([contents, chapter('c', 'C', p`Words.`)])
  const turnover = newEngine().run({ ...work, scheme: { ...work.scheme, notes: { ...work.scheme.notes, place: 'chapter' } } })
  const words = turnover.pages
    .flatMap(page => page.placed.flatMap(({ box }) => lineMarks(box.marks)))
    .map(({ line }) => line.pieces.map(piece => ('shape' in piece ? piece.shape.text : '')).join(' '))
  expect(words.some(line => line.includes('said'))).toBe(true)
})

test('words that hyphens part are divided by them, however narrow the column', () => {
  const cells = [
    ['Head', 'Value'],
    [Array.from({ length: 9 }, () => 'thermocline').join(' '), 'x'],
  ]
  const narrow = { ...readyStyles[0]!.make(), page: { ...readyStyles[0]!.make().page, width: 130, inner: 40, outer: 40 } }
  const work = { ...workOf([chapter('c', 'C', p`${'thermocline '.repeat(9)}`, tab('a', t`Rows`, 'll', cells))]), houseStyle: narrow }
  const lines = newEngine()
    .run(work)
    .pages.flatMap(page => page.placed.flatMap(({ box }) => lineMarks(box.marks)))
    .filter(mark => mark.tag === 'P')
    .map(({ line }) => line.pieces.map(piece => ('shape' in piece ? piece.shape.text : '')).join(''))
  expect(lines.filter(line => line.startsWith('thermo'))).not.toHaveLength(0)
  for (const line of lines) expect(line).toMatch(/^(thermocline|thermo-|ther-|mo-|mocline|cline)$/)
})

test('signs that no face has are told with their places, each once, and nothing else is', () => {
  const words = p`The word ${'\u{13000}\u{13001}\u{13000}'} and ${em('\u6c34')} of old, in latin: Ωμέγα.`
  const turnover = newEngine().run(workOf([chapter('c', 'Chapter', p`Before, with “quotes” – and a dash.`, words)]))
  const told = findingsOf(turnover).filter(({ check }) => check === 'unknownSign')
  expect(told).toHaveLength(1)
  expect(told[0]).toMatchObject({ weight: 'mustMend', place: turnover.work.doc.child(0).child(2).attrs.id, division: 0 })
  expect(told[0]!.message).toContain('U+13000')
  expect(told[0]!.message).toContain('U+6C34')
  expect(told[0]!.message.match(/U\+13000/g)).toHaveLength(1)
  // On the screen they are frames as well, not what the screen has for them.
  const shown = drawPage(turnover.pages[0]!).lines.flatMap(({ runs }) => runs.flatMap(run => run.words))
  expect(shown).toContain('□□□')
  expect(shown.join(' ')).toContain('Ωμέγα')
})

test('a block that the pages do not know is told, whatever its kind', () => {
  const turnover = newEngine().run(workOf([chapter('c', 'Chapter', p`Here.`, fig('a', drawing, t`A view.`), bullets(t`One`), p``)]))
  const nowhere = { ...turnover, pageIndexOf: new Map<string, number>() }
  const told = findingsOf(nowhere).filter(({ check }) => check === 'printedNowhere')
  expect(told.map(({ message }) => message)).toEqual(
    ['paragraph', 'figure', 'bulleted list'].map(name => `This ${name} stands on no page.`),
  )
})

test('letters that are set too small to read are told once for each block', () => {
  const cells = Array.from({ length: 30 }, () => 'value')
  const turnover = newEngine().run(workOf([chapter('c', 'Chapter', p`Here.`, tab('a', t`Columns`, 'l'.repeat(30), [cells, cells]))]))
  const told = findingsOf(turnover).filter(({ check }) => check === 'tinyLetters')
  expect(told).toMatchObject([{ weight: 'shouldMend', place: turnover.ledger.entries.find(({ item }) => item.label === 'a')!.id }])
  // Turned on a page of its own the table has room, and is not offered to be turned again.
  expect(told[0]!.remedy).toMatchObject({ does: 'setAttribute', attribute: 'placement', expected: 'auto', value: 'turned' })
  const wide = tab('a', t`Columns`, 'l'.repeat(30), [cells, cells])
  const turned = newEngine().run(
    workOf([chapter('c', 'Chapter', p`Here.`, wide.type.create({ ...wide.attrs, placement: 'turned' }, wide.content))]),
  )
  expect(findingsOf(turned).filter(({ check }) => check === 'tinyLetters')).toEqual([])
})
