/** Whether a sentence begins with what stands behind some words. */
import type { Words } from '../../languages/language.ts'

/** The begin of a text or the end of a sentence, then whatever opens quotations and brackets; only guillemets stand off what they open. */
const ends = /(\n|[.!?…]["”’“»)\]]*\s+)(["“„‚‘([¿¡]|[«‹]\s*)*$/u
/** The last word before what opens quotations and brackets. */
const lastWord = /(?:^|[\s([“„«])([^\s([“„«]+)\s+["“„‚‘«‹([¿¡\s]*$/u

const abbreviations = new WeakMap<Words, ReadonlySet<string>>()

function abbreviationsOf(words: Words): ReadonlySet<string> {
  let found = abbreviations.get(words)
  if (!found) abbreviations.set(words, (found = new Set(words.noSentenceAfter.toLowerCase().split(/\s+/))))
  return found
}

/** `before` is what stands right before, a line feed standing for the begin of the text. After “cf.”, “e.g.” and their like no sentence begins. */
export function opensSentence(before: string, words: Words): boolean {
  if (!ends.test(before)) return false
  const word = lastWord.exec(before)?.[1]?.toLowerCase()
  return word === undefined || !abbreviationsOf(words).has(word)
}
