/** Faces from files: unpacked where they are packed, and checked. */
import { FaceError, isPackedFace, readFace } from '@steady-ledger/core/work/file/faceFile.ts'
import type { Picture } from '@steady-ledger/core/work/work.ts'
import { pictureName } from './pictureIntake.ts'

export async function faceFromFile(file: File, taken: ReadonlySet<string>): Promise<Picture> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  if (!isPackedFace(bytes)) return readFace(pictureName(file.name, taken), bytes)
  // The older way of packing faces is WOFF 1.
  if (bytes[3] !== 0x32) throw new FaceError(`“${file.name}” is packed in an older way (WOFF). Use its TTF, OTF or WOFF2 file.`)
  const { unpackFace } = await import('@steady-ledger/core/work/file/unpackFace.ts')
  const name = pictureName(file.name.replace(/\.woff2?$/i, '.ttf'), taken)
  return readFace(name, await unpackFace(file.name, bytes))
}
