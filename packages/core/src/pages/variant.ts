/**
 * Styles that differ from those of the house in one way. Set lines are kept by the style they were set in: the same variant of the same
 * style is the same object every time, whoever asks for it.
 */
import { faceWith, strongOf } from '../type/faces.ts'
import type { TextStyle } from '../work/parts/houseStyle.ts'

const variants = new WeakMap<object, Map<string, object>>()

/** `name` says what is changed, all of it: two changes of one name are the same. */
export function variant<Style extends TextStyle>(style: Style, name: string, change: (style: Style) => Partial<TextStyle>): Style {
  let own = variants.get(style)
  if (!own) variants.set(style, (own = new Map()))
  let found = own.get(name)
  if (!found) own.set(name, (found = { ...style, ...change(style) }))
  return found as Style
}

export const aligned = <Style extends TextStyle>(style: Style, align: TextStyle['align']): Style =>
  align === style.align ? style : variant(style, `align ${align}`, () => ({ align }))

export const heavier = <Style extends TextStyle>(style: Style): Style => variant(style, 'strong', ({ face }) => ({ face: strongOf(face) }))

/** The same face the other way up: slanted where it is upright, upright where it is slanted. */
export const slanted = <Style extends TextStyle>(style: Style): Style =>
  variant(style, 'emphasis', ({ face }) => ({ face: faceWith(face, { emphasis: true, strong: false, code: false }) }))
