/** Reads a PNG (ISO/IEC 15948) once through, without keeping it: whether it is whole, and holds as many pixels as it says. */
import { Unzlib } from 'fflate'
import { crc32 } from './crc32.ts'

const signature = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]
const channels: Record<number, number> = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 }
/** The seven passes of an interlaced picture: where each begins, and how far its pixels are apart. */
export const passes = [
  [0, 0, 8, 8],
  [4, 0, 8, 8],
  [0, 4, 4, 8],
  [2, 0, 4, 4],
  [0, 2, 2, 4],
  [1, 0, 2, 2],
  [0, 1, 1, 2],
] as const

interface Header {
  width: number
  height: number
  bitsPerPixel: number
  palette: boolean
  interlaced: boolean
}

/** Width and height in pixels; null where the file is not what it says. `mostPixels` bounds what is unpacked. */
export function readPng(bytes: Uint8Array, mostPixels: number): { width: number; height: number } | 'tooLarge' | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (signature.some((byte, index) => bytes[index] !== byte)) return null
  let header: Header | null = null
  let palette = false
  const content: Uint8Array[] = []
  for (let at = signature.length; ; ) {
    if (at + 12 > bytes.length) return null
    const length = view.getUint32(at)
    const end = at + 12 + length
    if (end > bytes.length) return null
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8))
    // Chunks with a small first letter may be left out, and are not looked at.
    const critical = name.charCodeAt(0) < 97
    if (critical && crc32(bytes.subarray(at + 4, end - 4)) !== view.getUint32(end - 4)) return null
    if (!header && name !== 'IHDR') return null
    if (name === 'IHDR') {
      header = length === 13 ? headerOf(view, at + 8) : null
      if (!header) return null
      if (header.width * header.height > mostPixels) return 'tooLarge'
    } else if (name === 'PLTE') palette = true
    else if (name === 'IDAT') content.push(bytes.subarray(at + 8, end - 4))
    else if (name === 'IEND') break
    else if (critical) return null
    at = end
  }
  if (!header || (header.palette && !palette) || unpackedLength(content, lengthOf(header)) !== lengthOf(header)) return null
  return { width: header.width, height: header.height }
}

function headerOf(view: DataView, at: number): Header | null {
  const [width, height] = [view.getUint32(at), view.getUint32(at + 4)]
  const [depth, colour, packing, filter, interlace] = [8, 9, 10, 11, 12].map(offset => view.getUint8(at + offset))
  const perPixel = channels[colour ?? -1]
  if (!width || !height || !perPixel || ![1, 2, 4, 8, 16].includes(depth ?? 0) || packing || filter || (interlace ?? 9) > 1) return null
  return { width, height, bitsPerPixel: perPixel * (depth ?? 0), palette: colour === 3, interlaced: interlace === 1 }
}

/** How long the unpacked rows are, each with the byte that says how it is filtered. */
function lengthOf({ width, height, bitsPerPixel, interlaced }: Header): number {
  const rows = (across: number, down: number): number => (across && down ? down * (1 + Math.ceil((across * bitsPerPixel) / 8)) : 0)
  if (!interlaced) return rows(width, height)
  return passes.reduce(
    (sum, [left, top, across, down]) =>
      sum + rows(Math.ceil(Math.max(0, width - left) / across), Math.ceil(Math.max(0, height - top) / down)),
    0,
  )
}

/** How much is given to the inflater at a time, in bytes. */
const step = 1 << 16

/** How long the content is unpacked; it is given up where it is longer than it should be, or broken. */
function unpackedLength(content: readonly Uint8Array[], most: number): number {
  let length = 0
  const unzlib = new Unzlib(part => {
    length += part.length
  })
  try {
    for (const [index, chunk] of content.entries())
      for (let from = 0; from === 0 || from < chunk.length; from += step) {
        if (length > most) return length
        unzlib.push(chunk.subarray(from, from + step), index === content.length - 1 && from + step >= chunk.length)
      }
  } catch {
    return -1
  }
  return length
}
