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
    const lower = text.toLowerCase()
    const at = lower.indexOf(wanted)
    // Letters that become two in lower case would shift what is shown: then it is the beginning of the block.
    const shown = lower.length === text.length ? at : 0
    if (at >= 0 && found.at(-1)?.id !== id)
      found.push({
        id,
        before: (shown > around ? '…' : '') + text.slice(Math.max(0, shown - around), shown),
        words: text.slice(shown, shown + words.length),
        after: text.slice(shown + words.length, shown + words.length + around * 2),
      })
    return false
  })
  return found
}
