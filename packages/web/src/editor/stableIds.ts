/** Every block and note carries an id of its own: given where missing, renewed where a copy brought one along twice. */
import type { Node } from '@tiptap/pm/model'
import { Plugin, type Transaction } from '@tiptap/pm/state'
import { newId } from '../storage/database.ts'

export const stableIds = (): Plugin =>
  new Plugin({
    appendTransaction(transactions, old, state) {
      if (!transactions.some(tr => tr.docChanged) || old.doc === state.doc) return null
      const suspects = changedDivisions(old.doc, state.doc)
      if (suspects.length === 0) return null
      const taken = new Set<string>()
      // Divisions that did not change keep their ids against any copy.
      state.doc.forEach(node => {
        if (!suspects.includes(node)) collect(node, taken)
      })
      let tr: Transaction | null = null
      state.doc.forEach((division, offset) => {
        if (!suspects.includes(division)) return
        const give = (node: Node, at: number): void => {
          if (!('id' in node.attrs)) return
          const id = node.attrs.id as string
          if (id && !taken.has(id)) {
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

/** Divisions of the new document that are not nodes of the old one. */
function changedDivisions(old: Node, doc: Node): Node[] {
  const kept = new Set(old.children)
  return doc.children.filter(node => !kept.has(node))
}

const idsOf = new WeakMap<Node, string[]>()

function collect(node: Node, into: Set<string>): void {
  let ids = idsOf.get(node)
  if (!ids) {
    ids = node.attrs.id ? [node.attrs.id] : []
    node.descendants(child => void (child.attrs.id && ids!.push(child.attrs.id)))
    idsOf.set(node, ids)
  }
  for (const id of ids) into.add(id)
}
