/** What of a PDF from elsewhere goes into a work: the pages that are asked for, and of them those that an archive takes, in one file. */
import { PDFDocument, PDFName } from 'pdf-lib'
import { largestPageFile } from '../../../work/file/pageFile.ts'
import { foreignPage, NotForArchive } from './foreignPages.ts'

export interface KeptPages {
  /** With the pages that are kept, in the order asked for; null where there is none. */
  file: Uint8Array | null
  /** By number, from 1: why a page is not in it. */
  left: Map<number, string>
}

/** What the pages of a file say of themselves beside what they show. */
const beside = ['Annots', 'AA', 'B', 'Metadata', 'PieceInfo', 'StructParents', 'Tabs', 'Thumb', 'TrimBox', 'BleedBox', 'ArtBox'].map(name =>
  PDFName.of(name),
)

export async function keptPages(source: PDFDocument, pages: readonly number[]): Promise<KeptPages> {
  const left = new Map<number, string>()
  const kept = pages.filter(number => {
    try {
      foreignPage(source, number)
      return true
    } catch (error) {
      if (!(error instanceof NotForArchive)) throw error
      left.set(number, error.message)
      return false
    }
  })
  const file = kept.length ? await fileOf(source, kept) : null
  if (!file || file.length <= largestPageFile) return { file, left }
  for (const number of kept) left.set(number, 'is part of more than a work can hold')
  return { file: null, left }
}

async function fileOf(source: PDFDocument, pages: readonly number[]): Promise<Uint8Array> {
  const file = await PDFDocument.create({ updateMetadata: false })
  const all = source.getPages()
  for (const number of pages) for (const key of beside) all[number - 1]!.node.delete(key)
  const copies = await file.copyPages(
    source,
    pages.map(number => number - 1),
  )
  for (const copy of copies) file.addPage(copy)
  return file.save()
}
