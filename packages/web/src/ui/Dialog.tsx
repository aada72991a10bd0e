/** A form or list over everything, with its name; Esc or a press beside it closes it, and the focus goes back to where it was. */
import { Dialog as Primitive } from 'radix-ui'
import { type ReactNode, useState } from 'react'
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

export function Dialog({ title, bare, className, onClose, giveFocus, children }: Props) {
  const [before] = useState(() => document.activeElement)
  useGivesFocusBack(() => {
    if (giveFocus) giveFocus()
    else if (before instanceof HTMLElement && before.isConnected) before.focus({ preventScroll: true })
  })
  return (
    <Primitive.Root open onOpenChange={open => !open && onClose()}>
      <Primitive.Portal>
        <Primitive.Overlay className="fixed inset-0 z-30 bg-[rgb(20_25_26/28%)]" />
        <Primitive.Content
          className={`fixed left-1/2 z-31 max-w-[calc(100vw-40px)] -translate-x-1/2 border border-(--structure) bg-(--sheet) shadow-2xl ${className}`}
          aria-describedby={undefined}
          onCloseAutoFocus={event => event.preventDefault()}
        >
          <Primitive.Title className={bare ? 'visually-hidden' : 'mb-2 text-base font-semibold'}>{title}</Primitive.Title>
          {children}
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  )
}
