/**
 * PNGs (ISO/IEC 15948) that a PDF does not take as they are packed: see-through ones, whose colours and opacity a PDF keeps apart, and
 * interlaced ones, whose rows come in another order. (pdfkit unpacks those in a thread of its own, which pages of ours do not let begin.)
 */
import { convertIndexedToRgb, type DecodedPng, decode } from 'fast-png'
import { unzlibSync } from 'fflate'
import type PDFDocument from 'pdfkit'
import type { Image, Reference } from 'pdfkit'
import { joinBytes } from '../../work/file/byteStreams.ts'
import { passes } from '../../work/file/pngFile.ts'

/** Samples of 8 bits, row by row. */
export interface Pixels {
  width: number
  height: number
  /** Grey, or red, green and blue. */
  samples: 1 | 3
  colours: Uint8Array
  /** 255 where nothing shines through; null where that is everywhere. */
  opacity: Uint8Array | null
}

const colourType = 25
const interlacing = 28
const withOpacity = new Set([4, 6])

const signature = [0x89, 0x50, 0x4e, 0x47] as const

/** Whether a PDF takes a file as it is packed; it may be no PNG. */
export function isTakenAsPacked(png: Uint8Array): boolean {
  if (signature.some((byte, i) => png[i] !== byte)) return true
  if (png[interlacing] !== 0 || withOpacity.has(png[colourType]!)) return false
  return !chunksOf(png).some(({ name }) => name === 'tRNS')
}

/** A PNG that is written unpacked, in the form in which pdfkit keeps its own. */
export class UnpackedImage implements Image {
  readonly label: string
  readonly width: number
  readonly height: number
  obj: Reference | null = null
  private readonly pixels: Pixels

  constructor(label: string, png: Uint8Array) {
    this.label = label
    this.pixels = pixelsOf(png)
    this.width = this.pixels.width
    this.height = this.pixels.height
  }

  embed(document: PDFDocument): void {
    const { width, height, samples, colours, opacity } = this.pixels
    const written = (data: Record<string, unknown>, content: Uint8Array): Reference => {
      const reference = document.ref({ Type: 'XObject', Subtype: 'Image', Width: width, Height: height, BitsPerComponent: 8, ...data })
      reference.end(content)
      return reference
    }
    const mask = opacity ? { SMask: written({ ColorSpace: 'DeviceGray' }, opacity) } : {}
    this.obj = written({ ColorSpace: samples === 1 ? 'DeviceGray' : 'DeviceRGB', ...mask }, colours)
  }
}

export function pixelsOf(png: Uint8Array): Pixels {
  const decoded = decoding(png)
  // The library reads rows of less than a byte a pixel as they come.
  if (png[interlacing] && decoded.depth < 8) decoded.data = deinterlaced(png, decoded)
  const { width, height } = decoded
  const { data, channels, opaque } = unpacked(decoded)
  const samples = channels < 3 ? 1 : 3
  const count = width * height
  if (channels === samples && !opaque) return { width, height, samples, colours: data, opacity: null }
  const colours = new Uint8Array(count * samples)
  const opacity = new Uint8Array(count)
  let seenThrough = false
  for (let pixel = 0; pixel < count; pixel++) {
    const from = pixel * channels
    for (let i = 0; i < samples; i++) colours[pixel * samples + i] = data[from + i]!
    const own = channels > samples ? data[from + samples]! : opaque!(from) ? 255 : 0
    opacity[pixel] = own
    if (own < 255) seenThrough = true
  }
  return { width, height, samples, colours, opacity: seenThrough ? opacity : null }
}

/** What is said of colours that are clear may be wrong, and is left out then: the picture is whole all the same. */
function decoding(png: Uint8Array): DecodedPng {
  try {
    return decode(png)
  } catch {
    const kept = chunksOf(png).filter(({ name }) => name !== 'tRNS')
    return decode(joinBytes([png.subarray(0, 8), ...kept.map(({ from, to }) => png.subarray(from, to))]))
  }
}

/** With where each stands, from its length to its checksum. */
function chunksOf(png: Uint8Array): { name: string; from: number; to: number }[] {
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength)
  const chunks: { name: string; from: number; to: number }[] = []
  for (let from = 8; from + 8 <= png.length; ) {
    const to = from + 12 + view.getUint32(from)
    chunks.push({ name: String.fromCharCode(...png.subarray(from + 4, from + 8)), from, to })
    from = to
  }
  return chunks
}

/** One byte a sample; `opaque` tells of a sample's place whether it is none of the one colour that is seen through, where there is one. */
function unpacked(png: DecodedPng): { data: Uint8Array; channels: number; opaque?: (at: number) => boolean } {
  const { data, depth, channels, palette, transparency, width, height } = png
  if (palette) return { data: convertIndexedToRgb(png), channels: palette[0]?.length ?? 3 }
  const clear = transparency?.length ? [...transparency] : null
  const opaque = (all: ArrayLike<number>) => (at: number) => clear!.some((value, i) => all[at + i] !== value)
  if (depth === 8) return { data: data as Uint8Array, channels, ...(clear ? { opaque: opaque(data) } : {}) }
  const whole = depth === 16 ? data : eachSample(data, width, height, depth)
  const most = 2 ** depth - 1
  const bytes = Uint8Array.from(whole, value => Math.round((value * 255) / most))
  return { data: bytes, channels, ...(clear ? { opaque: opaque(whole) } : {}) }
}

/** Rows of less than a byte a pixel, as they would be packed were they not interlaced (ISO/IEC 15948, 8.2 and 9.2). */
function deinterlaced(png: Uint8Array, { width, height, depth }: DecodedPng): Uint8Array {
  const packed = unzlibSync(contentOf(png))
  const perRow = Math.ceil((width * depth) / 8)
  const rows = new Uint8Array(perRow * height)
  let at = 0
  for (const [left, top, across, down] of passes) {
    const count = Math.ceil(Math.max(0, width - left) / across)
    const length = Math.ceil((count * depth) / 8)
    let above = new Uint8Array(length)
    for (let y = top; count > 0 && y < height; y += down) {
      const row = unfiltered(packed[at]!, packed.slice(at + 1, at + 1 + length), above)
      at += 1 + length
      above = row
      for (let i = 0; i < count; i++) {
        const bit = (left + i * across) * depth
        const sample = (row[(i * depth) >> 3]! >> (8 - depth - ((i * depth) & 7))) & (2 ** depth - 1)
        rows[y * perRow + (bit >> 3)]! |= sample << (8 - depth - (bit & 7))
      }
    }
  }
  return rows
}

function unfiltered(filter: number, row: Uint8Array<ArrayBuffer>, above: Uint8Array): Uint8Array<ArrayBuffer> {
  for (let i = 0; i < row.length; i++) {
    const [a, b, c] = [row[i - 1] ?? 0, above[i]!, above[i - 1] ?? 0]
    row[i]! += filter === 1 ? a : filter === 2 ? b : filter === 3 ? (a + b) >> 1 : filter === 4 ? nearest(a, b, c) : 0
  }
  return row
}

function nearest(a: number, b: number, c: number): number {
  const [toA, toB, toC] = [Math.abs(b - c), Math.abs(a - c), Math.abs(a + b - 2 * c)]
  return toA <= toB && toA <= toC ? a : toB <= toC ? b : c
}

const contentOf = (png: Uint8Array): Uint8Array =>
  joinBytes(chunksOf(png).flatMap(({ name, from, to }) => (name === 'IDAT' ? [png.subarray(from + 8, to - 4)] : [])))

/** Grey samples of less than a byte, of which each row begins with a byte. */
function eachSample(data: ArrayLike<number>, width: number, height: number, depth: number): Uint8Array {
  const samples = new Uint8Array(width * height)
  const perRow = Math.ceil((width * depth) / 8)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const bit = x * depth
      samples[y * width + x] = (data[y * perRow + (bit >> 3)]! >> (8 - depth - (bit & 7))) & (2 ** depth - 1)
    }
  return samples
}
