/**
 * Reads zip archives (PKWARE's APPNOTE, without encryption, parts and ZIP64) as files from anywhere deserve: everything is asked before
 * anything is unpacked, no entry may be more than it says, none may lie over another, and every checksum is compared.
 */
import { Inflate, strFromU8 } from 'fflate'
import { crc32 } from './crc32.ts'
import { WorkFileError } from './workFile.ts'

/** A file of an archive, as its directory tells of it. Sizes and places in bytes. */
export interface ArchiveEntry {
  name: string
  /** Unpacked. */
  size: number
  packed: number
  method: number
  checksum: number
  /** Where its own head stands. */
  at: number
}

const endSignature = 0x06054b50
const directorySignature = 0x02014b50
const headSignature = 0x04034b50
const endLength = 22
const directoryLength = 46
const headLength = 30
const longestComment = 0xffff
const encrypted = 1
/** The size stands behind the content as well; the directory says the same. */
const stored = 0
const deflated = 8

const damaged = (): WorkFileError => new WorkFileError('The archive is damaged and cannot be unpacked.')

/** Everything an archive says that it holds, in the order of its directory. Folders are left out. */
export function archiveEntries(bytes: Uint8Array): ArchiveEntry[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const end = endOf(view)
  const count = view.getUint16(end + 10, true)
  const directory = view.getUint32(end + 16, true)
  if (view.getUint16(end + 4, true) !== 0 || view.getUint16(end + 8, true) !== count || directory > end) throw damaged()
  const entries: ArchiveEntry[] = []
  let at = directory
  for (let i = 0; i < count; i++) {
    if (at + directoryLength > end || view.getUint32(at, true) !== directorySignature) throw damaged()
    const nameLength = view.getUint16(at + 28, true)
    const next = at + directoryLength + nameLength + view.getUint16(at + 30, true) + view.getUint16(at + 32, true)
    if (next > end) throw damaged()
    if (view.getUint16(at + 8, true) & encrypted) throw new WorkFileError('The archive is locked with a password. Save it without one.')
    const name = strFromU8(bytes.subarray(at + directoryLength, at + directoryLength + nameLength))
    const entry = {
      name,
      method: view.getUint16(at + 10, true),
      checksum: view.getUint32(at + 16, true),
      packed: view.getUint32(at + 20, true),
      size: view.getUint32(at + 24, true),
      at: view.getUint32(at + 42, true),
    }
    if (entry.method !== stored && entry.method !== deflated) throw damaged()
    if (!(name.endsWith('/') && entry.size === 0)) entries.push(entry)
    at = next
  }
  refuseDoubles(entries)
  return entries
}

/** Where the directory's end is told: the last thing in the file, but for a comment. */
function endOf(view: DataView): number {
  for (let at = view.byteLength - endLength; at >= Math.max(0, view.byteLength - endLength - longestComment); at--)
    if (view.getUint32(at, true) === endSignature && at + endLength + view.getUint16(at + 20, true) === view.byteLength) return at
  throw damaged()
}

function refuseDoubles(entries: readonly ArchiveEntry[]): void {
  const names = new Set<string>()
  for (const { name } of entries) {
    if (names.has(name)) throw new WorkFileError(`The archive holds “${name}” twice.`)
    names.add(name)
  }
}

/** The content of each entry; `entries` are those of the archive, all of them: what lies over another is only seen beside it. */
export function unpack(
  bytes: Uint8Array,
  entries: readonly ArchiveEntry[],
  tell?: (done: number, of: number) => void,
): Map<string, Uint8Array> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let reached = 0
  const places = new Map<ArchiveEntry, Uint8Array>()
  for (const entry of entries.toSorted((a, b) => a.at - b.at)) {
    const { at, packed, name } = entry
    if (at < reached || at + headLength > bytes.length || view.getUint32(at, true) !== headSignature) throw damaged()
    const nameLength = view.getUint16(at + 26, true)
    const from = at + headLength + nameLength + view.getUint16(at + 28, true)
    reached = from + packed
    if (reached > bytes.length || strFromU8(bytes.subarray(at + headLength, at + headLength + nameLength)) !== name) throw damaged()
    places.set(entry, bytes.subarray(from, reached))
  }
  return new Map(
    entries.map((entry, index) => {
      tell?.(index, entries.length)
      return [entry.name, contentOf(entry, places.get(entry) ?? new Uint8Array())]
    }),
  )
}

function contentOf({ name, method, size, checksum }: ArchiveEntry, packed: Uint8Array): Uint8Array {
  const content = method === stored ? packed : inflated(packed, size)
  if (content?.length !== size || crc32(content) !== checksum)
    throw new WorkFileError(`The archive is damaged: “${name}” is not what it was when it was written.`)
  return content
}

/** A file that stands in an archive, found by its own head. */
export interface FoundFile {
  name: string
  content: Uint8Array
  /** Whether it is what it was when it was written. */
  whole: boolean
}

const mostFound = 6000

/** Files of an archive whose directory is damaged or cut off, as far as they go: each is found by its own head. */
export function foundFiles(bytes: Uint8Array): FoundFile[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const found: FoundFile[] = []
  for (let at = 0; at + headLength <= bytes.length && found.length < mostFound; at++) {
    if (bytes[at] !== 0x50 || view.getUint32(at, true) !== headSignature) continue
    const method = view.getUint16(at + 8, true)
    const packed = view.getUint32(at + 18, true)
    const size = view.getUint32(at + 22, true)
    const from = at + headLength + view.getUint16(at + 26, true) + view.getUint16(at + 28, true)
    const name = strFromU8(bytes.subarray(at + headLength, at + headLength + view.getUint16(at + 26, true)))
    if ((method !== stored && method !== deflated) || from > bytes.length || size > packed * 400 + 1_000_000 || size > mostSalvaged)
      continue
    const content = bytes.subarray(from, from + packed)
    const read = method === stored ? content : inflated(content, size)
    if (!read) continue
    found.push({ name, content: read, whole: read.length === size && crc32(read) === view.getUint32(at + 14, true) })
    at = from + packed - 1
  }
  return found
}

/** The largest file that is looked for in a damaged archive, in bytes. */
const mostSalvaged = 64 * 1024 * 1024

/** How much packed content is given to the inflater at a time: no more is unpacked too much than this holds. */
const step = 1 << 16

/** Unpacked content; null where it is more than was said, or no such content. */
function inflated(packed: Uint8Array, size: number): Uint8Array | null {
  const content = new Uint8Array(size)
  let length = 0
  const inflate = new Inflate(part => {
    if (length + part.length <= size) content.set(part, length)
    length += part.length
  })
  try {
    for (let from = 0; from < packed.length && length <= size; from += step)
      inflate.push(packed.subarray(from, from + step), from + step >= packed.length)
  } catch {
    return null
  }
  return length === size ? content : null
}
