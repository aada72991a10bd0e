/** What every PDF must hold to, read back by a library that had no part in writing it: both standards, and the words of the work. */
import { demoWorks } from '@steady-ledger/demo'
import fc from 'fast-check'
import PDFDocument from 'pdfkit'
import { toBytes } from 'pdfkit/output'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import { identityIn } from '../src/numbers/occurrences.ts'
import type { Turnover } from '../src/turnover/turnover.ts'
import { isKind } from '../src/work/kinds/index.ts'
import { type Node, schema } from '../src/work/schema.ts'
import type { Work } from '../src/work/work.ts'
import { brokenRules, rules } from './support/pdfRules.ts'
import { works } from './support/randomWorks.ts'
import { ReadPdf, saidBy } from './support/readPdf.ts'
import { tries } from './support/tries.ts'
import { chapter, fonts, newEngine, workOf } from './support/work.ts'

const date = new Date(946_684_800_000)
async function written(
  work: Work,
  attached?: { name: string; bytes: Uint8Array },
): Promise<{ turnover: Turnover; bytes: Uint8Array; pdf: ReadPdf }> {
  const turnover = newEngine().run(work)
  const bytes = await writePdf(turnover, fonts, { date, ...(attached ? { attached } : {}) })
  return { turnover, bytes, pdf: await ReadPdf.open(bytes) }
}

const squeezed = (text: string): string =>
  text
    .normalize('NFKC')
    .replace(/\u00ad/g, '')
    .replace(/\s+/g, ' ')
    .trim()

/** What the tree says, formulas as one sign, marks of notes left out: as the texts of a work are told. */
function heard(pdf: ReadPdf, turnover: Turnover): string {
  const notes = new Set(turnover.ledger.entries.filter(({ item }) => item.kind === 'note').map(({ id }) => id))
  return squeezed(
    saidBy(pdf.tree(), element => {
      if (element.tag === 'Formula') return '□'
      if (element.tag === 'Reference') {
        const link = element.children.find(child => 'tag' in child && child.tag === 'Link')
        const area = link && 'tag' in link && link.children.find(child => 'annotation' in child)
        const action = area && 'annotation' in area ? pdf.dict(area.annotation, 'A') : undefined
        // A mark keeps the space behind it.
        if (action && notes.has(pdf.words(action, 'D') ?? '')) return /\s$/.test(saidBy(element)) ? ' ' : ''
      }
      return null
    }),
  )
}

/** Every text of a work with words in it, as it is printed. */
function textsOf({ doc }: Work, turnover: Turnover): string[] {
  const texts: string[] = []
  const find = (node: Node, identity: string): void => {
    if (isKind(node, 'listing')) return
    if (node.inlineContent) texts.push(squeezed(turnover.textOf(node, identity)))
    else node.forEach((child, _at, index) => find(child, child.attrs.id || identityIn(identity, child, index)))
  }
  for (const division of doc.children) for (const block of division.children) find(block, block.attrs.id ?? '')
  return texts.filter(Boolean)
}

describe('the demo works', () => {
  test.each(['thesis', 'paper', 'columns'] as const)('the %s keeps to every clause, and says every word of the work', async name => {
    const work = await demoWorks[name]()
    const { turnover, bytes, pdf } = await written(work)
    expect(brokenRules(pdf, bytes)).toEqual([])
    const said = heard(pdf, turnover)
    const missing = textsOf(work, turnover).filter(text => !said.includes(text))
    expect(missing).toEqual([])
  })
})

test('random works keep to every clause', async () => {
  await fc.assert(
    fc.asyncProperty(works, async work => {
      const { bytes, pdf } = await written(work)
      expect(brokenRules(pdf, bytes)).toEqual([])
    }),
    { numRuns: tries(15) },
  )
})

test('a work that is carried by its PDF makes it one of part 3, and comes out as it went in', async () => {
  const attached = { name: 'work.ledger.zip', bytes: Uint8Array.from([80, 75, 3, 4, 1, 2, 3]) }
  const { bytes, pdf } = await written(workOf([chapter('c', 'A chapter')]), attached)
  expect(brokenRules(pdf, bytes)).toEqual([])
  expect(pdf.words(pdf.list(pdf.catalog, 'AF')[0] as never, 'UF')).toBe(attached.name)
})

test('what a work says of itself is in its metadata, and nothing that it does not say', async () => {
  const work = workOf([chapter('c', 'A chapter')])
  const metadata = async (about: Partial<Work['settings']['about']>): Promise<string> => {
    const settings = { ...work.settings, author: 'A & B <C>', about: { ...work.settings.about, ...about } }
    const { bytes, pdf } = await written({ ...work, settings })
    expect(brokenRules(pdf, bytes)).toEqual([])
    return Buffer.from(bytes).toString('utf8')
  }
  const full = await metadata({
    institution: 'University of the Orrin Uplands',
    supervisors: 'H. Brenn, O. Vale',
    date: '2027-03',
    degree: 'Doctor of Philosophy',
    place: 'Harrow Ness',
    licence: 'Free to read',
    identifier: 'urn:x:1',
    subtitle: 'A “second” title',
  })
  for (const each of [
    'A &amp; B &lt;C&gt;',
    '>H. Brenn</rdf:li><rdf:li>O. Vale<',
    '<dc:date><rdf:Seq><rdf:li>2027-03<',
    '>Free to read<',
    '<dc:identifier>urn:x:1<',
    'University of the Orrin Uplands, Harrow Ness',
    '<dc:type><rdf:Bag><rdf:li>Doctor of Philosophy<',
    'A “second” title',
  ])
    expect(full).toContain(each)
  const plain = await metadata({})
  expect(plain).not.toMatch(/dc:(date|publisher|contributor|rights|identifier|description|type)/)
})

const paragraph = (text: string): Node => schema.node('paragraph', { id: `p${text.length}` }, text ? [schema.text(text)] : [])

test.each([
  ['letters that were pasted joined, beside such that the face joins', 'The ﬁsh and the fish, one ﬂow and another flow'],
  ['marks over letters, composed or not', 'Te\u0301 te\u0301 z\u0327\u0323 q\u0304 and é'],
  ['signs that no face has', 'before \u{13000} and \u{12345} after'],
  ['spaces of many widths and hyphens of several kinds', 'a\u00a0b\u202fc\u2009d non\u2011breaking a-b a\u2010b'],
  ['words with hyphens of the author’s, short lines', `${'unbreakable-togetherness '.repeat(30)}`.trim()],
  ['words that run to the left among others', 'The word שלום עולם (אגם) stands 12 times, درجة حرارة الماء once, in it'],
  ['a paragraph that begins at the right', 'שלום עולם, האגם 12 של (מים) ABC רחב ועמוק. '.repeat(12).trim()],
  ['a script without spaces', 'การผสมของน้ำในทะเลสาบเกิดจากลมและอุณหภูมิของน้ำที่ผิวน้ำ '.repeat(6).trim()],
  ['signs of pictures', 'waves 🌊 and wind 🌬 over it'],
  ['an address that lines end within', `See ${'https://example.org/a/very/long/path/that/goes/on/'.repeat(4)} there`],
])('%s are read as they were written', async (_name, text) => {
  const work = workOf([chapter('c', 'A chapter', paragraph(text))])
  const { turnover, bytes, pdf } = await written(work)
  expect(brokenRules(pdf, bytes)).toEqual([])
  const said = saidBy(pdf.tree())
    .replace(/\u00ad/g, '')
    .normalize('NFC')
  const wanted = text.normalize('NFC').replace(/\s/g, ' ')
  expect(said.replace(/\s+/g, ' ')).toContain(wanted)
  expect(turnover.settled).toBe(true)
})

test('headings that skip a level do not in the tree', async () => {
  const heading = (level: number): Node => schema.node('heading', { id: `h${level}`, level }, [schema.text(`Level ${level}`)])
  const { bytes, pdf } = await written(workOf([chapter('c', 'A chapter', heading(4), heading(2), heading(9))]))
  expect(brokenRules(pdf, bytes)).toEqual([])
})

// Rules that nothing can break would say nothing.
test('a PDF that was written without care breaks the rules', async () => {
  const document = new PDFDocument({ autoFirstPage: false })
  const done = toBytes(document)
  document.addPage({ size: [200, 200] })
  document.addContent('0 0 0 1 k 0 0 10 10 re f')
  document.end()
  const bytes = await done
  const pdf = await ReadPdf.open(bytes)
  const broken = rules.filter(rule => {
    try {
      return rule.broken(pdf, bytes).length > 0
    } catch {
      return true
    }
  })
  expect(broken.map(({ clause }) => clause)).toEqual(
    expect.arrayContaining(['A 6.2.3', 'A 6.2.4', 'A 6.6.2', 'A 6.6.4', 'A 6.7', 'UA 5', 'UA 7.1']),
  )
})
