/** Which words the marks of a text block stand for: those of their terms, or else the word that they stand at. */
import { attributesOf, isKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'
import { besides, likeness, stemmerOf, type Token, tokensOf, wordsOf } from './words.ts'

/** UTF-16 indices in the text block, mark by mark. `headingOf` gives the words of a term, empty for one that is gone. */
export function markedWords(block: Node, headingOf: (term: string) => string, language: string): { from: number; to: number }[] {
  const found: { from: number; to: number }[] = []
  block.forEach((child, at) => {
    if (!isKind(child, 'indexMark')) return
    const { term, range } = attributesOf(child, 'indexMark')
    const list = tokensOf(block, language)
    const wanted = wordsOf(headingOf(term), language)
    // A mark stands before its words, or within the first of them; the end of a range behind its last word.
    const first = list.findIndex(({ to }) => to > at)
    const last = first < 0 ? list.length - 1 : first - 1
    const word = range === 'end' ? list[last] : (list[first] ?? list[last])
    const whole = range !== 'end' && first >= 0 && wanted.length > 0 && fits(list, first, wanted, language)
    if (whole) found.push({ from: list[first]!.from, to: list[first + wanted.length - 1]!.to })
    else if (word) found.push({ from: word.from, to: word.to })
  })
  return found
}

function fits(list: readonly Token[], first: number, wanted: readonly string[], language: string): boolean {
  const stem = stemmerOf(language)
  return wanted.every((word, i) => {
    const token = list[first + i]
    return token !== undefined && (i === 0 || besides(list[first + i - 1]!, token)) && likeness(token.word, word, stem) !== null
  })
}
