/**
 * Where words may be divided: pattern hyphenation after F. M. Liang, “Word Hy-phen-a-tion by Com-put-er” (1983), over the
 * pattern tries of the `hyphen` package.
 */
import british from 'hyphen/patterns/en-gb.js'
import american from 'hyphen/patterns/en-us.js'

/** Branch of a pattern trie: the next letters, or with them the index of the levels of the pattern that ends here. */
type Trie = { [letter: string]: Trie | [Trie, number] | number }
export type HyphenationPatterns = [levels: number[][], trie: Trie, exceptions?: Record<string, number[]>]

const languages: Record<string, HyphenationPatterns> = { 'en-gb': british, 'en-us': american }

/** Fewest letters left before and carried after a division; English wants two and three. */
const fewestBefore = 2
const fewestAfter = 3

/** UTF-16 indices before which the word may be divided; none for languages without patterns here. */
export function divisionsOf(word: string, language: string): number[] {
  const key = language.toLowerCase()
  const patterns = languages[key] ?? (key.startsWith('en') ? british : undefined)
  if (!patterns || word.length < fewestBefore + fewestAfter) return []
  const [levels, trie, exceptions] = patterns
  const lower = word.toLowerCase()
  if (exceptions && Object.hasOwn(exceptions, lower)) return exceptions[lower]!
  const letters = `.${lower}.`
  const strength = new Uint8Array(word.length + 3)
  for (let start = 0; start < letters.length - 2; start++) raise(strength, trie, levels, letters, start)
  const found: number[] = []
  for (let at = fewestBefore; at <= word.length - fewestAfter; at++) if (strength[at]! % 2) found.push(at)
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
