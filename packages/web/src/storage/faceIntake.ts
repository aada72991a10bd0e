/** Faces from files: unpacked where they are packed, checked, and told by slope and weight which of a family each is. */
import { FaceError, isPackedFace, readFace } from '@steady-ledger/core/work/file/faceFile.ts'
import type { Picture } from '@steady-ledger/core/work/work.ts'
import { pictureName } from './pictureIntake.ts'

export async function faceFromFile(file: File, taken: ReadonlySet<string>): Promise<Picture> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  if (!isPackedFace(bytes)) return readFace(pictureName(file.name, taken), bytes)
  const name = pictureName(file.name.replace(/\.woff2?$/i, '.ttf'), taken)
  return readFace(name, await unpacked(file.name, bytes))
}

async function unpacked(name: string, bytes: Uint8Array): Promise<Uint8Array> {
  // The older way of packing faces (WOFF) is not WOFF2.
  if (bytes[3] !== 0x32) throw new FaceError(`“${name}” is packed in an older way (WOFF). Use its TTF, OTF or WOFF2 file.`)
  try {
    const { default: decompress } = await import('woff2-encoder/decompress')
    return new Uint8Array(await decompress(bytes))
  } catch {
    throw new FaceError(`“${name}” is damaged: it cannot be unpacked. Get it again and try once more.`)
  }
}
