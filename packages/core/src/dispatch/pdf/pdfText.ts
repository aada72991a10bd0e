/** Text in a PDF, glyph by glyph as it was shaped: what stands on the page is what was measured. */
import type PDFDocument from 'pdfkit'
import type { EmbeddedFont } from 'pdfkit'
import type { AnyFace, Fonts, OpenFace, Shape } from '../../type/fonts.ts'
import type { TextPiece } from '../../type/line.ts'

/** Two decimals are a hundredth of a point: finer than any press. */
export const numeral = (value: number): string => (Math.round(value * 100) / 100).toString()

interface Embedded {
  face: OpenFace
  font: EmbeddedFont
  /** Body of a TJ array for each shape: glyph numbers with kerning between them. */
  bodies: Map<Shape, string>
}

export class PdfText {
  private readonly faces = new Map<AnyFace, Embedded>()
  private readonly document: PDFDocument
  private readonly fonts: Fonts

  constructor(document: PDFDocument, fonts: Fonts) {
    this.document = document
    this.fonts = fonts
  }

  /** Operators for neighbouring pieces of one face, size and rise. `x`, `y` in points from the page's lower left corner. */
  pieces(pieces: TextPiece[], x: number, y: number, spaceAfter: boolean): string {
    const { shape, size, rise } = pieces[0]!
    const embedded = this.embed(shape.face)
    const space = embedded.face.shape(' ')
    const spaceBody = this.body(embedded, space)
    let array = ''
    pieces.forEach((piece, i) => {
      array += this.body(embedded, piece.shape)
      const next = pieces[i + 1]
      if (!next) {
        if (spaceAfter) array += spaceBody
        return
      }
      const gap = next.x - piece.x - piece.shape.width * size
      // A gap is a real space with an adjustment, so that copied text has its spaces; anything smaller is kerning.
      if (gap > size * 0.08) array += spaceBody + adjustment(gap - space.width * size, size)
      else if (Math.abs(gap) > 0.005) array += adjustment(gap, size)
    })
    return `BT /${embedded.font.id} ${numeral(size)} Tf 1 0 0 1 ${numeral(x + pieces[0]!.x)} ${numeral(y + rise)} Tm [${array.replaceAll('><', '')}] TJ ET`
  }

  private embed(name: AnyFace): Embedded {
    let embedded = this.faces.get(name)
    if (!embedded) {
      this.document.font(name)
      embedded = { face: this.fonts[name]!, font: this.document._font, bodies: new Map() }
      this.faces.set(name, embedded)
    }
    this.document.page.fonts[embedded.font.id] ??= embedded.font.ref()
    return embedded
  }

  private body({ face, font, bodies }: Embedded, shape: Shape): string {
    let body = bodies.get(shape)
    if (body !== undefined) return body
    body = ''
    for (let i = 0; i < shape.glyphs.length; i++) {
      const glyph = shape.glyphs[i]!
      const own = font.subset.includeGlyph(glyph)
      const plain = face.plainAdvance(glyph)
      font.widths[own] ??= plain * 1000
      font.unicode[own] ??= [...shape.text.slice(shape.clusters[i], i + 1 < shape.glyphs.length ? shape.clusters[i + 1] : undefined)].map(
        sign => sign.codePointAt(0)!,
      )
      body += `<${own.toString(16).padStart(4, '0')}>`
      const kern = (plain - shape.advances[i]!) * 1000
      if (Math.abs(kern) > 0.01) body += numeral(kern)
    }
    body = body.replaceAll('><', '')
    bodies.set(shape, body)
    return body
  }
}

const adjustment = (points: number, size: number): string => numeral((-points * 1000) / size)
