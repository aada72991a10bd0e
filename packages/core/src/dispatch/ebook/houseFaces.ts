/**
 * The faces of the house style, cut to the signs of a work, for its e-book. Those of the author's own stay at home: what their licences let
 * into a PDF they may not let into a file that faces can be taken out of.
 */
import type { Fonts } from '../../type/fonts.ts'
import type { FaceName } from '../../work/parts/houseStyle.ts'
import type { Work } from '../../work/work.ts'
import { packedFace, type Subsetter } from '../html/cutFace.ts'

export interface HouseFace {
  file: string
  rule: string
  bytes: Uint8Array
}

const wanted: readonly { face: FaceName; family: string; weight: string; style: string }[] = [
  { face: 'serif', family: 'Text', weight: 'normal', style: 'normal' },
  { face: 'serifItalic', family: 'Text', weight: 'normal', style: 'italic' },
  { face: 'serifBold', family: 'Text', weight: 'bold', style: 'normal' },
  { face: 'serifBoldItalic', family: 'Text', weight: 'bold', style: 'italic' },
  { face: 'mono', family: 'Code', weight: 'normal', style: 'normal' },
]

export const houseFacesOf = ({ houseStyle }: Work, fonts: Fonts, codes: ReadonlySet<number>, subsetter: Subsetter): HouseFace[] =>
  wanted
    .filter(({ face }) => !houseStyle.families.own[face])
    .map(({ face, family, weight, style }) => {
      const file = `faces/${face}.woff`
      const rule = `@font-face { font-family: ${family}; font-weight: ${weight}; font-style: ${style}; src: url('${file}') format('woff'); }\n`
      return { file, rule, bytes: packedFace(fonts[face].bytes, codes, subsetter) }
    })
