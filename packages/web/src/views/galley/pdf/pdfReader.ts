/** The thread that reads a PDF from elsewhere: asked how many pages there are, then for some of them, and ended with whoever asked. */

import { newThread } from '../../../workers/newThread.ts'
import type { FromPdfPages, ReadPage, ToPdfPages } from '../../../workers/protocol.ts'

export interface ReadPages {
  pages: ReadPage[]
  /** With the pages that are kept as they are, in the order asked for. */
  file: Uint8Array | null
}

export class PdfReader {
  private readonly thread = newThread('pdfPages')
  private hear: (message: FromPdfPages) => void = () => {}
  private fail: (error: Error) => void = () => {}

  constructor() {
    this.thread.addEventListener('message', ({ data }: MessageEvent<FromPdfPages>) => {
      if (data.kind === 'refused') this.fail(new Error(data.message))
      else this.hear(data)
    })
    this.thread.addEventListener('error', ({ message }) => this.fail(new Error(message || 'PDFs cannot be read in this browser.')))
  }

  private ask<T>(message: ToPdfPages, hear: (answer: FromPdfPages, done: (value: T) => void) => void): Promise<T> {
    return new Promise((resolve, reject) => {
      this.fail = reject
      this.hear = answer => hear(answer, resolve)
      this.thread.postMessage(message)
    })
  }

  /** How many pages there are. Throws words for the author. */
  open(name: string, bytes: Uint8Array): Promise<number> {
    return this.ask({ kind: 'open', name, bytes }, (answer, done) => answer.kind === 'opened' && done(answer.count))
  }

  /** `tell` is told how many of how many pages are read. */
  read(pages: number[], tell: (done: number, of: number) => void): Promise<ReadPages> {
    const read: ReadPage[] = []
    return this.ask({ kind: 'read', pages }, (answer, done) => {
      if (answer.kind === 'page') {
        read.push(answer.page)
        tell(answer.done, answer.of)
      } else if (answer.kind === 'done') done({ pages: read, file: answer.file })
    })
  }

  /** What was asked for is not answered any more. */
  end(): void {
    this.thread.terminate()
  }
}
