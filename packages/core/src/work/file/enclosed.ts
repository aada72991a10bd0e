/** Files that a work brings beside its text, from anywhere: pictures, and faces of the author's own. */
import type { Picture } from '../work.ts'
import { looksLikeFace, readFace } from './faceFile.ts'
import { readPicture } from './pictureFile.ts'

/** Told by its bytes; throws a refusal where it cannot be taken. */
export const readEnclosed = (name: string, bytes: Uint8Array): Picture => (looksLikeFace(bytes) ? readFace : readPicture)(name, bytes)
