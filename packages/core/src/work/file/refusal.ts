/** What a reader of files says when it refuses one: a sentence that anybody can read wherever it is shown. */

const mostLetters = 200

/** A sentence on one line, of at most 200 characters, in which signs that draw nothing or turn the direction of writing are named. */
export function plainSentence(text: string): string {
  const shown = text
    .replace(/\s+/gu, ' ')
    .trim()
    .replace(/[\p{Cc}\p{Cf}\p{Cs}\p{Co}]/gu, sign => `<U+${sign.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}>`)
  const letters = [...shown]
  return letters.length > mostLetters ? `${letters.slice(0, mostLetters - 1).join('')}…` : shown
}

/** An error whose message is such a sentence. */
export class Refusal extends Error {
  constructor(message: string) {
    super(plainSentence(message))
  }
}
