/**
 * The face that formulas are drawn in, cut to the signs that a work has (by the subsetter of HarfBuzz, which keeps what long signs and
 * raised ones are made of), as WOFF 1.0: few machines have a face for mathematics, and without one browsers set formulas poorly.
 */
import { unpackFace } from '../../work/file/unpackFace.ts'
import type { Manuscript } from '../manuscript/manuscript.ts'
import { visitSaid } from '../manuscript/within.ts'
import { packedFace, type Subsetter } from './cutFace.ts'

/** What the host reads for it: the face, as WOFF 2.0, and the program that cuts it (harfbuzzjs/dist/harfbuzz-subset.wasm); best once for all outputs. */
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
  visitSaid([manuscript.divisions, ...manuscript.notes.values()], ({ kind, mathMl }) => {
    if (kind !== 'formula' || !mathMl) return
    const text = mathMl
      .replace(/<[^>]*>/g, '')
      .replace(/&#x([0-9A-Fa-f]+);/g, (_, code: string) => String.fromCodePoint(Number.parseInt(code, 16)))
    for (const sign of text) codes.add(sign.codePointAt(0)!)
  })
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
  return packedFace(await wholeFace(face), codes, subsetter)
}
