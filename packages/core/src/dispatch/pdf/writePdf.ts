/**
 * A PDF of a turnover (ISO 32000-1): the pages the screen shows, with embedded subset fonts, links, bookmarks, page labels, structure tags
 * and metadata, as ISO 14289-1 (for everyone) and ISO 19005-2, level A (for the archive) ask.
 */
import type PDFDocument from 'pdfkit'
import type { Reference, StructureElement } from 'pdfkit'
import { toBytes } from 'pdfkit/output'
import { speakMathMl } from '../../formulas/spoken/speak.ts'
import type { FormulaDrawing } from '../../formulas/typesetter.ts'
import { romanValue, writeCounter } from '../../numbers/counterForm.ts'
import { identityIn } from '../../numbers/occurrences.ts'
import type { Box, Mark, Placed, Structure, Tag } from '../../pages/box.ts'
import type { Page } from '../../pages/page.ts'
import { onPage, turn } from '../../pages/turned.ts'
import type { Turnover } from '../../turnover/turnover.ts'
import type { AnyFace, Fonts } from '../../type/fonts.ts'
import type { Lead } from '../../type/inline.ts'
import { runsLeftwards } from '../../type/leftwards.ts'
import { type FormulaPiece, type LinePiece, type TextPiece, widthOfPiece } from '../../type/line.ts'
import { titleOf } from '../../work/schema.ts'
import { usedPictures } from '../../work/work.ts'
import { colourProfile, colourSpaceName } from './colourProfile.ts'
import type { ForeignForms } from './foreign/foreignForms.ts'
import { informationOf, metadataOf } from './metadata.ts'
import { PdfDocument } from './pdfDocument.ts'
import { PdfFormulas } from './pdfFormula.ts'
import { PdfPictures } from './pdfPicture.ts'
import { numeral, PdfText, type Surroundings } from './pdfText.ts'
import { type Place, StructureTree, tagOf } from './structureTree.ts'

export interface PdfOptions {
  /** Stands in the file as its date of creation; the core has no clock. */
  date: Date
  /** The work itself, to be carried by the file: it then keeps to ISO 19005-3, which allows that, in place of ISO 19005-2. */
  attached?: { name: string; bytes: Uint8Array }
  /** Called after every page; returning false stops the writing, which then fails. */
  onPage?(done: number, of: number): boolean | undefined
}

export async function writePdf(turnover: Turnover, fonts: Fonts, { date, attached, onPage }: PdfOptions): Promise<Uint8Array> {
  const { work, pages } = turnover
  const { author, keywords, about, language } = work.settings
  const told = { title: titleOf(work.doc), author, keywords, about, language, date, part: attached ? 3 : 2 } as const
  const document = new PdfDocument({
    autoFirstPage: false,
    margin: 0,
    pdfVersion: '1.7',
    lang: language,
    displayTitle: true,
    tagged: true,
    font: null,
    fontLayoutCache: false,
    info: informationOf(told),
  })
  document.xmp = metadataOf(told)
  const bytes = toBytes(document)
  intendColours(document)
  if (attached)
    document.file(attached.bytes, {
      name: attached.name,
      type: 'application/zip',
      relationship: 'Source',
      description: `The work itself: ${told.title}`,
      creationDate: date,
      modifiedDate: date,
    })
  for (const name of Object.keys(fonts) as AnyFace[]) document.registerFont(name, fonts[name]!.bytes)
  // What reads other PDFs is fetched where there are any.
  const foreign = usedPictures(work).some(({ type }) => type === 'application/pdf')
    ? await (await import('./foreign/foreignForms.ts')).ForeignForms.open(document, work)
    : null
  const writer = new PdfWriter(document, turnover, fonts, foreign)
  for (const page of pages) {
    writer.page(page)
    if (onPage?.(page.index + 1, pages.length) === false) throw new Error('Writing the PDF was cancelled.')
  }
  writer.finish()
  document.end()
  return bytes
}

/** What the numbers of colours mean, for whoever prints the file in years. */
function intendColours(document: PDFDocument): void {
  const profile = document.ref({ N: 3 })
  profile.end(colourProfile())
  const intent = document.ref({
    Type: 'OutputIntent',
    S: 'GTS_PDFA1',
    OutputConditionIdentifier: new String(colourSpaceName),
    Info: new String(colourSpaceName),
    DestOutputProfile: profile,
  })
  intent.end()
  document._root.data.OutputIntents = [intent]
}

class PdfWriter {
  private readonly text: PdfText
  private readonly formulas: PdfFormulas
  private readonly pictures: PdfPictures
  private readonly tree: StructureTree
  private readonly named = new Set<string>()
  private sheet!: Page
  /** The turned box that is being written. */
  private frame: Placed | null = null
  /** What formulas say, and the attributes that carry their MathML, by their notation. */
  private readonly said = new Map<string, string>()
  private readonly mathMl = new Map<string, Reference | null>()
  /** The formula that was written last: its rest may stand on the next line. */
  private openFormula: { block: string; source: string; element: StructureElement } | null = null
  private links = 0
  /** Where the space behind a formula has still to be written: outlines hold none. */
  private owedSpace: StructureElement | null = null

  private readonly document: PDFDocument
  private readonly turnover: Turnover

  constructor(document: PDFDocument, turnover: Turnover, fonts: Fonts, foreign: ForeignForms | null) {
    this.document = document
    this.turnover = turnover
    this.text = new PdfText(document, fonts)
    this.formulas = new PdfFormulas(document)
    this.pictures = new PdfPictures(document, turnover.work.pictures, foreign)
    this.tree = new StructureTree(document, turnover)
  }

  page(page: Page): void {
    this.sheet = page
    this.document.addPage({ size: [page.width, page.height], margin: 0 })
    for (const placed of page.furniture) this.artifact(placed)
    for (const placed of page.placed) {
      for (const id of placed.box.begins) this.destination(id, placed)
      if (placed.box.turned) this.turnedBox(placed)
      else this.box(placed)
    }
  }

  /** What is turned is written in its own frame; what leads somewhere is told by where it is on the page. */
  private turnedBox(placed: Placed): void {
    this.frame = placed
    this.document.addContent(`q ${turn(placed).map(numeral).join(' ')} cm`)
    this.box({ ...placed, x: 0, y: 0 })
    this.document.addContent('Q')
    this.frame = null
  }

  /** Where something is on the page, whose place is told in the coordinates that are written in. */
  private where(x: number, y: number, width: number, height: number): Place {
    if (!this.frame) return [x, y, width, height]
    const area = onPage(this.frame, { x, y, width, height })
    return [area.x, area.y, area.width, area.height]
  }

  finish(): void {
    this.tree.end()
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
    for (const mark of box.marks)
      if (mark.kind === 'line') for (const id of mark.line.anchors ?? []) this.markDestination(id, x, y + mark.baseline)
    const link = box.lead && this.isThere(box.lead) ? this.boxLink(box) : null
    for (const mark of box.marks) {
      if (mark.kind === 'rule' || (mark.kind === 'line' && mark.tag === 'Artifact')) {
        this.document.markContent('Artifact', { type: 'Layout' })
        this.mark(mark, x, y)
        this.document.endMarkedContent()
      } else if (mark.kind === 'line') {
        const path = pathOf(mark, box)
        if (link && path.join() === link.path) this.line(mark, placed, link.element, 'Link')
        else {
          // The number of a note stands in it before its text.
          const opens = mark.tag === 'Note' && box.begins.includes(box.block)
          const label = opens ? this.tree.element([path[0]!, `Lbl ${box.block}`], box) : null
          const element = this.tree.element(path, box)
          this.line(mark, placed, element, tagOf(element), label)
        }
      } else if (mark.kind === 'picture') this.picture(mark, placed)
      else this.formula(mark, placed)
    }
    if (link && box.lead) {
      const [left, right] = extentOf(box)
      this.area(box.lead, x + left, y, right - left, box.height, link.element)
      link.element.end()
    }
  }

  /** A box that leads somewhere as a whole, as an entry of a list does, is a link within what its first line stands in. */
  private boxLink(box: Box): { path: string; element: StructureElement } | null {
    const first = box.marks.find(mark => mark.kind === 'line' && mark.tag !== 'Artifact')
    if (first?.kind !== 'line') return null
    const path = pathOf(first, box)
    const key = `${++this.links}`
    const element = this.tree.element([...path, `Reference ${key}`, `Link ${key}`], box)
    return { path: path.join(), element }
  }

  /** A place that an index leads to. */
  private markDestination(id: string, x: number, y: number): void {
    if (!this.turnover.markPages.has(id)) return
    const [left, top] = this.where(x, y, 0, 0)
    this.destination(id, { x: left, y: top })
  }

  private destination(id: string, { x, y }: { x: number; y: number }): void {
    if (this.named.has(id)) return
    this.named.add(id)
    this.document.addNamedDestination(id, 'XYZ', Math.max(0, x - 12), Math.max(0, y - 12), null)
  }

  /** A line of text: runs of pieces that lead nowhere belong to its element, each that leads somewhere is a link in it. */
  private line(
    mark: Extract<Mark, { kind: 'line' }>,
    { x, y, box }: Placed,
    element: StructureElement,
    tag: string,
    label: StructureElement | null = null,
  ): void {
    const { line } = mark
    const all = line.pieces
    const within = (piece: LinePiece, index: number): Within => withinOf(piece, label !== null && index === 0)
    for (let from = 0; from < all.length; ) {
      const own = within(all[from]!, from)
      let to = from + 1
      while (to < all.length && sameWithin(within(all[to]!, to), own)) to++
      const lead = own.lead && this.isThere(own.lead) ? own.lead : null
      const parent = own.label && label ? label : this.inner(element, own, lead)
      const inside = parent === element ? tag : lead ? 'Link' : own.label ? 'Lbl' : 'Span'
      // Formulas stand as what they say among the words around them.
      for (let first = from; first < to; ) {
        let end = first + 1
        const piece = all[first]!
        if (!('formula' in piece)) while (end < to && !('formula' in all[end]!)) end++
        const inner = 'formula' in piece ? this.formulaElement(piece, first === 0, box.block, parent) : parent
        const content = this.document.markStructureContent(inner === parent ? inside : 'Formula')
        inner.add(content)
        // Words read apart where they stand apart, also across the end of a link.
        const following = all[end]
        const last = !following
        const spaceAfter = following ? standsApart(all[end - 1]!, following) : !line.runsOn
        const spaceBefore = !('formula' in piece) && this.owedSpace === element
        this.pieces(all.slice(first, end), x + mark.x, y + mark.baseline, { spaceBefore, spaceAfter, hyphenated: last && line.hyphenated })
        this.owedSpace = 'formula' in piece && spaceAfter ? element : null
        this.document.endMarkedContent()
        first = end
      }
      if (lead) {
        const own = all.slice(from, to)
        const size = Math.max(...own.map(piece => piece.size))
        const left = Math.min(...own.map(piece => piece.x))
        const right = Math.max(...own.map(piece => piece.x + widthOfPiece(piece)))
        this.area(lead, x + mark.x + left, y + mark.baseline - size * 0.9 - riseOf(own[0]!), right - left, size * 1.25, parent)
        // Written while its page is open: pdfkit would note another page for its area.
        parent.end()
        this.openFormula = null
      }
      from = to
    }
  }

  /** The element within that of a line that holds pieces that lead somewhere, are in another language or short for something. */
  private inner(element: StructureElement, { language, expansion }: Within, lead: Lead | null): StructureElement {
    if (!lead && !language && !expansion) return element
    let parent = element
    if (lead && !('address' in lead)) {
      parent = this.document.struct('Reference')
      element.add(parent)
    }
    const own = this.document.struct(lead ? 'Link' : 'Span', {
      ...(language ? { lang: language } : {}),
      ...(expansion ? { expanded: expansion } : {}),
    })
    parent.add(own)
    return own
  }

  /** The element of a formula in a line. One that its line ended within goes on at the head of the next. */
  private formulaElement({ source, formula }: FormulaPiece, opensLine: boolean, block: string, parent: StructureElement): StructureElement {
    if (formula.goesOn && opensLine && this.openFormula?.block === block && this.openFormula.source === source)
      return this.openFormula.element
    const element = this.document.struct('Formula', { alt: this.words(formula, source) })
    this.tree.attribute(element, this.mathMlOf(formula, source))
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

  /** The MathML of a formula as an attribute of its own (ISO 32000-1, 14.7.5.4): one for all places where it stands. */
  private mathMlOf({ mathMl }: FormulaDrawing, source: string): Reference | null {
    let reference = this.mathMl.get(source)
    if (reference === undefined) {
      const written = asciiXml(mathMl)
      // A longer string is none that an archive takes (ISO 19005-2, 6.1.13).
      if (!mathMl || written.length > longestString) {
        this.mathMl.set(source, null)
        return null
      }
      reference = this.document.ref({ O: 'UserProperties', P: [{ N: new String('MathML'), V: new String(written), H: true }] })
      reference.end()
      this.mathMl.set(source, reference)
      this.document.getMarkInfoDictionary().data.UserProperties = true
    }
    return reference
  }

  private isThere(lead: Lead): boolean {
    if ('address' in lead) return true
    const id = 'entry' in lead ? lead.entry : lead.note
    return this.turnover.pageIndexOf.has(id) || this.turnover.markPages.has(id)
  }

  /** The clickable area of a link to something that is there. */
  private area(lead: Lead, left: number, top: number, wide: number, high: number, structParent: StructureElement): void {
    const [x, y, width, height] = this.where(left, top, wide, high)
    const options = { structParent, Border: [0, 0, 0] }
    if ('address' in lead)
      this.document.link(x, y, width, height, lead.address, { ...options, Contents: new String(`Link to ${lead.address}`) })
    else {
      const id = 'entry' in lead ? lead.entry : lead.note
      const entry = this.turnover.ledger.byId.get(id)
      const name = entry ? `${entry.names.one} ${entry.bare}`.trim() : 'its target'
      this.document.goTo(x, y, width, height, id, { ...options, Contents: new String(`To ${name}`) })
    }
  }

  private picture(mark: Extract<Mark, { kind: 'picture' }>, { x, y, box }: Placed): void {
    const element = this.tree.element(mark.within ?? [`Figure ${box.block}`], box)
    this.tree.describe(element, mark.alternative, this.where(x + mark.x, y + mark.y, mark.width, mark.height), this.sheet)
    element.add(this.document.markStructureContent('Figure'))
    this.mark(mark, x, y)
    this.document.endMarkedContent()
  }

  private formula(mark: Extract<Mark, { kind: 'formula' }>, { x, y, box }: Placed): void {
    const { formula, source, size } = mark
    const element = this.document.struct('Formula')
    this.tree.element(mark.within ?? [`P ${box.block}`], box).add(element)
    const top = y + mark.baseline - formula.height * size
    const place = this.where(x + mark.x, top, formula.width * size, (formula.height + formula.depth) * size)
    this.tree.describe(element, this.words(formula, source), place, this.sheet)
    this.tree.attribute(element, this.mathMlOf(formula, source))
    element.add(this.document.markStructureContent('Formula'))
    this.mark(mark, x, y)
    this.document.endMarkedContent()
  }

  private mark(mark: Mark, x: number, y: number): void {
    const { document } = this
    switch (mark.kind) {
      case 'line':
        this.pieces(mark.line.pieces, x + mark.x, y + mark.baseline, { spaceAfter: true, hyphenated: mark.line.hyphenated })
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

  private pieces(pieces: LinePiece[], x: number, y: number, { spaceBefore = false, spaceAfter, hyphenated }: Surroundings): void {
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
        operators += `${this.text.pieces(run, x, up, { spaceBefore: spaceBefore && from === 0, spaceAfter: gap, hyphenated: hyphenated && !next })} `
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
    let expected = ''
    for (const { index, label } of this.turnover.pages) {
      const { rule, next } = labelRule(label)
      if (label !== expected) nums.push(index, rule)
      expected = next
    }
    const labels = this.document.ref({ Nums: nums })
    this.document._root.data.PageLabels = labels
    labels.end()
  }
}

/** A page label as a PDF counts it (ISO 32000-1, 12.4.2), and what the next page is called by that count. */
function labelRule(label: string): { rule: Record<string, unknown>; next: string } {
  const [, before = '', figures = ''] = /^(.*?)(\d+)$/.exec(label) ?? []
  if (figures) {
    const rule = { S: 'D', St: Number(figures), ...(before ? { P: new String(before) } : {}) }
    return { rule, next: `${before}${Number(figures) + 1}` }
  }
  const value = romanValue(label)
  const upper = label === label.toUpperCase()
  return { rule: { S: upper ? 'R' : 'r', St: value }, next: writeCounter(value + 1, upper ? 'romanUpper' : 'romanLower') }
}

/** What a piece of a line stands within, beside the element of the line. */
interface Within {
  lead: Lead | null
  language?: string
  expansion?: string
  /** It is the number of what it opens. */
  label: boolean
}

const plainly: Within = { lead: null, label: false }

function withinOf(piece: LinePiece, opensNote: boolean): Within {
  if (!('shape' in piece)) return plainly
  const { lead, language, expansion, rise } = piece
  const label = opensNote && rise > 0
  if (!lead && !language && !expansion && !label) return plainly
  return { lead, label, ...(language ? { language } : {}), ...(expansion ? { expansion } : {}) }
}
const sameWithin = (a: Within, b: Within): boolean =>
  a === b || (a.language === b.language && a.expansion === b.expansion && a.label === b.label && sameLead(a.lead, b.lead))
const sameLead = (a: Lead | null, b: Lead | null): boolean =>
  a === b || (a !== null && b !== null && JSON.stringify(a) === JSON.stringify(b))

/** Our tags that standard structure has other names for. */
const structureType: Partial<Record<Tag, string>> = { Title: 'H1', Lbl: 'P' }
const pathOf = ({ within, tag }: Extract<Mark, { kind: 'line' }>, { block }: Box): Structure =>
  within ?? [`${structureType[tag] ?? tag} ${block}`]

/** In bytes. */
const longestString = 32_767

/** XML in the letters that a PDF holds in one byte each; the others as references to them. */
const asciiXml = (xml: string): string => xml.replace(/[^\x20-\x7e]/gu, sign => `&#x${sign.codePointAt(0)!.toString(16)};`)

/** From where to where a box shows something, in points from its left edge. */
function extentOf({ marks }: Box): [left: number, right: number] {
  const ends = marks.flatMap((mark): number[] =>
    mark.kind === 'line' && !mark.line.isEmpty ? [mark.x + mark.line.start, mark.x + mark.line.end] : [],
  )
  return ends.length ? [Math.min(...ends), Math.max(...ends)] : [0, 0]
}
const riseOf = (piece: LinePiece): number => ('shape' in piece ? piece.rise : 0)
/** Whether there is a space between two pieces of a line. */
const standsApart = (piece: LinePiece, next: LinePiece): boolean =>
  next.spaced ?? next.x - piece.x - widthOfPiece(piece) > piece.size * 0.08
const alike = (piece: LinePiece, first: TextPiece): boolean =>
  'shape' in piece &&
  piece.fit === first.fit &&
  piece.shape.face === first.shape.face &&
  piece.size === first.size &&
  piece.rise === first.rise &&
  !runsLeftwards(`${piece.shape.features} ${first.shape.features}`)
