/**
 * Reads pages of a PDF that comes from elsewhere, away from the page: each becomes a picture, and what an archive takes of the file stays
 * as it is beside them. PDF.js draws; whatever is in the file, it runs none of it.
 */
import { openForeignFile } from '@steady-ledger/core/dispatch/pdf/foreign/foreignPages.ts'
import { keptPages } from '@steady-ledger/core/dispatch/pdf/foreign/keptPages.ts'
import { looksLikePageFile } from '@steady-ledger/core/work/file/pageFile.ts'
import { encode } from 'fast-png'
import type { PDFDocument } from 'pdf-lib'
import { AnnotationMode, getDocument, VerbosityLevel } from 'pdfjs-dist'
import * as pdfjsWorker from 'pdfjs-dist/build/pdf.worker.mjs'
import { PdfData } from './pdfData.ts'
import type { FromPdfPages, ReadPage, ToPdfPages } from './protocol.ts'

const say = (message: FromPdfPages, moved: Transferable[] = []): void => postMessage(message, { transfer: moved })

// It would start a thread of its own: this is one.
Object.assign(globalThis, { pdfjsWorker })

const mostPages = 2000
/** How fine pictures are, in dots an inch: beside the page itself, and where they are all that there is. */
const fine = { beside: 200, alone: 300 } as const
const mostPixels = 24_000_000
const mostWords = 9000

type Opened = Awaited<ReturnType<typeof getDocument>['promise']>
type Sheet = Awaited<ReturnType<Opened['getPage']>>

let shown: Opened | null = null
let objects: PDFDocument | null = null
/** Why nothing of the file is kept as it is, where its objects cannot be opened. */
let closed = ''

/** Draws where there is no page to draw on. */
class Canvases {
  create(width: number, height: number) {
    const canvas = new OffscreenCanvas(Math.max(1, Math.ceil(width)), Math.max(1, Math.ceil(height)))
    return { canvas, context: canvas.getContext('2d') }
  }
  reset({ canvas }: { canvas: OffscreenCanvas }, width: number, height: number): void {
    canvas.width = Math.max(1, Math.ceil(width))
    canvas.height = Math.max(1, Math.ceil(height))
  }
  destroy({ canvas }: { canvas: OffscreenCanvas }): void {
    canvas.width = 0
    canvas.height = 0
  }
}

/** Filters are parts of a web page, and there is none here: what asks for one is drawn without. */
class NoFilters {
  addFilter(): string {
    return 'none'
  }
  addAlphaFilter = this.addFilter
  addLuminosityFilter = this.addFilter
  addHCMFilter = this.addFilter
  addHighlightHCMFilter = this.addFilter
  destroy(): void {}
}

async function open(name: string, bytes: Uint8Array): Promise<void> {
  if (!looksLikePageFile(bytes)) throw new Error(`“${name}” is not a PDF. Choose another file.`)
  objects = await openForeignFile(bytes.slice()).catch((error: Error) => {
    closed = /encrypted/i.test(error.message) ? 'comes from a file that is locked against changes' : 'is written in a way of its own'
    return null
  })
  const task = getDocument({
    data: bytes,
    disableFontFace: true,
    verbosity: VerbosityLevel.ERRORS,
    useSystemFonts: false,
    isEvalSupported: false,
    CanvasFactory: Canvases,
    FilterFactory: NoFilters,
    BinaryDataFactory: PdfData,
    useWorkerFetch: false,
  })
  // Asked for a password, it would wait for one.
  task.onPassword = () => void task.destroy()
  shown = await task.promise.catch((error: Error) => {
    throw new Error(
      error.name === 'PasswordException' || /password|destroyed/i.test(error.message)
        ? `“${name}” is locked by a password. Save it without one and try again.`
        : `“${name}” is damaged, or was cut off: it cannot be read. Save it again and try once more.`,
    )
  })
  if (shown.numPages > mostPages)
    throw new Error(
      `“${name}” has ${shown.numPages} pages; up to ${mostPages} can be read. Save the pages you need in a file of their own.`,
    )
  say({ kind: 'opened', count: shown.numPages })
}

async function read(pages: readonly number[]): Promise<void> {
  const kept = objects ? await keptPages(objects, pages) : { file: null, left: new Map<number, string>() }
  for (const [index, number] of pages.entries()) {
    const sheet = await shown!.getPage(number)
    const why = kept.left.get(number) ?? (kept.file ? undefined : closed)
    const page: ReadPage = {
      number,
      ...(why === undefined ? {} : { why }),
      words: await wordsOf(sheet),
      png: await drawn(sheet, why !== undefined),
    }
    say({ kind: 'page', page, done: index + 1, of: pages.length }, [page.png.buffer])
    sheet.cleanup()
  }
  say({ kind: 'done', file: kept.file })
}

async function drawn(sheet: Sheet, alone: boolean): Promise<Uint8Array<ArrayBuffer>> {
  const { width, height } = sheet.getViewport({ scale: 1 })
  const wanted = (alone ? fine.alone : fine.beside) / 72
  const viewport = sheet.getViewport({ scale: Math.min(wanted, Math.sqrt(mostPixels / (width * height))) })
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(viewport.width)), Math.max(1, Math.round(viewport.height)))
  const canvasContext = canvas.getContext('2d', { alpha: false })!
  canvasContext.fillStyle = '#fff'
  canvasContext.fillRect(0, 0, canvas.width, canvas.height)
  await sheet.render({
    canvas: canvas as unknown as HTMLCanvasElement,
    canvasContext: canvasContext as unknown as CanvasRenderingContext2D,
    viewport,
    intent: 'print',
    annotationMode: AnnotationMode.ENABLE,
  }).promise
  return pngOf(canvasContext.getImageData(0, 0, canvas.width, canvas.height))
}

/** Without an opacity, and in one sample a pixel where there is no colour: a browser would write four. */
function pngOf({ data, width, height }: ImageData): Uint8Array<ArrayBuffer> {
  const count = width * height
  let grey = true
  for (let i = 0; grey && i < data.length; i += 4) grey = data[i] === data[i + 1] && data[i] === data[i + 2]
  const channels = grey ? 1 : 3
  const samples = new Uint8Array(count * channels)
  for (let pixel = 0; pixel < count; pixel++) for (let i = 0; i < channels; i++) samples[pixel * channels + i] = data[pixel * 4 + i]!
  return new Uint8Array(encode({ data: samples, width, height, depth: 8, channels }))
}

async function wordsOf(sheet: Sheet): Promise<string> {
  const { items } = await sheet.getTextContent()
  return items
    .map(item => ('str' in item ? `${item.str}${item.hasEOL ? ' ' : ''}` : ''))
    .join('')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, mostWords)
}

addEventListener('message', ({ data }: MessageEvent<ToPdfPages>) => {
  const work = data.kind === 'open' ? open(data.name, data.bytes) : read(data.pages)
  work.catch((error: Error) => say({ kind: 'refused', message: error.message }))
})
