/** Every block and note carries an id of its own: given where missing, renewed where a copy brought one along twice. */
import type { Node } from '@tiptap/pm/model'
import { Plugin, type Transaction } from '@tiptap/pm/state'
import { newId } from '../newId.ts'

export const stableIds = (): Plugin =>
  new Plugin({
    appendTransaction(transactions, old, state) {
      if (!transactions.some(tr => tr.docChanged) || old.doc === state.doc) return null
      const suspects = changedDivisions(old.doc, state.doc)
      if (suspects.length === 0 || sameIds(old.doc, state.doc, suspects)) return null
      const taken = new Set<string>()
      // Divisions that did not change keep their ids against any copy.
      state.doc.forEach(node => {
        if (!suspects.includes(node)) collect(node, taken)
      })
      // Where an id stands twice, what had it before keeps it, and not whichever comes first.
      const owners = ownersOf(old.doc, state.doc, suspects, transactions)
      let tr: Transaction | null = null
      state.doc.forEach((division, offset) => {
        if (!suspects.includes(division)) return
        const give = (node: Node, at: number): void => {
          if (!('id' in node.attrs)) return
          const id = node.attrs.id as string
          if (id && !taken.has(id) && (owners.get(id) ?? at) === at) {
            taken.add(id)
            return
          }
          const fresh = newId()
          taken.add(fresh)
          tr ??= state.tr
          tr.setNodeAttribute(at, 'id', fresh)
          if (id && node.attrs.label) tr.setNodeAttribute(at, 'label', '')
        }
        give(division, offset)
        division.descendants((node, at) => give(node, offset + 1 + at))
      })
      return tr
    },
  })

/** Where the nodes stand now that had the ids which stand more than once. */
function ownersOf(old: Node, doc: Node, suspects: readonly Node[], transactions: readonly Transaction[]): Map<string, number> {
  const places = new Map<string, number[]>()
  const note = (node: Node, at: number): void => {
    const id = node.attrs.id as string | undefined
    if (id) places.set(id, [...(places.get(id) ?? []), at])
  }
  doc.forEach((division, offset) => {
    if (!suspects.includes(division)) return
    note(division, offset)
    division.descendants((node, at) => note(node, offset + 1 + at))
  })
  const twice = new Set([...places].filter(([, found]) => found.length > 1).map(([id]) => id))
  const owners = new Map<string, number>()
  if (twice.size === 0) return owners
  old.descendants((node, at) => {
    const id = node.attrs.id as string | undefined
    if (!id || !twice.has(id)) return
    // What is put in right before it moves it on.
    const now = transactions.reduce((place, tr) => tr.mapping.map(place, 1), at)
    if (places.get(id)!.includes(now)) owners.set(id, now)
  })
  return owners
}

/** Divisions of the new document that are not nodes of the old one. */
function changedDivisions(old: Node, doc: Node): Node[] {
  const kept = new Set(old.children)
  return doc.children.filter(node => !kept.has(node))
}

const idsOf = new WeakMap<Node, string[]>()

/** Ids of a division and all it holds, empty ones included. */
function ids(node: Node): string[] {
  let found = idsOf.get(node)
  if (!found) {
    found = [node.attrs.id]
    node.descendants(child => {
      if ('id' in child.attrs) found!.push(child.attrs.id)
      return !child.isTextblock || child.content.size > 0
    })
    idsOf.set(node, found)
  }
  return found
}

function collect(node: Node, into: Set<string>): void {
  for (const id of ids(node)) if (id) into.add(id)
}

/** True where each changed division holds the ids it held before, all of them given: nothing but text changed. */
function sameIds(old: Node, doc: Node, suspects: Node[]): boolean {
  if (old.childCount !== doc.childCount) return false
  for (let i = 0; i < doc.childCount; i++) {
    if (!suspects.includes(doc.child(i))) continue
    const now = ids(doc.child(i))
    const then = ids(old.child(i))
    if (now.length !== then.length || now.some((id, k) => !id || id !== then[k])) return false
  }
  return true
}
