/** The words around a place in a line of text, as the desks show them: cut between words, with a sign for what has no letters. */
import type { Node } from '@tiptap/pm/model'

const around = 70
const signs: Record<string, string> = { formula: '□', reference: '[…]', mention: '[…]', citation: '[…]' }

/** What stands between two positions of a text block; notes are read where they stand, and not here. */
function textOf(block: Node, from: number, to: number): string {
  let text = ''
  block.nodesBetween(from, to, (node, at) => {
    if (node.text !== undefined) text += node.text.slice(Math.max(0, from - at), to - at)
    else if (node.isLeaf) text += signs[node.type.name] ?? ''
    return node.type.name !== 'note'
  })
  return text
}

/** The last words before a position in a text block; what is left out is told by an ellipsis. */
export function wordsBefore(block: Node, at: number): string {
  const text = textOf(block, 0, at)
  return text.length > around ? `…${text.slice(-around).replace(/^\S*\s/, '')}` : text
}

/** The first words behind a position in a text block. */
export function wordsAfter(block: Node, at: number): string {
  const text = textOf(block, at, block.content.size)
  return text.length > around ? `${text.slice(0, around).replace(/\s\S*$/, '')} …` : text
}
