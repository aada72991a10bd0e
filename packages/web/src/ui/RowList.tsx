/** A list of thousands of rows to choose from, of which those in sight are drawn; rows under rows fold. */
import { hotkeysCoreFeature, syncDataLoaderFeature } from '@headless-tree/core'
import { useTree } from '@headless-tree/react'
import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual'
import { type KeyboardEvent, type ReactNode, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { focusesItself, followFocus } from './followFocus.ts'

const rowHeight = 30
const root = ''

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
  /** How deep a row stands, from 1: what follows deeper stands under it. */
  levelOf?(row: Row): number
  onChoose(id: string): void
  onRemove(id: string): void
  onAdd(id: string): void
  /** What a row shows. */
  children(row: Row): ReactNode
}

/** Which rows stand under which, read from their levels; `root` is above all. */
function underEach<Row extends { id: string }>(rows: readonly Row[], levelOf: (row: Row) => number): Map<string, string[]> {
  const under = new Map<string, string[]>([[root, []]])
  const open: { id: string; level: number }[] = [{ id: root, level: -1 }]
  for (const row of rows) {
    const level = levelOf(row)
    while (open.at(-1)!.level >= level) open.pop()
    const above = open.at(-1)!.id
    if (!under.has(above)) under.set(above, [])
    under.get(above)!.push(row.id)
    open.push({ id: row.id, level })
  }
  return under
}

const flat = () => 1

/** Rows as a tree, one stop of the keyboard, walked by arrows, pages and first letters. The row that has the focus is the one chosen. */
export function RowList<Row extends { id: string }>({
  label,
  field,
  rows,
  at,
  nameOf,
  levelOf = flat,
  onChoose,
  onRemove,
  onAdd,
  children,
}: Props<Row>) {
  const scroll = useRef<HTMLDivElement>(null)
  const byId = useMemo(() => new Map(rows.map(row => [row.id, row])), [rows])
  // biome-ignore lint/correctness/useExhaustiveDependencies: how deep a row stands is told by the row
  const under = useMemo(() => underEach(rows, levelOf), [rows])
  const [folded, setFolded] = useState<readonly string[]>([])
  const chosen = rows[at]?.id ?? null
  const expandedItems = useMemo(() => [...under.keys()].filter(id => id !== root && !folded.includes(id)), [under, folded])

  // Rows are chosen by way of the address, which is drawn when there is time: what is on screen is told by the last one that was drawn.
  const follows = useRef(false)
  const drawn = useRef(chosen)
  const tree = useTree<Row>({
    rootItemId: root,
    features: [syncDataLoaderFeature, hotkeysCoreFeature, focusesItself],
    dataLoader: { getItem: id => byId.get(id)!, getChildren: id => under.get(id) ?? [] },
    getItemName: item => nameOf(item.getItemData()),
    isItemFolder: item => under.has(item.getId()),
    state: { expandedItems, focusedItem: chosen },
    setExpandedItems: change => {
      const next = typeof change === 'function' ? change(expandedItems) : change
      setFolded([...under.keys()].filter(id => id !== root && !next.includes(id)))
    },
    setFocusedItem: change => {
      const next = typeof change === 'function' ? change(chosen) : change
      if (!next) return
      follows.current = next !== drawn.current
      onChoose(next)
    },
    hotkeys: {
      focusFirstItem: { hotkey: 'Home', preventDefault: true },
      focusLastItem: { hotkey: 'End', preventDefault: true },
      expandOrDown: { hotkey: 'ArrowRight', preventDefault: true },
      collapseOrUp: { hotkey: 'ArrowLeft', preventDefault: true },
    },
  })
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is shown follows from the rows and what is folded
  useLayoutEffect(() => tree.rebuildTree(), [tree, rows, folded])
  // Between a change of the rows and the next look of the tree a row may be gone.
  const items = tree.getItems().filter(item => byId.has(item.getId()))
  const place = items.findIndex(item => item.getId() === chosen)

  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => rowHeight,
    overscan: 8,
    // The row with the focus stays drawn when it is scrolled out of sight, or the keyboard would fall out of the list.
    rangeExtractor: range => [...new Set([Math.max(0, place), ...defaultRangeExtractor(range)])].sort((a, b) => a - b),
  })
  const hidden = chosen !== null && place < 0
  useEffect(() => {
    if (place >= 0) virtual.scrollToIndex(place)
    // Chosen from elsewhere, under a row that was folded.
    else if (hidden) setFolded(none => (none.length ? [] : none))
  }, [place, hidden, virtual])

  useLayoutEffect(() => {
    drawn.current = chosen
    if (!follows.current || chosen === null || !byId.has(chosen)) return
    follows.current = false
    followFocus(scroll.current, tree.getItemInstance(chosen).getElement())
  }, [tree, chosen, byId])

  const typed = useRef({ text: '', at: 0 })
  const onKeyDown = (event: KeyboardEvent): void => {
    const { key } = event
    if (event.ctrlKey || event.metaKey || event.altKey || !items.length) return
    const go = (to: number): void => {
      event.preventDefault()
      items[Math.max(0, Math.min(items.length - 1, to))]!.setFocused()
    }
    const letter = key.length === 1 && key !== ' '
    if (!letter) typed.current.text = ''
    const page = Math.max(1, Math.floor((scroll.current?.clientHeight ?? 300) / rowHeight) - 1)
    if (key === 'PageDown') go(place + page)
    else if (key === 'PageUp') go(place - page)
    else if (key === 'Delete' && chosen) {
      follows.current = true
      onRemove(chosen)
    } else if (key === 'Insert') onAdd(chosen ?? '')
    else if (key === 'Enter' || key === 'F2') {
      event.preventDefault()
      follows.current = false
      if (chosen === null) go(0)
      else document.querySelector<HTMLElement>(`[aria-label="${field}"]`)?.focus()
    } else if (letter) {
      const now = performance.now()
      typed.current = { text: now - typed.current.at < 900 ? typed.current.text + key : key, at: now }
      const wanted = typed.current.text.toLocaleLowerCase()
      const from = Math.max(0, wanted.length > 1 ? place : place + 1)
      const order = [...items.keys()].map(index => (index + from) % items.length)
      const found = order.find(index => items[index]!.getItemName().toLocaleLowerCase().startsWith(wanted))
      if (found !== undefined) go(found)
    }
  }

  return (
    <div ref={scroll} className="min-h-0 overflow-y-auto max-[760px]:h-[300px]">
      <div {...tree.getContainerProps(label)} className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const item = items[index]
          const row = item && byId.get(item.getId())
          return (
            row && (
              <div
                key={row.id}
                {...item.getProps()}
                role="treeitem"
                aria-label={undefined}
                aria-selected={row.id === chosen}
                className="absolute right-0 left-0 flex cursor-pointer items-center gap-2 pr-4 outline-offset-[-3px] aria-selected:bg-(--structure-wash) aria-selected:shadow-[inset_3px_0_0_var(--structure)]"
                style={{ top: start, height: rowHeight, paddingLeft: levelOf(row) * 16 }}
                onFocus={() => chosen === null && onChoose(row.id)}
                onClick={() => onChoose(row.id)}
                onKeyDown={onKeyDown}
                onDoubleClick={() => (item.isExpanded() ? item.collapse() : item.expand())}
              >
                {item.isFolder() && (
                  <span
                    aria-hidden
                    className={`absolute text-(--ink-soft) ${item.isExpanded() ? 'rotate-90' : ''}`}
                    style={{ left: levelOf(row) * 16 - 11 }}
                  >
                    ›
                  </span>
                )}
                {children(row)}
              </div>
            )
          )
        })}
      </div>
    </div>
  )
}
