/**
 * Families of faces that ship, and the files of each. Houses prescribe faces that are not free; of those, three families here have the widths,
 * letter by letter, so that lines and pages come out as with them: the roman, the plain sans and the typewriter. They are called by what
 * they look like.
 */
import type { HouseStyle } from '../work/parts/houseStyle.ts'
import { noOwnFaces } from '../work/parts/readyStyles.ts'

/** Files of the four faces of a family that texts are set in: upright, slanted, heavier, heavier and slanted. */
interface Four {
  regular: string
  italic: string
  bold: string
  boldItalic: string
}

const at = (path: string): string => `@expo-google-fonts/${path}.ttf`

const bookSerif: Four = {
  regular: at('source-serif-4/400Regular/SourceSerif4_400Regular'),
  italic: at('source-serif-4/400Regular_Italic/SourceSerif4_400Regular_Italic'),
  bold: at('source-serif-4/600SemiBold/SourceSerif4_600SemiBold'),
  boldItalic: at('source-serif-4/600SemiBold_Italic/SourceSerif4_600SemiBold_Italic'),
}
const scholarSerif: Four = {
  regular: at('stix-two-text/400Regular/STIXTwoText_400Regular'),
  italic: at('stix-two-text/400Regular_Italic/STIXTwoText_400Regular_Italic'),
  bold: at('stix-two-text/600SemiBold/STIXTwoText_600SemiBold'),
  boldItalic: at('stix-two-text/600SemiBold_Italic/STIXTwoText_600SemiBold_Italic'),
}
const officeRoman: Four = {
  regular: at('tinos/400Regular/Tinos_400Regular'),
  italic: at('tinos/400Regular_Italic/Tinos_400Regular_Italic'),
  bold: at('tinos/700Bold/Tinos_700Bold'),
  boldItalic: at('tinos/700Bold_Italic/Tinos_700Bold_Italic'),
}
const bookSans: Four = {
  regular: at('source-sans-3/400Regular/SourceSans3_400Regular'),
  italic: at('source-sans-3/400Regular_Italic/SourceSans3_400Regular_Italic'),
  bold: at('source-sans-3/600SemiBold/SourceSans3_600SemiBold'),
  boldItalic: at('source-sans-3/600SemiBold_Italic/SourceSans3_600SemiBold_Italic'),
}
const officeSans: Four = {
  regular: at('arimo/400Regular/Arimo_400Regular'),
  italic: at('arimo/400Regular_Italic/Arimo_400Regular_Italic'),
  bold: at('arimo/700Bold/Arimo_700Bold'),
  boldItalic: at('arimo/700Bold_Italic/Arimo_700Bold_Italic'),
}

export const textFamilies = { bookSerif, scholarSerif, officeRoman, bookSans, officeSans } as const
export const sansFamilies = { bookSans, officeSans } as const
export const monoFamilies = {
  code: at('source-code-pro/400Regular/SourceCodePro_400Regular'),
  typewriter: at('cousine/400Regular/Cousine_400Regular'),
} as const

export type TextFamily = keyof typeof textFamilies
export type SansFamily = keyof typeof sansFamilies
export type MonoFamily = keyof typeof monoFamilies

/** The families that a house style sets a work in. */
export interface Families {
  text: TextFamily
  sans: SansFamily
  mono: MonoFamily
  /** Files of the author's own, by the face that each stands in for; empty where none does. */
  own: HouseStyle['families']['own']
}

export const usualFamilies: Families = { text: 'bookSerif', sans: 'bookSans', mono: 'code', own: noOwnFaces() }
