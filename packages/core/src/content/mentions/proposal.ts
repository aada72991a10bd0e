/** Which words an abbreviation stands for: those right before it whose initials are its letters. */

/** Words that most abbreviations leave out, in the languages that the program speaks. */
const small = new Set(
  'a an the of and for in on at to by with from und der die das des dem den von für im am zur zum mit et de des du la le les l d en à pour sur y el los las del por para con'.split(
    ' ',
  ),
)
const wordPattern = /[\p{L}\p{N}]+/gu

interface Part {
  text: string
  from: number
  to: number
}

/**
 * The words at the end of `before` whose initials make up a short form, without what stands between them and its bracket; empty where the
 * initials do not agree. A letter may stand for a word, for a part of a compound (“ground-water level”), or, behind the first letter of a
 * word, for one inside it (“hydrometer” as HM).
 */
export function fullFormBefore(before: string, short: string): string {
  const text = before.replace(/[\s([–—-]+$/u, '')
  const letters = [...short].filter(sign => /[\p{L}\p{N}]/u.test(sign)).map(sign => sign.toLocaleLowerCase())
  // The plural sign behind capitals is no word: SGSs.
  if (letters.length > 2 && /^\p{Lu}+s$/u.test(short)) letters.pop()
  if (letters.length < 2) return ''
  const parts = [...text.matchAll(wordPattern)].map(({ 0: word, index }): Part => ({ text: word, from: index, to: index + word.length }))
  if (parts.at(-1)?.to !== text.length) return ''
  const start = firstOf(parts, parts.length - 1, letters, letters.length - 1)
  return start === null ? '' : text.slice(start)
}

/** Where the first word stands, reading words and letters from their ends; small words may be passed over. */
function firstOf(parts: readonly Part[], at: number, letters: readonly string[], letter: number): number | null {
  const part = parts[at]
  if (!part || letters.length - letter > 12) return null
  const word = part.text.toLocaleLowerCase()
  // A word for one letter, or for several of which the others stand inside it.
  for (let first = letter; first >= 0; first--) {
    if (word[0] !== letters[first] || !holds(word, letters.slice(first, letter + 1))) continue
    if (first === 0) return part.from
    const found = firstOf(parts, at - 1, letters, first - 1)
    if (found !== null) return found
  }
  return small.has(word) && letter < letters.length - 1 ? firstOf(parts, at - 1, letters, letter) : null
}

/** Whether letters stand in a word in their order, the first at its beginning. */
function holds(word: string, letters: readonly string[]): boolean {
  let from = 0
  for (const letter of letters) {
    const at = word.indexOf(letter, from)
    if (at < 0) return false
    from = at + 1
  }
  return true
}
