/** Faces cut to the signs that are used, by the subsetter of HarfBuzz, and packed as WOFF 1.0. */
import { zlibSync } from 'fflate'

/** The functions of the subsetter that are called: addresses and lengths are in bytes of its memory. */
export interface Subsetter {
  memory: { buffer: ArrayBuffer }
  _initialize?(): void
  malloc(length: number): number
  free(at: number): void
  hb_blob_create(data: number, length: number, mode: number, user: number, destroy: number): number
  hb_blob_destroy(blob: number): void
  hb_face_create(blob: number, index: number): number
  hb_face_destroy(face: number): void
  hb_subset_input_create_or_fail(): number
  hb_subset_input_destroy(input: number): void
  hb_subset_input_unicode_set(input: number): number
  hb_set_add(set: number, code: number): void
  hb_subset_or_fail(face: number, input: number): number
  hb_face_reference_blob(face: number): number
  hb_blob_get_length(blob: number): number
  hb_blob_get_data(blob: number, length: number): number
}

/** Those that have begun. */
const begun = new WeakSet<Subsetter>()

/** A face with those of its signs alone whose codes are given, and what they are made of. */
function cutFace(whole: Uint8Array, codes: ReadonlySet<number>, hb: Subsetter): Uint8Array {
  if (!begun.has(hb)) hb._initialize?.()
  begun.add(hb)
  const at = hb.malloc(whole.length)
  new Uint8Array(hb.memory.buffer).set(whole, at)
  const content = hb.hb_blob_create(at, whole.length, 2, 0, 0)
  const face = hb.hb_face_create(content, 0)
  const input = hb.hb_subset_input_create_or_fail()
  const set = hb.hb_subset_input_unicode_set(input)
  for (const code of codes) hb.hb_set_add(set, code)
  const made = hb.hb_subset_or_fail(face, input)
  try {
    if (!made) throw new Error('A face could not be cut to the signs of the work.')
    const blob = hb.hb_face_reference_blob(made)
    const data = hb.hb_blob_get_data(blob, 0)
    const cut = new Uint8Array(hb.memory.buffer, data, hb.hb_blob_get_length(blob)).slice()
    hb.hb_blob_destroy(blob)
    return cut
  } finally {
    if (made) hb.hb_face_destroy(made)
    hb.hb_subset_input_destroy(input)
    hb.hb_face_destroy(face)
    hb.hb_blob_destroy(content)
    hb.free(at)
  }
}

/** A face packed table by table (WOFF File Format 1.0, W3C 2012): 44 bytes of head, 20 a table, tables at multiples of four. */
function woffOf(face: Uint8Array): Uint8Array {
  const view = new DataView(face.buffer, face.byteOffset, face.byteLength)
  const count = view.getUint16(4)
  const tables = Array.from({ length: count }, (_, index) => {
    const entry = 12 + 16 * index
    const [offset, length] = [view.getUint32(entry + 8), view.getUint32(entry + 12)]
    const content = face.subarray(offset, offset + length)
    const packed = zlibSync(content)
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

/** The last cut of each face: a web page and an e-book of one work have the same one, and so has what is written anew after a change of words. */
const lastCut = new WeakMap<Uint8Array, { codes: string; woff: Uint8Array }>()

/** A face cut to signs and packed, to be written. */
export function packedFace(whole: Uint8Array, codes: ReadonlySet<number>, hb: Subsetter): Uint8Array {
  const asked = [...codes].sort((a, b) => a - b).join()
  const last = lastCut.get(whole)
  if (last?.codes === asked) return last.woff
  const woff = woffOf(cutFace(whole, codes, hb))
  lastCut.set(whole, { codes: asked, woff })
  return woff
}
