/** Things that were referred to and deleted in this sitting are kept at hand; they, or what a milestone knows of them, can be put back. */
import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { captionedKinds } from '@steady-ledger/core/work/kinds/index.ts'
import type { Milestone, MilestoneRecord } from '@steady-ledger/core/work/parts/milestones.ts'
import { type Node, schema } from '@steady-ledger/core/work/schema.ts'
import type { Transaction } from '@tiptap/pm/state'
import { emptyBlock } from './insert.ts'

/** A block or division that was deleted, and the one it stood behind. */
export interface Buried {
  node: Node
  behind: string
}
export type Graveyard = Map<string, Buried>

/** Remembers the block or division of a document that holds an id, unless the block is still in the work and only lost a part. */
export function bury(graveyard: Graveyard, old: Node, id: string, isGone: (id: string) => boolean): void {
  const at = findBlock(old, id)
  if (at < 0) return
  const $at = old.resolve(at)
  const node = $at.depth === 0 || $at.depth === 1 ? $at.nodeAfter! : $at.node(2)
  if (node.attrs.id && !isGone(node.attrs.id)) return
  const parent = $at.depth === 0 ? old : $at.node(1)
  const index = $at.index($at.depth === 0 ? 0 : 1)
  let behind = ''
  for (let i = index - 1; i >= 0 && !behind; i--) behind = (parent.child(i).attrs.id as string) ?? ''
  graveyard.set(id, { node, behind: behind || (parent.attrs.id as string) || '' })
}

/** Puts a deleted block back behind what it stood behind, or, where that is gone as well, behind the block of the reference. */
export function unbury(tr: Transaction, { node, behind }: Buried, reference: number): void {
  const isDivision = node.type === schema.nodes.division
  const at = behind ? findBlock(tr.doc, behind) : -1
  if (isDivision) {
    const before = at >= 0 && tr.doc.resolve(at).depth === 0 ? at + tr.doc.nodeAt(at)!.nodeSize : tr.doc.content.size
    tr.insert(before, node)
    return
  }
  const found = at >= 0 ? tr.doc.nodeAt(at)! : null
  if (found && found.type === schema.nodes.division) tr.insert(at + 1 + found.firstChild!.nodeSize, node)
  else if (found && tr.doc.resolve(at).depth === 1) tr.insert(at + found.nodeSize, node)
  else tr.insert(behindBlock(tr.doc, reference), node)
}

const behindBlock = (doc: Node, at: number): number => {
  const $at = doc.resolve(at)
  return $at.depth >= 2 ? $at.after(2) : $at.end(1)
}

/** What the latest milestone that knows an id says of it. */
export function recordOf(milestones: readonly Milestone[], id: string): { milestone: Milestone; record: MilestoneRecord } | null {
  for (const milestone of [...milestones].reverse()) {
    const record = milestone.records.find(found => found.id === id)
    if (record) return { milestone, record }
  }
  return null
}

/** A block as a milestone knows it: its kind and its caption or title, to be filled again; null where words alone say nothing of it. */
export function blockFrom({ id, kind, caption }: MilestoneRecord): Node | null {
  const { nodes } = schema
  const words = caption ? schema.text(caption) : null
  if (kind === 'heading' || kind === 'division') return nodes.heading.create({ id, level: 2 }, words)
  const captioned = captionedKinds.find(found => found === kind)
  if (!captioned) return null
  const block = emptyBlock(captioned, id)
  return block.copy(block.content.replaceChild(0, nodes.caption.create(null, words)))
}

/** Puts a block made from a milestone's record behind the block of the reference. */
export const insertFrom = (tr: Transaction, block: Node, reference: number): Transaction => tr.insert(behindBlock(tr.doc, reference), block)
