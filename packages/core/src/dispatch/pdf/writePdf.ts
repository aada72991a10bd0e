/**
 * A PDF of a turnover (ISO 32000-1): the pages the screen shows, with embedded subset fonts, links, bookmarks, page labels, structure tags
 * and metadata.
 */
import type PDFDocument from 'pdfkit'
import type { StructureElement } from 'pdfkit'
import { toBytes } from 'pdfkit/output'
import { speakMathMl } from '../../formulas/spoken/speak.ts'
import type { FormulaDrawing } from '../../formulas/typesetter.ts'
import { identityIn } from '../../numbers/occurrences.ts'
import type { Box, Mark, Placed, Structure } from '../../pages/box.ts'
import type { Page } from '../../pages/page.ts'
import type { Turnover } from '../../turnover/turnover.ts'
import type { AnyFace, Fonts } from '../../type/fonts.ts'
import type { Lead } from '../../type/inline.ts'
import type { FormulaPiece, LinePiece, TextPiece } from '../../type/line.ts'
import { titleOf } from '../../work/schema.ts'
import { PdfDocument } from './pdfDocument.ts'
import { PdfFormulas } from './pdfFormula.ts'
import { PdfPictures } from './pdfPicture.ts'
import { numeral, PdfText } from './pdfText.ts'

export interface PdfOptions {
  /** Stands in the file as its date of creation; the core has no clock. */
  date: Date
  /** Called after every page; returning false stops the writing, which then fails. */
  onPage?(done: number, of: number): boolean | undefined
}

export class Cancelled extends Error {}

export async function writePdf(turnover: Turnover, fonts: Fonts, { date, onPage }: PdfOptions): Promise<Uint8Array> {
  const { work, pages } = turnover
  const document = new PdfDocument({
    autoFirstPage: false,
    margin: 0,
    pdfVersion: '1.7',
    lang: work.settings.language,
    displayTitle: true,
    tagged: true,
    subset: 'PDF/UA',
    font: null,
    fontLayoutCache: false,
    info: {
      Title: titleOf(work.doc),
      Author: work.settings.author,
      Keywords: work.settings.keywords.join(', '),
      Creator: 'Steady Ledger',
      Producer: 'Steady Ledger',
      CreationDate: date,
      ModDate: date,
    },
  })
  const bytes = toBytes(document)
  for (const name of Object.keys(fonts) as AnyFace[]) document.registerFont(name, fonts[name]!.bytes)
  const writer = new PdfWriter(document, turnover, fonts)
  for (const page of pages) {
    writer.page(page)
    if (onPage?.(page.index + 1, pages.length) === false) throw new Cancelled('Writing the PDF was cancelled.')
  }
  writer.finish()
  document.end()
  return bytes
}

class PdfWriter {
  private readonly text: PdfText
  private readonly formulas: PdfFormulas
  private readonly pictures: PdfPictures
  private readonly root: StructureElement
  /** The structure element of each block, open until the end: a block may go on over pages. */
  private readonly elements = new Map<string, StructureElement>()
  private readonly named = new Set<string>()
  private sheet!: Page
  /** What formulas say, by their notation. */
  private readonly said = new Map<string, string>()
  /** The formula that was written last: its rest may stand on the next line. */
  private openFormula: { block: string; source: string; element: StructureElement } | null = null

  private readonly document: PDFDocument
  private readonly turnover: Turnover

  constructor(document: PDFDocument, turnover: Turnover, fonts: Fonts) {
    this.document = document
    this.turnover = turnover
    this.text = new PdfText(document, fonts)
    this.formulas = new PdfFormulas(document)
    this.pictures = new PdfPictures(document, turnover.work.pictures)
    this.root = document.struct('Document')
    document.addStructure(this.root)
  }

  page(page: Page): void {
    this.sheet = page
    this.document.addPage({ size: [page.width, page.height], margin: 0 })
    for (const placed of page.furniture) this.artifact(placed)
    for (const placed of page.placed) this.box(placed)
  }

  finish(): void {
    this.root.end()
    this.outline()
    this.pageLabels()
  }

  private artifact({ x, y, box }: Placed): void {
    this.document.markContent('Artifact', { type: 'Pagination' })
    for (const mark of box.marks) this.mark(mark, x, y)
    this.document.endMarkedContent()
  }

  private box(placed: Placed): void {
    const { x, y, box } = placed
    for (const id of box.begins) this.destination(id, x, y)
    for (const mark of box.marks)
      if (mark.kind === 'line') for (const id of mark.line.anchors ?? []) this.markDestination(id, x, y + mark.baseline)
    for (const mark of box.marks) {
      if (mark.kind === 'rule' || (mark.kind === 'line' && mark.tag === 'Artifact')) {
        this.document.markContent('Artifact', { type: 'Layout' })
        this.mark(mark, x, y)
        this.document.endMarkedContent()
      } else if (mark.kind === 'line') this.line(mark, placed)
      else this.tagged(mark.kind === 'picture' ? 'Figure' : 'Formula', box.block, this.altOf(mark), () => this.mark(mark, x, y))
    }
    const { page } = this.turnover.work.houseStyle
    if (box.lead) this.area(box.lead, x, y, page.width - page.inner - page.outer, box.height, this.elementOf(box))
  }

  /** A place that an index leads to. */
  private markDestination(id: string, x: number, y: number): void {
    if (this.turnover.markPages.has(id)) this.destination(id, x, y)
  }

  private destination(id: string, x: number, y: number): void {
    if (this.named.has(id)) return
    this.named.add(id)
    this.document.addNamedDestination(id, 'XYZ', Math.max(0, x - 12), Math.max(0, y - 12), null)
  }

  /** A line of text: runs of pieces that lead nowhere belong to the block, each that leads somewhere is a link in it. */
  private line(mark: Extract<Mark, { kind: 'line' }>, { x, y, box }: Placed): void {
    const { line } = mark
    const element = mark.within ? this.nested(mark.within) : this.element(mark.tag, box.block)
    const tag = mark.within || mark.tag !== 'Lbl' ? (structureType[mark.tag] ?? mark.tag) : 'P'
    const all = line.pieces
    for (let from = 0; from < all.length; ) {
      const lead = leadOf(all[from]!)
      const language = languageOf(all[from]!)
      let to = from + 1
      while (to < all.length && sameLead(leadOf(all[to]!), lead) && languageOf(all[to]!) === language) to++
      const within = lead ? 'Link' : language ? 'Span' : ''
      const parent = within ? this.document.struct(within, language ? { lang: language } : {}) : element
      if (within) element.add(parent)
      // Formulas stand as what they say among the words around them.
      for (let first = from; first < to; ) {
        let end = first + 1
        const piece = all[first]!
        if (!('formula' in piece)) while (end < to && !('formula' in all[end]!)) end++
        const inner = 'formula' in piece ? this.formulaElement(piece, first === 0, box.block, parent) : parent
        const content = this.document.markStructureContent(inner === parent ? within || tag : 'Formula')
        inner.add(content)
        // Words read apart where they stand apart, also across the end of a link.
        const following = all[end]
        const apart = following ? standsApart(all[end - 1]!, following) : !line.hyphenated
        this.pieces(all.slice(first, end), x + mark.x, y + mark.baseline, apart)
        this.document.endMarkedContent()
        first = end
      }
      if (lead) {
        const first = all[from]!
        const end = all[to - 1]!
        const size = Math.max(...all.slice(from, to).map(piece => piece.size))
        this.area(
          lead,
          x + mark.x + first.x,
          y + mark.baseline - size * 0.9 - riseOf(first),
          widthOf(end) + end.x - first.x,
          size * 1.25,
          parent,
        )
      }
      from = to
    }
  }

  /** The element of a formula in a line. One that its line ended within goes on at the head of the next. */
  private formulaElement({ source, formula }: FormulaPiece, opensLine: boolean, block: string, parent: StructureElement): StructureElement {
    if (formula.goesOn && opensLine && this.openFormula?.block === block && this.openFormula.source === source)
      return this.openFormula.element
    const element = this.document.struct('Formula', { alt: this.words(formula, source) })
    parent.add(element)
    this.openFormula = { block, source, element }
    return element
  }

  /** A formula as it is said, in the language of the work. */
  private words({ mathMl }: FormulaDrawing, source: string): string {
    let words = this.said.get(source)
    if (words === undefined) {
      // What has no words is told as it is written.
      words = speakMathMl(mathMl, this.turnover.work.settings.language) || source
      this.said.set(source, words)
    }
    return words
  }

  /** The clickable area of a link; a link to something that is not on any page is left out. */
  private area(lead: Lead, x: number, y: number, width: number, height: number, structParent: StructureElement): void {
    const options = { structParent, Border: [0, 0, 0] }
    if ('address' in lead)
      this.document.link(x, y, width, height, lead.address, { ...options, Contents: new String(`Link to ${lead.address}`) })
    else {
      const id = 'entry' in lead ? lead.entry : lead.note
      if (!this.turnover.pageIndexOf.has(id) && !this.turnover.markPages.has(id)) return
      const entry = this.turnover.ledger.byId.get(id)
      const name = entry ? `${entry.names.one} ${entry.bare}`.trim() : 'its target'
      this.document.goTo(x, y, width, height, id, { ...options, Contents: new String(`To ${name}`) })
    }
  }

  private altOf(mark: Mark): string {
    return mark.kind === 'picture' ? mark.alternative || 'Picture' : mark.kind === 'formula' ? this.words(mark.formula, mark.source) : ''
  }

  private tagged(tag: string, block: string, alt: string, draw: () => void): void {
    const element = this.document.struct(tag, { alt, placement: 'Block' })
    this.element('P', block).add(element)
    element.add(this.document.markStructureContent(tag))
    draw()
    this.document.endMarkedContent()
  }

  private element(tag: string, block: string): StructureElement {
    return this.nested([`${structureType[tag] ?? tag} ${block}`])
  }

  /** The element a box as a whole belongs to. */
  private elementOf(box: Box): StructureElement {
    const line = box.marks.find(mark => mark.kind === 'line')
    return line?.within ? this.nested(line.within) : this.element('P', box.block)
  }

  /** The innermost of elements within each other; those that are not there yet are made, in the order of reading. */
  private nested(path: Structure): StructureElement {
    let parent = this.root
    for (const key of path) {
      let element = this.elements.get(key)
      if (!element) {
        const tag = key.slice(0, key.indexOf(' '))
        element = this.document.struct(tag)
        if (tag === 'TH') attributesOf(element).A = { O: 'Table', Scope: 'Column' }
        parent.add(element)
        this.elements.set(key, element)
      }
      parent = element
    }
    return parent
  }

  private mark(mark: Mark, x: number, y: number): void {
    const { document } = this
    switch (mark.kind) {
      case 'line':
        this.pieces(mark.line.pieces, x + mark.x, y + mark.baseline, true)
        break
      case 'formula':
        this.upright(this.formulas.draw(mark.formula, mark.size, x + mark.x, this.sheet.height - y - mark.baseline))
        break
      case 'rule':
        document.addContent(`${numeral(x + mark.x)} ${numeral(y + mark.y)} ${numeral(mark.width)} ${numeral(mark.height)} re f`)
        break
      case 'picture':
        this.pictures.draw(mark.picture, x + mark.x, y + mark.y, mark.width, mark.height)
    }
  }

  private pieces(pieces: LinePiece[], x: number, y: number, spaceAfter: boolean): void {
    const up = this.sheet.height - y
    let operators = ''
    for (let from = 0; from < pieces.length; ) {
      const first = pieces[from]!
      let to = from + 1
      if ('formula' in first) operators += `${this.formulas.draw(first.formula, first.size, x + first.x, up)} `
      else {
        while (to < pieces.length && alike(pieces[to]!, first)) to++
        const run = pieces.slice(from, to) as TextPiece[]
        const next = pieces[to]
        const gap = next ? standsApart(run.at(-1)!, next) : spaceAfter
        operators += `${this.text.pieces(run, x, up, gap)} `
      }
      from = to
    }
    this.upright(operators)
  }

  /** pdfkit's pages have y downwards; text and outlines are written with y upwards. */
  private upright(operators: string): void {
    if (operators) this.document.addContent(`q 1 0 0 -1 0 ${numeral(this.sheet.height)} cm ${operators} Q`)
  }

  /** Bookmarks: divisions, and sections to the depth of the contents. */
  private outline(): void {
    const { ledger, work, pageIndexOf } = this.turnover
    const path: { level: number; item: PDFDocument['outline'] }[] = [{ level: -1, item: this.document.outline }]
    for (const entry of ledger.entries) {
      const { item: heading, id } = entry
      if (heading.kind !== 'heading') continue
      const { level, text } = heading
      if (level > work.houseStyle.contents.depth || !text || !pageIndexOf.has(id)) continue
      while (path.at(-1)!.level >= level) path.pop()
      const item = path.at(-1)!.item.addItem(`${entry.bare} ${this.turnover.textOf(text, identityIn(id, text, 0))}`.trim() || 'Untitled')
      item.outlineData.Dest = new String(id)
      path.push({ level, item })
    }
  }

  private pageLabels(): void {
    const nums: unknown[] = []
    let style = ''
    for (const page of this.turnover.pages) {
      const own = page.matter === 'front' && /^[ivxlc]+$/.test(page.label) ? 'r' : 'D'
      if (own !== style) nums.push(page.index, own === 'r' ? { S: 'r' } : { S: 'D', St: Number(page.label) || 1 })
      style = own
    }
    const labels = this.document.ref({ Nums: nums })
    this.document._root.data.PageLabels = labels
    labels.end()
  }
}

/** Our tags that standard structure has other names for. */
const structureType: Record<string, string> = { Title: 'H1', Lbl: 'P' }

/** pdfkit keeps the dictionary of an element to itself; attributes can be set in no other way. */
const attributesOf = (element: StructureElement): Record<string, unknown> =>
  (element as unknown as { dictionary: { data: Record<string, unknown> } }).dictionary.data
const leadOf = (piece: LinePiece): Lead | null => ('shape' in piece ? piece.lead : null)
const languageOf = (piece: LinePiece): string | undefined => ('shape' in piece ? piece.language : undefined)
const sameLead = (a: Lead | null, b: Lead | null): boolean =>
  a === b || (a !== null && b !== null && JSON.stringify(a) === JSON.stringify(b))
const riseOf = (piece: LinePiece): number => ('shape' in piece ? piece.rise : 0)
const widthOf = (piece: TextPiece | FormulaPiece): number => ('shape' in piece ? piece.shape.width : piece.formula.width) * piece.size
/** Whether there is a space between two pieces of a line. */
const standsApart = (piece: LinePiece, next: LinePiece): boolean => next.x - piece.x - widthOf(piece) > piece.size * 0.08
const alike = (piece: LinePiece, first: TextPiece): boolean =>
  'shape' in piece && piece.shape.face === first.shape.face && piece.size === first.size && piece.rise === first.rise
