/**
 * Faces as files from anywhere: told by their bytes, bounded, and refused where they cannot be read, or where their maker does not let
 * them go into a document. The form is that of ISO/IEC 14496-22.
 */
import type { Picture } from '../work.ts'
import { Refusal } from './refusal.ts'

/** A file that cannot be taken as it is; the message says why and what to do, in plain words. */
export class FaceError extends Refusal {}

const largestFace = 32 * 1024 * 1024
const mostTables = 100

type Signature = 'ttf' | 'otf' | 'collection' | 'packed'
const signatures: Record<number, Signature> = {
  65536: 'ttf',
  1953658213: 'ttf',
  1330926671: 'otf',
  1953784678: 'collection',
  2001684038: 'packed',
  2001684018: 'packed',
}

const viewOf = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
const signatureOf = (bytes: Uint8Array): Signature | undefined => (bytes.length < 12 ? undefined : signatures[viewOf(bytes).getUint32(0)])

/** Whether a file claims to be a face, whatever it is called. */
export const looksLikeFace = (bytes: Uint8Array): boolean => signatureOf(bytes) !== undefined

/** Whether its tables are packed (WOFF2), and have to be unpacked before it is read. */
export const isPackedFace = (bytes: Uint8Array): boolean => signatureOf(bytes) === 'packed'

const needed = ['cmap', 'head', 'hhea', 'hmtx', 'maxp']
/** Bits of what its maker allows (OS/2, fsType): not to be embedded at all, as pictures of its letters alone, only whole. */
const restricted = 0x0002
const lesser = 0x000c
const whole = 0x0100
const bitmapOnly = 0x0200

export function readFace(name: string, bytes: Uint8Array): Picture {
  const damaged = (): FaceError =>
    new FaceError(`“${name}” is damaged: it is not whole, or not what it says. Get it again and try once more.`)
  if (bytes.length > largestFace)
    throw new FaceError(`“${name}” has ${Math.round(bytes.length / 1048576)} MB; a face may have up to ${largestFace / 1048576} MB.`)
  const signature = signatureOf(bytes)
  if (!signature) throw new FaceError(`“${name}” is not a face this program can set. Use a TTF, OTF or WOFF2 file.`)
  if (signature === 'collection') throw new FaceError(`“${name}” holds several faces in one file. Use a file for each face.`)
  if (signature === 'packed') throw new FaceError(`“${name}” is packed. Use the TTF, OTF or WOFF2 file.`)
  const tables = tablesOf(bytes)
  if (!tables) throw damaged()
  if (needed.some(tag => !tables.has(tag))) throw damaged()
  if (!tables.has('glyf') && !tables.has('CFF '))
    throw new FaceError(`“${name}” has no outlines that a press can draw. Use a face with outlines.`)
  refuseForbidden(name, tables.get('OS/2'))
  const head = tables.get('head')!
  const unitsPerEm = head.length >= 54 ? viewOf(head).getUint16(18) : 0
  if (unitsPerEm < 16 || unitsPerEm > 16_384) throw damaged()
  return { name, type: signature === 'otf' ? 'font/otf' : 'font/ttf', bytes, width: 0, height: 0 }
}

/** The tables of a face by name; null where its directory does not hold. */
function tablesOf(bytes: Uint8Array): Map<string, Uint8Array> | null {
  const view = viewOf(bytes)
  const count = view.getUint16(4)
  if (count === 0 || count > mostTables || 12 + count * 16 > bytes.length) return null
  const tables = new Map<string, Uint8Array>()
  for (let i = 0; i < count; i++) {
    const at = 12 + i * 16
    const offset = view.getUint32(at + 8)
    const length = view.getUint32(at + 12)
    if (offset + length > bytes.length) return null
    tables.set(String.fromCharCode(...bytes.subarray(at, at + 4)), bytes.subarray(offset, offset + length))
  }
  return tables
}

function refuseForbidden(name: string, os2: Uint8Array | undefined): void {
  if (!os2 || os2.length < 10) return
  const rights = viewOf(os2).getUint16(8)
  if (rights & bitmapOnly || (rights & restricted && !(rights & lesser)))
    throw new FaceError(`“${name}” must not be put into documents: its maker does not allow it. Use another face.`)
  if (rights & whole)
    throw new FaceError(`“${name}” may only be put into documents whole, which would make every PDF as large as it. Use another face.`)
}

/** Whether a face leans, and whether it is heavy, by what it says of itself. */
export function slopeAndWeight(bytes: Uint8Array): { italic: boolean; bold: boolean } {
  const tables = tablesOf(bytes)
  const os2 = tables?.get('OS/2')
  if (os2 && os2.length >= 64) {
    const view = viewOf(os2)
    return { italic: (view.getUint16(62) & 0x201) !== 0, bold: view.getUint16(4) >= 600 }
  }
  const head = tables?.get('head')
  const style = head && head.length >= 46 ? viewOf(head).getUint16(44) : 0
  return { italic: (style & 2) !== 0, bold: (style & 1) !== 0 }
}
