/** Marking what is selected for the index. */
import { mayMark } from '@steady-ledger/core/work/commands/indexMarks.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import type { EditorState, Transaction } from '@tiptap/pm/state'
import { newId } from '../newId.ts'

/** The words that are selected, or the word at the cursor: a term is proposed from them. */
export function wordsToMark(state: EditorState): string {
  const { from, to, empty, $from } = state.selection
  if (!empty) return state.doc.textBetween(from, to, ' ').replace(/\s+/g, ' ').trim().slice(0, 200)
  if (!$from.parent.inlineContent) return ''
  const before = /[\p{L}\p{N}’'-]*$/u.exec($from.parent.textBetween(0, $from.parentOffset, '', '\ufffc'))?.[0] ?? ''
  const after = /^[\p{L}\p{N}’'-]*/u.exec($from.parent.textBetween($from.parentOffset, $from.parent.content.size, '', '\ufffc'))?.[0] ?? ''
  return before + after
}

/** Whether something can be marked where the selection is. */
export const canMark = ({ doc, selection: { from, to } }: EditorState): boolean => mayMark(doc, from) && mayMark(doc, to)

/**
 * Marks the selection: one mark before its words, or before the word at the cursor; a range where it goes over several blocks. Adds to a
 * transaction.
 */
export function markSelection(tr: Transaction, state: EditorState, term: string, main: boolean): Transaction {
  const { from, to, $from, $to, empty } = state.selection
  const { indexMark } = schema.nodes
  if (!$from.sameParent($to)) {
    tr.insert(to, indexMark.create({ id: newId(), term, range: 'end' }))
    return tr.insert(from, indexMark.create({ id: newId(), term, main, range: 'start' }))
  }
  const word = empty ? (/[\p{L}\p{N}’'-]*$/u.exec($from.parent.textBetween(0, $from.parentOffset, '', '\ufffc'))?.[0].length ?? 0) : 0
  return tr.insert(from - word, indexMark.create({ id: newId(), term, main }))
}
