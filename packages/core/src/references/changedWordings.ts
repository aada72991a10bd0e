/** References that say something else under another ledger. */
import type { Ledger } from '../numbers/ledger.ts'
import { scanDivision } from '../numbers/scan.ts'
import type { Node } from '../work/schema.ts'
import { type ReferencePart, referenceText } from './wordReference.ts'

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
  word: (reference: Node, ledger: Ledger) => ReferencePart[],
): WordingChange[] {
  const changes: WordingChange[] = []
  for (const division of doc.children)
    for (const { node, holder } of scanDivision(division).references) {
      const from = referenceText(word(node, before))
      const to = referenceText(word(node, after))
      if (from !== to) changes.push({ holder, from, to })
    }
  return changes
}
