/** Putting in what was chosen: a sign, or a structure around what is selected or what stands before the caret. */
import { isStructure, place, type Row, type Setting, type Structure } from '../tree/terms.ts'
import { ungrouped } from './leave.ts'
import { termStart } from './take.ts'
import { at, currentRow, firstEmptySlot, selected, splice, type Writing } from './writing.ts'

/** Stands in a template for what the structure takes: the selection, or the term before the caret. */
export const taken: Setting = Object.freeze({ kind: 'setting', slots: [[]] })

const holds = (row: Row): boolean => row.some(term => term === taken || (isStructure(term) && term.slots.some(holds)))

const filledWith = (row: Row, terms: Row, alone: Row): Row =>
  row.flatMap(term => {
    if (term === taken) return row.length === 1 ? alone : terms.length ? terms : [place()]
    if (!isStructure(term)) return [term]
    return [{ ...term, slots: term.slots.map(slot => filledWith(slot, terms, alone)) } as Structure]
  })

/** Puts terms in. With `before`, what the template takes is the term before the caret where nothing is selected. */
export function insert(writing: Writing, template: Row, before = false): Writing {
  const row = currentRow(writing)
  const chosen = selected(writing)
  const takes = holds(template)
  const to = chosen ? chosen[1] : writing.caret.at
  const from = chosen ? chosen[0] : takes && before ? termStart(row, to) : to
  const terms = takes ? row.slice(from, to) : []
  const made = filledWith(template, terms, template.length === 1 && template[0] === taken ? terms : ungrouped(terms))
  const put = splice(writing, from, to, made)
  const slot = firstEmptySlot(currentRow(put), put.caret.path, from, from + made.length)
  return slot ? at(put.row, slot) : put
}
