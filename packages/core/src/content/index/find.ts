/**
 * Where the words of a term stand in a work: whole words, their inflections by the stemmer of the language (Snowball), and spellings
 * that differ in a letter. What is found is offered, never marked by itself.
 */
import { distance } from 'fastest-levenshtein'
import { newStemmer } from 'snowball-stemmers'
import { identityIn } from '../../numbers/occurrences.ts'
import { isKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'

export interface FoundWords {
  /** Positions in the document. */
  from: number
  to: number
  division: number
  /** The nearest block or note with an id. */
  holder: string
  /** What stands there, and what stands around it. */
  text: string
  before: string
  after: string
  how: 'exact' | 'inflected' | 'like'
  /** Tells the place from others, also after edits around it: its block, its words, and the words beside it. */
  key: string
  /** A mark of the term stands here already. */
  marked: boolean
}

interface Token {
  /** Offsets in the content of its text block. */
  from: number
  to: number
  word: string
}

const stemmers = new Map<string, (word: string) => string>()
const algorithms: Record<string, string> = { en: 'english', de: 'german', fr: 'french', es: 'spanish' }

/** The stem of a word in lower case; the word itself in languages without a stemmer. */
function stemmerOf(language: string): (word: string) => string {
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

function tokensOf(block: Node, language: string): readonly Token[] {
  const kept = tokens.get(block)
  if (kept?.language === language) return kept.list
  const list: Token[] = []
  let at = 0
  for (const child of block.children) {
    if (child.text !== undefined)
      for (const { 0: text, index } of child.text.matchAll(wordPattern)) {
        const word = text.toLocaleLowerCase(language)
        const last = list.at(-1)
        // A word that a mark, or a change of look, stands in is one.
        if (last && last.to === at + index && index === 0) list[list.length - 1] = joined(last, text, at + index, language)
        else list.push({ from: at + index, to: at + index + text.length, word })
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

const wordsOf = (text: string): string[] => text.match(wordPattern) ?? []

/** How alike a word is to that of a term; null where it is another one. Short words must be the same. */
function likeness(found: string, word: string, stem: (word: string) => string): FoundWords['how'] | null {
  if (found === word) return 'exact'
  // Most words are others from their first letter on: nothing is asked about them.
  if (found[0] !== word[0]) return null
  const own = stem(word)
  if (stem(found) === own) return 'inflected'
  if (word.length < 6 || Math.abs(found.length - word.length) > 1) return null
  return distance(found, word) === 1 || distance(stem(found), own) === 1 ? 'like' : null
}

const rank = { exact: 0, inflected: 1, like: 2 }
/** Most UTF-16 code units of the text around a place. */
const around = 60

/** Places of the words of a heading, in the order of the text. `term` tells which marks are its own. */
export function findWords(doc: Node, heading: string, term: string, language: string): FoundWords[] {
  const wanted = wordsOf(heading).map(word => word.toLocaleLowerCase(language))
  if (!wanted.length) return []
  const stem = stemmerOf(language)
  const found: FoundWords[] = []
  const look = (block: Node, start: number, division: number, holder: string, identity: string): void => {
    const list = tokensOf(block, language)
    for (let at = 0; at + wanted.length <= list.length; at++) {
      let how: FoundWords['how'] | null = 'exact'
      for (let i = 0; i < wanted.length && how; i++) {
        const token = list[at + i]!
        const alike = likeness(token.word, wanted[i]!, stem)
        // Words of one term stand side by side, with nothing but a space or a hyphen between them.
        if (!alike || (i > 0 && token.from - list[at + i - 1]!.to > 1)) how = null
        else if (rank[alike] > rank[how]) how = alike
      }
      if (!how) continue
      const from = list[at]!.from
      const to = list[at + wanted.length - 1]!.to
      const said = textBetween(block, from, to)
      found.push({
        from: start + from,
        to: start + to,
        division,
        holder,
        text: said,
        before: textBetween(block, 0, from).slice(-around),
        after: textBetween(block, to, block.content.size).slice(0, around),
        how,
        key: [identity, list[at - 1]?.word ?? '', said, list[at + wanted.length]?.word ?? ''].join(' '),
        marked: hasMark(block, from, to, term),
      })
      at += wanted.length - 1
    }
  }
  const visit = (node: Node, start: number, division: number, holder: string, identity: string): void => {
    const own = (node.attrs.id as string) || holder
    if (node.inlineContent && !isKind(node, 'listingText')) look(node, start, division, own, identity)
    let at = start
    node.children.forEach((child, index) => {
      if (child.childCount) visit(child, at + 1, division, own, identityIn(identity, child, index))
      at += child.nodeSize
    })
  }
  doc.forEach((node, offset, division) => visit(node, offset + 1, division, '', node.attrs.id))
  return found
}

const textBetween = (block: Node, from: number, to: number): string =>
  block.textBetween(from, to, '', node => (isKind(node, 'formula') ? '□' : isKind(node, 'reference') ? '[…]' : ''))

/** Whether a mark of a term stands at or in a stretch of text. */
function hasMark(block: Node, from: number, to: number, term: string): boolean {
  let at = 0
  for (const child of block.children) {
    if (isKind(child, 'indexMark') && child.attrs.term === term && at >= from - 1 && at <= to) return true
    at += child.nodeSize
  }
  return false
}

/** Headings that say nearly the same: one letter, or an inflection, is different. */
export function alike(a: string, b: string, language: string): boolean {
  const [one, other] = [wordsOf(a.toLocaleLowerCase(language)), wordsOf(b.toLocaleLowerCase(language))]
  if (one.length !== other.length || !one.length) return false
  const stem = stemmerOf(language)
  return one.every((word, i) => likeness(other[i]!, word, stem) !== null)
}
