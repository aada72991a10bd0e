import fc from 'fast-check'
import PDFDocument from 'pdfkit'
import { toBytes } from 'pdfkit/output'
import { PdfDocument } from '../src/dispatch/pdf/pdfDocument.ts'
import { pathOperators } from '../src/dispatch/pdf/pdfFormula.ts'
import { numeral } from '../src/dispatch/pdf/pdfText.ts'

/** A file of several pages with marked content, links, words beyond ASCII and more than one piece of output. */
async function written(Kind: typeof PDFDocument, pages: number, operators: number): Promise<Uint8Array> {
  const date = new Date(0)
  const document = new Kind({
    autoFirstPage: false,
    margin: 0,
    tagged: true,
    lang: 'de',
    info: { Title: 'Über Strömung — 1', CreationDate: date, ModDate: date },
  })
  const bytes = toBytes(document)
  const root = document.struct('Document')
  document.addStructure(root)
  for (let page = 0; page < pages; page++) {
    document.addPage({ size: [300, 400], margin: 0 })
    const content = document.markStructureContent('P')
    root.add(content)
    for (let i = 0; i < operators; i++) document.addContent(`${i} ${page} 10 10 re f`)
    document.endMarkedContent()
    document.addNamedDestination(`place ${page}`, 'XYZ', 0, 0, null)
    document.goTo(0, 0, 10, 10, 'place 0', { Contents: new String(`Zurück zu ${page}`) })
  }
  root.end()
  document.end()
  return bytes
}

/** As pdfkit writes it, with our metadata. */
class Plain extends PDFDocument {
  xmp = ''
}
Plain.prototype.endMetadata = PdfDocument.prototype.endMetadata

describe('a document that writes large pieces', () => {
  test.each([
    [1, 0],
    [3, 5],
    [40, 400],
  ])('%i pages of %i operators: the bytes that pdfkit writes piece by piece', async (pages, operators) => {
    const [plain, gathered] = [await written(Plain, pages, operators), await written(PdfDocument, pages, operators)]
    expect(gathered.length).toBe(plain.length)
    expect(Buffer.compare(gathered, plain)).toBe(0)
  })

  test('each page has its own operators, and no page those of another', async () => {
    const read = async (operators: number): Promise<number> => (await written(PdfDocument, 2, operators)).length
    expect(await read(2000)).toBeGreaterThan(await read(10))
  })
})

describe('numbers', () => {
  test.each([
    [1, '1'],
    [0.005, '0.01'],
    [-0.004, '0'],
    [12.3456, '12.35'],
    [-7.891, '-7.89'],
    [1e7, '10000000'],
  ])('%d is written %s', (value, says) => expect(numeral(value)).toBe(says))

  test('none is written with an exponent, which PDF does not know', () =>
    fc.assert(fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), value => !numeral(value).includes('e'))))
})

/** The points that operators go through, curves cut into pieces. */
function points(operators: string): [number, number][] {
  const out: [number, number][] = []
  const stack: number[] = []
  let at: [number, number] = [0, 0]
  for (const token of operators.trim().split(/\s+/)) {
    if (/^[-\d.]+$/.test(token)) {
      stack.push(Number(token))
      continue
    }
    if (token === 'm' || token === 'l') out.push((at = [stack[0]!, stack[1]!]))
    else if (token === 'c') {
      const [x1, y1, x2, y2, x3, y3] = stack as [number, number, number, number, number, number]
      for (const t of [0.25, 0.5, 0.75, 1]) {
        const s = 1 - t
        const along = (a: number, b: number, c: number, d: number): number =>
          s ** 3 * a + 3 * s * s * t * b + 3 * s * t * t * c + t ** 3 * d
        out.push([along(at[0], x1, x2, x3), along(at[1], y1, y2, y3)])
      }
      at = [x3, y3]
    } else if (token !== 'h') throw new Error(`An operator that draws no outline: ${token}`)
    stack.length = 0
  }
  return out
}

describe('outlines of formulas', () => {
  test.each<[string, string, string]>([
    ['lines', 'M1 2L3 4H10V-5Z', '1 2 m 3 4 l 10 4 l 10 -5 l h '],
    ['further points after a move are lines', 'M0 0 5 5 10 0Z', '0 0 m 5 5 l 10 0 l h '],
    ['cubic curves as they are', 'M0 0C1 2 3 4 5 6Z', '0 0 m 1 2 3 4 5 6 c h '],
    ['numbers that touch', 'M42 355C-58-375 82-409.5.5 409Z', '42 355 m -58 -375 82 -409.5 0.5 409 c h '],
    ['nothing', '', ''],
  ])('%s', (_name, path, says) => expect(pathOperators(path)).toBe(says))

  test('a quadratic curve goes through the points it went through, and a smooth one mirrors the control point before it', () => {
    const coordinate = fc.integer({ min: -900, max: 900 })
    fc.assert(
      fc.property(fc.array(coordinate, { minLength: 8, maxLength: 8 }), numbers => {
        const [x0, y0, cx, cy, x1, y1, x2, y2] = numbers as [number, number, number, number, number, number, number, number]
        const found = points(pathOperators(`M${x0} ${y0}Q${cx} ${cy} ${x1} ${y1}T${x2} ${y2}Z`))
        const expected: [number, number][] = [[x0, y0]]
        for (const [ax, ay, bx, by, ex, ey] of [
          [x0, y0, cx, cy, x1, y1],
          [x1, y1, 2 * x1 - cx, 2 * y1 - cy, x2, y2],
        ] as [number, number, number, number, number, number][])
          for (const t of [0.25, 0.5, 0.75, 1])
            expected.push([(1 - t) ** 2 * ax + 2 * (1 - t) * t * bx + t * t * ex, (1 - t) ** 2 * ay + 2 * (1 - t) * t * by + t * t * ey])
        expect(found).toHaveLength(expected.length)
        for (const [i, [x, y]] of found.entries()) {
          expect(Math.abs(x - expected[i]![0])).toBeLessThan(0.02)
          expect(Math.abs(y - expected[i]![1])).toBeLessThan(0.02)
        }
      }),
    )
  })

  test('a command that no outline has is an error, not a hole in a formula', () =>
    expect(() => pathOperators('M0 0A1 1 0 0 0 2 2')).toThrow('“A”'))
})
