/** What something says, as pieces of text with their look and where they lead: read by pages, outputs, galley and ledger alike. */
import type { Words } from '../languages/language.ts'
import type { MarkName } from '../work/kinds/marks.ts'

/** How a piece looks, by the marks of the text that can be told in a list or heading. */
export type PieceMark = Exclude<MarkName, 'link' | 'language'>

export interface Piece {
  text: string
  /** The entry it leads to. */
  target?: string
  /** The address outside that it leads to. */
  address?: string
  /** The note whose number stands here. */
  noteNumber?: string
  /** It stands for something that is no longer in the work. */
  lost?: true
  marks?: readonly PieceMark[]
  /** The formula that stands here, in the notation it is kept in; the text is then a sign for it. */
  formula?: string
  /** A word that begins with a capital where a sentence begins with it; numbers and titles never change their case. */
  word?: true
  /** Words of the author among those of the program: they may be divided. */
  authored?: true
  /** BCP 47 tag of words in another language than the work's. */
  language?: string
  /** What an abbreviation stands for, where its short form is said alone. */
  expansion?: string
}

/** What stands for something that was deleted, with what it was called where that is known. */
export const lostPiece = (was: string | undefined, words: Pick<Words, 'deleted' | 'was'>): Piece => ({
  text: was ? `${words.deleted} (${words.was} ${was})` : words.deleted,
  lost: true,
})

export const textOfPieces = (pieces: readonly Piece[]): string => pieces.map(({ text }) => text).join('')

/** Joins what belongs together and does not part at the end of a line. */
export const joiner = '\u00a0'

/** Neighbours that lead to one target and look alike become one. */
export function merged(pieces: Piece[]): Piece[] {
  // Most say two things of one target, or have nothing to join.
  if (!pieces.some((piece, index) => index > 0 && alike(pieces[index - 1]!, piece))) return pieces
  const out: Piece[] = []
  for (const piece of pieces) {
    const last = out.at(-1)
    if (last && alike(last, piece)) out[out.length - 1] = { ...last, text: last.text + piece.text }
    else out.push(piece)
  }
  return out
}

const alike = (a: Piece, b: Piece): boolean =>
  a.target === b.target &&
  a.address === b.address &&
  a.noteNumber === b.noteNumber &&
  !a.lost &&
  !b.lost &&
  a.language === b.language &&
  a.expansion === b.expansion &&
  a.authored === b.authored &&
  a.formula === undefined &&
  b.formula === undefined &&
  (a.marks === b.marks || a.marks?.join() === b.marks?.join())
