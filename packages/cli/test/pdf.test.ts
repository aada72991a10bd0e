/** The PDF that the command line writes, read back by readers that were not written for it. */
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { textOfPieces } from '../../core/src/content/pieces.ts'
import { writePdf } from '../../core/src/dispatch/pdf/writePdf.ts'
import { mathMl } from '../../core/src/formulas/mathml.ts'
import { speakMathMl } from '../../core/src/formulas/spoken/speak.ts'
import { numberWork } from '../../core/src/numbers/ledger.ts'
import { scanDivision } from '../../core/src/numbers/scan.ts'
import type { Turnover } from '../../core/src/turnover/turnover.ts'
import { readBundle } from '../../core/src/work/file/bundle.ts'
import type { Node } from '../../core/src/work/schema.ts'
import type { Work } from '../../core/src/work/work.ts'
import { elementsOf, ReadPdf, saidBy } from '../../core/test/support/readPdf.ts'
import { lengthOf } from '../../core/test/support/tries.ts'
import { fonts, newEngine } from '../../core/test/support/work.ts'
import { ask, call, folderOfTests, tell } from './support/calling.ts'

const { at } = folderOfTests()

describe('the demo thesis, from the file alone', () => {
  const bundle = at('thesis.ledger.zip')
  const pdf = at('thesis.pdf')
  beforeAll(async () => {
    expect((await ask('demo', 'thesis', '--out', bundle)).status).toBe(0)
    expect(call('dispatch', bundle, '--to', 'pdf', '--out', pdf).stderr).toBe('')
  })

  /** Its objects, as qpdf reads them, by name. */
  type Objects = Record<string, { value?: Record<string, unknown> }>
  let objectsOfPdf: Objects
  /** Its text as `pdftotext` reads it, one string a page. */
  let pages: string[]
  beforeAll(() => {
    const json = JSON.parse(execFileSync('qpdf', ['--json=2', '--json-key=qpdf', pdf], { encoding: 'utf8', maxBuffer: 1 << 28 }))
    objectsOfPdf = json.qpdf[1]
    pages = execFileSync('pdftotext', ['-layout', pdf, '-'], { encoding: 'utf8', maxBuffer: 1 << 28 }).split('\f')
  })

  /** What the source makes of the same file. */
  let turnover: Turnover
  let work: Work
  beforeAll(() => {
    work = readBundle(readFileSync(bundle))
    turnover = newEngine().run(work)
  })

  // The built command has other parts in it than the source: a second thread for formulas, and quicker attributes.
  test('byte for byte what the source writes in one thread', async () => {
    const written = await writePdf(turnover, fonts, { date: new Date(946_684_800_000) })
    expect(Buffer.compare(readFileSync(pdf), written)).toBe(0)
  })

  test('qpdf finds nothing wrong, and it is tagged, titled and has bookmarks', () => {
    expect(execFileSync('qpdf', ['--check', pdf], { encoding: 'utf8' })).toContain('No syntax or stream encoding errors')
    const info = execFileSync('pdfinfo', [pdf], { encoding: 'utf8' })
    expect(info).toMatch(/Tagged:\s+yes/)
    expect(info).toMatch(/Title:\s+Wind Mixing in the Basins of Lake Vessary/)
    const fonts = execFileSync('pdffonts', [pdf], { encoding: 'utf8' }).split('\n').slice(2).filter(Boolean)
    for (const font of fonts) expect(font).toMatch(/yes yes yes/)
  })

  test('every line of the contents and lists says the label of the page on which its heading or caption stands', async () => {
    const json = JSON.parse(
      execFileSync('qpdf', ['--json=2', '--json-key=pages', '--json-key=pagelabels', pdf], { encoding: 'utf8', maxBuffer: 1 << 28 }),
    )
    const starts: { index: number; label: Record<string, unknown> }[] = json.pagelabels
    const roman = (n: number): string => ['', 'i', 'ii', 'iii', 'iv', 'v', 'vi', 'vii', 'viii', 'ix', 'x'][n]!
    const labelOf = (index: number): string => {
      const start = starts.filter(found => found.index <= index).at(-1)!
      const value = index - start.index + Number(start.label['/St'] ?? 1)
      return start.label['/S'] === '/r' ? roman(value) : String(value)
    }
    const squeeze = (text: string): string => text.replace(/\s+/g, '').replace(/-/g, '')
    const listPages = pages.flatMap((text, index) => (/^[ivx]+$/.test(labelOf(index)) ? [{ text, index }] : []))
    const entries = JSON.parse(await tell('pages', bundle, '--json')).lists as {
      title: string
      entries: { number: string; text: string; page: string }[]
    }[]
    const printed = listPages.map(page => squeeze(page.text)).join('')
    let compared = 0
    for (const list of entries) {
      const lines = list.entries.map(
        entry =>
          new RegExp(
            squeeze(`${entry.number}${entry.text}`)
              .replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
              .replaceAll('□', '.{0,12}?'),
            'y',
          ),
      )
      // The list begins where its first entry stands with dots or a label behind it.
      let at = 0
      list.entries.forEach((entry, i) => {
        let seen = false
        for (; at < printed.length && !seen; at++) {
          lines[i]!.lastIndex = at
          const match = lines[i]!.exec(printed)
          if (!match) continue
          const label = at + match[0].length + /^\.*/.exec(printed.slice(at + match[0].length))![0].length
          if (!printed.startsWith(entry.page, label)) continue
          // Behind the label comes the next entry, or the end of the page: the label is no longer than this.
          const rest = printed.slice(label + entry.page.length, label + entry.page.length + 60)
          const next = list.entries[i + 1]
          const goesOn = next ? squeeze(`${next.number}${next.text}`).slice(0, 8).replace(/□.*/, '') : ''
          expect(rest).toContain(goesOn)
          if (next && !/List|Contents/.test(rest)) expect(rest.startsWith(goesOn)).toBe(true)
          seen = true
        }
        expect(`${list.title}: ${entry.number} ${entry.text} ${seen ? 'is printed' : 'is missing'}`).toContain('is printed')
        // A line above others (“Appendices”) leads nowhere.
        if (!entry.page) return
        const index = pages.findIndex((_, k) => labelOf(k) === entry.page)
        // A caption in a list may be a short form of its own; its number is what the figure itself carries.
        const name = { 'List of figures': 'Figure', 'List of tables': 'Table' }[list.title]
        const start = name ? `${name}${entry.number}.` : squeeze(entry.text).slice(0, 24)
        expect(squeeze(pages[index]!)).toContain(start)
        compared++
      })
    }
    expect(compared).toBeGreaterThan(80)
  })

  test('every reference in the PDF is a link to a place that is there', () => {
    const objects = Object.values(objectsOfPdf)
      .map(found => found.value)
      .filter(value => value && typeof value === 'object')
    const names = new Set<string>()
    const gather = (value: unknown): void => {
      if (typeof value !== 'object' || value === null) return
      const list = (value as Record<string, unknown>)['/Names']
      if (Array.isArray(list)) for (const name of list) if (typeof name === 'string') names.add(name)
      for (const inner of Object.values(value)) gather(inner)
    }
    gather(objects)
    const links = objects.filter(value => value!['/Subtype'] === '/Link' && value!['/A'])
    const actions = links.map(value => {
      const action = value!['/A'] as string | Record<string, unknown>
      return typeof action === 'string' ? objectsOfPdf[`obj:${action}`]!.value! : action
    })
    const inside = actions.filter(action => action['/S'] === '/GoTo')
    expect(inside.length).toBeGreaterThan(250)
    for (const action of inside) expect(names.has(action['/D'] as string)).toBe(true)
    expect(actions.some(action => action['/S'] === '/URI')).toBe(true)
    // An entry of a list leads to its page from all of its line, on the left and on the right page.
    const { page } = readBundle(readFileSync(bundle)).houseStyle
    const measure = page.width - page.inner - page.outer
    const lines = links.map(value => value!['/Rect'] as number[]).filter(([left, , right]) => right! - left! > measure - 1)
    const edges = new Set(lines.map(([left, , right]) => `${Math.round(left!)} ${Math.round(right!)}`))
    expect([...edges].sort()).toEqual([page.inner, page.outer].map(left => `${Math.round(left)} ${Math.round(left + measure)}`).sort())
  })

  test('pdftotext reads words, none joined to another: every word of four letters is one that the work says', async () => {
    const said = new Set<string>()
    const note = (text: string): void => {
      for (const word of text.match(/\p{L}{4,}/gu) ?? []) said.add(word.toLowerCase())
      // A line may end at a hyphen that the word has anyway.
      for (const word of text.match(/\p{L}+-\p{L}+/gu) ?? []) said.add(word.replace('-', '').toLowerCase())
    }
    work.doc.descendants(node => {
      if (node.isText) note(node.text!)
    })
    for (const row of JSON.parse(await tell('ledger', bundle, '--json')) as { number: string; reference: string; caption: string }[])
      note(`${row.number} ${row.reference} ${row.caption}`)
    for (const { heading } of Object.values(work.terms)) note(heading)
    // What the registers print: mentions, citations, and the lists of both.
    const say = (worded: Node, place: string): void => note(textOfPieces(turnover.wordingOf(worded, place)))
    for (const { mentions, citations } of work.doc.children.map(scanDivision)) {
      for (const { node, occurrence } of mentions) say(node, occurrence)
      for (const { node, id } of citations) say(node, id)
    }
    for (const { entries } of turnover.citations.lists.values()) for (const { text } of entries) note(textOfPieces(text))
    for (const { short, full, group } of Object.values(work.abbreviations)) note(`${short} ${full} ${group}`)
    note('also Index viii')
    // What the program says beside the work, and what stands in its drawings and formulas.
    note('Keywords Proof Chapters Sections Figures Tables Equations pages continued Appendices Appendix')
    for (const { bytes, type } of work.pictures.values())
      if (type === 'image/svg+xml') for (const words of new TextDecoder().decode(bytes).matchAll(/>([^<]+)</g)) note(words[1]!)
    const unknown = (
      pages
        .join('\n')
        .replace(/\u00ad\n/g, '')
        .match(/\p{L}{4,}/gu) ?? []
    ).filter(word => !said.has(word.toLowerCase()))
    // A word that goes over a page turn is read in two parts.
    expect(
      unknown.filter(part => ![...said].some(word => word.startsWith(part.toLowerCase()) || word.endsWith(part.toLowerCase()))),
    ).toEqual([])
    expect(unknown.length).toBeLessThan(12)
  })

  test('every picture says what it shows, headings come in the order of the work, words of another language are marked', async () => {
    const elements = Object.values(objectsOfPdf).map(({ value }) => value ?? {})
    const figures = elements.filter(value => value['/S'] === '/Figure')
    const alternatives: string[] = []
    work.doc.descendants(node => {
      if ((node.type.name === 'figure' || node.type.name === 'panel') && node.attrs.picture) alternatives.push(node.attrs.alternative)
    })
    const described = figures.map(value => String(value['/Alt']).replace(/^u:/, ''))
    // A figure of panels is called by its number; they say what they show.
    expect(described.filter(words => !/^Figure [\d.A-Z]+$/.test(words)).sort()).toEqual(alternatives.sort())
    // Formulas stand among the words as what they say, one that goes over a line's end once; to speak all of them takes long.
    const written = new Map<string, number>()
    work.doc.descendants(({ attrs: { formula } }) => void (formula && written.set(formula, (written.get(formula) ?? 0) + 1)))
    const spoken = [...written]
      .filter((_, index) => index % 8 === 0)
      .map(([formula, times]): [string, number] => [speakMathMl(mathMl(formula, true)!, 'en')!, times])
    const heard = elements.filter(value => value['/S'] === '/Formula').map(value => String(value['/Alt']).replace(/^u:/, ''))
    for (const [words, times] of spoken) expect([words, heard.filter(each => each === words).length >= times]).toEqual([words, true])
    const spans = elements.filter(value => value['/S'] === '/Span')
    expect(spans.flatMap(value => value['/Lang'] ?? [])).toEqual(['u:la'])
    // Short forms say what they stand for.
    const expanded = spans.flatMap(value => (value['/E'] ? [String(value['/E']).replace(/^u:/, '')] : []))
    expect(expanded.length).toBe(spans.length - 1)
    expect(expanded).toContain('western basin')
    const tree = (await ReadPdf.open(readFileSync(pdf))).tree()
    const squeeze = (text: string): string => text.replace(/[\s\u2002"]+/g, '')
    const headings = [...elementsOf(tree)].filter(({ tag }) => /^H[1-6]$/.test(tag)).map(element => squeeze(saidBy(element)))
    const titles: string[] = []
    for (const { item, number } of numberWork(work.doc, work.scheme).entries)
      if (item.kind === 'heading') titles.push(squeeze(`${number}${item.text!.textContent}`))
    expect(headings.map(words => words.replace(/[\u00ad-]/g, ''))).toEqual(titles.map(words => words.replace(/[\u00ad-]/g, '')))
    // The spaces beside references and note marks stand in the text as well.
    const plain = (text: string): string => text.replace(/[\u00ad-]/g, '').replace(/\s+/g, ' ')
    const read = plain(saidBy(tree))
    let compared = 0
    work.doc.descendants(node => {
      node.forEach((child, _at, index) => {
        const { text } = child
        if (!text || !node.maybeChild(index + 1)?.type.isAtom || node.child(index + 1).type.name !== 'reference') return
        expect(read).toContain(plain(text).slice(-16))
        const after = node.maybeChild(index + 2)?.text
        if (after?.startsWith(' ')) expect(read).toContain(plain(after).slice(0, 12))
        compared++
      })
    })
    expect(compared).toBeGreaterThan(120)
  })

  test('check finds nothing that must be mended', async () => {
    const { status, stdout } = await ask('check', bundle, '--json')
    expect(status).toBe(0)
    expect(JSON.parse(stdout)).toEqual([])
  })

  test('the ledger lists every entry with its page', async () => {
    const rows = JSON.parse(await tell('ledger', bundle, '--json')) as {
      kind: string
      number: string
      page: string
      reference: string
      account: string[]
      referredFrom: string[]
    }[]
    for (const row of rows) {
      if (row.number) expect(row.account.length).toBeGreaterThan(0)
      // Every reference stands on a page, those in tables and captions with what they stand in.
      for (const page of row.referredFrom) expect(page).toMatch(/^([ivx]+|\d+)$/)
    }
    expect(rows.filter(row => row.kind === 'figure').length).toBeGreaterThanOrEqual(20)
    expect(rows.filter(row => row.kind === 'table').length).toBeGreaterThanOrEqual(10)
    expect(rows.filter(row => row.kind === 'equation').length).toBeGreaterThanOrEqual(39)
    for (const row of rows) expect(row.page).not.toBe('')
    expect((await ask('ledger', bundle, '--csv')).stdout.split('\r\n')).toHaveLength(rows.length + 2)
  })
})

test('the PDF of a long work is sound: under 23 KB a page, fonts embedded and cut to what is used, a label and a bookmark where they belong', async () => {
  const bundle = at('long.ledger.zip')
  const pdf = at('long.pdf')
  const long = lengthOf(50, 100)
  await ask('generate', '--pages', String(long), '--seed', '1', '--out', bundle)
  expect((await ask('dispatch', bundle, '--to', 'pdf', '--out', pdf)).stderr).toBe('')
  expect(readFileSync(pdf).length).toBeLessThan(long * 23_000)
  expect(execFileSync('qpdf', ['--check', pdf], { encoding: 'utf8' })).toContain('No syntax or stream encoding errors')
  const fonts = execFileSync('pdffonts', [pdf], { encoding: 'utf8' }).split('\n').slice(2).filter(Boolean)
  expect(fonts.length).toBeGreaterThan(2)
  for (const font of fonts) expect(font).toMatch(/^[A-Z]{6}\+.* yes yes yes /)
  const keys = ['--json-key=pages', '--json-key=pagelabels', '--json-key=outlines']
  const json = JSON.parse(execFileSync('qpdf', ['--json=2', ...keys, pdf], { encoding: 'utf8', maxBuffer: 1 << 28 }))
  const pages = JSON.parse((await ask('pages', bundle, '--json')).stdout) as { pages: { label: string }[]; settled: boolean }
  expect(pages.settled).toBe(true)
  expect(json.pages).toHaveLength(pages.pages.length)
  const first = pages.pages.findIndex(({ label }) => label === '1')
  expect(json.pagelabels.find((found: { index: number }) => found.index === first).label['/S']).toBe('/D')
  // Every chapter is a bookmark that leads to a page.
  expect(json.outlines.length).toBeGreaterThanOrEqual(8)
  for (const { dest, object } of json.outlines) expect(dest ?? object).toBeTruthy()
}, 180_000)

test('a PDF carries the work where that is asked for, and what cannot carry it says so', async () => {
  const bundle = at('carried.ledger.zip')
  const pdf = at('carried.pdf')
  await ask('demo', 'paper', '--out', bundle)
  expect((await ask('dispatch', bundle, '--to', 'pdf', '--out', pdf, '--with-work')).stderr).toBe('')
  expect(execFileSync('pdfdetach', ['-list', pdf], { encoding: 'utf8' })).toContain('1: work.ledger.zip')
  const out = at('detached.ledger.zip')
  execFileSync('pdfdetach', ['-save', '1', '-o', out, pdf])
  const own = (file: string): unknown => readBundle(readFileSync(file)).doc.toJSON()
  expect(own(out)).toEqual(own(bundle))
  expect(await ask('dispatch', bundle, '--to', 'csv', '--out', at('x.csv'), '--with-work')).toMatchObject({
    status: 2,
    stderr: expect.stringContaining('cannot carry the work: csv'),
  })
})
