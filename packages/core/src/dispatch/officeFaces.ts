/** Faces as office programs name them: those of the same widths where a family is the twin of one. */
import type { TextFamily } from '../type/families.ts'
import type { HouseStyle, TextStyle } from '../work/parts/houseStyle.ts'

const names: Record<TextFamily, string> = {
  bookSerif: 'Source Serif 4',
  scholarSerif: 'STIX Two Text',
  officeRoman: 'Times New Roman',
  bookSans: 'Source Sans 3',
  officeSans: 'Arial',
}

export function faceOf({ face }: Pick<TextStyle, 'face'>, { families }: HouseStyle): { name: string; strong: boolean; slanted: boolean } {
  const name =
    face === 'mono'
      ? families.mono === 'typewriter'
        ? 'Courier New'
        : 'Source Code Pro'
      : face.startsWith('sans')
        ? names[families.sans]
        : names[families.text]
  return { name, strong: /Bold|Semibold/.test(face), slanted: /Italic/.test(face) }
}
