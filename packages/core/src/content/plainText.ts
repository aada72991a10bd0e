/** Text as a reader would say it, its references worded. */
import { identityIn, placeOf, referencesIn } from '../numbers/occurrences.ts'
import { type Node, plainText } from '../work/schema.ts'
import { type Piece, textOfPieces } from './pieces.ts'

/** What a reference says where it stands. */
export type WordingOf = (reference: Node, occurrence: string) => Piece[]

/** Text of a title, heading, caption or note that has this identity; notes in it are left out. */
export function plainTextOf(node: Node, identity: string, wordingOf: WordingOf): string {
  // The text asks for references in the order in which they stand.
  const said: string[] = []
  const find = (block: Node, own: string): void => {
    if (block.inlineContent)
      for (const reference of referencesIn(block)) said.push(textOfPieces(wordingOf(reference.node, placeOf(own, reference))))
    else block.forEach((child, _at, index) => find(child, identityIn(own, child, index)))
  }
  find(node, identity)
  return plainText(node, () => said.shift() ?? '')
}
