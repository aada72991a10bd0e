/** Pictures in a PDF: pixels as images, SVG as forms; each is written once, however often it stands. */
import { strFromU8 } from 'fflate'
import type PDFDocument from 'pdfkit'
import type { Page, Reference } from 'pdfkit'
import svgToPdf from 'svg-to-pdfkit'
import type { Picture } from '../../work/work.ts'
import { numeral } from './pdfText.ts'

export class PdfPictures {
  private readonly forms = new Map<string, { name: string; reference: Reference }>()
  private readonly document: PDFDocument
  private readonly pictures: Map<string, Picture>

  constructor(document: PDFDocument, pictures: Map<string, Picture>) {
    this.document = document
    this.pictures = pictures
  }

  /** Draws a picture with its top left corner at a point, y downwards from the page's upper edge. Content is in pdfkit's flipped space. */
  draw(name: string, x: number, y: number, width: number, height: number): void {
    const picture = this.pictures.get(name)
    if (!picture) return
    if (picture.type !== 'image/svg+xml') {
      this.document.image(picture.bytes, x, y, { width, height })
      return
    }
    const form = this.form(picture)
    this.document.page.xobjects[form.name] = form.reference
    const scale = [width / picture.width, height / picture.height].map(value => value.toFixed(5))
    this.document.addContent(`q ${scale[0]} 0 0 ${scale[1]} ${numeral(x)} ${numeral(y)} cm /${form.name} Do Q`)
  }

  /** Draws the SVG on a page that is never shown and keeps what was drawn as a form. */
  private form(picture: Picture): { name: string; reference: Reference } {
    let form = this.forms.get(picture.name)
    if (form) return form
    const { document } = this
    const shown = document.page
    const transform = document._ctm
    const scratch: Page = new (shown.constructor as new (document: PDFDocument, options: object) => Page)(document, {
      size: [picture.width, picture.height],
      margin: 0,
    })
    document.page = scratch
    document._ctm = [1, 0, 0, 1, 0, 0]
    try {
      svgToPdf(document, strFromU8(picture.bytes), 0, 0, {
        width: picture.width,
        height: picture.height,
        assumePt: true,
        fontCallback: (family: string, bold: boolean) =>
          /serif/i.test(family) && !/sans/i.test(family) ? (bold ? 'serifBold' : 'serif') : bold ? 'sansSemibold' : 'sans',
      })
    } finally {
      document.page = shown
      document._ctm = transform
    }
    Object.assign(scratch.content.data, {
      Type: 'XObject',
      Subtype: 'Form',
      BBox: [0, 0, picture.width, picture.height],
      Resources: scratch.resources,
    })
    scratch.content.end()
    scratch.resources.end()
    scratch.dictionary.data = {}
    scratch.dictionary.end()
    form = { name: `Picture${this.forms.size}`, reference: scratch.content }
    this.forms.set(picture.name, form)
    return form
  }
}
