/** Faces as MathML names them. */
import type { Face } from './terms.ts'

export const variantOf: Record<Face, string> = {
  upright: 'normal',
  bold: 'bold',
  boldItalic: 'bold-italic',
  script: 'script',
  /** The same letters of Unicode: which of both is meant is told beside them. */
  calligraphic: 'calligraphic',
  boldScript: 'bold-script',
  double: 'double-struck',
  fraktur: 'fraktur',
  sans: 'sans-serif',
  mono: 'monospace',
  italic: 'italic',
}
/** What each is called where it is typed. */
export const faceNames: Partial<Record<Face, string>> = {
  upright: 'upright',
  bold: 'bold',
  boldItalic: 'bold italic',
  script: 'script',
  calligraphic: 'calligraphic',
  double: 'double',
  fraktur: 'fraktur',
  sans: 'sans',
  mono: 'typewriter',
  italic: 'italic',
}

const faces = new Map(Object.entries(variantOf).map(([face, variant]) => [variant, face as Face]))

export const faceOfVariant = (variant: string | undefined): Face | undefined => (variant === undefined ? undefined : faces.get(variant))
