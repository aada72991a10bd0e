/** Pages of other PDFs within ours: what may stand in an archive file stands there as it is, anything else as the picture of it. */
import { deflateSync } from 'node:zlib'
import fc from 'fast-check'
import { cmyk, decodePDFRawStream, degrees, PDFDocument, PDFName, PDFRawStream, type PDFRef, StandardFonts } from 'pdf-lib'
import { p } from '../../../demo/src/builder.ts'
import { grainPng } from '../../../demo/src/png.ts'
import { operationsIn } from '../src/dispatch/pdf/foreign/contentStream.ts'
import { foreignPage, NotForArchive, openForeignFile } from '../src/dispatch/pdf/foreign/foreignPages.ts'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import { findingsOf } from '../src/findings/index.ts'
import { readEnclosed } from '../src/work/file/enclosed.ts'
import { schema } from '../src/work/schema.ts'
import { type Picture, pagePictureName, usedPictures } from '../src/work/work.ts'
import { brokenRules } from './support/pdfRules.ts'
import { operationsOf, ReadPdf } from './support/readPdf.ts'
import { chapter, fonts, newEngine, workOf } from './support/work.ts'

const date = new Date(946_684_800_000)

/** A PDF as this program writes it, of two pages. */
async function ownPdf(): Promise<Uint8Array> {
  const work = workOf([
    chapter('one', 'Floats', p`Made-up words about a float, with an address and a note.`),
    chapter('two', 'Basins', p`And on the second page.`),
  ])
  return writePdf(newEngine().run(work), fonts, { date })
}

async function made(draw: (document: PDFDocument) => void | Promise<void>): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  await draw(document)
  return document.save({ useObjectStreams: false })
}

/** A work with pages of a PDF as pictures, each with the size of a small PNG. */
function workWith(bytes: Uint8Array, pages: readonly number[]) {
  const files: Picture[] = [readEnclosed('article.pdf', bytes)]
  for (const page of pages) files.push(readEnclosed(pagePictureName('article.pdf', page), grainPng(20, 28)))
  const figures = pages.map(page =>
    schema.nodes.figure.create(
      {
        id: `f${page}`,
        numbered: false,
        placement: 'page',
        width: 1,
        alternative: `Page ${page}`,
        picture: pagePictureName('article.pdf', page),
      },
      schema.nodes.caption.create(),
    ),
  )
  const work = workOf([chapter('c', 'Inserted', p`What follows was printed elsewhere.`, ...figures)])
  return { ...work, pictures: new Map(files.map(file => [file.name, file])) }
}

async function writtenWith(bytes: Uint8Array, pages: readonly number[]) {
  const written = await writePdf(newEngine().run(workWith(bytes, pages)), fonts, { date })
  return { written, pdf: await ReadPdf.open(written) }
}

/** Forms by the name that pages call them, with what is in them. */
function formsOf(pdf: ReadPdf): { dict: PDFRawStream['dict']; operators: string[] }[] {
  return pdf.document.context.enumerateIndirectObjects().flatMap(([, object]) => {
    if (!(object instanceof PDFRawStream) || pdf.name(object.dict, 'Subtype') !== 'Form') return []
    return [{ dict: object.dict, operators: operationsOf(decodePDFRawStream(object).decode()).map(({ operator }) => operator) }]
  })
}

test('pages of a PDF stand in ours with their words and letters, once for all pages, and every clause is kept', async () => {
  const bytes = await ownPdf()
  const { written, pdf } = await writtenWith(bytes, [1, 2])
  expect(brokenRules(pdf, written)).toEqual([])
  const forms = formsOf(pdf)
  expect(forms).toHaveLength(2)
  for (const { operators } of forms) {
    expect(operators).toContain('Tf')
    expect(operators.filter(operator => /^(BMC|BDC|EMC)$/.test(operator))).toEqual([])
  }
  const files = (one: ReadPdf) =>
    one.document.context
      .enumerateIndirectObjects()
      .filter(
        ([, object]) => object instanceof PDFRawStream && !object.dict.get(PDFName.of('Type')) && object.dict.get(PDFName.of('Length1')),
      ).length
  // The faces of the file are brought along once, beside those that the work itself is set in.
  const alone = await writtenWith(bytes, [])
  const own = await ReadPdf.open(bytes)
  expect(files(pdf)).toBeLessThanOrEqual(files(alone.pdf) + files(own))
})

test('a figure that names a file that is no picture has none, and is found', async () => {
  const work = workWith(await ownPdf(), [1])
  const named = schema.nodes.figure.create({ id: 'n', picture: 'article.pdf' }, schema.nodes.caption.create())
  const own = workOf([chapter('c', 'Inserted', p`Words.`, named)], { pictures: work.pictures })
  const turnover = newEngine().run(own)
  expect((await writePdf(turnover, fonts, { date })).length).toBeGreaterThan(1000)
  const found = findingsOf(turnover).filter(({ check }) => check === 'pictureResolution')
  expect(found.map(({ weight, message }) => [weight, message])).toEqual([['mustMend', expect.stringContaining('has no picture')]])
  // That of a page behind which its file is has no resolution to speak of.
  expect(findingsOf(newEngine().run(work)).filter(({ check }) => check === 'pictureResolution')).toEqual([])
})

test('over the margins a page is as large as head and foot allow, centred on the text, and stays on its sheet', async () => {
  const work = workWith(await ownPdf(), [1])
  const figure = (overMargins: boolean) =>
    schema.nodes.figure.create(
      { id: 'f', numbered: false, placement: 'page', width: 1, overMargins, picture: pagePictureName('article.pdf', 1) },
      schema.nodes.caption.create(),
    )
  const pictureOf = (overMargins: boolean) => {
    const { pages } = newEngine().run(workOf([chapter('c', 'Inserted', p`Words.`, figure(overMargins))], { pictures: work.pictures }))
    const found = pages.flatMap(page =>
      page.placed.flatMap(({ x, y, box }) =>
        box.marks.flatMap(mark =>
          mark.kind === 'picture'
            ? [{ left: x + mark.x, right: x + mark.x + mark.width, top: y + mark.y, bottom: y + mark.y + mark.height, page }]
            : [],
        ),
      ),
    )
    expect(found).toHaveLength(1)
    return found[0]!
  }
  const within = pictureOf(false)
  const over = pictureOf(true)
  const { page } = work.houseStyle
  expect(over.right - over.left).toBeGreaterThan(within.right - within.left + 20)
  expect(over.left + over.right).toBeCloseTo(within.left + within.right, 3)
  expect(over.left).toBeGreaterThan(0)
  expect(over.right).toBeLessThan(page.width)
  expect(over.top).toBeGreaterThanOrEqual(page.top - 0.01)
  expect(over.bottom).toBeLessThanOrEqual(page.height - page.bottom + 0.01)
  // What is printed larger is coarser: the finding knows, and offers no width that it would not have.
  const coarse = readEnclosed('coarse.png', grainPng(500, 700))
  const named = figure(true).type.create({ ...figure(true).attrs, picture: 'coarse.png' }, schema.nodes.caption.create())
  const told = (one: typeof named) =>
    findingsOf(newEngine().run(workOf([chapter('c', 'C', one)], { pictures: new Map([['coarse.png', coarse]]) }))).find(
      ({ check }) => check === 'pictureResolution',
    )!
  const resolution = (message: string): number => Number(/at (\d+) dots/.exec(message)![1])
  const narrow = named.type.create({ ...named.attrs, overMargins: false }, named.content)
  expect(resolution(told(named).message)).toBeLessThan(resolution(told(narrow).message))
  expect(told(named).remedy).toBeUndefined()
})

test('the same work gives the same bytes', async () => {
  const bytes = await ownPdf()
  expect((await writtenWith(bytes, [2])).written).toEqual((await writtenWith(bytes, [2])).written)
})

test('the file behind a picture that is shown belongs to the work, another does not', async () => {
  const work = workWith(await ownPdf(), [1])
  expect(usedPictures(work).map(({ name }) => name)).toEqual(['article.pdf', 'article.pdf page 1.png'])
  const none = { ...workOf([chapter('c', 'Nothing')]), pictures: work.pictures }
  expect(usedPictures(none)).toEqual([])
})

const stream = (document: PDFDocument, content: string, dict: Record<string, string> = {}): PDFRef =>
  document.context.register(document.context.stream(content, dict))
const withContent = (content: string) =>
  made(document => document.addPage([200, 300]).node.set(PDFName.of('Contents'), stream(document, content)))

const refused: [string, Uint8Array | Promise<Uint8Array>, RegExp][] = [
  [
    'letters that are not in the file',
    made(async document => {
      const font = await document.embedFont(StandardFonts.Helvetica)
      document.addPage().drawText('Words', { font })
    }),
    /letters that the file does not bring along/,
  ],
  ['colours of a press', made(document => document.addPage().drawSquare({ color: cmyk(1, 0, 0, 0) })), /colours of a press/],
  ['a picture within the stream', withContent('BI /W 1 /H 1 /BPC 8 /CS /G ID x EI'), /a way of its own/],
  ['an operator that is none', withContent('1 0 0 jump'), /a way of its own/],
  ['a string that does not end', withContent('(words'), /a way of its own/],
  ['layers', withContent('/OC /L1 BDC 0 0 10 10 re f EMC'), /layers/],
  [
    'a stamp',
    made(document => {
      const page = document.addPage()
      const look = document.context.register(document.context.formXObject([]))
      page.node.set(PDFName.of('Annots'), document.context.obj([{ Type: 'Annot', Subtype: 'Stamp', AP: { N: look } }]))
    }),
    /signature, stamp or note/,
  ],
  [
    'a form that draws with what its page has',
    made(document => {
      const page = document.addPage([100, 100])
      const { context } = document
      const form = context.register(context.stream('/Look gs 0 0 9 9 re f', { Type: 'XObject', Subtype: 'Form', BBox: [0, 0, 9, 9] }))
      page.node.set(PDFName.of('Resources'), context.obj({ XObject: { Form: form }, ExtGState: { Look: { Type: 'ExtGState', ca: 0.5 } } }))
      page.node.set(PDFName.of('Contents'), stream(document, '/Form Do'))
    }),
    /a way of its own/,
  ],
  [
    'a page that unpacks to more than can be read',
    made(document => {
      const packed = document.context.stream(deflateSync(new Uint8Array(34 * 1024 * 1024).fill(32)), { Filter: 'FlateDecode' })
      document.addPage().node.set(PDFName.of('Contents'), document.context.register(packed))
    }),
    /more than can be read/,
  ],
]

test.each(refused)('%s: the page is printed as a picture, and why is told', async (_what, file, why) => {
  const bytes = await file
  const document = await openForeignFile(bytes)
  expect(() => foreignPage(document, 1)).toThrow(
    expect.objectContaining({ constructor: NotForArchive, message: expect.stringMatching(why) }),
  )
  const { written, pdf } = await writtenWith(bytes, [1])
  expect(brokenRules(pdf, written)).toEqual([])
  expect(formsOf(pdf)).toEqual([])
})

test('a page that the file does not have is told', async () => {
  const document = await openForeignFile(await ownPdf())
  expect(() => foreignPage(document, 5000)).toThrow('is not in the file')
})

test('forms that call themselves, or share what they are made of with their page, end', async () => {
  const bytes = await made(document => {
    const page = document.addPage([100, 100])
    const { context } = document
    const place = context.nextRef()
    const shared = context.register(context.obj({ XObject: { Again: place } }))
    context.assign(place, context.stream('/Again Do', { Type: 'XObject', Subtype: 'Form', BBox: [0, 0, 9, 9], Resources: shared }))
    page.node.set(PDFName.of('Resources'), shared)
    page.node.set(PDFName.of('Contents'), stream(document, '/Again Do'))
  })
  const { written, pdf } = await writtenWith(bytes, [1])
  expect(brokenRules(pdf, written)).toEqual([])
  expect(formsOf(pdf)).toHaveLength(2)
})

test.each([
  [0, [10, 20], [0, 0]],
  [0, [110, 220], [1, 1]],
  [90, [10, 20], [0, 1]],
  [90, [110, 20], [0, 0]],
  [180, [10, 20], [1, 1]],
  [270, [10, 20], [1, 0]],
  [-90, [110, 20], [1, 1]],
])('a page that is shown turned by %i degrees stands upright: %j comes to %j', async (turned, [x, y], to) => {
  const bytes = await made(document => {
    const page = document.addPage([200, 300])
    page.setCropBox(10, 20, 100, 200)
    page.setRotation(degrees(turned))
  })
  const [a, b, c, d, e, f] = foreignPage(await openForeignFile(bytes), 1).matrix as [number, number, number, number, number, number]
  expect([a * x! + c * y! + e, b * x! + d * y! + f].map(value => Math.round(value * 1e6) / 1e6 + 0)).toEqual(to)
})

describe('content streams', () => {
  const signs = fc.constantFrom('a', '(', ')', '\\(', '\\)', '\\\\', ' ', 'EMC', 'Q', '<', '%', '/')
  const balanced = (text: string): string => {
    let depth = 0
    let made = ''
    for (let i = 0; i < text.length; i++) {
      const sign = text[i]!
      if (sign === '\\') made += sign + (text[++i] ?? '\\')
      else if (sign === ')' && depth === 0) continue
      else {
        depth += sign === '(' ? 1 : sign === ')' ? -1 : 0
        made += sign
      }
    }
    return `(${made}${')'.repeat(depth)})`
  }
  const operation = fc.oneof(
    fc.array(signs, { maxLength: 8 }).map(parts => `${balanced(parts.join(''))} Tj`),
    fc.constantFrom('q', 'Q', '1 0 0 1 5 .5 cm', '/F1 12 Tf', '<48 65> Tj', '[(a) -20 (b)] TJ', '-.5 +3. 0 rg', '0 0 m', "(x) '", 'f*'),
    fc.constantFrom('/Span <</MCID 3 /ActualText (EMC)>> BDC', 'EMC', '/P BMC', '/T MP', '/T <</A [1 2]>> DP'),
    fc.constantFrom('% a remark with EMC (\n'),
  )
  test('each operator is found in its place, whatever stands around it', () => {
    fc.assert(
      fc.property(fc.array(operation, { maxLength: 20 }), fc.constantFrom(' ', '\n', '\r\n'), (operations, between) => {
        const content = new TextEncoder().encode(operations.join(between))
        const found = [...operationsIn(content)]
        const meant = operations.filter(each => !each.startsWith('%'))
        expect(found.map(({ from, to }) => new TextDecoder().decode(content.subarray(from, to)))).toEqual(meant)
        expect(found.map(({ operator }) => operator)).toEqual(meant.map(each => /(\S+)$/.exec(each)![1]))
      }),
    )
  })
})
