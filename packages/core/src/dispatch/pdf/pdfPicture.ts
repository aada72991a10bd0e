/** Pictures in a PDF: pixels as images, SVG and pages of other PDFs as forms; each is written once, however often it stands. */
import { strFromU8 } from 'fflate'
import type PDFDocument from 'pdfkit'
import type { Image, Page, Reference } from 'pdfkit'
import svgToPdf from 'svg-to-pdfkit'
import { type Picture, shownPicture } from '../../work/work.ts'
import type { ForeignForms } from './foreign/foreignForms.ts'
import { numeral } from './pdfText.ts'

/** What is drawn by its name. */
export interface Drawn {
  name: string
  reference: Reference
}

export class PdfPictures {
  private readonly forms = new Map<string, Drawn>()
  private readonly images = new Map<string, Image>()
  private readonly document: PDFDocument
  private readonly pictures: Map<string, Picture>
  private readonly foreign: ForeignForms | null

  constructor(document: PDFDocument, pictures: Map<string, Picture>, foreign: ForeignForms | null) {
    this.document = document
    this.pictures = pictures
    this.foreign = foreign
  }

  /** Draws a picture with its top left corner at a point, y downwards from the page's upper edge. Content is in pdfkit's flipped space. */
  draw(name: string, x: number, y: number, width: number, height: number): void {
    const picture = shownPicture(this.pictures, name)
    if (!picture) return
    const page = this.foreign?.form(name)
    if (page) {
      this.upright(page, x, y, width, height)
      return
    }
    if (picture.type === 'image/svg+xml') {
      const form = this.form(picture)
      this.document.page.xobjects[form.name] = form.reference
      const scale = [width / picture.width, height / picture.height].map(value => value.toFixed(5))
      this.document.addContent(`q ${scale[0]} 0 0 ${scale[1]} ${numeral(x)} ${numeral(y)} cm /${form.name} Do Q`)
      return
    }
    let image = this.images.get(name)
    if (!image) {
      image = this.document.openImage(picture.bytes)
      this.images.set(name, image)
    }
    this.document.image(image, x, y, { width, height })
  }

  /** What stands in a square of 1 by 1, y upwards. */
  private upright({ name, reference }: Drawn, x: number, y: number, width: number, height: number): void {
    this.document.page.xobjects[name] = reference
    this.document.addContent(`q ${numeral(width)} 0 0 ${numeral(-height)} ${numeral(x)} ${numeral(y + height)} cm /${name} Do Q`)
  }

  /** Draws the SVG on a page that is never shown and keeps what was drawn as a form. */
  private form(picture: Picture): Drawn {
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
