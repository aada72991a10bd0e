/** Notes become the other kind: one, those of a stretch of text, of a division, or all, as one change. */
import type { Transform } from 'prosemirror-transform'
import { isKind } from '../kinds/index.ts'
import type { Node } from '../schema.ts'

/** Positions of the notes between two positions, in the order of the text. */
export function notesBetween(doc: Node, from: number, to: number): number[] {
  const found: number[] = []
  doc.nodesBetween(from, Math.min(to, doc.content.size), (node, at) => {
    if (isKind(node, 'note') && at >= from && at < to) found.push(at)
  })
  return found
}

/** All become the other kind if one of them is of the usual one, else all the usual one. How many changed, and what they are now. */
export function turnNotes(tr: Transform, from: number, to: number): { count: number; other: boolean } {
  const notes = notesBetween(tr.doc, from, to)
  const isOther = (at: number): boolean => tr.doc.nodeAt(at)!.attrs.other === true
  const other = notes.some(at => !isOther(at))
  const turned = notes.filter(at => isOther(at) !== other)
  for (const at of turned) tr.setNodeAttribute(at, 'other', other)
  return { count: turned.length, other }
}
