/**
 * Unpacks a packed face into the form that shapers read: WOFF 2.0 (W3C Recommendation), sections 4 and 5. Its tables are one Brotli stream,
 * and those of outlines and widths are written in a shorter way, which is undone here.
 */
import { ByteReader, ByteWriter } from './byteStreams.ts'
import { FaceError } from './faceFile.ts'

/** Tags that the directory tells by a number (section 4.1). */
const knownTags =
  'cmap head hhea hmtx maxp name OS/2 post cvt  fpgm glyf loca prep CFF  VORG EBDT EBLC gasp hdmx kern LTSH PCLT VDMX vhea vmtx BASE GDEF GPOS GSUB EBSC JSTF MATH CBDT CBLC COLR CPAL SVG  sbix acnt avar bdat bloc bsln cvar fdsc feat fmtx fvar gvar hsty just lcar mort morx opbd prop trak Zapf Silf Glat Gloc Feat Sill'.match(
    /.{4}(?: |$)/g,
  )!
const mostUnpacked = 64 * 1024 * 1024

interface Entry {
  tag: string
  length: number
  /** Written in the shorter way. */
  transformed: boolean
}

/** The same face with its tables unpacked. Throws a `FaceError` where it does not hold. */
export async function unpackFace(name: string, bytes: Uint8Array): Promise<Uint8Array> {
  const damaged = (): FaceError => new FaceError(`“${name}” is damaged: it cannot be unpacked. Get it again and try once more.`)
  try {
    const tables = await tablesOf(bytes)
    if (tables) return written(new DataView(bytes.buffer, bytes.byteOffset).getUint32(4), tables)
  } catch {
    // Whatever a reader stumbles over, the file does not hold what it says.
  }
  throw damaged()
}

async function tablesOf(bytes: Uint8Array): Promise<Map<string, Uint8Array> | null> {
  const reader = new ByteReader(bytes)
  reader.skip(12)
  const count = reader.uint16()
  reader.skip(6)
  const packedLength = reader.uint32()
  reader.skip(24)
  const entries: Entry[] = []
  for (let i = 0; i < count; i++) {
    const flags = reader.uint8()
    const tag = (flags & 63) === 63 ? reader.tag() : knownTags[flags & 63]!.slice(0, 4)
    const version = flags >> 6
    const original = reader.base128()
    // Outlines are written in the shorter way by version 0, all others by any version but 0.
    const transformed = tag === 'glyf' || tag === 'loca' ? version !== 3 : version !== 0
    entries.push({ tag, length: transformed ? reader.base128() : original, transformed })
  }
  const total = entries.reduce((sum, { length }) => sum + length, 0)
  if (total > mostUnpacked) return null
  const { default: decompress } = await import('brotli/decompress.js')
  const stream = decompress(reader.bytes(packedLength), total)
  if (stream.length !== total) return null
  const given = new Map<string, Uint8Array>()
  let at = 0
  for (const { tag, length } of entries) given.set(tag, stream.subarray(at, (at += length)))
  const short = new Set(entries.filter(({ transformed }) => transformed).map(({ tag }) => tag))
  const tables = new Map([...given].filter(([tag]) => !short.has(tag)))
  let leftEdges: number[] = []
  if (short.has('glyf')) {
    const { glyf, loca, edges } = outlines(new ByteReader(given.get('glyf')!))
    leftEdges = edges
    // Outlines are longer than they were: their places are told in four bytes each, and the head says so.
    const head = tables.get('head')!.slice()
    new DataView(head.buffer).setInt16(50, 1)
    tables.set('glyf', glyf).set('loca', loca).set('head', head)
  }
  if (short.has('hmtx')) {
    // Left edges are those of outlines that were read just now.
    if (!short.has('glyf')) return null
    const hhea = tables.get('hhea')!
    const full = new ByteReader(hhea.subarray(34)).uint16()
    tables.set('hmtx', widths(new ByteReader(given.get('hmtx')!), full, leftEdges))
  }
  return tables
}

/** Section 5.4: left edges that are those of the outlines are left out. */
function widths(reader: ByteReader, full: number, edges: readonly number[]): Uint8Array {
  const flags = reader.uint8()
  const advances = Array.from({ length: full }, () => reader.uint16())
  const proportional = Array.from({ length: full }, (_, i) => (flags & 1 ? edges[i]! : reader.int16()))
  const rest = Array.from({ length: edges.length - full }, (_, i) => (flags & 2 ? edges[full + i]! : reader.int16()))
  const writer = new ByteWriter()
  advances.forEach((advance, i) => {
    writer.uint16(advance)
    writer.uint16(proportional[i]!)
  })
  for (const edge of rest) writer.uint16(edge)
  return writer.done()
}

/** Section 5.1: points, flags, composites and instructions each in a stream of their own. */
function outlines(reader: ByteReader): { glyf: Uint8Array; loca: Uint8Array; edges: number[] } {
  reader.skip(2)
  const options = reader.uint16()
  const count = reader.uint16()
  reader.skip(2)
  const sizes = Array.from({ length: 7 }, () => reader.uint32())
  const [contours, points, flags, glyphs, composites, boxes, instructions] = sizes.map(size => new ByteReader(reader.bytes(size))) as [
    ByteReader,
    ByteReader,
    ByteReader,
    ByteReader,
    ByteReader,
    ByteReader,
    ByteReader,
  ]
  const overlaps = options & 1 ? reader.bytes((count + 7) >> 3) : null
  const hasBox = boxes.bytes(((count + 31) >> 5) << 2)
  const writer = new ByteWriter()
  const offsets = [0]
  const edges: number[] = []
  for (let glyph = 0; glyph < count; glyph++) {
    const own = contours.int16()
    const boxed = (hasBox[glyph >> 3]! & (0x80 >> (glyph & 7))) !== 0
    const box = boxed ? [boxes.int16(), boxes.int16(), boxes.int16(), boxes.int16()] : null
    edges.push(0)
    if (own > 0) {
      const outline = simpleOutline(own, points, flags, glyphs)
      const around = box ?? extentOf(outline.x, outline.y)
      edges[glyph] = around[0]!
      writeSimple(
        writer,
        outline,
        around,
        instructions.bytes(glyphs.uint255()),
        Boolean(overlaps && overlaps[glyph >> 3]! & (0x80 >> (glyph & 7))),
      )
    } else if (own < 0) {
      edges[glyph] = box![0]!
      writer.uint16(0xffff)
      for (const edge of box!) writer.uint16(edge)
      const { bytes, instructed } = composite(composites)
      writer.bytes(bytes)
      if (instructed) {
        const length = glyphs.uint255()
        writer.uint16(length)
        writer.bytes(instructions.bytes(length))
      }
    }
    writer.pad(4)
    offsets.push(writer.length)
  }
  const loca = new ByteWriter()
  for (const offset of offsets) loca.uint32(offset)
  return { glyf: writer.done(), loca: loca.done(), edges }
}

interface Outline {
  ends: number[]
  onCurve: boolean[]
  x: number[]
  y: number[]
}

function simpleOutline(contours: number, points: ByteReader, flags: ByteReader, glyphs: ByteReader): Outline {
  const outline: Outline = { ends: [], onCurve: [], x: [], y: [] }
  let total = 0
  for (let i = 0; i < contours; i++) {
    total += points.uint255()
    outline.ends.push(total - 1)
  }
  let x = 0
  let y = 0
  for (let i = 0; i < total; i++) {
    const flag = flags.uint8()
    const [dx, dy] = moveOf(flag & 127, glyphs)
    outline.onCurve.push(flag < 128)
    outline.x.push((x += dx))
    outline.y.push((y += dy))
  }
  return outline
}

/** A move from point to point, by the table of section 5.2. */
function moveOf(flag: number, data: ByteReader): [number, number] {
  const signed = (negative: number, value: number): number => (negative & 1 ? value : -value)
  if (flag < 10) return [0, signed(flag, ((flag & 14) << 7) + data.uint8())]
  if (flag < 20) return [signed(flag, (((flag - 10) & 14) << 7) + data.uint8()), 0]
  if (flag < 84) {
    const b = flag - 20
    const byte = data.uint8()
    return [signed(flag, 1 + (b & 0x30) + (byte >> 4)), signed(flag >> 1, 1 + ((b & 0x0c) << 2) + (byte & 15))]
  }
  if (flag < 120) {
    const b = flag - 84
    return [signed(flag, 1 + Math.floor(b / 12) * 256 + data.uint8()), signed(flag >> 1, 1 + ((b % 12) >> 2) * 256 + data.uint8())]
  }
  if (flag < 124) {
    const [a, b, c] = [data.uint8(), data.uint8(), data.uint8()]
    return [signed(flag, (a << 4) + (b >> 4)), signed(flag >> 1, ((b & 15) << 8) + c)]
  }
  return [signed(flag, data.uint16()), signed(flag >> 1, data.uint16())]
}

const extentOf = (x: readonly number[], y: readonly number[]): number[] => [Math.min(...x), Math.min(...y), Math.max(...x), Math.max(...y)]

function writeSimple(
  writer: ByteWriter,
  { ends, onCurve, x, y }: Outline,
  box: readonly number[],
  program: Uint8Array,
  overlap: boolean,
): void {
  writer.uint16(ends.length)
  for (const edge of box) writer.uint16(edge)
  for (const end of ends) writer.uint16(end)
  writer.uint16(program.length)
  writer.bytes(program)
  // Longer than it need be, and the same outline: each move in two bytes, no flag repeated.
  onCurve.forEach((on, i) => writer.uint8((on ? 1 : 0) | (overlap && i === 0 ? 0x40 : 0)))
  for (const all of [x, y]) all.forEach((value, i) => writer.uint16(value - (all[i - 1] ?? 0)))
}

const moreComponents = 0x20
const hasInstructions = 0x100

/** The parts of a glyph that is put together of others, up to the last of them. */
function composite(reader: ByteReader): { bytes: Uint8Array; instructed: boolean } {
  const from = reader.at
  let instructed = false
  for (let flags = moreComponents; flags & moreComponents; ) {
    flags = reader.uint16()
    if (flags & hasInstructions) instructed = true
    const scale = flags & 0x08 ? 2 : flags & 0x40 ? 4 : flags & 0x80 ? 8 : 0
    reader.skip(2 + (flags & 1 ? 4 : 2) + scale)
  }
  return { bytes: reader.since(from), instructed }
}

/** A face of these tables, with a directory and sums as ISO/IEC 14496-22 has them. */
function written(flavour: number, tables: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const sorted = [...tables].sort(([a], [b]) => (a < b ? -1 : 1))
  const power = 2 ** Math.floor(Math.log2(sorted.length))
  const writer = new ByteWriter()
  writer.uint32(flavour)
  writer.uint16(sorted.length)
  writer.uint16(power * 16)
  writer.uint16(Math.log2(power))
  writer.uint16((sorted.length - power) * 16)
  let at = 12 + sorted.length * 16
  for (const [tag, bytes] of sorted) {
    for (const letter of tag) writer.uint8(letter.charCodeAt(0))
    writer.uint32(sumOf(bytes))
    writer.uint32(at)
    writer.uint32(bytes.length)
    at += (bytes.length + 3) & ~3
  }
  for (const [, bytes] of sorted) {
    writer.bytes(bytes)
    writer.pad(4)
  }
  return writer.done()
}

function sumOf(bytes: Uint8Array): number {
  let sum = 0
  for (let i = 0; i < bytes.length; i++) sum = (sum + (bytes[i]! << (24 - (i % 4) * 8))) >>> 0
  return sum
}
