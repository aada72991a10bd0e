/** Picture files as they come from outside: told by their bytes, bounded, and refused where they could do harm. */

import { strFromU8 } from 'fflate'
import { imageSize } from 'image-size'
import { SaxesParser } from 'saxes'
import type { Picture } from '../work.ts'
import { Refusal } from './refusal.ts'

/** A file that cannot be taken as it is; the message says why and what to do, in plain words. */
export class PictureError extends Refusal {}

const largestFile = 40 * 1024 * 1024
const largestSide = 20_000
const largestDrawing = 8 * 1024 * 1024

const forbiddenElements = new Set([
  'script',
  'foreignobject',
  'iframe',
  'object',
  'embed',
  'audio',
  'video',
  'handler',
  'set',
  'animate',
  'animatetransform',
  'animatemotion',
])

export function readPicture(name: string, bytes: Uint8Array): Picture {
  if (bytes.length === 0) throw new PictureError(`“${name}” is empty. Choose another file.`)
  if (bytes.length > largestFile)
    throw new PictureError(
      `“${name}” has ${megabytes(bytes.length)} MB; pictures may have up to ${megabytes(largestFile)} MB. Save it smaller and try again.`,
    )
  const type = typeOf(bytes)
  if (!type) throw new PictureError(`“${name}” is not a picture this program can print. Use SVG, PNG, JPEG or WebP.`)
  const size = type === 'image/svg+xml' ? drawingSize(name, bytes) : pixelSize(name, bytes)
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

function pixelSize(name: string, bytes: Uint8Array): { width: number; height: number } {
  try {
    const { width, height } = imageSize(bytes)
    if (width && height) return { width, height }
  } catch {
    // The message below says what the author can do; what the reader of headers says would not.
  }
  throw new PictureError(`“${name}” is damaged: its size cannot be read. Save it again and try once more.`)
}

/** An address in a style that is not of the drawing itself. */
const leadsOutside = /url\((?!\s*['"]?\s*#)/i

/** Size in user units from the view box, else from width and height. */
function drawingSize(name: string, bytes: Uint8Array): { width: number; height: number } {
  if (bytes.length > largestDrawing)
    throw new PictureError(
      `“${name}” is a drawing of ${megabytes(bytes.length)} MB; drawings may have up to ${megabytes(largestDrawing)} MB. Simplify it, or save it as PNG.`,
    )
  let size: { width: number; height: number } | null = null
  let depth = 0
  const parser = new SaxesParser()
  const refuse = (what: string): never => {
    throw new PictureError(`“${name}” holds ${what}, which a picture must not. Save it as a plain drawing, or as PNG.`)
  }
  parser.on('error', () => {
    throw new PictureError(`“${name}” is not a well-formed drawing. Save it again and try once more.`)
  })
  parser.on('doctype', text => {
    if (text.includes('[')) refuse('definitions of its own')
  })
  parser.on('opentag', tag => {
    if (++depth > 200) refuse('too deep a nesting')
    const element = tag.name.toLowerCase().replace(/^.*:/, '')
    if (forbiddenElements.has(element)) refuse(`a “${element}” element`)
    for (const [key, value] of Object.entries(tag.attributes as Record<string, string>)) {
      const attribute = key.toLowerCase()
      if (attribute.startsWith('on')) refuse('a script')
      if (/(^|:)href$/.test(attribute) && !/^(#|data:image\/(png|jpeg);)/i.test(value.trim())) refuse('a link to something outside')
      if (leadsOutside.test(value) || /javascript:/i.test(value)) refuse('a link to something outside')
    }
    if (!size && element === 'svg') size = sizeFrom(tag.attributes as Record<string, string>)
  })
  parser.on('text', text => {
    if (/@import/i.test(text) || leadsOutside.test(text)) refuse('a link to something outside')
  })
  parser.on('closetag', () => void depth--)
  parser.write(strFromU8(bytes)).close()
  if (!size) throw new PictureError(`“${name}” does not say how large it is. Give the drawing a width and a height.`)
  return size
}

function sizeFrom(attributes: Record<string, string>): { width: number; height: number } | null {
  const box = attributes.viewBox
    ?.trim()
    .split(/[\s,]+/)
    .map(Number)
  const [, , width = Number.parseFloat(attributes.width ?? ''), height = Number.parseFloat(attributes.height ?? '')] = box ?? []
  return width > 0 && height > 0 ? { width, height } : null
}

const megabytes = (bytes: number): number => Math.round(bytes / 1024 / 1024)
