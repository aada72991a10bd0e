/** The “+” beside the block that holds the cursor: what can be put in after it, searched by name, what was used last first. */

import type { EditorView } from '@tiptap/pm/view'
import { Popover } from 'radix-ui'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import { InsertionList } from '../../app/InsertionList.tsx'
import { useSession } from '../../session/sessionContext.ts'
import { useGivesFocusBack } from '../../ui/useGivesFocusBack.ts'

export function AddButton({ view }: { view: EditorView }) {
  const session = useSession()
  const navigate = useNavigate()
  const [top, setTop] = useState<number | null>(null)
  const [open, setOpen] = useState(false)
  useEffect(() => {
    const place = (): void => {
      const { $head } = view.state.selection
      const dom = $head.depth >= 2 ? view.nodeDOM($head.before(2)) : $head.nodeAfter && $head.depth === 1 ? view.nodeDOM($head.pos) : null
      const scroll = view.dom.closest('.sheet-scroll')
      setTop(
        dom instanceof HTMLElement && scroll
          ? dom.getBoundingClientRect().bottom - scroll.getBoundingClientRect().top + scroll.scrollTop - 14
          : null,
      )
    }
    const later = (): void => void requestAnimationFrame(place)
    later()
    session.followers.add(later)
    return () => void session.followers.delete(later)
  }, [view, session])
  if (top === null) return null
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        className="add-button"
        style={{ top }}
        aria-label="Add after this block"
        onMouseDown={event => event.preventDefault()}
      >
        +
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-30 w-[380px] border border-(--rule-strong) bg-(--sheet) shadow-lg"
          side="right"
          align="start"
          collisionPadding={8}
          aria-label="Put in after this block"
          onCloseAutoFocus={event => event.preventDefault()}
        >
          <GivesFocusTo view={view} />
          <InsertionList onDone={() => setOpen(false)} navigate={to => navigate(`../${to}`)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

function GivesFocusTo({ view }: { view: EditorView }) {
  useGivesFocusBack(() => view.focus())
  return null
}
