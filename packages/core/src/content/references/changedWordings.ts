/** References that say something else under another ledger. */
import type { Ledger } from '../../numbers/ledger.ts'
import { type FoundReference, scanDivision } from '../../numbers/scan.ts'
import type { Node } from '../../work/schema.ts'
import { type Piece, textOfPieces } from '../pieces.ts'

export interface WordingChange {
  /** The block that holds the reference. */
  holder: string
  from: string
  to: string
}

/** References of a document that say something else. `word` says what a reference says under a ledger. */
export function changedWordings(
  doc: Node,
  before: Ledger,
  after: Ledger,
  word: (reference: FoundReference, ledger: Ledger) => Piece[],
): WordingChange[] {
  const changes: WordingChange[] = []
  for (const division of doc.children)
    for (const reference of scanDivision(division).references) {
      const from = textOfPieces(word(reference, before))
      const to = textOfPieces(word(reference, after))
      if (from !== to) changes.push({ holder: reference.holder, from, to })
    }
  return changes
}
