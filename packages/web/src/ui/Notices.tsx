import { useEffect, useRef, useState } from 'react'
import { dismissNotice, type ShownNotice, shownFor, useNotices } from './notices.ts'

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
