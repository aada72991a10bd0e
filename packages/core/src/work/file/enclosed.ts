/** Files that a work brings beside its text, from anywhere: pictures, faces of the author's own, and PDFs of which pages stand in it. */
import type { Picture } from '../work.ts'
import { looksLikeFace, readFace } from './faceFile.ts'
import { looksLikePageFile, readPageFile } from './pageFile.ts'
import { readPicture } from './pictureFile.ts'

/** Told by its bytes; throws a refusal where it cannot be taken. */
export const readEnclosed = (name: string, bytes: Uint8Array): Picture => {
  const read = looksLikeFace(bytes) ? readFace : name.endsWith('.pdf') && looksLikePageFile(bytes) ? readPageFile : readPicture
  return read(name, bytes)
}
