/** What is known of each sign: its names, its role, and how the notation writes it. */
import { plainLetter } from '../mathAlphabets.ts'
import { faceOfVariant } from './faces.ts'
import { type Role, type SignGroupName, signTable } from './signTable.ts'
import { type Sign, sign } from './terms.ts'

export interface KnownSign {
  char: string
  /** Plain English first. */
  names: string[]
  uses: string
  role: Role
  group: SignGroupName
}

export const knownSigns: readonly KnownSign[] = signTable.flatMap(({ group, role, lines }) =>
  lines
    .trim()
    .split('\n')
    .map(line => {
      const gap = line.indexOf(' ')
      const [names, uses = ''] = line.slice(gap + 1).split(/(?<=\w):/) as [string, string?]
      return { char: line.slice(0, gap), names: names.split('|'), uses, role, group }
    }),
)

const byChar = new Map<string, KnownSign>()
for (const known of knownSigns) if (!byChar.has(known.char)) byChar.set(known.char, known)

export const knownSign = (char: string): KnownSign | undefined => byChar.get(char)

export const isDigit = (char: string): boolean => char >= '0' && char <= '9'
export const isLetter = (char: string): boolean => /^\p{L}$/u.test(char)
const capitalGreek = /^[Α-Ω]$/

export function roleOf(char: string): Role {
  const known = byChar.get(char)
  if (known) return known.role
  if (isLetter(char)) return 'letter'
  return unnamed.get(char) ?? (/^\p{Sm}$/u.test(char) ? 'relation' : 'ordinary')
}
const unnamed = new Map<string, Role>([
  ['−', 'operator'],
  ['*', 'operator'],
  ['·', 'operator'],
  ['|', 'ordinary'],
])

/** Set slanted when no face is asked for: variables, small letters of Greek. */
export const isSlanted = (char: string): boolean => isLetter(char) && !capitalGreek.test(char) && !/^[ℂℍℕℙℚℝℤℵℶℷℸℜℑℏðÅ℧ıȷ]$/.test(char)

/** Big operators that have their limits beside them everywhere. */
export const isIntegral = (char: string): boolean => /^[∫-∳⨌⨍]$/u.test(char)

/** The sign of a character, of a variant of MathML: letters of other faces are letters with a face, whichever way they come. */
export function signOf(char: string, variant?: string): Sign {
  const plain = plainLetter(char)
  const face = faceOfVariant(plain.variant ?? variant)
  const own = plain.char === '−' ? '-' : plain.char
  const natural = isSlanted(own) ? 'italic' : 'upright'
  return face === undefined || face === natural || !(isLetter(own) || isDigit(own)) ? sign(own) : sign(own, face)
}
