/**
 * Text in a PDF, glyph by glyph as it was shaped: what stands on the page is what was measured. A code of a font reads as one thing; a glyph
 * that is to read as several, such as a hyphen that only the end of a line put there, has a code for each. Where glyphs read as something
 * together that none of them does by itself, it is said beside them (ISO 32000-1, 14.9.4).
 */
import type PDFDocument from 'pdfkit'
import type { EmbeddedFont } from 'pdfkit'
import type { AnyFace, Fonts, OpenFace, Shape } from '../../type/fonts.ts'
import { runsLeftwards } from '../../type/leftwards.ts'
import type { TextPiece } from '../../type/line.ts'

/** Two decimals are a hundredth of a point: finer than any press. */
export const numeral = (value: number): string => (Math.round(value * 100) / 100).toString()

/** A text as a PDF holds it: UTF-16 with a mark in front, in hexadecimal digits. */
export const textString = (text: string): string => {
  let digits = 'FEFF'
  for (let i = 0; i < text.length; i++) digits += text.charCodeAt(i).toString(16).padStart(4, '0')
  return `<${digits}>`
}

/** Glyphs that are written as one thing; lengths in em. */
interface Segment {
  /** What stands in a TJ array, moves between glyphs in thousandths of an em. */
  array: string
  /** What it says, where its glyphs read otherwise. */
  actual?: string
  /** No glyph is there: a frame as wide as this stands in its place. */
  frame?: number
  width: number
  /** How far it stands above its line. */
  up: number
}

interface Embedded {
  face: OpenFace
  font: EmbeddedFont
  segments: Map<Shape, Segment[]>
  /** The codes of each glyph, by what they read as. */
  codes: Map<number, Map<string, number>>
}

export interface Surroundings {
  /** A space stands before it that nothing before it could hold, as a formula cannot. */
  spaceBefore?: boolean
  /** A space follows, which the page shows by distance alone. */
  spaceAfter: boolean
  /** The last sign is a hyphen that only the end of the line put there. */
  hyphenated: boolean
}

const softHyphen = '\u00ad'
const unreadable = 0xfffd

export class PdfText {
  private readonly faces = new Map<AnyFace, Embedded>()
  private readonly document: PDFDocument
  private readonly fonts: Fonts

  constructor(document: PDFDocument, fonts: Fonts) {
    this.document = document
    this.fonts = fonts
  }

  /** Operators for neighbouring pieces of one face, size and rise. `x`, `y` in points from the page's lower left corner. */
  pieces(pieces: TextPiece[], x: number, y: number, { spaceBefore, spaceAfter, hyphenated }: Surroundings): string {
    const { shape, size, rise, fit = 0 } = pieces[0]!
    const embedded = this.embed(shape.face)
    const space = embedded.face.shape(' ')
    // The scale holds until the graphics state is given back, which the caller sees to.
    const scale = fit ? `${numeral(100 * (1 + fit))} Tz ` : ''
    const opening = (at: number): string =>
      `BT /${embedded.font.id} ${numeral(size)} Tf ${scale}1 0 0 1 ${numeral(at)} ${numeral(y + rise)} Tm `
    let operators = opening(x + pieces[0]!.x)
    let array = spaceBefore ? this.segments(embedded, space, false)[0]!.array + adjustment(-space.width * size, size) : ''
    const close = (): void => {
      if (array) operators += `[${array.replaceAll('><', '')}] TJ `
      array = ''
    }
    pieces.forEach((piece, i) => {
      let at = x + piece.x
      for (const { array: own, actual, frame, width, up } of this.segments(embedded, piece.shape, hyphenated && i === pieces.length - 1)) {
        if (actual === undefined && !up) array += own
        else {
          close()
          if (actual !== undefined) {
            if (frame !== undefined) operators += 'ET '
            operators += `/Span <</ActualText ${textString(actual)}>> BDC `
          }
          if (frame === undefined) operators += up ? `${numeral(up * size)} Ts [${own}] TJ 0 Ts ` : `[${own}] TJ `
          else operators += framed(at, y + rise, frame * size, size)
          if (actual !== undefined) operators += 'EMC '
          if (frame !== undefined) operators += opening(at + width * size * (1 + fit))
        }
        at += width * size * (1 + fit)
      }
      const next = pieces[i + 1]
      if (!next) {
        if (spaceAfter) array += this.segments(embedded, space, false)[0]!.array
        return
      }
      const gap = next.x - piece.x - piece.shape.width * size * (1 + fit)
      // A gap is a real space with an adjustment, so that copied text has its spaces; anything smaller is kerning.
      if (next.spaced ?? gap > size * 0.08)
        array += this.segments(embedded, space, false)[0]!.array + adjustment(gap / (1 + fit) - space.width * size, size)
      else if (Math.abs(gap) > 0.005) array += adjustment(gap / (1 + fit), size)
    })
    close()
    return `${operators}ET`
  }

  private embed(name: AnyFace): Embedded {
    let embedded = this.faces.get(name)
    if (!embedded) {
      this.document.font(name)
      embedded = { face: this.fonts[name]!, font: this.document._font, segments: new Map(), codes: new Map() }
      // No text may be nothing; the glyph that stands for none is never shown.
      embedded.font.unicode[0] = [unreadable]
      this.faces.set(name, embedded)
    }
    this.document.page.fonts[embedded.font.id] ??= embedded.font.ref()
    return embedded
  }

  private segments(embedded: Embedded, shape: Shape, hyphenated: boolean): Segment[] {
    if (hyphenated) return made(embedded, shape, true)
    let found = embedded.segments.get(shape)
    if (!found) embedded.segments.set(shape, (found = made(embedded, shape, false)))
    return found
  }
}

/** The glyphs of a shape, those that read as their text together. The last cluster of a hyphenated one is the hyphen of the line. */
function made(embedded: Embedded, shape: Shape, hyphenated: boolean): Segment[] {
  const { face, font } = embedded
  const segments: Segment[] = []
  const { text, glyphs, clusters, advances, offsets } = shape
  const ends = clusterEnds(shape)
  // Glyphs that stand from right to left are read as the word they are.
  const leftward = runsLeftwards(shape.features)
  const inWord = (at: number): string => (at === 0 ? text : '')
  for (let from = 0; from < glyphs.length; ) {
    let to = from + 1
    while (to < glyphs.length && clusters[to] === clusters[from]) to++
    const said = text.slice(clusters[from]!, ends.get(clusters[from]!))
    const group = glyphs.subarray(from, to)
    if (group.includes(0)) {
      let width = 0
      for (let i = from; i < to; i++) width += advances[i]!
      segments.push({ array: '', actual: leftward ? inWord(from) : said, frame: width, width, up: 0 })
    } else {
      const parts = partsOf(hyphenated && to === glyphs.length ? softHyphen : said, group.length)
      const own = [...group].map((glyph, i) => codeOf(embedded, glyph, parts ? parts[i]! : String.fromCharCode(unreadable)))
      const actual = leftward ? inWord(from) : parts ? undefined : said
      for (let i = from; i < to; i++) {
        const plain = face.plainAdvance(glyphs[i]!)
        font.widths[own[i - from]!] ??= plain * 1000
        const right = offsets?.[i * 2] ?? 0
        const up = offsets?.[i * 2 + 1] ?? 0
        const before = right ? thousandths(-right) : ''
        const after = thousandths(plain - advances[i]! + right)
        const array = `${before}<${own[i - from]!.toString(16).padStart(4, '0')}>${after}`
        const last = segments.at(-1)
        const goesOn = last && last.frame === undefined && last.up === up
        // The glyphs of one cluster are one word for a reader that listens, at whatever height they stand.
        const together = actual === undefined ? last?.actual === undefined : leftward && i > 0
        if (goesOn && together) {
          last.array = (last.array + array).replace('><', '')
          last.width += advances[i]!
        } else segments.push({ array, width: advances[i]!, up, ...(actual === undefined ? {} : { actual: i === from ? actual : '' }) })
      }
    }
    from = to
  }
  return segments
}

/** Where the text of each cluster ends, also where glyphs run from right to left. */
function clusterEnds({ text, clusters }: Shape): Map<number, number> {
  const starts = [...new Set(clusters)].sort((a, b) => a - b)
  return new Map(starts.map((start, i) => [start, starts[i + 1] ?? text.length]))
}

/** What each of the glyphs of a cluster reads as; null where they do not read apart. A space that does not stretch or part is a space. */
function partsOf(text: string, glyphs: number): string[] | null {
  if (glyphs === 1) return [/^\s$/.test(text) ? ' ' : text]
  const parts = [...text.normalize('NFD')]
  return parts.length === glyphs ? parts : null
}

/** The code of a glyph that reads as a text. */
function codeOf({ font, codes }: Embedded, glyph: number, text: string): number {
  let byText = codes.get(glyph)
  if (!byText) codes.set(glyph, (byText = new Map()))
  let code = byText.get(text)
  if (code === undefined) {
    code = font.subset.includeGlyph(glyph)
    const reads = [...text].map(sign => sign.codePointAt(0)!)
    // What drawings write in the same font may have given the first code a meaning.
    const known = font.unicode[code]
    if (byText.size > 0 || (known && known.join() !== reads.join())) {
      code = font.subset.glyphs.length
      font.subset.glyphs.push(glyph)
    }
    font.unicode[code] = reads
    byText.set(text, code)
  }
  return code
}

/** A frame where a sign has no glyph. */
const framed = (x: number, y: number, width: number, size: number): string =>
  `q 0.5 w ${numeral(x + width * 0.12)} ${numeral(y)} ${numeral(width * 0.76)} ${numeral(size * 0.66)} re S Q `

/** A move by a part of an em, as TJ counts it; nothing where it would not be seen. */
const thousandths = (em: number): string => (Math.abs(em) > 0.00001 ? numeral(em * 1000) : '')

const adjustment = (points: number, size: number): string => numeral((-points * 1000) / size)
