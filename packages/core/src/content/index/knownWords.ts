/**
 * Where the words of the terms of a register stand, all of them in one walk. Words as they are and inflected count; of two terms that
 * stand in the same words the longer one is meant. What was found in a text block is kept with it.
 */
import { isKind } from '../../work/kinds/index.ts'
import type { Entries } from '../../work/registers/register.ts'
import type { Term } from '../../work/registers/terms.ts'
import type { Node } from '../../work/schema.ts'
import { type TextBlock, textBetween, textBlocks } from './textBlocks.ts'
import { besides, hasMark, likeness, placeKey, stemmerOf, tokensOf, wordsOf } from './words.ts'

export interface KnownWords {
  term: string
  /** UTF-16 indices in its text block. */
  from: number
  to: number
  text: string
  /** Tells the place from others, also after edits around it: what the author refused is known by it. */
  key: string
  marked: boolean
}

/** Words by the stem of the first, and the terms that they are. */
interface Vocabulary {
  language: string
  byStem: ReadonlyMap<string, readonly { term: string; words: readonly string[] }[]>
}

const vocabularies = new WeakMap<Entries<Term>, Vocabulary>()

/** Main terms alone: what stands under one (“in summer”) means little by itself. */
function vocabularyOf(terms: Entries<Term>, language: string): Vocabulary {
  const kept = vocabularies.get(terms)
  if (kept?.language === language) return kept
  const stem = stemmerOf(language)
  const byStem = new Map<string, { term: string; words: string[] }[]>()
  for (const [term, { heading, under, listed }] of Object.entries(terms)) {
    const words = wordsOf(heading, language)
    if (under || !listed || !words.length) continue
    const key = stem(words[0]!)
    byStem.set(key, [...(byStem.get(key) ?? []), { term, words }])
  }
  // The longer ones are tried first.
  for (const list of byStem.values()) list.sort((a, b) => b.words.length - a.words.length)
  const vocabulary = { language, byStem }
  vocabularies.set(terms, vocabulary)
  return vocabulary
}

const known = new WeakMap<Node, { vocabulary: Vocabulary; identity: string; found: readonly KnownWords[] }>()

function knownInBlock({ block, identity }: TextBlock, vocabulary: Vocabulary): readonly KnownWords[] {
  const kept = known.get(block)
  if (kept?.vocabulary === vocabulary && kept.identity === identity) return kept.found
  const { language, byStem } = vocabulary
  const stem = stemmerOf(language)
  const list = tokensOf(block, language)
  const found: KnownWords[] = []
  for (let at = 0; at < list.length; at++) {
    const fits = byStem.get(stem(list[at]!.word))?.find(({ words }) =>
      words.every((word, i) => {
        const token = list[at + i]
        const how = token && (i === 0 || besides(list[at + i - 1]!, token)) ? likeness(token.word, word, stem) : null
        return how === 'exact' || how === 'inflected'
      }),
    )
    if (!fits) continue
    const { term, words } = fits
    const { from } = list[at]!
    const { to } = list[at + words.length - 1]!
    const text = textBetween(block, from, to)
    found.push({ term, from, to, text, key: placeKey(identity, list, at, words.length, text), marked: hasMark(block, from, to, term) })
    at += words.length - 1
  }
  known.set(block, { vocabulary, identity, found })
  return found
}

/** In the order of the text of a division; headings stand among the blocks, also those without such words. */
export function knownWords(division: Node, terms: Entries<Term>, language: string): { block: TextBlock; words: readonly KnownWords[] }[] {
  const vocabulary = vocabularyOf(terms, language)
  return textBlocks(division)
    .map(block => ({ block, words: knownInBlock(block, vocabulary) }))
    .filter(({ block, words }) => words.length > 0 || isKind(block.block, 'heading'))
}
