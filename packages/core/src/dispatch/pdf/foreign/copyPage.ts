/** Takes what a page from elsewhere is made of into the PDF that is written: each object once, however many pages use it. */
import { PDFArray, PDFDict, type PDFObject, PDFRawStream, PDFRef } from 'pdf-lib'
import type PDFDocument from 'pdfkit'
import type { Reference } from 'pdfkit'
import { type ForeignPage, isLeftBehind } from './foreignPages.ts'

/** Stands in pdfkit's objects as it is written. */
class Written {
  private readonly text: string
  constructor(text: string) {
    this.text = text
  }
  get [Symbol.toStringTag](): string {
    return 'Written'
  }
  toString(): string {
    return this.text
  }
}

export class ForeignCopies {
  /** By the object; those of all files together, for they are told apart by themselves. */
  private readonly copies = new Map<PDFObject, Reference>()
  private readonly document: PDFDocument

  constructor(document: PDFDocument) {
    this.document = document
  }

  /** The page as a form that stands in a square of 1 by 1. */
  form(page: ForeignPage): Reference {
    const text = (value: PDFObject): string => this.text(page, value)
    const form = this.document.ref({
      Type: 'XObject',
      Subtype: 'Form',
      BBox: new Written(`[${page.box.join(' ')}]`),
      Matrix: new Written(`[${page.matrix.map(value => value.toFixed(9)).join(' ')}]`),
      Resources: new Written(text(page.resources)),
      ...(page.group ? { Group: new Written(text(page.group)) } : {}),
    })
    form.end(page.content)
    return form
  }

  private text(page: ForeignPage, value: PDFObject): string {
    if (value instanceof PDFRef) return this.reference(page, value)
    if (value instanceof PDFRawStream) throw new Error('A stream that is no object of its own.')
    if (value instanceof PDFArray)
      return `[${value
        .asArray()
        .map(each => this.text(page, each))
        .join(' ')}]`
    if (value instanceof PDFDict) return `<<${this.entries(page, value, value).join('\n')}>>`
    return value.toString()
  }

  private entries(page: ForeignPage, dict: PDFDict, holder: PDFObject): string[] {
    return dict.entries().flatMap(([key, value]) => (isLeftBehind(holder, key) ? [] : [`${key} ${this.text(page, value)}`]))
  }

  private reference(page: ForeignPage, place: PDFRef): string {
    const found = page.document.context.lookup(place)
    // What leads nowhere is nothing (ISO 32000-1, 7.3.10).
    if (!found) return 'null'
    const known = this.copies.get(found)
    if (known) return `${known}`
    const made = this.document.ref({})
    this.copies.set(found, made)
    const cleaned = found instanceof PDFRawStream ? page.cleaned.get(found) : undefined
    if (found instanceof PDFRawStream) {
      const data: Record<string, unknown> = {}
      for (const [key, value] of found.dict.entries()) {
        const name = key.asString().slice(1)
        if (isLeftBehind(found, key) || (cleaned && (name === 'Filter' || name === 'DecodeParms'))) continue
        data[name] = new Written(this.text(page, value))
      }
      made.data = data
      made.compress = cleaned !== undefined
      made.end(cleaned ?? found.contents)
    } else {
      ;(made as { data: unknown }).data = new Written(this.text(page, found))
      made.end()
    }
    return `${made}`
  }
}
