/** Faces of the author's own: taken where they hold, refused in words, set, carried and printed. */
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import fc from 'fast-check'
import * as fontkit from 'fontkit'
import { p } from '../../../demo/src/builder.ts'
import { readFonts } from '../../cli/src/host.ts'
import { writePdf } from '../src/dispatch/pdf/writePdf.ts'
import { findingsOf } from '../src/findings/index.ts'
import { TurnoverEngine } from '../src/turnover/turnover.ts'
import { openFonts } from '../src/type/fonts.ts'
import { withOwnFaces } from '../src/type/ownFaces.ts'
import { readBundle, writeBundle } from '../src/work/file/bundle.ts'
import { FaceError, looksLikeFace, readFace, slopeAndWeight } from '../src/work/file/faceFile.ts'
import { unpackFace } from '../src/work/file/unpackFace.ts'
import { houseStyleFromJson, houseStyleToJson } from '../src/work/file/workFile.ts'
import { noOwnFaces, thesisStyle } from '../src/work/parts/readyStyles.ts'
import type { Picture, Work } from '../src/work/work.ts'
import { alike } from './support/cheaply.ts'
import { brokenRules } from './support/pdfRules.ts'
import { ReadPdf, saidBy } from './support/readPdf.ts'
import { tries } from './support/tries.ts'
import { chapter, formulas, workOf } from './support/work.ts'

const require = createRequire(import.meta.url)
const fileOf = (path: string): Uint8Array => new Uint8Array(readFileSync(require.resolve(`@expo-google-fonts/${path}.ttf`)))
const hebrew = fileOf('noto-serif-hebrew/400Regular/NotoSerifHebrew_400Regular')
const typewriter = fileOf('cousine/400Regular/Cousine_400Regular')

/** A face whose maker allows other things. */
function withRights(bytes: Uint8Array, rights: number): Uint8Array {
  const copy = bytes.slice()
  const view = new DataView(copy.buffer)
  for (let i = 0; i < view.getUint16(4); i++) {
    const at = 12 + i * 16
    if (String.fromCharCode(...copy.subarray(at, at + 4)) === 'OS/2') view.setUint16(view.getUint32(at + 8) + 8, rights)
  }
  return copy
}

function workIn(face: Picture | null, own: Partial<ReturnType<typeof noOwnFaces>>, ...paragraphs: string[]): Work {
  const style = thesisStyle()
  return workOf([chapter('c', 'A chapter', ...paragraphs.map(text => p`${text}`))], {
    houseStyle: { ...style, families: { ...style.families, own: { ...noOwnFaces(), ...own } } },
    pictures: new Map(face ? [[face.name, face]] : []),
  })
}
function pagesOf(work: Work) {
  const fonts = openFonts(withOwnFaces(readFonts(work.houseStyle.families), work))
  return { fonts, turnover: new TurnoverEngine(fonts, formulas).run(work) }
}

test('a face is told by its bytes, and which of a family it is by what is in it', () => {
  expect(readFace('a.ttf', hebrew)).toMatchObject({ name: 'a.ttf', type: 'font/ttf' })
  const told = (path: string) => slopeAndWeight(fileOf(path))
  expect(told('tinos/400Regular/Tinos_400Regular')).toEqual({ italic: false, bold: false })
  expect(told('tinos/400Regular_Italic/Tinos_400Regular_Italic')).toEqual({ italic: true, bold: false })
  expect(told('tinos/700Bold/Tinos_700Bold')).toEqual({ italic: false, bold: true })
  expect(told('tinos/700Bold_Italic/Tinos_700Bold_Italic')).toEqual({ italic: true, bold: true })
})

test.each<[string, Uint8Array, RegExp]>([
  ['nothing', new Uint8Array(), /is not a face/],
  ['a text', new TextEncoder().encode('This is a text and no face at all.'), /is not a face/],
  ['half of one', hebrew.slice(0, hebrew.length / 2), /is damaged/],
  ['a head alone', hebrew.slice(0, 12), /is damaged/],
  ['a collection', Uint8Array.from([0x74, 0x74, 0x63, 0x66, 0, 1, 0, 0, 0, 0, 0, 1]), /several faces in one file/],
  ['one that is still packed', Uint8Array.from([0x77, 0x4f, 0x46, 0x32, 0, 1, 0, 0, 0, 0, 0, 1]), /is packed/],
  ['one that must not be embedded', withRights(hebrew, 0x0002), /its maker does not allow it/],
  ['one that is embedded as pictures alone', withRights(hebrew, 0x0200), /its maker does not allow it/],
  ['one that is embedded whole or not at all', withRights(hebrew, 0x0100), /only be put into documents whole/],
])('%s is refused, in words', (_name, bytes, says) => {
  expect(() => readFace('x.ttf', bytes)).toThrow(says)
})

test.each([0x0000, 0x0004, 0x0008, 0x000c])('one that may be printed and viewed is taken (%i)', rights => {
  expect(readFace('x.ttf', withRights(hebrew, rights)).type).toBe('font/ttf')
})

test('whatever is done to a file, it is taken or refused in words', () => {
  fc.assert(
    fc.property(fc.nat(600), fc.uint8Array({ minLength: 1, maxLength: 40 }), (at, bytes) => {
      const broken = hebrew.slice()
      broken.set(bytes, at)
      try {
        readFace('x.ttf', broken)
      } catch (error) {
        expect(error).toBeInstanceOf(FaceError)
      }
    }),
    { numRuns: tries(60) },
  )
  expect(looksLikeFace(hebrew)).toBe(true)
})

/** Faces that are packed, and what each is compared with: the outlines and widths that another reader finds in the packed file. */
test.each([
  'source-sans-3/files/source-sans-3-latin-600-normal',
  'source-sans-3/files/source-sans-3-latin-400-italic',
  'source-sans-3/files/source-sans-3-greek-400-normal',
  // Its outlines take more room than short places can tell.
  'stix-two-math/files/stix-two-math-latin-400-normal',
])('%s is unpacked outline by outline, width by width', async file => {
  const packed = new Uint8Array(readFileSync(require.resolve(`@fontsource/${file}.woff2`)))
  const unpacked = await unpackFace('a.woff2', packed)
  readFace('a.ttf', unpacked)
  const [before, after] = [fontkit.create(packed), fontkit.create(unpacked)] as const
  expect(after.numGlyphs).toBe(before.numGlyphs)
  const glyphsOf = (face: typeof before): string[] =>
    Array.from({ length: before.numGlyphs }, (_, glyph) => `${face.getGlyph(glyph).advanceWidth} ${face.getGlyph(glyph).path.toSVG()}`)
  expect(glyphsOf(after)).toEqual(glyphsOf(before))
  expect(after.characterSet).toEqual(before.characterSet)
})

test('a packed face that does not hold is refused in words, wherever it is broken', async () => {
  const packed = new Uint8Array(readFileSync(require.resolve('@fontsource/source-sans-3/files/source-sans-3-greek-400-normal.woff2')))
  await fc.assert(
    fc.asyncProperty(fc.nat(packed.length - 1), fc.nat(255), async (at, byte) => {
      const broken = packed.slice()
      broken[at] = byte
      await unpackFace('x.woff2', broken).catch(error => expect(error).toBeInstanceOf(FaceError))
    }),
    { numRuns: tries(40) },
  )
  await expect(unpackFace('x.woff2', packed.slice(0, 4000))).rejects.toThrow(/is damaged/)
})

test('the text is set in it, the work carries it, and the PDF embeds and says it', async () => {
  const work = workIn(
    readFace('typewriter.ttf', typewriter),
    { serif: 'typewriter.ttf' },
    'Wind over the western basin of the lake. '.repeat(6).trim(),
  )
  const { turnover, fonts } = pagesOf(work)
  // All letters are as wide as each other.
  expect(fonts.serif.shape('i').width).toBeCloseTo(fonts.serif.shape('m').width)
  const read = readBundle(writeBundle(work))
  alike(read.pictures.get('typewriter.ttf')!.bytes, typewriter)
  expect(read.houseStyle.families.own.serif).toBe('typewriter.ttf')
  const bytes = await writePdf(turnover, fonts, { date: new Date(0) })
  const pdf = await ReadPdf.open(bytes)
  expect(brokenRules(pdf, bytes)).toEqual([])
  expect(saidBy(pdf.tree()).replace(/\u00ad/g, '')).toContain('Wind over the western basin of the lake.')
})

test('signs that all others lack are set in it, and nothing else is', () => {
  const text = 'שלום on the gate'
  const work = workIn(readFace('signs.ttf', hebrew), { others: ['signs.ttf'] }, text)
  const faces = new Set<string>()
  for (const page of pagesOf(work).turnover.pages)
    for (const { box } of page.placed)
      for (const mark of box.marks)
        if (mark.kind === 'line')
          for (const piece of mark.line.pieces) if ('shape' in piece && /[א-ת]/.test(piece.shape.text)) faces.add(piece.shape.face)
  expect([...faces]).toEqual(['own0'])
})

test('a style that names a file the work does not have is set in its family, and that is found', () => {
  const work = workIn(null, {}, 'Wind.')
  const style = houseStyleFromJson(
    houseStyleToJson({ ...work.houseStyle, families: { ...work.houseStyle.families, own: { ...noOwnFaces(), serif: 'lost.otf' } } }),
  )
  const { turnover, fonts } = pagesOf({ ...work, houseStyle: style })
  alike(fonts.serif.bytes, pagesOf(work).fonts.serif.bytes)
  expect(findingsOf(turnover).map(({ message }) => message)).toContain(
    'The letters of “lost.otf” are not in this work: it is set in those of the family.',
  )
})
