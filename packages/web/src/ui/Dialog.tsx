/** A form or list over everything, with its name; Esc or a press beside it closes it, and the focus goes back to where it was. */
import { type MouseEvent, type ReactNode, useId, useLayoutEffect, useRef, useState } from 'react'
import { createPortal } from 'react-dom'
import { useGivesFocusBack } from './useGivesFocusBack.ts'

interface Props {
  title: string
  /** The name is only said: what it is shows. */
  bare?: boolean
  className: string
  onClose(): void
  /** Where the focus goes when it closes; to where it was, if it is not said. */
  giveFocus?(): void
  children: ReactNode
}

/** Whether a press on a dialog was beside it: what lies around it is the dialog’s own to the browser. */
function isBeside({ target, currentTarget, clientX, clientY }: MouseEvent): boolean {
  const { left, right, top, bottom } = currentTarget.getBoundingClientRect()
  return target === currentTarget && (clientX < left || clientX > right || clientY < top || clientY > bottom)
}

export function Dialog({ title, bare, className, onClose, giveFocus, children }: Props) {
  const [before] = useState(() => document.activeElement)
  const dialog = useRef<HTMLDialogElement>(null)
  const name = useId()
  useGivesFocusBack(() => {
    if (giveFocus) giveFocus()
    else if (before instanceof HTMLElement && before.isConnected) before.focus({ preventScroll: true })
  })
  // The browser itself keeps everything else out of reach meanwhile: to say so of the page styles all of it anew.
  useLayoutEffect(() => {
    const made = dialog.current!
    // Of itself it would choose whatever a script may give the focus to as well.
    made.querySelector(':is(input, select, textarea, button):enabled, [tabindex="0"]')?.setAttribute('autofocus', '')
    made.showModal()
    made.scrollTo(0, 0)
    if (document.activeElement instanceof HTMLInputElement) document.activeElement.select()
  }, [])
  return createPortal(
    <dialog
      ref={dialog}
      className={`fixed inset-auto left-1/2 z-31 max-w-[calc(100vw-40px)] -translate-x-1/2 border border-(--structure) bg-(--sheet) text-(--ink) shadow-2xl backdrop:bg-[rgb(20_25_26/28%)] ${className}`}
      aria-labelledby={name}
      onCancel={event => {
        event.preventDefault()
        onClose()
      }}
      onClose={onClose}
      onMouseDown={event => {
        if (!isBeside(event)) return
        // Nor does the press go on to what it uncovers.
        event.preventDefault()
        onClose()
      }}
    >
      <h2 id={name} className={bare ? 'visually-hidden' : 'mb-2 text-base font-semibold'}>
        {title}
      </h2>
      {children}
    </dialog>,
    document.body,
  )
}
