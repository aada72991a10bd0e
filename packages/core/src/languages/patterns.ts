/** Patterns by which the words of a language are divided; read by the type stage alone, because they are large. */
import german from 'hyphen/patterns/de-1996.js'
import british from 'hyphen/patterns/en-gb.js'
import american from 'hyphen/patterns/en-us.js'
import spanish from 'hyphen/patterns/es.js'
import french from 'hyphen/patterns/fr.js'

/** Branch of a pattern trie: the next letters, or with them the index of the levels of the pattern that ends here. */
export type Trie = { [letter: string]: Trie | [Trie, number] | number }
export type HyphenationPatterns = [levels: number[][], trie: Trie, exceptions?: Record<string, number[]>]

export interface Hyphenation {
  patterns: HyphenationPatterns
  /** Fewest letters left before a division and carried after it, as the language's printers have it. */
  before: number
  after: number
}

const hyphenations: Record<string, Hyphenation> = {
  'en-gb': { patterns: british, before: 2, after: 3 },
  'en-us': { patterns: american, before: 2, after: 3 },
  de: { patterns: german, before: 2, after: 2 },
  fr: { patterns: french, before: 2, after: 3 },
  es: { patterns: spanish, before: 2, after: 2 },
}

/** The patterns for a tag, or for the tag's first part; English without a country is British. */
export function hyphenationOf(tag: string): Hyphenation | undefined {
  const key = tag.toLowerCase()
  const first = key.split('-')[0]!
  const own = (name: string): Hyphenation | undefined => (Object.hasOwn(hyphenations, name) ? hyphenations[name] : undefined)
  return own(key) ?? (first === 'en' ? own('en-gb') : own(first))
}
