/** Notes below a table: put in, left with Enter on an empty line, taken out with Backspace in an empty one. */
import { schema, tableNotesOf } from '@steady-ledger/core/work/schema.ts'
import { type Command, TextSelection } from '@tiptap/pm/state'
import { newId } from '../newId.ts'

const { nodes } = schema

/** Puts notes below the table at the cursor, or goes to those that are there. */
export const addTableNotes: Command = (state, dispatch) => {
  const { $from } = state.selection
  for (let depth = $from.depth; depth > 0; depth--) {
    const table = $from.node(depth)
    if (table.type !== nodes.table) continue
    const end = $from.end(depth)
    const tr = state.tr
    const there = tableNotesOf(table)
    if (!there) tr.insert(end, nodes.tableNotes.create(null, nodes.paragraph.create({ id: newId() })))
    const notes = there ? end - there.nodeSize : end
    dispatch?.(tr.setSelection(TextSelection.near(tr.doc.resolve(notes + 2))).scrollIntoView())
    return true
  }
  return false
}

const inEmptyNote = ({ selection: { $from, empty } }: Parameters<Command>[0]): boolean =>
  empty && $from.parent.content.size === 0 && $from.depth > 1 && $from.node(-1).type === nodes.tableNotes

/** Enter on an empty last line goes on behind the table, and takes the line along. */
export const leaveTableNotes: Command = (state, dispatch) => {
  const { $from } = state.selection
  if (!inEmptyNote(state)) return false
  const notes = $from.node(-1)
  if ($from.index(-1) < notes.childCount - 1) return false
  const after = $from.after(-2)
  const tr = state.tr
  if (notes.childCount > 1) tr.delete($from.before(), $from.after())
  else tr.delete($from.before(-1), $from.after(-1))
  const behind = tr.mapping.map(after)
  if (tr.doc.resolve(behind).nodeAfter?.type !== nodes.paragraph) tr.insert(behind, nodes.paragraph.create())
  dispatch?.(tr.setSelection(TextSelection.create(tr.doc, behind + 1)).scrollIntoView())
  return true
}

/** Backspace in the only line, when it is empty, takes the notes away. */
export const dropTableNotes: Command = (state, dispatch) => {
  const { $from } = state.selection
  if (!inEmptyNote(state) || $from.node(-1).childCount > 1) return false
  const tr = state.tr.delete($from.before(-1), $from.after(-1))
  dispatch?.(tr.setSelection(TextSelection.near(tr.doc.resolve($from.before(-1)), -1)).scrollIntoView())
  return true
}
