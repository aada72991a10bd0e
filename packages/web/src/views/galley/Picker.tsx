/** A list to choose from, floating at its place in the text: searched, walked by the arrows, one taken by Enter or several ticked before. */
import type { EditorView } from '@tiptap/pm/view'
import { type KeyboardEvent, type ReactNode, useMemo, useRef, useState } from 'react'
import { showWhole, useFloatingPlace } from './floatingPlace.ts'

const mostShown = 80

export interface PickerPlace {
  view: EditorView
  /** What is changed; null for something new. */
  at: number | null
  /** Where something new goes, where that is not at the cursor: into a note. */
  put: number | null
  /** `behind` is where the cursor goes on, in a note. */
  onClose(behind?: number): void
}

function closePicker({ view, put, onClose }: PickerPlace, behind?: number): void {
  onClose(behind)
  if (put === null) view.focus()
}

/** What was put in is behind the cursor, also in a note. */
export const closeBehind = (place: PickerPlace): void => closePicker(place, place.put === null ? undefined : place.put + 1)

interface Props {
  place: PickerPlace
  /** The columns of its rows, the first for the tick. */
  columns: string
  label: string
  /** What the list is searched by, in the field and for those who listen. */
  searchedBy: string
  listLabel: string
  asked: string
  onAsk(words: string): void
  /** The ids of all that fit; the first of them are shown. */
  fitting: readonly string[]
  chosen: readonly string[]
  onToggle(id: string): void
  /** Takes what is chosen, or the one given where nothing is. */
  onTake(current: string | undefined): void
  onPaste?(text: string): boolean
  /** Fields beside the search. */
  beside: ReactNode
  row(id: string): ReactNode
  none: ReactNode
  /** What to type where more fit than are shown. */
  more: string
  preview(current: string | undefined): string
  does: string
}

export function Picker({ place, columns, label, searchedBy, listLabel, asked, onAsk, fitting, chosen, ...does }: Props) {
  const { view, at, put } = place
  const [row, setRow] = useState(0)
  const list = useRef<HTMLDivElement>(null)
  const [start] = useState(() => at ?? put ?? view.state.selection.from)
  const floats = useFloatingPlace(
    view,
    useMemo(() => () => start, [start]),
  )
  if (!floats) return null
  const found = fitting.slice(0, mostShown)
  const current = found[row]
  const move = (step: number): void => {
    const next = Math.max(0, Math.min(found.length - 1, row + step))
    setRow(next)
    list.current?.children[next]?.scrollIntoView({ block: 'nearest' })
  }
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Escape') {
      event.stopPropagation()
      closePicker(place, put ?? undefined)
      return
    }
    // Buttons and lists have keys of their own.
    if (!(event.target instanceof HTMLInputElement)) return
    if (event.key === 'ArrowDown') move(1)
    else if (event.key === 'ArrowUp') move(-1)
    else if (event.key === 'Enter' && event.shiftKey && current !== undefined) does.onToggle(current)
    else if (event.key === 'Enter') does.onTake(current)
    else return
    event.preventDefault()
  }
  return (
    <div
      ref={showWhole}
      className="picker floating absolute left-[110px]! z-6 w-[min(600px,calc(100%-124px))]"
      style={floats}
      role="dialog"
      aria-label={label}
      onKeyDown={onKeyDown}
    >
      <div className="flex items-center gap-2.5 border-b border-(--rule-strong) bg-(--paper) p-2">
        <input
          ref={takeFocus}
          className="min-w-0 flex-1"
          aria-label={`Search by ${searchedBy}`}
          placeholder={searchedBy.charAt(0).toUpperCase() + searchedBy.slice(1)}
          value={asked}
          role="combobox"
          aria-expanded="true"
          aria-controls="picker-list"
          aria-activedescendant={current === undefined ? undefined : `picker-${row}`}
          onChange={event => {
            onAsk(event.target.value)
            setRow(0)
          }}
          onPaste={event => {
            if (does.onPaste?.(event.clipboardData.getData('text/plain'))) event.preventDefault()
          }}
        />
        {does.beside}
      </div>
      <div
        id="picker-list"
        className="max-h-[300px] overflow-y-auto"
        ref={list}
        role="listbox"
        aria-multiselectable="true"
        aria-label={listLabel}
      >
        {found.map((id, index) => (
          <div
            key={id}
            id={`picker-${index}`}
            role="option"
            tabIndex={-1}
            aria-selected={chosen.includes(id)}
            className={`picker-row grid min-h-[30px] cursor-pointer items-center gap-2 px-2.5 py-1 ${columns} ${index === row ? 'bg-(--structure-wash) shadow-[inset_3px_0_0_var(--structure)]' : ''}`}
            onMouseDown={event => event.preventDefault()}
            onClick={event => (event.shiftKey || chosen.length ? does.onToggle(id) : does.onTake(id))}
            onKeyDown={() => {}}
          >
            <span className="text-(--structure)">{chosen.includes(id) ? '✓' : ''}</span>
            {does.row(id)}
          </div>
        ))}
        {found.length === 0 && <p className="empty">{does.none}</p>}
        {fitting.length > found.length && (
          <p className="quiet-note px-3.5 pt-2 pb-3">
            and {(fitting.length - found.length).toLocaleString('en-GB')} more: type {does.more}.
          </p>
        )}
      </div>
      <div className="flex items-center gap-3 border-t border-(--rule-strong) bg-(--paper) px-2.5 py-2">
        <span className="min-w-0 flex-1 font-text text-(--structure)">{does.preview(current)}</span>
        <span className="text-xs whitespace-nowrap text-(--ink-soft)">
          <kbd>Enter</kbd> takes it <kbd>Shift Enter</kbd> takes several <kbd>Esc</kbd> back
        </span>
        <button
          type="button"
          className="button primary"
          disabled={!chosen.length && current === undefined}
          onClick={() => does.onTake(current)}
        >
          {at === null ? does.does : 'Change'}
        </button>
      </div>
    </div>
  )
}

/** The picker was asked for: writing goes on in it. Once, and not again while one is elsewhere in it. */
const takeFocus = (field: HTMLInputElement | null): void => field?.focus({ preventScroll: true })
