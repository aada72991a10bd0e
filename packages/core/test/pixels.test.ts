/** PNGs of every kind in a PDF: colours and opacity as they are drawn, whatever way they are packed. */
import { crc32 } from 'node:zlib'
import { strToU8, zlibSync } from 'fflate'
import { PDFName, PDFRawStream } from 'pdf-lib'
import { fig, t } from '../../../demo/src/builder.ts'
import { isTakenAsPacked, pixelsOf } from '../src/dispatch/pdf/pixels.ts'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import { readPicture } from '../src/work/file/pictureFile.ts'
import { brokenRules } from './support/pdfRules.ts'
import { ReadPdf } from './support/readPdf.ts'
import { chapter, fonts, newEngine, workOf } from './support/work.ts'

function chunk(name: string, data: Uint8Array): Uint8Array {
  const body = Uint8Array.of(...strToU8(name), ...data)
  const [length, sum] = [data.length, crc32(body)].map(value => Uint8Array.of(value >>> 24, value >>> 16, value >>> 8, value))
  return Uint8Array.of(...length!, ...body, ...sum!)
}

/** Rows are as they are packed, without a filter; `interlaced` ones pass by pass. */
function png(
  size: [number, number],
  type: number,
  depth: number,
  rows: number[][],
  more: { palette?: number[]; clear?: number[]; interlaced?: boolean } = {},
) {
  const [width, height] = size
  return Uint8Array.of(
    ...[0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a],
    ...chunk('IHDR', Uint8Array.of(0, 0, 0, width, 0, 0, 0, height, depth, type, 0, 0, more.interlaced ? 1 : 0)),
    ...(more.palette ? chunk('PLTE', Uint8Array.from(more.palette)) : []),
    ...(more.clear ? chunk('tRNS', Uint8Array.from(more.clear)) : []),
    ...chunk('IDAT', zlibSync(Uint8Array.from(rows.flatMap(row => [0, ...row])))),
    ...chunk('IEND', new Uint8Array()),
  )
}

const palette = [255, 0, 0, 0, 255, 0, 0, 0, 255]

/** What it is, the file, and its colours and opacity pixel by pixel. */
const kinds: [string, Uint8Array, number[], number[] | null][] = [
  ['colours with opacity', png([2, 1], 6, 8, [[9, 8, 7, 255, 6, 5, 4, 128]]), [9, 8, 7, 6, 5, 4], [255, 128]],
  ['colours that could be seen through and are not', png([2, 1], 6, 8, [[9, 8, 7, 255, 6, 5, 4, 255]]), [9, 8, 7, 6, 5, 4], null],
  ['colours of 16 bits with opacity', png([1, 1], 6, 16, [[255, 255, 0, 0, 128, 128, 64, 64]]), [255, 0, 128], [64]],
  ['grey with opacity', png([2, 1], 4, 8, [[10, 0, 20, 255]]), [10, 20], [0, 255]],
  ['grey with one grey that is clear', png([3, 1], 0, 8, [[10, 20, 30]], { clear: [0, 20] }), [10, 20, 30], [255, 0, 255]],
  [
    'grey of two bits with one that is clear',
    png([5, 1], 0, 2, [[0b00011011, 0b01000000]], { clear: [0, 1] }),
    [0, 85, 170, 255, 85],
    [255, 0, 255, 255, 0],
  ],
  [
    'colours with one that is clear',
    png([3, 1], 2, 8, [[1, 2, 3, 1, 2, 4, 9, 9, 9]], { clear: [0, 1, 0, 2, 0, 3] }),
    [1, 2, 3, 1, 2, 4, 9, 9, 9],
    [0, 255, 255],
  ],
  ['more clear greys than pixels', png([1, 1], 0, 8, [[1]], { clear: [0, 1, 0, 2] }), [1], null],
  ['listed colours, the first half clear', png([3, 1], 3, 8, [[0, 1, 2]], { palette, clear: [127] }), palette, [127, 255, 255]],
  [
    'listed colours of two bits',
    png(
      [5, 2],
      3,
      2,
      [
        [0b00011000, 0b01000000],
        [0b10010010, 0b00000000],
      ],
      { palette, clear: [0] },
    ),
    [0, 1, 2, 0, 1, 2, 1, 0, 2, 0].flatMap(index => palette.slice(index * 3, index * 3 + 3)),
    [0, 255, 255, 0, 255, 255, 255, 0, 255, 0],
  ],
  ['interlaced grey', png([2, 2], 0, 8, [[1], [2], [3, 4]], { interlaced: true }), [1, 2, 3, 4], null],
  [
    'interlaced colours with opacity',
    png(
      [2, 1],
      6,
      8,
      [
        [1, 2, 3, 255],
        [4, 5, 6, 9],
      ],
      { interlaced: true },
    ),
    [1, 2, 3, 4, 5, 6],
    [255, 9],
  ],
  [
    'interlaced listed colours',
    png([2, 2], 3, 8, [[2], [1], [0, 2]], { palette, interlaced: true }),
    [0, 0, 255, 0, 255, 0, 255, 0, 0, 0, 0, 255],
    null,
  ],
  [
    'interlaced black and white',
    png([3, 2], 0, 1, [[0b10000000], [0b10000000], [0b10000000], [0b01100000]], { interlaced: true }),
    [255, 255, 255, 0, 255, 255],
    null,
  ],
]

test.each(kinds)('%s', async (_kind, file, colours, opacity) => {
  const picture = readPicture('a.png', file)
  expect(isTakenAsPacked(file)).toBe(false)
  const pixels = pixelsOf(file)
  expect([...pixels.colours]).toEqual(colours)
  expect(pixels.opacity && [...pixels.opacity]).toEqual(opacity)
  const figure = fig('f', { picture: 'a.png', alternative: 'Made up' }, t`A picture`)
  const work = workOf([chapter('c', 'One', figure)], { pictures: new Map([['a.png', picture]]) })
  const bytes = await writePdf(newEngine().run(work), fonts, { date: new Date(0) })
  const pdf = await ReadPdf.open(bytes)
  expect(brokenRules(pdf, bytes)).toEqual([])
  const images = pdf.document.context
    .enumerateIndirectObjects()
    .filter(([, object]) => object instanceof PDFRawStream && pdf.name(object.dict, 'Subtype') === 'Image')
  expect(images).toHaveLength(opacity ? 2 : 1)
  expect(images.filter(([, object]) => (object as PDFRawStream).dict.get(PDFName.of('SMask')))).toHaveLength(opacity ? 1 : 0)
})

test('what a PDF takes as it is packed is left so', () => {
  expect(isTakenAsPacked(png([1, 1], 0, 8, [[1]]))).toBe(true)
  expect(isTakenAsPacked(png([1, 1], 2, 8, [[1, 2, 3]]))).toBe(true)
  expect(isTakenAsPacked(png([1, 1], 3, 8, [[1]], { palette }))).toBe(true)
  expect(isTakenAsPacked(Uint8Array.of(0xff, 0xd8, 0xff))).toBe(true)
})
