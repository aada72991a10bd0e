/** Words in the text of the work: where they stand, with some of what is around them. */
import type { Node } from '@steady-ledger/core/work/schema.ts'
import { plainText } from '@steady-ledger/core/work/schema.ts'

export interface FoundText {
  /** The block, heading or caption they stand in. */
  id: string
  before: string
  words: string
  after: string
}

const around = 34

/** The first places of words, in the order of the work; one a block. Case is not looked at. */
export function findText(doc: Node, words: string, most: number): FoundText[] {
  const found: FoundText[] = []
  const wanted = words.toLowerCase()
  let id = ''
  doc.descendants(node => {
    if (found.length >= most) return false
    if (node.attrs.id && !node.isInline) id = node.attrs.id as string
    if (!node.isTextblock) return true
    const text = plainText(node)
    const at = text.toLowerCase().indexOf(wanted)
    // Letters that become two in lower case would shift it: then the block is found, and nothing of it is shown as the place.
    if (at >= 0 && found.at(-1)?.id !== id)
      found.push({
        id,
        before: (at > around ? '…' : '') + text.slice(Math.max(0, at - around), at),
        words: text.slice(at, at + words.length),
        after: text.slice(at + words.length, at + words.length + around * 2),
      })
    return false
  })
  return found
}
