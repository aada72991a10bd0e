/** Bundles: a work and its pictures in one zip file. Reading is bounded in size, count, names and compression, for files come from anywhere. */
import { strFromU8, strToU8, unzipSync, type Zippable, zipSync } from 'fflate'
import { type Picture, usedPictures, type Work } from '../work.ts'
import { PictureError, readPicture } from './pictureFile.ts'
import { WorkFileError, workFromJson, workToJson } from './workFile.ts'

const largestBundle = 256 * 1024 * 1024
const largestContent = 512 * 1024 * 1024
const mostFiles = 5001
const highestRatio = 400
const pictureName = /^pictures\/([\p{L}\p{N}][\p{L}\p{N} ._()-]{0,199})$/u

/** Everything is written with one date, so that the same work gives the same bytes. */
const epoch = new Date(1980, 0, 1)

export function writeBundle(work: Work): Uint8Array {
  const pictures = new Map(usedPictures(work).map(picture => [picture.name, picture]))
  const files: Zippable = { 'work.json': [strToU8(workToJson({ ...work, pictures })), { level: 6, mtime: epoch }] }
  for (const name of [...pictures.keys()].sort()) files[`pictures/${name}`] = [pictures.get(name)!.bytes, { level: 6, mtime: epoch }]
  return zipSync(files)
}

export function readBundle(bytes: Uint8Array): Work {
  if (bytes.length > largestBundle) throw new WorkFileError('The file is larger than any bundle may be (256 MB).')
  if (!(bytes[0] === 0x50 && bytes[1] === 0x4b))
    throw new WorkFileError('This is not a bundle: the file is not a zip archive. Choose a file that ends in .ledger.zip.')
  let count = 0
  let content = 0
  let files: Record<string, Uint8Array>
  try {
    files = unzipSync(bytes, {
      filter: ({ name, size, originalSize }) => {
        if (++count > mostFiles) throw new WorkFileError('The archive holds more files than any bundle may.')
        content += originalSize
        if (content > largestContent || (originalSize > 1024 * 1024 && originalSize > size * highestRatio))
          throw new WorkFileError('The archive would unpack to more than any bundle may hold.')
        if (name.endsWith('/')) return false
        if (name !== 'work.json' && !pictureName.test(name))
          throw new WorkFileError(`The archive holds a file that does not belong in a bundle: “${name.slice(0, 80)}”.`)
        return true
      },
    })
  } catch (error) {
    if (error instanceof WorkFileError) throw error
    throw new WorkFileError('The archive is damaged and cannot be unpacked.')
  }
  return assemble(new Map(Object.entries(files)))
}

/** A work from its unpacked files, by path. */
export function assemble(files: Map<string, Uint8Array>): Work {
  const text = files.get('work.json')
  if (!text) throw new WorkFileError('This is not a bundle: it holds no work.json.')
  const pictures = new Map<string, Picture>()
  for (const [path, bytes] of files) {
    const name = pictureName.exec(path)?.[1]
    if (!name) continue
    try {
      pictures.set(name, readPicture(name, bytes))
    } catch (error) {
      throw error instanceof PictureError ? new WorkFileError(`A picture of the bundle cannot be used. ${error.message}`) : error
    }
  }
  return workFromJson(strFromU8(text), pictures)
}
