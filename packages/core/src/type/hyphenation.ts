/**
 * Where words may be divided: pattern hyphenation after F. M. Liang, “Word Hy-phen-a-tion by Com-put-er” (1983), over the
 * pattern tries of the `hyphen` package.
 */
import { hyphenationOf, type Trie } from '../languages/patterns.ts'

/** Words that an author divides by hand, in small letters, and where. */
export type Exceptions = ReadonlyMap<string, readonly number[]>

const readLately = new Map<string, Exceptions>()
const mostRead = 20

/** Reads a list of words with hyphens in them; those without any are never divided. The same list is the same map. */
export function exceptionsIn(list: string): Exceptions {
  let found = readLately.get(list)
  if (!found) {
    const words = new Map<string, number[]>()
    for (const word of list.toLowerCase().split(/[\s,;]+/)) {
      const parts = word.split(/[-\u00ad\u2010]+/).filter(Boolean)
      let at = 0
      if (parts.length)
        words.set(
          parts.join(''),
          parts.slice(0, -1).map(part => (at += part.length)),
        )
    }
    if (readLately.size >= mostRead) readLately.clear()
    readLately.set(list, (found = words))
  }
  return found
}

/** UTF-16 indices before which the word may be divided; none for languages without patterns here. */
export function divisionsOf(word: string, tag: string): number[] {
  const language = hyphenationOf(tag)
  if (!language || word.length < language.before + language.after) return []
  const { patterns, before, after } = language
  const [levels, trie, exceptions] = patterns
  const lower = word.toLowerCase()
  if (exceptions && Object.hasOwn(exceptions, lower)) return exceptions[lower]!
  const letters = `.${lower}.`
  const strength = new Uint8Array(word.length + 3)
  for (let start = 0; start < letters.length - 2; start++) raise(strength, trie, levels, letters, start)
  const found: number[] = []
  for (let at = before; at <= word.length - after; at++) if (strength[at]! % 2) found.push(at)
  return found
}

/** Raises the strengths by every pattern that matches from `start` on. */
function raise(strength: Uint8Array, trie: Trie, levels: number[][], letters: string, start: number): void {
  let branch: Trie | undefined = trie
  for (let i = start; i < letters.length && branch; i++) {
    const step: Trie | [Trie, number] | number | undefined = branch[letters[i]!]
    if (step === undefined) return
    const ends: number = typeof step === 'number' ? step : Array.isArray(step) ? step[1] : -1
    branch = typeof step === 'number' ? undefined : Array.isArray(step) ? step[0] : step
    if (ends < 0) continue
    const from = start - (start > 0 ? 1 : 0)
    levels[ends]!.forEach((level, k) => {
      if (level > (strength[from + k] ?? 255)) strength[from + k] = level
    })
  }
}
