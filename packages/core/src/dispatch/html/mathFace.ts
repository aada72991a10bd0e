/**
 * The face that formulas are drawn in, cut to the signs that a work has (by the subsetter of HarfBuzz, which keeps what long signs and
 * raised ones are made of), as WOFF 1.0: few machines have a face for mathematics, and without one browsers set formulas poorly.
 */
import { zlibSync } from 'fflate'
import { unpackFace } from '../../work/file/unpackFace.ts'
import type { Manuscript } from '../manuscript/manuscript.ts'

/** The functions of the subsetter that are called: addresses and lengths are in bytes of its memory. */
export interface Subsetter {
  memory: { buffer: ArrayBuffer }
  _initialize?(): void
  malloc(length: number): number
  hb_blob_create(data: number, length: number, mode: number, user: number, destroy: number): number
  hb_face_create(blob: number, index: number): number
  hb_subset_input_create_or_fail(): number
  hb_subset_input_unicode_set(input: number): number
  hb_set_add(set: number, code: number): void
  hb_subset_or_fail(face: number, input: number): number
  hb_face_reference_blob(face: number): number
  hb_blob_get_length(blob: number): number
  hb_blob_get_data(blob: number, length: number): number
}

/** What the host reads for it: the face, as WOFF 2.0, and the program that cuts it (harfbuzzjs/dist/harfbuzz-subset.wasm), begun anew. */
export interface MathFaceParts {
  face: Uint8Array
  subsetter: Subsetter
}

/** Alphabets that browsers draw single letters from, where these are told as plain ones: first letter, how many, first slanted one. */
const slanted: readonly (readonly [number, number, number])[] = [
  [0x41, 26, 0x1d434],
  [0x61, 26, 0x1d44e],
  [0x391, 25, 0x1d6e2],
  [0x3b1, 25, 0x1d6fc],
]

/** The signs of all formulas of a work. */
function signsOf(manuscript: Manuscript): Set<number> {
  const codes = new Set<number>([0x20, 0x210e, 0x2061, 0x2062])
  const look = (said: unknown): void => {
    if (Array.isArray(said)) for (const each of said) look(each)
    else if (typeof said === 'object' && said !== null && !(said instanceof Uint8Array)) {
      const { kind, mathMl } = said as { kind?: string; mathMl?: string }
      if (kind === 'formula' && mathMl) {
        const text = mathMl
          .replace(/<[^>]*>/g, '')
          .replace(/&#x([0-9A-Fa-f]+);/g, (_, code: string) => String.fromCodePoint(Number.parseInt(code, 16)))
        for (const sign of text) codes.add(sign.codePointAt(0)!)
      }
      for (const [key, value] of Object.entries(said)) if (key !== 'picture' && key !== 'words') look(value)
    }
  }
  look(manuscript.divisions)
  look([...manuscript.notes.values()])
  for (const code of [...codes])
    for (const [from, count, to] of slanted) if (code >= from && code < from + count) codes.add(to + code - from)
  return codes
}

/** Unpacked once, as long as the host holds what it read. */
const unpacked = new WeakMap<Uint8Array, Promise<Uint8Array>>()
function wholeFace(face: Uint8Array): Promise<Uint8Array> {
  let whole = unpacked.get(face)
  if (!whole) unpacked.set(face, (whole = unpackFace('STIX Two Math', face)))
  return whole
}

const hasFormulas = (codes: ReadonlySet<number>): boolean => codes.size > 4

/** The cut face; null for a work without formulas. */
export async function mathFaceOf(manuscript: Manuscript, parts: () => Promise<MathFaceParts>): Promise<Uint8Array | null> {
  const codes = signsOf(manuscript)
  if (!hasFormulas(codes)) return null
  const { face, subsetter } = await parts()
  return woffOf(cut(await wholeFace(face), codes, subsetter))
}

function cut(whole: Uint8Array, codes: ReadonlySet<number>, hb: Subsetter): Uint8Array {
  hb._initialize?.()
  const at = hb.malloc(whole.length)
  new Uint8Array(hb.memory.buffer).set(whole, at)
  const face = hb.hb_face_create(hb.hb_blob_create(at, whole.length, 2, 0, 0), 0)
  const input = hb.hb_subset_input_create_or_fail()
  const set = hb.hb_subset_input_unicode_set(input)
  for (const code of codes) hb.hb_set_add(set, code)
  const made = hb.hb_subset_or_fail(face, input)
  if (!made) throw new Error('The face of the formulas could not be cut to the signs of the work.')
  const blob = hb.hb_face_reference_blob(made)
  const data = hb.hb_blob_get_data(blob, 0)
  // All of it is gone with the instance.
  return new Uint8Array(hb.memory.buffer, data, hb.hb_blob_get_length(blob)).slice()
}

/** A face packed table by table (WOFF File Format 1.0, W3C 2012): 44 bytes of head, 20 a table, tables at multiples of four. */
export function woffOf(face: Uint8Array): Uint8Array {
  const view = new DataView(face.buffer, face.byteOffset, face.byteLength)
  const count = view.getUint16(4)
  const tables = Array.from({ length: count }, (_, index) => {
    const entry = 12 + 16 * index
    const [offset, length] = [view.getUint32(entry + 8), view.getUint32(entry + 12)]
    const content = face.subarray(offset, offset + length)
    const packed = zlibSync(content, { level: 9 })
    return { tag: view.getUint32(entry), checksum: view.getUint32(entry + 4), length, stored: packed.length < length ? packed : content }
  })
  const padded = (length: number): number => (length + 3) & ~3
  const total = tables.reduce((sum, { stored }) => sum + padded(stored.length), 44 + 20 * count)
  const out = new Uint8Array(total)
  const to = new DataView(out.buffer)
  to.setUint32(0, 0x774f4646)
  to.setUint32(4, view.getUint32(0))
  to.setUint32(8, total)
  to.setUint16(12, count)
  to.setUint32(
    16,
    tables.reduce((sum, { length }) => sum + padded(length), 12 + 16 * count),
  )
  to.setUint16(20, 1)
  let at = 44 + 20 * count
  tables.forEach(({ tag, checksum, length, stored }, index) => {
    const entry = 44 + 20 * index
    for (const [place, value] of [tag, at, stored.length, length, checksum].entries()) to.setUint32(entry + 4 * place, value)
    out.set(stored, at)
    at += padded(stored.length)
  })
  return out
}
