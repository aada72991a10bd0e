/** A footnote open for writing under its line. Esc, or a press elsewhere, goes back to where the cursor was. */

import { capital } from '@steady-ledger/core/languages/capital.ts'
import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { useCallback, useLayoutEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { noteName } from '../../app/noteNames.ts'
import type { OpensAt } from '../../composer/Composer.tsx'
import { NoteEditor } from '../../editor/noteEditor.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { askForMention } from '../shortForms/askForMention.ts'
import { showWhole, useFloatingPlace } from './floatingPlace.ts'

interface Props {
  view: EditorView
  id: string
  /** Where the cursor is in it, by its position in the work; at its end where nothing is said. */
  cursor?: number
  /** Opens the list of what can be referred to or cited, for a place in the note. */
  onPick(kind: 'reference' | 'citation', put: number): void
  onClose(): void
  /** Opens the composer on a formula of the note, by its position in the work. */
  onCompose(at: number, opensAt?: OpensAt): void
}

export function NotePanel({ view, id, cursor, onPick, onClose, onCompose }: Props) {
  const session = useSession()
  const navigate = useNavigate()
  const content = useRef<HTMLDivElement>(null)
  const number = useView(shown => shown.ledger.byId.get(id)?.number ?? '')
  const name = useView(shown => {
    const item = shown.ledger.byId.get(id)?.item
    return capital(noteName(shown.scheme, item?.kind === 'note' && item.other))
  })
  const picks = useRef(onPick)
  picks.current = onPick
  const [starts] = useState(cursor)
  const where = useCallback(() => {
    const at = findBlock(view.state.doc, id)
    return at < 0 ? null : at
  }, [view, id])
  const place = useFloatingPlace(view, where)
  const placed = place !== null
  useLayoutEffect(() => {
    const at = findBlock(view.state.doc, id)
    const note = at < 0 ? null : view.state.doc.nodeAt(at)
    if (!placed || !content.current || !note) return
    const back = (): void => {
      onClose()
      const now = findBlock(view.state.doc, id)
      // The cursor goes on behind the mark, where the note was called for.
      if (now >= 0)
        view.dispatch(view.state.tr.setSelection(TextSelection.create(view.state.doc, now + view.state.doc.nodeAt(now)!.nodeSize)))
      view.focus()
    }
    const editor = new NoteEditor(
      content.current,
      view,
      note,
      {
        live: session.live,
        compose: (_note, at, opensAt) => onCompose(findBlock(view.state.doc, id) + 1 + at, opensAt),
        openNote: () => {},
        follow: target => navigate(`../galley/${target}`),
        replacePicture: () => {},
        mention: note => askForMention(session, { state: note, shift: findBlock(view.state.doc, id) + 1, focus: () => editor.focus() }),
        pick: (kind, at) => picks.current(kind, findBlock(view.state.doc, id) + 1 + at),
      },
      back,
    )
    editor.focus(starts === undefined ? undefined : starts - findBlock(view.state.doc, id) - 1)
    const follow = (): void => {
      if (!editor.follow(session.state.doc)) onClose()
    }
    session.followers.add(follow)
    return () => {
      session.followers.delete(follow)
      editor.destroy()
    }
  }, [view, id, session, navigate, onClose, onCompose, placed, starts])
  if (!place) return null
  return (
    <div
      ref={showWhole}
      className="note-panel floating absolute right-6 left-[118px]! z-5 grid max-w-[520px] grid-cols-[auto_minmax(0,1fr)] gap-x-2 gap-y-0.5 px-3 py-2"
      style={place}
      role="group"
      aria-label={`${name} ${number}`}
    >
      <span className="text-xs text-(--structure)">{number}</span>
      <div ref={content} className="note-body" />
      <span className="col-start-2 text-xs text-(--ink-soft)">
        <kbd>Enter</kbd> another paragraph · <kbd>Esc</kbd> back to the text
      </span>
    </div>
  )
}
