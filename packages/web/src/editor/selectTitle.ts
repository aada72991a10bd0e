import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { TextSelection } from '@tiptap/pm/state'
import type { Session } from '../session/session.ts'
import { opensDivision } from './oneDivision.ts'

/** Opens a division with its whole title selected, so that what is typed takes its place. */
export function selectTitle(session: Session, id: string): void {
  const { state } = session
  const at = findBlock(state.doc, id)
  if (at < 0) return
  const start = at + 2
  const selection = TextSelection.create(state.doc, start, start + state.doc.nodeAt(at)!.firstChild!.content.size)
  session.dispatch(state.tr.setSelection(selection).setMeta(opensDivision, true).scrollIntoView())
  session.editor?.focus()
}
