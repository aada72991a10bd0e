/** pdfkit's document, writing large pieces instead of hundreds of thousands of small ones: the file is the same, byte for byte. */
import PDFDocument, { type Image } from 'pdfkit'
import { bytesOfBase64 } from '../markup/base64.ts'
import { isTakenAsPacked, UnpackedImage } from './pixels.ts'

const pieceSize = 1 << 16

export class PdfDocument extends PDFDocument {
  /** Not written yet, one byte a code unit. Without an initial value: the constructor above this one writes already. */
  declare private waiting: string | undefined

  override _write(data: string | Uint8Array): void {
    if (typeof data !== 'string') {
      this.writeWaiting()
      super._write(data)
      return
    }
    this.waiting = `${this.waiting ?? ''}${data}\n`
    this._offset += data.length + 1
    if (this.waiting.length > pieceSize) this.writeWaiting()
  }

  /** The metadata as a whole is ours: pdfkit's says less, and writes names and titles into it as they are. */
  override endMetadata(): void {
    const metadata = this.ref({ Type: 'Metadata', Subtype: 'XML' })
    metadata.compress = false
    metadata.write(new TextEncoder().encode(this.xmp))
    metadata.end()
    this._root.data.Metadata = metadata
  }

  /** The metadata, to be set before the document ends. */
  xmp = ''

  override openImage(source: Uint8Array | string): Image {
    const data = typeof source === 'string' ? /^data:image\/png;base64,(.*)$/s.exec(source)?.[1] : undefined
    const bytes = typeof source === 'string' ? (data === undefined ? null : bytesOfBase64(data)) : source
    if (!bytes || isTakenAsPacked(bytes)) return super.openImage(source)
    return new UnpackedImage(`I${++this._imageCount}`, bytes)
  }

  override push(chunk: Uint8Array | null): boolean {
    if (chunk === null) this.writeWaiting()
    return super.push(chunk)
  }

  override addPage(options: Record<string, unknown>): this {
    super.addPage(options)
    const { page } = this
    const end = page.end.bind(page)
    const content: string[] = []
    page.write = operators => void content.push(operators)
    page.end = () => {
      page.content.write(content.join('\n'))
      end()
    }
    return this
  }

  private writeWaiting(): void {
    const text = this.waiting
    this.waiting = ''
    if (text) super.push(bytesOf(text))
  }
}

/** Every code unit below 256 as a byte. */
function bytesOf(text: string): Uint8Array {
  const bytes = new Uint8Array(text.length)
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i)
  return bytes
}
