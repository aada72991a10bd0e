/** What is done with references: split, merged, led elsewhere, made plain text. Positions are in the document. */
import { Fragment, type Node } from 'prosemirror-model'
import type { Transform } from 'prosemirror-transform'
import { conjunctionOf, type Scheme } from '../parts/scheme.ts'
import { schema } from '../schema.ts'

const referenceAt = (doc: Node, at: number): Node | null => {
  const node = at >= 0 && at < doc.content.size ? doc.nodeAt(at) : null
  return node?.type === schema.nodes.reference ? node : null
}

/** A reference to several things becomes one for each, joined as a list in the language of the work, with the author's own conjunction. */
export function splitReference(tr: Transform, at: number, scheme: Scheme, language: string): boolean {
  const node = referenceAt(tr.doc, at)
  const targets = (node?.attrs.targets ?? []) as string[]
  if (!node || targets.length < 2) return false
  const own = conjunctionOf(scheme, language)
  const parts = new Intl.ListFormat(language, { type: 'conjunction' }).formatToParts(targets)
  const made = parts.map(({ type, value }) =>
    type === 'element'
      ? node.type.create({ ...node.attrs, targets: [value] }, null, node.marks)
      : schema.text(own ? value.replace(/\p{L}+/u, () => own) : value),
  )
  tr.replaceWith(at, at + node.nodeSize, Fragment.from(made))
  return true
}

/** What may stand between two references that are merged: a comma, a word such as “and”. */
const between = /^[\s\u00a0]*[,;]?[\s\u00a0]*(\p{L}{0,4}|&)[\s\u00a0]*$/u

/** The reference that follows closely behind the one at a position, or null. */
export function nextReference(doc: Node, at: number): { at: number; node: Node } | null {
  if (!referenceAt(doc, at)) return null
  const $at = doc.resolve(at)
  let text = ''
  let place = at
  for (let index = $at.index(); index < $at.parent.childCount; index++) {
    const child = $at.parent.child(index)
    if (place > at) {
      if (child.type === schema.nodes.reference) return between.test(text) ? { at: place, node: child } : null
      if (!child.isText) return null
      text += child.text
    }
    place += child.nodeSize
  }
  return null
}

/** The reference and the one close behind it become one to the targets of both; it says what the first one said. */
export function mergeReferences(tr: Transform, at: number): boolean {
  const node = referenceAt(tr.doc, at)
  const next = nextReference(tr.doc, at)
  if (!node || !next) return false
  const targets = [...new Set([...(node.attrs.targets as string[]), ...(next.node.attrs.targets as string[])])]
  const was = { ...(next.node.attrs.was as object), ...(node.attrs.was as object) }
  tr.delete(at + node.nodeSize, next.at + next.node.nodeSize)
  tr.setNodeAttribute(at, 'targets', targets)
  tr.setNodeAttribute(at, 'was', was)
  return true
}

/** Every reference to one thing leads to another; a reference to both leads to the other once. Returns how many were changed. */
export function retarget(tr: Transform, from: string, to: string): number {
  let count = 0
  tr.doc.descendants((node, at) => {
    if (node.type !== schema.nodes.reference || !(node.attrs.targets as string[]).includes(from)) return
    tr.setNodeAttribute(at, 'targets', [...new Set((node.attrs.targets as string[]).map(id => (id === from ? to : id)))])
    count++
  })
  return count
}

/** A reference becomes the words it says, and follows nothing any more. */
export function makePlain(tr: Transform, at: number, words: string): boolean {
  const node = referenceAt(tr.doc, at)
  if (!node) return false
  tr.replaceWith(at, at + node.nodeSize, words ? schema.text(words, node.marks) : Fragment.empty)
  return true
}
