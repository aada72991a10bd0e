/** Which face emphasis, weight and code are set in. */
import type { FaceName } from '../work/parts/houseStyle.ts'

/** The heavier face of a face. */
export const strongOf = (base: FaceName): FaceName => faceWith(base, { emphasis: false, strong: true, code: false })

/** The face for a text in a base face with emphasis, weight or code. */
export function faceWith(base: FaceName, marks: { emphasis: boolean; strong: boolean; code: boolean }): FaceName {
  if (marks.code) return 'mono'
  if (base === 'sans' || base === 'sansSemibold') return marks.strong ? 'sansSemibold' : base
  if (base === 'mono') return base
  const italic = (base === 'serifItalic' || base === 'serifBoldItalic') !== marks.emphasis
  const bold = base === 'serifBold' || base === 'serifBoldItalic' || marks.strong
  return bold ? (italic ? 'serifBoldItalic' : 'serifBold') : italic ? 'serifItalic' : 'serif'
}
