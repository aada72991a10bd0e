/** What is done with abbreviations and their mentions all over a work: each as one change of the document and its register. */
import type { Transform } from 'prosemirror-transform'
import { isKind } from '../kinds/index.ts'
import { type Node, schema } from '../schema.ts'
import { setEntry } from '../steps/registerStep.ts'
import type { Work } from '../work.ts'

/** Positions of the mentions of an entry. */
export function mentionsAt(doc: Node, entry: string): number[] {
  const places: number[] = []
  doc.descendants((node, at) => {
    if (isKind(node, 'mention') && node.attrs.entry === entry) places.push(at)
  })
  return places
}

/** Whether a mention may stand in place of what is between two positions. */
export function mayMention(doc: Node, from: number, to: number): boolean {
  const $from = doc.resolve(from)
  const $to = doc.resolve(to)
  return (
    $from.sameParent($to) &&
    $from.parent.inlineContent &&
    $from.parent.canReplaceWith($from.index(), $to.indexAfter(), schema.nodes.mention)
  )
}

/** Words become mentions, those behind first, so that positions hold. */
export function mentionPlaces<T extends Transform>(
  tr: T,
  places: readonly { from: number; to: number; plural: boolean }[],
  entry: string,
): T {
  for (const { from, to, plural } of [...places].sort((a, b) => b.from - a.from))
    if (mayMention(tr.doc, from, to))
      tr.replaceWith(from, to, schema.nodes.mention.create({ entry, plural }, null, tr.doc.nodeAt(from)?.marks ?? []))
  return tr
}

/** One entry takes over the mentions of another, which goes. */
export function mergeAbbreviations<T extends Transform>(tr: T, work: Work, from: string, into: string): T {
  if (from === into || !work.abbreviations[from] || !work.abbreviations[into]) return tr
  for (const at of mentionsAt(tr.doc, from)) tr.setNodeAttribute(at, 'entry', into)
  return setEntry(tr, work, 'abbreviations', from, null)
}

/** Takes an entry out; its mentions keep the name that they had, and are told. */
export function removeAbbreviation<T extends Transform>(tr: T, work: Work, id: string): T {
  const gone = work.abbreviations[id]
  if (!gone) return tr
  for (const at of mentionsAt(tr.doc, id)) tr.setNodeAttribute(at, 'was', (gone.short || gone.full).slice(0, 200))
  return setEntry(tr, work, 'abbreviations', id, null)
}
