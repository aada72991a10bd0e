/** Words as terms are looked for: with their stems by the Snowball stemmer of the language, block by block. */
import { distance } from 'fastest-levenshtein'
import { newStemmer } from 'snowball-stemmers'
import { isKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'

/** A word of a text block. */
export interface Token {
  /** Offsets in the content of its text block. */
  from: number
  to: number
  word: string
}

/** How a word is found: as it is, inflected, or spelled a little otherwise. */
export type Likeness = 'exact' | 'inflected' | 'like'

const stemmers = new Map<string, (word: string) => string>()
const algorithms: Record<string, string> = { en: 'english', de: 'german', fr: 'french', es: 'spanish' }

/** The stem of a word in lower case; the word itself in languages without a stemmer. */
export function stemmerOf(language: string): (word: string) => string {
  const tag = language.split('-')[0]!
  let stem = stemmers.get(tag)
  if (!stem) {
    const algorithm = algorithms[tag]
    const known = new Map<string, string>()
    const make = algorithm ? newStemmer(algorithm) : null
    stem = word => {
      let found = known.get(word)
      if (found === undefined) known.set(word, (found = make ? make.stem(word) : word))
      return found
    }
    stemmers.set(tag, stem)
  }
  return stem
}

const wordPattern = /[\p{L}\p{N}]+(?:[’'][\p{L}\p{N}]+)*/gu

const tokens = new WeakMap<Node, { language: string; list: readonly Token[] }>()

/** The words of a text block, in order. */
export function tokensOf(block: Node, language: string): readonly Token[] {
  const kept = tokens.get(block)
  if (kept?.language === language) return kept.list
  const list: Token[] = []
  let at = 0
  /** Where a letter would go on with the last word. */
  let goesOn = -1
  for (const child of block.children) {
    if (isKind(child, 'indexMark') && at === goesOn) goesOn++
    if (child.text !== undefined)
      for (const { 0: text, index } of child.text.matchAll(wordPattern)) {
        const word = text.toLocaleLowerCase(language)
        const last = list.at(-1)
        // A word that a mark, or a change of look, stands in is one.
        if (last && goesOn === at + index) list[list.length - 1] = joined(last, text, at + index, language)
        else list.push({ from: at + index, to: at + index + text.length, word })
        goesOn = at + index + text.length
      }
    at += child.nodeSize
  }
  tokens.set(block, { language, list })
  return list
}

const joined = (last: Token, text: string, at: number, language: string): Token => ({
  from: last.from,
  to: at + text.length,
  word: last.word + text.toLocaleLowerCase(language),
})

/** The words of a heading in lower case. */
export const wordsOf = (text: string, language: string): string[] => text.toLocaleLowerCase(language).match(wordPattern) ?? []

/** How alike a word is to that of a term; null where it is another one. Short words must be the same. */
export function likeness(found: string, word: string, stem: (word: string) => string): Likeness | null {
  if (found === word) return 'exact'
  // Most words are others from their first letter on: nothing is asked about them.
  if (found[0] !== word[0]) return null
  const own = stem(word)
  if (stem(found) === own) return 'inflected'
  if (word.length < 6 || Math.abs(found.length - word.length) > 1) return null
  return distance(found, word) === 1 || distance(stem(found), own) === 1 ? 'like' : null
}

/** Words of one term stand side by side, with nothing but a space or a hyphen between them. */
export const besides = (left: Token, right: Token): boolean => right.from - left.to <= 1

/** What tells a place from others, also after edits around it: its block, its words, and the words beside it. */
export const placeKey = (identity: string, list: readonly Token[], first: number, count: number, said: string): string =>
  [identity, list[first - 1]?.word ?? '', said, list[first + count]?.word ?? ''].join(' ')

/** Whether a mark of a term stands at or in a stretch of text. */
export function hasMark(block: Node, from: number, to: number, term: string): boolean {
  let at = 0
  for (const child of block.children) {
    if (isKind(child, 'indexMark') && child.attrs.term === term && at >= from - 1 && at <= to) return true
    at += child.nodeSize
  }
  return false
}
