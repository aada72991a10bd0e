/** When something that is referred to is deleted, its references learn what it was called, so that the gap can say so. */

import { asPrinted } from '@steady-ledger/core/content/citations/asPrinted.ts'
import { textOfPieces } from '@steady-ledger/core/content/pieces.ts'
import { wordReference } from '@steady-ledger/core/content/references/wordReference.ts'
import { numberWork } from '@steady-ledger/core/numbers/ledger.ts'
import { scanDivision } from '@steady-ledger/core/numbers/scan.ts'
import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import type { Node } from '@tiptap/pm/model'
import { Plugin, type Transaction } from '@tiptap/pm/state'

/** Most letters of a name that are kept. */
const mostLetters = 300

/** `lose` is told of every id that is referred to and gone, with the document that still had it. */
export const lostTargets = (work: () => Work, lose: (old: Node, id: string, isGone: (id: string) => boolean) => void): Plugin =>
  new Plugin({
    appendTransaction(transactions, old, state) {
      if (!transactions.some(tr => tr.docChanged)) return null
      // Only divisions that changed can have lost something.
      const kept = new Set(state.doc.children)
      const changed = old.doc.children.filter(node => !kept.has(node))
      const before = changed.flatMap(node => scanDivision(node).items.map(item => item.id))
      const fresh = new Set(
        state.doc.children.filter(node => !old.doc.children.includes(node)).flatMap(node => scanDivision(node).items.map(item => item.id)),
      )
      if (before.every(id => fresh.has(id))) return null
      const there = allIds(state.doc)
      const gone = before.filter(id => !there.has(id))
      if (gone.length === 0) return null
      const { scheme, settings } = work()
      const context = {
        ledger: numberWork(asPrinted({ ...work(), doc: old.doc }), scheme),
        language: settings.language,
        pageOf: () => undefined,
        before: '',
      }
      let tr: Transaction | null = null
      state.doc.descendants((node, at) => {
        if (node.type.name !== 'reference') return
        const lost = (node.attrs.targets as string[]).filter(id => gone.includes(id))
        if (lost.length === 0) return
        const names = lost.map(id => {
          const said = wordReference({ targets: [id], wording: 'nameAndNumber', was: {} }, context)
          return [id, said.some(piece => piece.lost) ? '' : textOfPieces(said).replaceAll('\u00a0', ' ').slice(0, mostLetters)]
        })
        for (const id of lost) lose(old.doc, id, other => findBlock(state.doc, other) < 0)
        tr ??= state.tr
        tr.setNodeAttribute(at, 'was', { ...(node.attrs.was as Record<string, string>), ...Object.fromEntries(names) })
      })
      return tr
    },
  })

function allIds(doc: Node): Set<string> {
  return new Set(doc.children.flatMap(node => scanDivision(node).items.map(item => item.id)))
}
