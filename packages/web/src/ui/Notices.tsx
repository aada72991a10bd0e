import { Popover } from 'radix-ui'
import { useEffect, useRef, useState } from 'react'
import { dismissNotice, type ShownNotice, shownFor, useNotices } from './notices.ts'

const time = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' })

/** Notices as they come, the latest at the foot. F8 goes to them; while one of them has the focus or the pointer, none goes by itself. */
export function Notices() {
  const shown = useNotices(state => state.shown)
  const [held, setHeld] = useState(false)
  const place = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const buttons = place.current?.querySelectorAll('button') ?? []
      if (event.key !== 'F8' || buttons.length === 0) return
      event.preventDefault()
      buttons[0]!.focus()
    }
    addEventListener('keydown', onKey)
    return () => removeEventListener('keydown', onKey)
  }, [])
  return (
    // What is held here is only how long it is shown; every act is a button of its own.
    // biome-ignore lint/a11y/noStaticElementInteractions: see above
    <div
      ref={place}
      aria-live="polite"
      className="fixed bottom-[42px] left-[100px] z-40 grid justify-items-start gap-1.5"
      onMouseEnter={() => setHeld(true)}
      onMouseLeave={() => setHeld(false)}
      onFocus={() => setHeld(true)}
      onBlur={event => event.currentTarget.contains(event.relatedTarget) || setHeld(false)}
    >
      {shown.map(notice => (
        <One key={notice.id} notice={notice} held={held} />
      ))}
    </div>
  )
}

function One({ notice, held }: { notice: ShownNotice; held: boolean }) {
  const { id, kind, text, action } = notice
  useEffect(() => {
    // Something wrong stays until it is closed: it may be read late.
    if (kind !== 'done' || held) return
    const timer = setTimeout(() => dismissNotice(id), shownFor)
    return () => clearTimeout(timer)
  }, [id, kind, held])
  const wrong = kind === 'wrong'
  return (
    <div
      className={`notice flex max-w-[640px] items-center gap-4 border border-l-4 bg-(--sheet) px-3.5 py-2.5 shadow-lg ${wrong ? 'wrong border-(--mend) text-(--mend)' : 'border-(--structure)'}`}
      role={wrong ? 'alert' : 'status'}
    >
      <span>{text}</span>
      {action && (
        <button
          type="button"
          className="font-semibold whitespace-nowrap text-(--structure)"
          onClick={() => {
            action.run()
            dismissNotice(id)
          }}
        >
          {action.says}
        </button>
      )}
      <button type="button" className="font-semibold text-(--structure)" aria-label="Close the notice" onClick={() => dismissNotice(id)}>
        ×
      </button>
    </div>
  )
}

/** What was said before, for whoever looked away. */
export function PastNotices() {
  const past = useNotices(state => state.past)
  if (past.length === 0) return null
  return (
    <Popover.Root>
      <Popover.Trigger>Notices</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-40 max-h-[50vh] w-[420px] overflow-y-auto border border-(--structure) bg-(--sheet) px-4 py-3 shadow-lg"
          side="top"
          align="end"
          sideOffset={8}
          aria-label="Notices of this sitting"
        >
          <ul className="grid gap-2">
            {past.map(({ id, text, at, kind }) => (
              <li key={id} className="grid grid-cols-[44px_1fr] gap-2">
                <span className="text-(--ink-soft)">{time.format(at)}</span>
                <span className={kind === 'wrong' ? 'text-(--mend)' : ''}>{text}</span>
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
