/** The order of an index, and the letters above its groups: by `Intl.Collator` of the language of the work (CLDR). */

export type Umlauts = 'books' | 'directories'

export interface Collation {
  compare(a: string, b: string): number
  /** The letter of the group that a word stands in; empty for signs and numbers, which come first. */
  letterOf(word: string): string
}

const alphabet = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ']
/** Letters that stand by themselves in their language. */
const ownLetters: Record<string, string[]> = { es: ['Ñ'] }

/** What a word is sorted by: quotation marks, brackets and dashes before it do not count. */
export const sortForm = (word: string): string => word.replace(/^[^\p{L}\p{N}\p{S}]+/u, '').trim()

const collations = new Map<string, Collation>()

export function collationOf(language: string, umlauts: Umlauts): Collation {
  const key = `${language} ${umlauts}`
  let collation = collations.get(key)
  if (!collation) collations.set(key, (collation = make(language, umlauts)))
  return collation
}

function make(language: string, umlauts: Umlauts): Collation {
  const tag = umlauts === 'directories' ? `${language.split('-')[0]}-u-co-phonebk` : language
  const usual = new Intl.Collator(tag, { numeric: true })
  const base = new Intl.Collator(tag, { sensitivity: 'base' })
  const letters = [...alphabet, ...(ownLetters[language.split('-')[0]!] ?? [])].sort(usual.compare)
  const groupOf = (first: string): string => {
    if (!/\p{L}/u.test(first)) return ''
    const plain = letters.find(letter => base.compare(letter, first) === 0)
    if (plain) return plain
    // Ligatures, and letters that are sorted as two, stand with the one before which they come; other scripts have letters of their own.
    if (!/\p{Script=Latin}/u.test(first)) return first.toLocaleUpperCase(language)
    return letters.findLast(letter => usual.compare(letter, first) <= 0) ?? ''
  }
  // Asked for both words of every comparison, and the same for all that begin alike.
  const groups = new Map<string, string>()
  const letterOf = (word: string): string => {
    const [first = ''] = sortForm(word)
    let group = groups.get(first)
    if (group === undefined) groups.set(first, (group = groupOf(first)))
    return group
  }
  return {
    letterOf,
    compare(a, b) {
      const one = sortForm(a)
      const other = sortForm(b)
      // Signs and numbers first.
      const rank = Number(letterOf(one) !== '') - Number(letterOf(other) !== '')
      return rank || usual.compare(one, other) || (a < b ? -1 : a > b ? 1 : 0)
    },
  }
}
