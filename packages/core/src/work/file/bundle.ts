/** Bundles: a work and its pictures in one zip file. Reading is bounded in size, count, names and compression, for files come from anywhere. */
import { strFromU8, strToU8, type Zippable, zipSync } from 'fflate'
import { isFaceFile, type Picture, usedPictures, type Work } from '../work.ts'
import { archiveEntries, unpack } from './archive.ts'
import { contentsName, contentsOf, verifyContents } from './contents.ts'
import { readEnclosed } from './enclosed.ts'
import { Refusal } from './refusal.ts'
import { WorkFileError, workFromJson, workToJson } from './workFile.ts'

export const largestBundle = 256 * 1024 * 1024
const largestContent = 512 * 1024 * 1024
const mostFiles = 5002
const highestRatio = 400
const megabyte = 1024 * 1024
const pictureName = /^(?:pictures|faces)\/([\p{L}\p{N}][\p{L}\p{N} ._()-]{0,199})$/u

/** The name of a picture or a face by its path in a bundle; undefined for anything else. */
export const pictureNameOf = (path: string): string | undefined => pictureName.exec(path)?.[1]

const pathOf = (picture: Picture): string => `${isFaceFile(picture) ? 'faces' : 'pictures'}/${picture.name}`

/** Everything is written with one date, so that the same work gives the same bytes. */
const epoch = new Date(1980, 0, 1)

/** What goes with a work and is none of it: the formulas that its author keeps, as the composer writes them to a file. */
const keepsakesName = 'keepsakes.json'

/** Throws where the text could not be opened again: a file that is no use is not written. */
export function writeBundle(work: Work, keepsakes = ''): Uint8Array {
  const pictures = new Map(usedPictures(work).map(picture => [picture.name, picture]))
  const text = workToJson({ ...work, pictures })
  if (!workFromJson(text, pictures).doc.eq(work.doc))
    throw new WorkFileError('The work would open as something else than it is. Nothing was written.')
  const files = new Map<string, Uint8Array>([['work.json', strToU8(text)]])
  for (const [, picture] of [...pictures].sort(([a], [b]) => (a < b ? -1 : 1))) files.set(pathOf(picture), picture.bytes)
  if (keepsakes) files.set(keepsakesName, strToU8(keepsakes))
  files.set(contentsName, contentsOf(files))
  return zipSync(Object.fromEntries([...files].map(([name, bytes]) => [name, [bytes, { level: 6, mtime: epoch }]])) satisfies Zippable)
}

/** What a bundle may hold, packed or not: asked of every file before it is read. Sizes in bytes. */
export class BundleBounds {
  private count = 0
  private content = 0

  take(name: string, size: number): void {
    if (++this.count > mostFiles) throw new WorkFileError('The work holds more files than any bundle may.')
    this.content += size
    if (this.content > largestContent) throw new WorkFileError('The work holds more than any bundle may (512 MB).')
    if (name !== 'work.json' && name !== contentsName && name !== keepsakesName && !pictureName.test(name))
      throw new WorkFileError(`There is a file that does not belong in a bundle: “${[...name].slice(0, 80).join('')}”.`)
  }
}

type Tell = (done: number, of: number) => void

/** `tell` is told how many of how many files are read. */
export const readBundle = (bytes: Uint8Array, tell?: Tell): Work => openBundle(bytes, tell).work

/** A work, and the text of the keepsakes that came with it; empty where none did. */
export function openBundle(bytes: Uint8Array, tell?: Tell): { work: Work; keepsakes: string } {
  if (bytes.length > largestBundle) throw new WorkFileError('The file is larger than any bundle may be (256 MB).')
  if (!(bytes[0] === 0x50 && bytes[1] === 0x4b))
    throw new WorkFileError('This is not a bundle: the file is not a zip archive. Choose a file that ends in .ledger.zip.')
  const entries = archiveEntries(bytes)
  const bounds = new BundleBounds()
  for (const { name, size, packed } of entries) {
    bounds.take(name, size)
    if (size > megabyte && size > packed * highestRatio)
      throw new WorkFileError('The archive would unpack to more than any bundle may hold.')
  }
  const files = unpack(bytes, entries, tell)
  verifyContents(files)
  const keepsakes = files.get(keepsakesName)
  return { work: assemble(files), keepsakes: keepsakes ? strFromU8(keepsakes) : '' }
}

/** A work from its unpacked files, by path. They may have been changed by hand since they were unpacked. */
export function assemble(files: Map<string, Uint8Array>): Work {
  const text = files.get('work.json')
  if (!text) throw new WorkFileError('This is not a bundle: it holds no work.json.')
  const pictures = new Map<string, Picture>()
  for (const [path, bytes] of files) {
    const name = pictureNameOf(path)
    if (!name) continue
    try {
      pictures.set(name, readEnclosed(name, bytes))
    } catch (error) {
      throw error instanceof Refusal ? new WorkFileError(`A file of the bundle cannot be used. ${error.message}`) : error
    }
  }
  return workFromJson(strFromU8(text), pictures)
}
