/**
 * Where references stand. One node may stand at several places (a copied paragraph shares what is in it), and says something else
 * at each: what is known of references is kept by place, told by the text block and how many references stand before it there.
 */
import type { ResolvedPos } from 'prosemirror-model'
import { isKind, type NodeOfKind } from '../work/kinds/index.ts'
import type { Node } from '../work/schema.ts'

/** How a node is told apart from all others: its id, or its way down from the nearest node with an id. */
export const identityIn = (parent: string, node: Node, index: number): string => (node.attrs.id as string) || `${parent}.${index}`

/** A paragraph of a note with several, counted from 0. */
export const noteParagraphIdentity = (note: string, order: number): string => (order ? `${note}/${order}` : note)

/** A place in a text block: how many references stand before it there. */
export const occurrenceOf = (identity: string, order: number): string => `${identity}#${order}`

export interface ReferenceHere {
  node: Node & NodeOfKind<'reference'>
  /** Its index among the inline nodes of the block. */
  index: number
  /** The paragraph of a note, and how many references stand before it there. */
  paragraph: number
  order: number
}

const kept = new WeakMap<Node, readonly ReferenceHere[]>()
const none: readonly ReferenceHere[] = []

/** The references of a text block itself, not of notes in it. */
export function referencesIn(block: Node): readonly ReferenceHere[] {
  // Looking is cheaper than keeping that there is none, which is so of most blocks.
  if (!block.children.some(node => isKind(node, 'reference'))) return none
  let found = kept.get(block)
  if (!found) kept.set(block, (found = findReferences(block)))
  return found
}

function findReferences(block: Node): ReferenceHere[] {
  const references: ReferenceHere[] = []
  let paragraph = 0
  let order = 0
  block.children.forEach((node, index) => {
    if (isKind(node, 'reference')) references.push({ node, index, paragraph, order: order++ })
    else if (isKind(node, 'noteBreak')) {
      paragraph++
      order = 0
    }
  })
  return references
}

/** The place of a reference in a block with an identity. */
export const placeOf = (identity: string, { paragraph, order }: ReferenceHere): string =>
  occurrenceOf(noteParagraphIdentity(identity, paragraph), order)

/** The place of the reference at a position, which may be in a document or in a note that is edited by itself. */
export function occurrenceAt($at: ResolvedPos): string {
  let depth = $at.depth
  while (depth > 0 && !$at.node(depth).attrs.id) depth--
  let identity: string = $at.node(depth).attrs.id ?? ''
  for (let inner = depth + 1; inner <= $at.depth; inner++) identity = identityIn(identity, $at.node(inner), $at.index(inner - 1))
  const here = referencesIn($at.parent).find(({ index }) => index === $at.index())
  return here ? placeOf(identity, here) : ''
}
