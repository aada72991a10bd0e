/** A form or list over everything, with its name; Esc or a press beside it closes it, and the focus goes back to where it was. */
import { Dialog as Primitive } from 'radix-ui'
import { type ReactNode, useState } from 'react'

interface Props {
  title: string
  /** The name is only said: what it is shows. */
  bare?: boolean
  className: string
  onClose(): void
  onCloseAutoFocus?(event: Event): void
  children: ReactNode
}

export function Dialog({ title, bare, className, onClose, onCloseAutoFocus, children }: Props) {
  const [before] = useState(() => document.activeElement)
  const giveBack = (event: Event): void => {
    event.preventDefault()
    // What was asked for in it may have taken the focus already.
    const free = document.activeElement === document.body
    if (free && before instanceof HTMLElement && before.isConnected) before.focus({ preventScroll: true })
  }
  return (
    <Primitive.Root open onOpenChange={open => !open && onClose()}>
      <Primitive.Portal>
        <Primitive.Overlay className="fixed inset-0 z-30 bg-[rgb(20_25_26/28%)]" />
        <Primitive.Content
          className={`fixed left-1/2 z-31 max-w-[calc(100vw-40px)] -translate-x-1/2 border border-(--structure) bg-(--sheet) shadow-2xl ${className}`}
          aria-describedby={undefined}
          onCloseAutoFocus={onCloseAutoFocus ?? giveBack}
        >
          <Primitive.Title className={bare ? 'visually-hidden' : 'mb-2 text-base font-semibold'}>{title}</Primitive.Title>
          {children}
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  )
}
