/** The “+” beside the block that holds the cursor: what can be put in after it, searched by name, what was used last first. */

import type { EditorView } from '@tiptap/pm/view'
import { Popover } from 'radix-ui'
import { useEffect, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { insertions } from '../../app/insertions.tsx'
import { useSession } from '../../session/sessionContext.ts'
import { Choices } from '../../ui/Choices.tsx'

export function AddButton({ view }: { view: EditorView }) {
  const session = useSession()
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
          onCloseAutoFocus={event => {
            event.preventDefault()
            view.focus()
          }}
        >
          <Palette onDone={() => setOpen(false)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

function Palette({ onDone }: { onDone(): void }) {
  const session = useSession()
  const navigate = useNavigate()
  const [asked, setAsked] = useState('')
  const groups = useMemo(() => insertions(session, to => navigate(`../${to}`), asked), [session, navigate, asked])
  return (
    <Choices
      label="What is put in"
      placeholder="Figure, list, theorem, chapter…"
      asked={asked}
      onAsked={setAsked}
      groups={groups}
      onTake={({ run }) => {
        onDone()
        setTimeout(run)
      }}
      empty="Nothing that can be put in is called that."
      inputClass="px-4 py-2"
      rowClass="grid-cols-[0_minmax(0,1fr)_auto] py-1"
      listClass="max-h-[min(420px,60vh)]"
    />
  )
}
