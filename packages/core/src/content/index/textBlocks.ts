/** The text blocks in which words are looked for, and what stands in them. */
import { identityIn } from '../../numbers/occurrences.ts'
import { isKind, traitsOf } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'

/** What stands between two positions, in letters; formulas and references as signs for them. */
export const textBetween = (block: Node, from: number, to: number): string =>
  block.textBetween(from, to, '', node => (isKind(node, 'formula') ? '□' : traitsOf(node).worded ? '[…]' : ''))

/** A text block of a division. */
export interface TextBlock {
  block: Node
  /** The position of its content in the division, from that of the division itself. */
  start: number
  /** The nearest block or note with an id. */
  holder: string
  identity: string
}

const blocks = new WeakMap<Node, readonly TextBlock[]>()

/** The text blocks of a division in which words are looked for, notes and captions included; listings are no words. */
export function textBlocks(division: Node): readonly TextBlock[] {
  const kept = blocks.get(division)
  if (kept) return kept
  const list: TextBlock[] = []
  const visit = (node: Node, start: number, holder: string, identity: string): void => {
    const own = (node.attrs.id as string) || holder
    if (node.inlineContent && !isKind(node, 'listingText')) list.push({ block: node, start, holder: own, identity })
    let at = start
    node.children.forEach((child, index) => {
      if (child.childCount) visit(child, at + 1, own, identityIn(identity, child, index))
      at += child.nodeSize
    })
  }
  visit(division, 1, '', division.attrs.id)
  blocks.set(division, list)
  return list
}
