/** Signs that a face has no letter for: shaped, they are the first glyph of the face, an empty frame. */
import type { Shape } from './fonts.ts'

/** Where they stand in the text of a shape, in UTF-16 code units; almost always none. */
export function unknownSigns({ glyphs, clusters }: Shape): ReadonlySet<number> {
  if (!glyphs.includes(0)) return none
  const places = new Set<number>()
  glyphs.forEach((glyph, i) => {
    if (glyph === 0) places.add(clusters[i] ?? 0)
  })
  return places
}
const none: ReadonlySet<number> = new Set()
