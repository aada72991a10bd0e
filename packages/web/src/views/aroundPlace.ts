/** The words around a place in a line of text, as the desks show them: with what references say there, cut between words. */
import { textOfPieces } from '@steady-ledger/core/content/pieces.ts'
import { occurrenceAt } from '@steady-ledger/core/numbers/occurrences.ts'
import { traitsOf } from '@steady-ledger/core/work/kinds/index.ts'
import type { Node } from '@tiptap/pm/model'
import type { LiveNumbers } from '../editor/live.ts'

const around = 70

/** What stands between two positions of the text block at one of them; notes are read where they stand, and not here. */
function textOf(doc: Node, from: number, to: number, live: LiveNumbers): string {
  const $from = doc.resolve(from)
  const start = $from.start()
  let text = ''
  $from.parent.nodesBetween(from - start, to - start, (node, at) => {
    if (node.text !== undefined) text += node.text.slice(Math.max(0, from - start - at), to - start - at)
    else if (node.type.name === 'formula') text += '□'
    else if (traitsOf(node).worded && !(node.type.name === 'citation' && live.citesInNotes && $from.parent.type.name !== 'note'))
      text += textOfPieces(live.wording(node, occurrenceAt(doc.resolve(start + at))))
    return node.type.name !== 'note'
  })
  return text
}

export interface Around {
  before: string
  after: string
}

/** The last words before something in a line that takes one position, and the first behind it; what is left out is told by an ellipsis. */
export function wordsAround(doc: Node, at: number, live: LiveNumbers): Around {
  const $at = doc.resolve(at)
  const before = textOf(doc, $at.start(), at, live)
  const after = textOf(doc, at + 1, $at.end(), live)
  return {
    before: before.length > around ? `…${before.slice(-around).replace(/^\S*\s/, '')}` : before,
    after: after.length > around ? `${after.slice(0, around).replace(/\s\S*$/, '')} …` : after,
  }
}
