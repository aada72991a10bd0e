/** No edit, paste or drop puts things deeper into each other than a text may hold: what was written could not be opened again. */
import { liesTooDeep } from '@steady-ledger/core/work/file/workFile.ts'
import { Plugin, type Transaction } from '@tiptap/pm/state'
import { notify } from '../ui/notices.ts'

/** The range of the new document that was changed. */
function changedRange(tr: Transaction): [from: number, to: number] {
  let from = tr.doc.content.size
  let to = 0
  tr.mapping.maps.forEach((map, order) => {
    const rest = tr.mapping.slice(order + 1)
    map.forEach((_from, _to, start, end) => {
      from = Math.min(from, rest.map(start, -1))
      to = Math.max(to, rest.map(end, 1))
    })
  })
  return [from, to]
}

export const boundedDepth = (): Plugin =>
  new Plugin({
    filterTransaction(tr) {
      if (!tr.docChanged || !liesTooDeep(tr.doc, ...changedRange(tr))) return true
      notify({ kind: 'wrong', text: 'Lists and quotations within each other cannot be that deep. Nothing was changed.' })
      return false
    },
  })
