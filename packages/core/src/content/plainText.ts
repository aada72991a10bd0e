/** Text as a reader would say it, its references and mentions worded. */
import { identityIn, placeOf, wordedIn } from '../numbers/occurrences.ts'
import { type Node, plainText } from '../work/schema.ts'
import { type Piece, textOfPieces } from './pieces.ts'

/** What a reference or mention says where it stands. */
export type WordingOf = (worded: Node, occurrence: string) => Piece[]

/** Text of a title, heading, caption or note that has this identity; notes in it are left out. */
export function plainTextOf(node: Node, identity: string, wordingOf: WordingOf): string {
  // The text asks for them in the order in which they stand.
  const said: string[] = []
  const find = (block: Node, own: string): void => {
    if (block.inlineContent) for (const worded of wordedIn(block)) said.push(textOfPieces(wordingOf(worded.node, placeOf(own, worded))))
    else block.forEach((child, _at, index) => find(child, identityIn(own, child, index)))
  }
  find(node, identity)
  return plainText(node, () => said.shift() ?? '')
}
