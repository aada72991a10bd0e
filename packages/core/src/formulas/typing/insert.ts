/** Putting in what was chosen: a sign, or a structure around what is selected or what stands before the caret. */
import { isStructure, place, type Row, type Setting, type Structure, scriptRows, scripts, type Term } from '../tree/terms.ts'
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

/** Scripts that come behind scripts of the other place stand in one column with them. */
function inOneColumn(row: Row): Row {
  const made: Term[] = []
  for (const term of row) {
    const last = made.at(-1)
    const own = term.kind === 'scripts' && !term.left ? scriptRows(term) : undefined
    const before = own && last?.kind === 'scripts' && !last.left ? scriptRows(last) : undefined
    if (own && before && !(own.below && before.below) && !(own.above && before.above))
      made.splice(-1, 1, scripts(own.below ?? before.below, own.above ?? before.above))
    else made.push(term)
  }
  return made
}

/** Puts terms in. With `before`, what the template takes is the term before the caret where nothing is selected. */
export function insert(writing: Writing, template: Row, before = false): Writing {
  const row = currentRow(writing)
  const chosen = selected(writing)
  const takes = holds(template)
  const to = chosen ? chosen[1] : writing.caret.at
  const from = chosen ? chosen[0] : takes && before ? termStart(row, to) : to
  const terms = takes ? row.slice(from, to) : []
  const made = inOneColumn(filledWith(template, terms, ungrouped(terms)))
  const put = splice(writing, from, to, made)
  const slot = firstEmptySlot(currentRow(put), put.caret.path, from, from + made.length)
  return slot ? at(put.row, slot) : put
}
