/**
 * Where references, mentions and their like stand: what is worded. One node may stand at several places (a copied paragraph shares what
 * is in it), and says something else at each: what is known of them is kept by place, told by the text block and how many stand before it there; of a citation, by its id.
 */
import type { ResolvedPos } from 'prosemirror-model'
import { isKind, traitsOf } from '../work/kinds/index.ts'
import type { Node } from '../work/schema.ts'

/** How a node is told apart from all others: its id, or its way down from the nearest node with an id. */
export const identityIn = (parent: string, node: Node, index: number): string => (node.attrs.id as string) || `${parent}.${index}`

/** A paragraph of a note with several, counted from 0. */
export const noteParagraphIdentity = (note: string, order: number): string => (order ? `${note}/${order}` : note)

/** A place in a text block: how many worded things stand before it there. */
export const occurrenceOf = (identity: string, order: number): string => `${identity}#${order}`

export interface WordedHere {
  node: Node
  /** Its index among the inline nodes of the block. */
  index: number
  /** The paragraph of a note, and how many worded things stand before it there. */
  paragraph: number
  order: number
}

const kept = new WeakMap<Node, readonly WordedHere[]>()
const none: readonly WordedHere[] = []

/** What is worded in a text block itself, not in notes in it. */
export function wordedIn(block: Node): readonly WordedHere[] {
  // Looking is cheaper than keeping that there is none, which is so of most blocks.
  if (!block.children.some(isWorded)) return none
  let found = kept.get(block)
  if (!found) kept.set(block, (found = findWorded(block)))
  return found
}

const isWorded = (node: Node): boolean => traitsOf(node).worded

function findWorded(block: Node): WordedHere[] {
  const found: WordedHere[] = []
  let paragraph = 0
  let order = 0
  block.children.forEach((node, index) => {
    if (isWorded(node))
      // A citation is told by its id: it counts for nobody else.
      found.push({ node, index, paragraph, order: isKind(node, 'citation') ? order : order++ })
    else if (isKind(node, 'noteBreak')) {
      paragraph++
      order = 0
    }
  })
  return found
}

/** The place of something worded in a block with an identity. */
export const placeOf = (identity: string, { node, paragraph, order }: WordedHere): string =>
  isKind(node, 'citation') ? node.attrs.id : occurrenceOf(noteParagraphIdentity(identity, paragraph), order)

/** The place of what is worded at a position, which may be in a document or in a note that is edited by itself. */
export function occurrenceAt($at: ResolvedPos): string {
  let depth = $at.depth
  while (depth > 0 && !$at.node(depth).attrs.id) depth--
  let identity: string = $at.node(depth).attrs.id ?? ''
  for (let inner = depth + 1; inner <= $at.depth; inner++) identity = identityIn(identity, $at.node(inner), $at.index(inner - 1))
  const here = wordedIn($at.parent).find(({ index }) => index === $at.index())
  return here ? placeOf(identity, here) : ''
}
