/**
 * Where the words of a term stand in a work: whole words, their inflections by the stemmer of the language (Snowball), and spellings
 * that differ in a letter. What is found is offered, never marked by itself.
 */
import type { Node } from '../../work/schema.ts'
import { textBetween, textBlocks } from './textBlocks.ts'
import { besides, hasMark, type Likeness, likeness, placeKey, stemmerOf, tokensOf, wordsOf } from './words.ts'

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
  how: Likeness
  /** Tells the place from others, also after edits around it. */
  key: string
  /** A mark of the term stands here already. */
  marked: boolean
}

const rank = { exact: 0, inflected: 1, like: 2 }
/** Most UTF-16 code units of the text around a place. */
const around = 60

/** Places of the words of a heading, in the order of the text. `term` tells which marks are its own. */
export function findWords(doc: Node, heading: string, term: string, language: string): FoundWords[] {
  const wanted = wordsOf(heading, language)
  if (!wanted.length) return []
  const stem = stemmerOf(language)
  const found: FoundWords[] = []
  const look = (block: Node, start: number, division: number, holder: string, identity: string): void => {
    const list = tokensOf(block, language)
    for (let at = 0; at + wanted.length <= list.length; at++) {
      let how: Likeness | null = 'exact'
      for (let i = 0; i < wanted.length && how; i++) {
        const token = list[at + i]!
        const alike = likeness(token.word, wanted[i]!, stem)
        if (!alike || (i > 0 && !besides(list[at + i - 1]!, token))) how = null
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
        key: placeKey(identity, list, at, wanted.length, said),
        marked: hasMark(block, from, to, term),
      })
      at += wanted.length - 1
    }
  }
  doc.forEach((node, offset, division) => {
    for (const { block, start, holder, identity } of textBlocks(node)) look(block, offset + start, division, holder, identity)
  })
  return found
}

/** Headings that say nearly the same: one letter, or an inflection, is different. */
export function alike(a: string, b: string, language: string): boolean {
  const [one, other] = [wordsOf(a, language), wordsOf(b, language)]
  if (one.length !== other.length || !one.length) return false
  const stem = stemmerOf(language)
  return one.every((word, i) => likeness(other[i]!, word, stem) !== null)
}
