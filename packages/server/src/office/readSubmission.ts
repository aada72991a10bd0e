/**
 * Reads a PDF as an office does, from the file alone and by libraries that had no part in writing it: pdf-lib for its objects, PDF.js (as
 * unpdf packs it) for its text. ISO 32000-1 names every key that is looked for.
 */
import {
  decodePDFRawStream,
  PDFArray,
  PDFDict,
  PDFDocument,
  PDFHexString,
  PDFName,
  PDFNumber,
  PDFRawStream,
  PDFRef,
  PDFString,
} from 'pdf-lib'
import { getDocumentProxy } from 'unpdf'

/** In points from the lower left corner of the sheet. */
export interface Extent {
  left: number
  right: number
  bottom: number
  top: number
}

export interface PageFacts {
  /** Null where the file says none. */
  label: string | null
  width: number
  height: number
  turned: boolean
  /** Of what stands in it but running heads, folios and rules; null where that is nothing. */
  extent: Extent | null
  words: string[]
}

export interface PdfFacts {
  pages: PageFacts[]
  bookmarks: { title: string; page: number }[]
  /** Names of the faces that are not in the file. */
  facesMissing: string[]
  /** “2A”; empty where it does not call itself an archive file. */
  archive: string
  tagged: boolean
  title: string
  language: string
  /** Indexes of pages with a picture that has no description. */
  undescribed: number[]
}

/** Said to the author as it is. */
export class NotReadable extends Error {}

const mostPages = 5000

export async function readSubmission(bytes: Uint8Array): Promise<PdfFacts> {
  if (!String.fromCharCode(...bytes.subarray(0, 1024)).includes('%PDF-')) throw new NotReadable('The file is not a PDF.')
  const document = await PDFDocument.load(bytes, { updateMetadata: false, throwOnInvalidObject: false }).catch((error: Error) => {
    throw new NotReadable(
      /encrypted/i.test(error.message) ? 'The file is locked by a password.' : 'The PDF is damaged, or was cut off: it cannot be read.',
    )
  })
  const count = document.getPageCount()
  if (count === 0) throw new NotReadable('The PDF has no page.')
  if (count > mostPages) throw new NotReadable(`The PDF has more than ${mostPages} pages.`)
  const objects = objectsIn(document)
  const texts = await textsIn(bytes).catch(() => {
    throw new NotReadable('The text of the PDF cannot be read.')
  })
  const pages = document.getPages().map((page, index): PageFacts => {
    const { width, height } = page.getCropBox()
    const { label, words, extents } = texts.pages[index] ?? { label: null, words: [], extents: [] }
    const boxes = [...extents, ...(objects.boxes.get(page.ref.toString()) ?? [])]
    return { label, width, height, turned: page.getRotation().angle % 180 !== 0, words, extent: boxes.length ? boxes.reduce(around) : null }
  })
  const { catalog } = document
  const order = new Map(document.getPages().map((page, index) => [page.ref.toString(), index]))
  return {
    pages,
    bookmarks: texts.bookmarks,
    facesMissing: objects.facesMissing,
    archive: archiveOf(document),
    tagged: catalog.lookupMaybe(PDFName.of('StructTreeRoot'), PDFDict) !== undefined,
    title: document.getTitle() ?? '',
    language: wordsOf(catalog.lookup(PDFName.of('Lang'))),
    undescribed: objects.undescribed.flatMap(page => order.get(page) ?? []),
  }
}

const around = (a: Extent, b: Extent): Extent => ({
  left: Math.min(a.left, b.left),
  right: Math.max(a.right, b.right),
  bottom: Math.min(a.bottom, b.bottom),
  top: Math.max(a.top, b.top),
})

const wordsOf = (value: unknown): string => (value instanceof PDFString || value instanceof PDFHexString ? value.decodeText() : '')
const nameOf = (dict: PDFDict, key: string): string => {
  const value = dict.lookup(PDFName.of(key))
  return value instanceof PDFName ? value.decodeText() : ''
}

/** What lies anywhere in the file: faces, and elements of the structure that say where they stand. */
function objectsIn(document: PDFDocument): { facesMissing: string[]; boxes: Map<string, Extent[]>; undescribed: string[] } {
  const facesMissing = new Set<string>()
  const boxes = new Map<string, Extent[]>()
  const undescribed: string[] = []
  for (const [, object] of document.context.enumerateIndirectObjects()) {
    if (!(object instanceof PDFDict)) continue
    const type = nameOf(object, 'Type')
    if (type === 'Font' && !['Type0', 'Type3'].includes(nameOf(object, 'Subtype'))) {
      const descriptor = object.lookup(PDFName.of('FontDescriptor'))
      const holds = (key: string): boolean => descriptor instanceof PDFDict && descriptor.has(PDFName.of(key))
      if (!holds('FontFile') && !holds('FontFile2') && !holds('FontFile3'))
        facesMissing.add(nameOf(object, 'BaseFont') || 'one without a name')
    }
    // They need not say their type (14.7.2).
    if ((type !== 'StructElem' && type !== '') || !nameOf(object, 'S') || !object.has(PDFName.of('P'))) continue
    const page = pageOf(object)
    if (nameOf(object, 'S') === 'Figure' && !wordsOf(object.lookup(PDFName.of('Alt'))) && !wordsOf(object.lookup(PDFName.of('ActualText'))))
      undescribed.push(page)
    const box = boxOf(object)
    if (box && page) boxes.set(page, [...(boxes.get(page) ?? []), box])
  }
  return { facesMissing: [...facesMissing].sort(), boxes, undescribed }
}

/** The page that an element of the structure stands on: its own, or that of the first piece of it (ISO 32000-1, 14.7.4). */
function pageOf(element: PDFDict, depth = 0): string {
  const own = element.get(PDFName.of('Pg'))
  if (own || depth > 20) return own?.toString() ?? ''
  const kids = element.lookup(PDFName.of('K'))
  for (const kid of kids instanceof PDFArray ? kids.asArray() : [kids]) {
    const found = kid instanceof PDFRef ? element.context.lookup(kid) : kid
    const page = found instanceof PDFDict ? pageOf(found, depth + 1) : ''
    if (page) return page
  }
  return ''
}

/** ISO 32000-1, 14.8.5.4: the layout attribute BBox. */
function boxOf(element: PDFDict): Extent | null {
  const attributes = element.lookup(PDFName.of('A'))
  for (const each of attributes instanceof PDFArray ? attributes.asArray().map(one => element.context.lookup(one)) : [attributes]) {
    const box = each instanceof PDFDict ? each.lookup(PDFName.of('BBox')) : null
    if (!(box instanceof PDFArray) || box.size() !== 4) continue
    const numbers = box.asArray().map(one => element.context.lookup(one))
    const [a, b, c, d] = numbers.map(one => (one instanceof PDFNumber ? one.asNumber() : Number.NaN)) as [number, number, number, number]
    if ([a, b, c, d].every(Number.isFinite))
      return { left: Math.min(a, c), right: Math.max(a, c), bottom: Math.min(b, d), top: Math.max(b, d) }
  }
  return null
}

/** What the metadata say of it (ISO 19005-2, 6.6.4): part and level. */
function archiveOf(document: PDFDocument): string {
  const stream = document.catalog.lookup(PDFName.of('Metadata'))
  if (!(stream instanceof PDFRawStream)) return ''
  const xmp = new TextDecoder().decode(decodePDFRawStream(stream).decode())
  const [, part = ''] = /pdfaid:part(?:>|=["'])\s*(\d)/.exec(xmp) ?? []
  const [, level = ''] = /pdfaid:conformance(?:>|=["'])\s*([A-Za-z])/.exec(xmp) ?? []
  return `${part}${level.toUpperCase()}`
}

/** As PDF.js gives it: text, or the begin or end of marked content. */
interface TextItem {
  type?: string
  tag?: string
  str?: string
  hasEOL?: boolean
  transform?: number[]
  width?: number
  height?: number
}

async function textsIn(bytes: Uint8Array): Promise<{
  pages: { label: string | null; words: string[]; extents: Extent[] }[]
  bookmarks: PdfFacts['bookmarks']
}> {
  // It takes the bytes to itself.
  const document = await getDocumentProxy(new Uint8Array(bytes), { verbosity: 0 })
  try {
    const labels = await document.getPageLabels()
    const pages = []
    for (let number = 1; number <= document.numPages; number++) {
      const page = await document.getPage(number)
      const { items } = await page.getTextContent({ includeMarkedContent: true, disableNormalization: true })
      pages.push({ label: labels?.[number - 1] || null, ...textOf(items as TextItem[]) })
      page.cleanup()
    }
    const bookmarks: PdfFacts['bookmarks'] = []
    for (const { title, dest } of (await document.getOutline()) ?? []) {
      const place = typeof dest === 'string' ? await document.getDestination(dest) : dest
      const index = place?.[0] && typeof place[0] === 'object' ? await document.getPageIndex(place[0]).catch(() => -1) : -1
      bookmarks.push({ title, page: index })
    }
    return { pages, bookmarks }
  } finally {
    await document.loadingTask.destroy()
  }
}

/** How far letters reach above and below their line, in parts of their size. */
const ascent = 0.66
const descent = 0.2

function textOf(items: readonly TextItem[]): { words: string[]; extents: Extent[] } {
  const within: boolean[] = []
  const extents: Extent[] = []
  let text = ''
  for (const { type, tag, str = '', hasEOL, transform, width = 0, height = 0 } of items) {
    if (type === 'endMarkedContent') within.pop()
    else if (type !== undefined) within.push(tag === 'Artifact')
    else if (!within.includes(true)) {
      text += `${str}${hasEOL ? '\n' : ''}`
      if (!transform || !str.trim()) continue
      const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = transform
      const along = Math.hypot(a, b) || 1
      const up = Math.hypot(c, d) || 1
      const corners = [0, width].flatMap(x =>
        [-descent * height, ascent * height].map(y => [e + (a / along) * x + (c / up) * y, f + (b / along) * x + (d / up) * y] as const),
      )
      extents.push({
        left: Math.min(...corners.map(([x]) => x)),
        right: Math.max(...corners.map(([x]) => x)),
        bottom: Math.min(...corners.map(([, y]) => y)),
        top: Math.max(...corners.map(([, y]) => y)),
      })
    }
  }
  return {
    words: text
      .replace(/\u00ad\s*/g, '')
      .split(/\s+/u)
      .filter(word => /[\p{L}\p{N}]/u.test(word)),
    extents,
  }
}
