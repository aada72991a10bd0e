/** A place in the text with the words around it, in the list of all that belong to an entry: walked by the arrows, read on with Enter. */
import type { KeyboardEvent, ReactNode } from 'react'

interface Props {
  says: ReactNode
  facts: ReactNode
  title?: string
  onOpen(): void
  /** Other keys than the arrows. */
  onKeyDown?(event: KeyboardEvent<HTMLElement>): void
  /** What can be done with it. */
  children?: ReactNode
}

/** The buttons of all rows of the list that one stands in. */
export const linesAround = (row: Element): HTMLElement[] => [...(row.closest('ul')?.querySelectorAll<HTMLElement>('[data-place]') ?? [])]

export function PlaceLine({ says, facts, title = 'Read on here: Enter', onOpen, onKeyDown, children }: Props) {
  const walk = (event: KeyboardEvent<HTMLElement>): void => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    if (!step) {
      onKeyDown?.(event)
      return
    }
    event.preventDefault()
    const rows = linesAround(event.currentTarget)
    rows[rows.indexOf(event.currentTarget) + step]?.focus()
  }
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] items-start gap-x-3 border-b border-(--rule) py-1.5">
      <button type="button" data-place title={title} className="cursor-pointer text-left" onClick={onOpen} onKeyDown={walk}>
        <span className="block font-text">{says}</span>
        <span className="block text-[13px] text-(--ink-soft)">{facts}</span>
      </button>
      {children}
    </li>
  )
}

/** What is printed at a place among the words around it. */
export const AmongWords = ({ before, says, after }: { before: string; says: string; after: string }) => (
  <>
    <span className="text-(--ink-soft)">{before}</span>
    <strong>{says}</strong>
    <span className="text-(--ink-soft)">{after}</span>
  </>
)
