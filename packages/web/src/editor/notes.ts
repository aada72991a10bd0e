/** Notes are turned into the other kind, and walked through. */
import { notesBetween, turnNotes } from '@steady-ledger/core/work/commands/notes.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { EditorState } from '@tiptap/pm/state'
import { NodeSelection, TextSelection } from '@tiptap/pm/state'
import { notesSaid } from '../app/noteNames.ts'
import type { Session } from '../session/session.ts'
import { notify } from '../ui/notices.ts'
import { divisionStart, openIndex } from './oneDivision.ts'

/** The stretch that is meant: the chosen note or the one before the cursor, the selection, the open division, the work. */
export type NotesOf = 'one' | 'selected' | 'division' | 'work'

export function stretchOf(state: EditorState, of: NotesOf): { from: number; to: number } | null {
  const { selection, doc } = state
  const { from, to, empty, $from } = selection
  if (of === 'work') return { from: 0, to: doc.content.size }
  if (of === 'division') {
    const index = openIndex(state)
    const start = divisionStart(doc, index)
    return { from: start, to: start + doc.child(index).nodeSize }
  }
  if (of === 'selected') return empty ? null : { from, to }
  if (selection instanceof NodeSelection) return selection.node.type.name === 'note' ? { from, to: from + 1 } : null
  const before = $from.nodeBefore
  return before?.type.name === 'note' ? { from: from - before.nodeSize, to: from } : null
}

export function turnKind(session: Session, of: NotesOf): void {
  const stretch = stretchOf(session.state, of)
  const tr = closeHistory(session.state.tr)
  const { count, other } = stretch ? turnNotes(tr, stretch.from, stretch.to) : { count: 0, other: false }
  if (count === 0) {
    notify({
      kind: 'wrong',
      text: of === 'one' ? 'Put the cursor behind the mark of a note, or choose one.' : 'There is no note there.',
    })
    return
  }
  if (session.dispatch(tr)) session.sayDone(`${count === 1 ? 'It is' : 'They are'} ${notesSaid(session.work.scheme, other, count)} now.`)
}

/** Puts the cursor behind the next mark of a note, or the one before; past the last one it stays. */
export function toNote(session: Session, step: 1 | -1): void {
  const { state } = session
  const { from, to } = state.selection
  const all = notesBetween(state.doc, 0, state.doc.content.size)
  const behind = all.map(at => at + state.doc.nodeAt(at)!.nodeSize)
  const next = step > 0 ? behind.find(at => at > to) : behind.findLast(at => at < from)
  if (next === undefined) {
    notify({ kind: 'news', text: step > 0 ? 'This is the last note.' : 'This is the first note.' })
    return
  }
  session.dispatch(state.tr.setSelection(TextSelection.create(state.doc, next)).setMeta('opens division', true).scrollIntoView())
  session.editor?.focus()
}
