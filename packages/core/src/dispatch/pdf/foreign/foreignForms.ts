/** Pages of other PDFs that pictures of a work show, as forms of the PDF that is written. */
import type PDFDocument from 'pdfkit'
import { pageBehind, usedPictures, type Work } from '../../../work/work.ts'
import type { Drawn } from '../pdfPicture.ts'
import { ForeignCopies } from './copyPage.ts'
import { foreignPage, NotForArchive, openForeignFile } from './foreignPages.ts'

export class ForeignForms {
  private readonly forms = new Map<string, Drawn | null>()
  private readonly copies: ForeignCopies
  private readonly files: ReadonlyMap<string, Awaited<ReturnType<typeof openForeignFile>>>

  private constructor(document: PDFDocument, files: ForeignForms['files']) {
    this.copies = new ForeignCopies(document)
    this.files = files
  }

  /** Opens the files behind pictures that a figure of the work shows. What cannot be opened is printed as its picture. */
  static async open(document: PDFDocument, work: Work): Promise<ForeignForms> {
    const files = new Map<string, Awaited<ReturnType<typeof openForeignFile>>>()
    for (const { name, type, bytes } of usedPictures(work))
      if (type === 'application/pdf') {
        const opened = await openForeignFile(bytes).catch(() => null)
        if (opened) files.set(name, opened)
      }
    return new ForeignForms(document, files)
  }

  /** Null where a picture shows no page, or one that cannot stand in our file: then it is printed as the picture that it is. */
  form(picture: string): Drawn | null {
    let form = this.forms.get(picture)
    if (form === undefined) {
      form = this.made(picture)
      this.forms.set(picture, form)
    }
    return form
  }

  private made(picture: string): Drawn | null {
    const behind = pageBehind(picture)
    const file = behind && this.files.get(behind.file)
    if (!file) return null
    try {
      return { name: `Page${this.forms.size}`, reference: this.copies.form(foreignPage(file, behind.page)) }
    } catch (error) {
      if (error instanceof NotForArchive) return null
      throw error
    }
  }
}
