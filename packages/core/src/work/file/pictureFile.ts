/** Picture files as they come from outside: told by their bytes, bounded, and refused where they could do harm. */

import { strFromU8 } from 'fflate'
import { imageSize } from 'image-size'
import type { Picture } from '../work.ts'
import { DrawingRefused, readDrawing } from './drawing.ts'
import { readPng } from './pngFile.ts'
import { Refusal } from './refusal.ts'

/** A file that cannot be taken as it is; the message says why and what to do, in plain words. */
export class PictureError extends Refusal {}

const largestFile = 40 * 1024 * 1024
const largestSide = 20_000
const largestDrawing = 8 * 1024 * 1024

/** Of all pixels: what is decoded takes four bytes for each. */
const mostPixels = 80_000_000

export function readPicture(name: string, bytes: Uint8Array): Picture {
  if (bytes.length === 0) throw new PictureError(`“${name}” is empty. Choose another file.`)
  if (bytes.length > largestFile)
    throw new PictureError(
      `“${name}” has ${megabytes(bytes.length)} MB; pictures may have up to ${megabytes(largestFile)} MB. Save it smaller and try again.`,
    )
  const type = typeOf(bytes)
  if (!type) throw new PictureError(`“${name}” is not a picture this program can print. Use SVG, PNG, JPEG, WebP or PDF.`)
  const size: { width: number; height: number; lettering?: number } =
    type === 'image/svg+xml' ? drawingSize(name, bytes) : pixelSize(name, type, bytes)
  if (size.width > largestSide || size.height > largestSide)
    throw new PictureError(
      `“${name}” is ${Math.round(size.width)} × ${Math.round(size.height)}; no side may be longer than ${largestSide}. Save it smaller and try again.`,
    )
  return { name, type, bytes, ...size }
}

function typeOf(bytes: Uint8Array): Picture['type'] | null {
  if (bytes[0] === 0x89 && bytes[1] === 0x50 && bytes[2] === 0x4e && bytes[3] === 0x47) return 'image/png'
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg'
  const start = strFromU8(bytes.subarray(0, 512), true).trimStart()
  return /^(\ufeff|ï»¿)?</.test(start) && /<svg[\s>]|<\?xml|<!--/i.test(start) ? 'image/svg+xml' : null
}

function pixelSize(name: string, type: Picture['type'], bytes: Uint8Array): { width: number; height: number } {
  const size = type === 'image/png' ? readPng(bytes, mostPixels) : jpegSize(bytes)
  if (size === 'tooLarge' || (size && size.width * size.height > mostPixels))
    throw new PictureError(`“${name}” has more than ${mostPixels / 1e6} million pixels. Save it smaller and try again.`)
  if (!size) throw new PictureError(`“${name}” is damaged: it is not whole, or not what it says. Save it again and try once more.`)
  return size
}

const endOfJpeg = [0xff, 0xd9] as const

/** Size of a photograph that goes on to its end; null where it is cut off or none. */
function jpegSize(bytes: Uint8Array): { width: number; height: number } | null {
  let end = bytes.length - 1
  // Cameras write more behind the end.
  while (end > 0 && !(bytes[end] === endOfJpeg[1] && bytes[end - 1] === endOfJpeg[0])) end--
  try {
    const { width, height } = imageSize(bytes)
    return end > 0 && width && height ? { width, height } : null
  } catch {
    // What the reader of headers says would not help the author.
    return null
  }
}

function drawingSize(name: string, bytes: Uint8Array): { width: number; height: number; lettering?: number } {
  if (bytes.length > largestDrawing)
    throw new PictureError(
      `“${name}” is a drawing of ${megabytes(bytes.length)} MB; drawings may have up to ${megabytes(largestDrawing)} MB. Simplify it, or save it as PNG.`,
    )
  try {
    return readDrawing(strFromU8(bytes))
  } catch (error) {
    if (!(error instanceof DrawingRefused)) throw error
    throw new PictureError(
      error.holds
        ? `“${name}” holds ${error.message}, which a picture must not. Save it as a plain drawing, or as PNG.`
        : `“${name}” ${error.message}`,
    )
  }
}

const megabytes = (bytes: number): number => Math.round(bytes / 1024 / 1024)
