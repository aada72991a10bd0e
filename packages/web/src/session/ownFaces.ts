/** Faces of the author's own on the screen: the browser draws pages with the same bytes that they are set with. */
import type { Picture } from '@steady-ledger/core/work/work.ts'

/** What a face is called in style sheets, by the name of its file. */
export const ownFaceName = (file: string): string => `own ${file}`

/** Makes a face known to the page; what that is undone by comes back. A browser that cannot read it draws with another one. */
export function showFace({ name, bytes }: Picture): () => void {
  const face = new FontFace(ownFaceName(name), bytes as Uint8Array<ArrayBuffer>)
  document.fonts.add(face)
  face.load().catch(error => console.warn(`The face “${name}” cannot be shown.`, error))
  return () => document.fonts.delete(face)
}
