/** Pages of what holds several of a kind, of what lists itself, and of headings with places of their own. */
import { Transform } from 'prosemirror-transform'
import { boxed, chapterContents, div, eq, group, h2, h3, num, p, page, panel, panels, ref, steps, t } from '../../../demo/src/builder.ts'
import { contentsEntries, entriesOf } from '../src/content/lists/entries.ts'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import { findingsOf } from '../src/findings/index.ts'
import { languageOf, listTitle } from '../src/languages/index.ts'
import { standings } from '../src/numbers/standings.ts'
import type { Mark } from '../src/pages/box.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { makePlain, mergeReferences, nextReference, retarget, splitReference } from '../src/work/commands/references.ts'
import { readSignedLength } from '../src/work/lengths.ts'
import type { HeadingStyle } from '../src/work/parts/houseStyle.ts'
import { thesisStyle } from '../src/work/parts/readyStyles.ts'
import { listedSeries, newSeries, thesisScheme } from '../src/work/parts/scheme.ts'
import { type Node, schema } from '../src/work/schema.ts'
import { chapter, fonts, idOf, newEngine, workOf } from './support/work.ts'

type LineMark = Extract<Mark, { kind: 'line' }>
const says = (mark: LineMark): string =>
  mark.line.pieces
    .flatMap(piece => ('shape' in piece ? [piece.shape.text] : []))
    .join(' ')
    .replace(/[\s\u00a0]+/g, ' ')
    .replace(' .', '.')
    .replace('– ', '–')
/** Lines of the pages with where they begin: points from the left edge of the text, and their baseline on the page. */
const linesOf = ({ pages }: Turnover): { text: string; x: number; y: number; page: string; tag: string }[] =>
  pages.flatMap(({ placed, label }) =>
    placed.flatMap(({ y, box }) =>
      box.marks
        .filter((mark): mark is LineMark => mark.kind === 'line')
        .map(mark => ({ text: says(mark), x: mark.x, y: y + mark.baseline, page: label, tag: mark.tag })),
    ),
  )
const view = (label: string, words: string, width = 0.45): Node => panel(label, { picture: '', alternative: '', width }, t`${words}`)
const appendixOf = (label: string, words: string): Node =>
  schema.nodes.heading.create({ label, level: 2, appendix: true }, schema.text(words))
const withHeadings = (more: Partial<HeadingStyle>) => {
  const style = thesisStyle()
  return { ...style, headings: style.headings.map((heading, i) => (i > 0 ? { ...heading, ...more } : heading)) }
}
const lorem = 'The wind had gone round to the west in the night and the floats lay over. '.repeat(3).trim()

describe('panels of a figure', () => {
  const work = workOf([
    chapter(
      'c',
      'C',
      p`See ${ref('b')} and ${num('a', 'b', 'd')}.`,
      panels('f', t`Three views.`, view('a', 'west'), view('b', 'east'), view('d', 'south', 1)),
    ),
  ])
  const turnover = newEngine().run(work)
  const lines = linesOf(turnover)
  test('stand beside each other as far as they fit, their signs and words below', () => {
    const [west, east, south] = ['(a) west', '(b) east', '(c) south'].map(words => lines.find(({ text }) => text === words)!)
    expect(west!.y).toBeCloseTo(east!.y)
    expect(east!.x).toBeGreaterThan(west!.x + 100)
    expect(south!.y).toBeGreaterThan(east!.y + 40)
  })
  test('are on the page of their figure, and the text says them', () => {
    for (const label of ['f', 'a', 'd']) expect(turnover.pageIndexOf.get(idOf(work, label))).toBe(0)
    expect(lines.map(({ text }) => text).join(' ')).toContain('See Figure 1.1(b) and 1.1(a)–(c).')
  })
  test('each that has no picture is found', () => {
    expect(
      findingsOf(turnover)
        .filter(({ check }) => check === 'pictureResolution')
        .map(({ message }) => message),
    ).toEqual(['Figure 1.1(a) has no picture.', 'Figure 1.1(b) has no picture.', 'Figure 1.1(c) has no picture.'])
  })
})

describe('a group of equations', () => {
  const work = workOf([
    chapter(
      'c',
      'C',
      p`As ${ref('one', 'two')} say, ${ref('g')} on ${page('two')}.`,
      group('g', eq('one', 'a=b'), eq('two', 'c=d')),
      eq('e', 'x'),
    ),
  ])
  const turnover = newEngine().run(work)
  const lines = linesOf(turnover)
  test('stands under each other, each line with its number at the margin', () => {
    const numbers = lines.filter(({ tag }) => tag === 'Lbl').map(({ text }) => text)
    expect(numbers).toEqual(['(1.1a)', '(1.1b)', '(1.2)'])
  })
  test('is said as a whole and by line', () => {
    const text = lines.map(line => line.text).join(' ')
    expect(text.replace(/\s+/g, ' ')).toContain('As Equations (1.1a) and (1.1b) say, Equation (1.1) on page 1.')
  })
  test('never parts from itself where a page can hold it', () => {
    const full = Array.from({ length: 9 }, () => p`${lorem}`)
    const long = workOf([
      chapter('c', 'C', ...full, group('g', ...Array.from({ length: 5 }, (_, i) => eq(`l${i}`, '\\frac{a}{b}'))), p`${lorem}`),
    ])
    const made = newEngine().run(long)
    const pages = new Set(Array.from({ length: 5 }, (_, i) => made.pageIndexOf.get(idOf(long, `l${i}`))))
    expect(pages.size).toBe(1)
  })
})

describe('text in a box', () => {
  test('counts as boxes do, stands in a frame within the measure, its caption above', () => {
    const work = workOf([
      chapter('c', 'C', p`See ${ref('b')}.`, boxed('b', t`How a mooring is read.`, p`${lorem}`, steps(t`one`, t`two`)), p`After.`),
    ])
    const turnover = newEngine().run(work)
    const lines = linesOf(turnover)
    expect(lines.some(({ text }) => text.includes('See Box 1.1'))).toBe(true)
    const caption = lines.find(({ text }) => text.startsWith('Box 1.1. How'))!
    expect(caption.x).toBeGreaterThan(5)
    expect(lines.find(({ text }) => text.startsWith('The wind'))!.y).toBeGreaterThan(caption.y)
    const placed = turnover.pages.flatMap(page => page.placed).find(({ box }) => box.begins.includes(idOf(work, 'b')))!
    expect(placed.box.marks.filter(({ kind }) => kind === 'rule')).toHaveLength(4)
  })
  test('one that no page can hold goes on over the page turn', () => {
    const work = workOf([chapter('c', 'C', boxed('b', t`Long.`, ...Array.from({ length: 20 }, () => p`${lorem}`)))])
    const { pages } = newEngine().run(work)
    expect(pages.length).toBeGreaterThan(1)
  })
})

describe('contents of a chapter at its head', () => {
  const chapters = (...more: Node[]) =>
    workOf([
      chapter('c', 'C', chapterContents(), h2('a', 'Alpha'), ...Array.from({ length: 14 }, () => p`${lorem}`), ...more, h3('b1', 'Deep')),
      chapter('d', 'D', h2('z', 'Zeta')),
    ])
  const work = chapters(h2('b', 'Beta'))
  const turnover = newEngine().run(work)
  const listed = linesOf(turnover)
    .filter(({ tag }) => tag === 'TOCI')
    .map(({ text }) => text)
  test('lists the headings of this chapter down to its level, with their pages', () => {
    const page = turnover.pages[turnover.pageIndexOf.get(idOf(work, 'b'))!]!.label
    expect(Number(page)).toBeGreaterThan(1)
    expect(listed.join(' ')).toMatch(new RegExp(`1\\.1 Alpha 1 1\\.2 Beta ${page}$`))
  })
  test('follows a heading that is added, in the same engine', () => {
    const engine = newEngine()
    engine.run(work)
    const after = linesOf(engine.run(chapters(h2('b', 'Beta'), h2('g', 'Gamma')))).filter(({ tag }) => tag === 'TOCI')
    expect(after.map(({ text }) => text).join(' ')).toContain('1.3 Gamma')
  })
})

describe('parts and appendices in the contents', () => {
  const work = workOf([
    div({ role: 'contents', label: 'toc', listed: false }, 'Contents'),
    div({ role: 'part', label: 'p1' }, 'Field'),
    chapter('one', 'One', h2('s', 'S'), appendixOf('ca', 'Extra'), appendixOf('cb', 'More')),
    div({ role: 'appendix', label: 'A' }, 'Log'),
    div({ role: 'appendix', label: 'B' }, 'Sheets'),
  ])
  const turnover = newEngine().run(work)
  const entries = contentsEntries(work.doc, turnover.ledger, work.houseStyle.contents)
  test('a part stands above its chapters, each kind of appendix under a line of its own, once', () => {
    expect(entries.map(({ level, number, text, line }) => `${level} ${line ? '—' : number} ${text.textContent}`)).toEqual([
      '0 I Field',
      '1 1 One',
      '2 1.1 S',
      '2 — Appendices',
      '2 1.A Extra',
      '2 1.B More',
      '1 — Appendices',
      '1 A Log',
      '1 B Sheets',
    ])
  })
  test('a list of appendices holds those of the work and of its chapters', () => {
    const list = div({ role: 'seriesList', series: 'appendix' }, 'List of appendices')
    const names = entriesOf(list, work.doc, turnover.ledger, work.houseStyle.contents).map(
      ({ number, text }) => `${number} ${text.textContent}`,
    )
    expect(names).toEqual(['1.A Extra', '1.B More', 'A Log', 'B Sheets'])
  })
  test('the line says no page, and can be left out', () => {
    const lines = linesOf(turnover).filter(({ text, tag }) => tag === 'TOCI' && text === 'Appendices')
    expect(lines).toHaveLength(2)
    expect(contentsEntries(work.doc, turnover.ledger, { ...work.houseStyle.contents, appendices: '' })).toHaveLength(7)
  })
  test('a part opens on a page of its own, its title below the usual place, and bookmarks hold its chapters', async () => {
    const part = turnover.pages[turnover.pageIndexOf.get(idOf(work, 'p1'))!]!
    expect(part.ids).not.toContain(idOf(work, 'one'))
    const lines = linesOf(turnover).filter(({ tag }) => tag === 'H1')
    expect(lines.find(({ text }) => text === 'Field')!.y).toBeGreaterThan(lines.find(({ text }) => text === 'Log')!.y + 50)
    const pdf = Buffer.from(await writePdf(turnover, fonts, { date: new Date(0) })).toString('latin1')
    expect(pdf).toContain('/Outlines')
  })
})

describe('headings with places of their own', () => {
  const blocks = [h2('s', 'Section'), p`${lorem}`, h3('t', 'Below'), p`${lorem}`]
  test('number and words stand where the house style says; a wide number moves the words on', () => {
    const work = workOf([chapter('c', 'C', ...blocks)], { houseStyle: withHeadings({ numberAt: -20, textAt: 40 }) })
    const lines = linesOf(newEngine().run(work))
    expect(lines.find(({ text }) => text === '1.1')!.x).toBe(-20)
    expect(lines.find(({ text }) => text === 'Section')!.x).toBe(40)
    const narrow = workOf([chapter('c', 'C', ...blocks)], { houseStyle: withHeadings({ numberAt: 0, textAt: 4 }) })
    expect(linesOf(newEngine().run(narrow)).find(({ text }) => text === 'Section')!.x).toBeGreaterThan(15)
  })
  test('a heading that runs in opens its paragraph, and is on that page; before a list it stands by itself', () => {
    const work = workOf([chapter('c', 'C', ...blocks, h3('u', 'Listed'), steps(t`one`))], { houseStyle: withHeadings({ runIn: true }) })
    const turnover = newEngine().run(work)
    const lines = linesOf(turnover).map(({ text }) => text.replace(/\s+/g, ' '))
    expect(lines.some(text => text.startsWith('1.1 Section The wind'))).toBe(true)
    expect(turnover.pageIndexOf.get(idOf(work, 't'))).toBe(0)
    expect(lines).toContain('Listed')
  })
  test('a centred number is set with its words', () => {
    const work = workOf([chapter('c', 'C', ...blocks)], { houseStyle: withHeadings({ align: 'centre' }) })
    const line = linesOf(newEngine().run(work)).find(({ text }) => text.includes('Section'))!
    expect(line.text.replace(/\s+/g, ' ')).toBe('1.1 Section')
  })
})

describe('references are split, merged and led elsewhere', () => {
  const work = workOf([
    chapter('c', 'C', h2('a', 'A'), h2('b', 'B'), h2('d', 'D'), p`See ${ref('a', 'b', 'd')}, and ${ref('a')} or ${ref('b')} there.`),
  ])
  const [a, b, d] = ['a', 'b', 'd'].map(label => idOf(work, label))
  const referencesOf = (doc: Node): { at: number; targets: string[] }[] => {
    const found: { at: number; targets: string[] }[] = []
    doc.descendants((node, at) => {
      if (node.type.name === 'reference') found.push({ at, targets: node.attrs.targets })
    })
    return found
  }
  const [first, second] = referencesOf(work.doc)
  test('split: one for each target, joined in the language of the work', () => {
    const tr = new Transform(work.doc)
    expect(splitReference(tr, first!.at, work.scheme, 'en-GB')).toBe(true)
    expect(referencesOf(tr.doc).map(({ targets }) => targets)).toEqual([[a], [b], [d], [a], [b]])
    expect(tr.doc.child(0).lastChild!.textContent).toBe('See ,  and , and  or  there.')
    expect(splitReference(new Transform(work.doc), second!.at, work.scheme, 'en-GB')).toBe(false)
  })
  test('merge: what is close behind joins, what words part does not', () => {
    const tr = new Transform(work.doc)
    expect(mergeReferences(tr, second!.at)).toBe(true)
    expect(referencesOf(tr.doc).map(({ targets }) => targets)).toEqual([
      [a, b, d],
      [a, b],
    ])
    expect(nextReference(tr.doc, referencesOf(tr.doc)[1]!.at)).toBeNull()
    expect(nextReference(work.doc, 1)).toBeNull()
  })
  test('split and merged again it is what it was', () => {
    const tr = new Transform(work.doc)
    splitReference(tr, first!.at, work.scheme, 'en-GB')
    mergeReferences(tr, first!.at)
    mergeReferences(tr, first!.at)
    expect(tr.doc.child(0).lastChild!.child(1).attrs.targets).toEqual([a, b, d])
  })
  test('retarget: every reference, and no target twice', () => {
    const tr = new Transform(work.doc)
    expect(retarget(tr, a!, b!)).toBe(2)
    expect(referencesOf(tr.doc).map(({ targets }) => targets)).toEqual([[b, d], [b], [b]])
  })
  test('plain text follows nothing', () => {
    const tr = new Transform(work.doc)
    expect(makePlain(tr, second!.at, 'Section 1.1')).toBe(true)
    expect(referencesOf(tr.doc)).toHaveLength(2)
    expect(tr.doc.child(0).lastChild!.textContent).toContain('Section 1.1 or')
  })
})

describe('series of the author’s own', () => {
  test('a new one counts as figures do, and never takes a key that is there', () => {
    const scheme = thesisScheme()
    const map = newSeries(scheme, 'Map')
    const photograph = newSeries({ ...scheme, series: [...scheme.series, map] }, 'Photograph')
    expect([map.key, photograph.key, map.names.many, map.statement]).toEqual(['series-1', 'series-2', 'Maps', null])
    const work = workOf(
      [
        chapter(
          'c',
          'C',
          panels('f', t`A figure.`, view('x', 'x')),
          panels('m', t`A map.`, view('y', 'y')).type.create(
            { label: 'm', series: map.key },
            panels('m', t`A map.`, view('y', 'y')).content,
          ),
        ),
      ],
      { scheme: { ...scheme, series: [...scheme.series, map] } },
    )
    const { ledger } = newEngine().run(work)
    expect([ledger.byId.get(idOf(work, 'f'))!.number, ledger.byId.get(idOf(work, 'm'))!.number]).toEqual(['1.1', '1.1'])
    expect(ledger.byId.get(idOf(work, 'm'))!.names.one).toBe('Map')
    expect(standings(work.doc, ledger)).toMatchObject({
      kinds: ['Figures', 'Maps'],
      rows: [{ name: '1', entries: { Figures: 1, Maps: 1 } }],
    })
  })
  test.each([
    ['en-GB', 'List of figures'],
    ['de', 'Verzeichnis der Figures'],
    ['fr', 'Liste des figures'],
    ['es', 'Lista de figures'],
  ])('its list is called in %s as lists are', (language, title) => expect(listTitle('Figures', languageOf(language), language)).toBe(title))
  test('what counts with another is listed with it', () => {
    expect(listedSeries(thesisScheme()).map(({ key }) => key)).toEqual(['figure', 'table', 'equation', 'listing', 'box', 'theorem'])
  })
})

test.each([
  ['-5', -14.17],
  ['−5 mm', -14.17],
  ['12 pt', 12],
  ['five', null],
])('a length that may be below zero: %s', (text, points) => {
  const read = readSignedLength(text, 'mm')
  if (points === null) expect(read).toBeNull()
  else expect(read).toBeCloseTo(points, 1)
})

test('two headings with one number are found', () => {
  const twice = chapter('b', 'B').type.create({ role: 'chapter', label: 'b', startAt: 1 }, chapter('b', 'B').content)
  const found = findingsOf(newEngine().run(workOf([chapter('a', 'A', p`x`), twice]))).filter(({ check }) => check === 'sameNumber')
  expect(found.map(({ message }) => message)).toEqual(['Two headings are numbered Chapter 1.'])
})
