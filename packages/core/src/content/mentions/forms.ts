/** The forms of an abbreviation or symbol: short and full, one and many. Plurals that are not regular stand in its entry. */
import type { Abbreviation } from '../../work/registers/abbreviations.ts'
import { joiner, type Piece } from '../pieces.ts'

/** Where the word stands in a term that shows how many there are: “ground surveys”, “appareils de mesure”. */
interface PluralRules {
  word: 'first' | 'last'
  plural(word: string): string
  /** Of a short form; many languages leave it as it is. */
  short(word: string): string
}

const same = (word: string): string => word
const withS = (word: string): string => `${word}s`

/** Regular plurals; a language without rules leaves words as they are, and its authors write plurals down. */
const rules: Record<string, PluralRules> = {
  en: {
    word: 'last',
    plural: word => (/(?:[sxz]|ch|sh)$/i.test(word) ? `${word}es` : /[^aeiou]y$/i.test(word) ? `${word.slice(0, -1)}ies` : `${word}s`),
    short: withS,
  },
  de: { word: 'last', plural: same, short: word => (/[sS]$/.test(word) ? word : `${word}s`) },
  fr: {
    word: 'first',
    plural: word =>
      /[sxz]$/i.test(word) ? word : /(?:eau|eu)$/i.test(word) ? `${word}x` : /al$/i.test(word) ? `${word.slice(0, -2)}aux` : `${word}s`,
    short: same,
  },
  es: {
    word: 'first',
    plural: word => {
      const unstressed: Record<string, string> = { á: 'a', é: 'e', í: 'i', ó: 'o', ú: 'u' }
      if (/[aeiouáéó]$/i.test(word)) return `${word}s`
      if (/z$/i.test(word)) return `${word.slice(0, -1)}ces`
      // A stress that is written on the last syllable is not on the last but one: estación, estaciones.
      const accented = /([áéíóú])([ns])$/i.exec(word)
      return accented ? `${word.slice(0, -2)}${unstressed[accented[1]!.toLowerCase()]}${accented[2]}es` : `${word}es`
    },
    short: same,
  },
}
const unknown: PluralRules = { word: 'last', plural: same, short: same }

const rulesOf = (language: string): PluralRules => rules[language.split('-')[0]!.toLowerCase()] ?? unknown

/** The full form, of one or of many. `language` is that of the work. */
export function fullForm({ full, fullPlural, language: own }: Abbreviation, plural: boolean, language: string): string {
  if (!plural || !full) return full
  if (fullPlural) return fullPlural
  const { word, plural: many } = rulesOf(own ?? language)
  const words = full.split(' ')
  const at = word === 'first' ? 0 : words.length - 1
  return words.with(at, many(words[at]!)).join(' ')
}

/** The short form in words, of one or of many; empty for one that is a formula. */
export function shortForm({ short, shortPlural, language: own }: Abbreviation, plural: boolean, language: string): string {
  if (!plural || !short) return short
  return shortPlural || rulesOf(own ?? language).short(short)
}

/** What a short form says: words that no line end parts, or a formula. */
export function shortPieces(entry: Abbreviation, plural: boolean, language: string): Piece[] {
  const { formula } = entry
  if (formula) return [{ text: '□', formula }]
  return [{ text: shortForm(entry, plural, language).replaceAll(' ', joiner) }]
}

/** What an entry is called in an interface, and where it is gone from the register. */
export const entryShort = ({ short, full }: Abbreviation): string => short || full
