/** A list of thousands of rows to choose from, of which those in sight are drawn. */
import { useVirtualizer } from '@tanstack/react-virtual'
import { type KeyboardEvent, type ReactNode, useEffect, useRef } from 'react'

const rowHeight = 30

interface Props<Row extends { id: string }> {
  /** What the list is called. */
  label: string
  /** The name of the field that Enter and F2 lead to. */
  field: string
  rows: readonly Row[]
  /** Which one is chosen, or -1. */
  at: number
  /** What is found by typing its first letters. */
  nameOf(row: Row): string
  levelOf?(row: Row): number
  onChoose(id: string): void
  onRemove(id: string): void
  onAdd(id: string): void
  /** What a row shows. */
  children(row: Row): ReactNode
}

/** The rows that are in sight, of as many as there are; one stop of the keyboard, walked by arrows and by first letters. */
export function RowList<Row extends { id: string }>({
  label,
  field,
  rows,
  at,
  nameOf,
  levelOf,
  onChoose,
  onRemove,
  onAdd,
  children,
}: Props<Row>) {
  const scroll = useRef<HTMLDivElement>(null)
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => scroll.current, estimateSize: () => rowHeight, overscan: 8 })
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at)
  }, [at, virtual])
  const typed = useRef({ text: '', at: 0 })

  const onKeyDown = (event: KeyboardEvent): void => {
    const { key } = event
    const go = (to: number): void => {
      event.preventDefault()
      const row = rows[Math.max(0, Math.min(rows.length - 1, to))]
      if (row) onChoose(row.id)
    }
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const page = Math.max(1, Math.floor((scroll.current?.clientHeight ?? 300) / rowHeight) - 1)
    if (key === 'ArrowDown') go(at + 1)
    else if (key === 'ArrowUp') go(at < 0 ? 0 : at - 1)
    else if (key === 'Home') go(0)
    else if (key === 'End') go(rows.length - 1)
    else if (key === 'PageDown') go(at + page)
    else if (key === 'PageUp') go(at - page)
    else if (key === 'Delete' && rows[at]) onRemove(rows[at].id)
    else if (key === 'Insert') onAdd(rows[at]?.id ?? '')
    else if (key === 'Enter' || key === 'F2') {
      event.preventDefault()
      document.querySelector<HTMLElement>(`[aria-label="${field}"]`)?.focus()
    } else if (key.length === 1 && key !== ' ') {
      const now = performance.now()
      typed.current = { text: now - typed.current.at < 900 ? typed.current.text + key : key, at: now }
      const wanted = typed.current.text.toLocaleLowerCase()
      const from = wanted.length > 1 ? at : at + 1
      const order = [...rows.keys()].map(index => (index + Math.max(0, from)) % rows.length)
      const found = order.find(index => nameOf(rows[index]!).toLocaleLowerCase().startsWith(wanted))
      if (found !== undefined) go(found)
    }
  }

  return (
    <div
      ref={scroll}
      className="min-h-0 overflow-y-auto outline-offset-[-3px] max-[760px]:h-[300px]"
      role="tree"
      aria-label={label}
      tabIndex={0}
      aria-activedescendant={at >= 0 ? `row-${rows[at]!.id}` : undefined}
      onKeyDown={onKeyDown}
    >
      <div className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const row = rows[index]!
          return (
            <div
              key={row.id}
              id={`row-${row.id}`}
              role="treeitem"
              tabIndex={-1}
              aria-level={levelOf?.(row) ?? 1}
              aria-selected={index === at}
              aria-setsize={rows.length}
              aria-posinset={index + 1}
              className="absolute right-0 left-0 flex cursor-pointer items-center gap-2 pr-4 aria-selected:bg-(--structure-wash) aria-selected:shadow-[inset_3px_0_0_var(--structure)]"
              style={{ top: start, height: rowHeight, paddingLeft: (levelOf?.(row) ?? 1) * 16 }}
              onPointerDown={() => onChoose(row.id)}
            >
              {children(row)}
            </div>
          )
        })}
      </div>
    </div>
  )
}
