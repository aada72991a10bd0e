/**
 * The field in which a formula is written. It is drawn by the browser in the face that prints it; what is typed goes through a text field
 * that is not seen, so that dead keys, other layouts and screen readers work as they do everywhere.
 */
import { slotName } from '@steady-ledger/core/formulas/tree/terms.ts'
import { writeMathMl } from '@steady-ledger/core/formulas/tree/writeMathMl.ts'
import { writeWords } from '@steady-ledger/core/formulas/tree/writeWords.ts'
import { type Direction, extend, move, selectAll, selectBetween, toSlot } from '@steady-ledger/core/formulas/typing/move.ts'
import { removeAfter, removeBefore } from '@steady-ledger/core/formulas/typing/remove.ts'
import { endWord, typeText } from '@steady-ledger/core/formulas/typing/type.ts'
import { aroundCaret, at, currentRow, selected, type Writing } from '@steady-ledger/core/formulas/typing/writing.ts'
import { type KeyboardEvent, type RefObject, useLayoutEffect, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import { lookOfKept } from './Drawn.tsx'
import { boxOf, drawnRows, lineOf, placeAt } from './places.ts'
import { redraw } from './redraw.ts'
import { Suggestions, suggestionsFor } from './Suggestions.tsx'

interface Props {
  writing: Writing
  display: boolean
  input: RefObject<HTMLTextAreaElement | null>
  drawn: RefObject<HTMLDivElement | null>
  /** Names of the author's own that can be typed. */
  names: readonly string[]
  onWrite(writing: Writing): void
  /** Puts in what a name stands for. */
  onTake(name: string): void
  /** Keys that mean something outside of the formula: true if they were used. */
  onKey(event: KeyboardEvent): boolean
  onLeave(side: 'before' | 'after'): void
  onClipboard(event: React.ClipboardEvent, act: 'copy' | 'cut' | 'paste'): void
}

const directions: Record<string, Direction> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
  Home: 'home',
  End: 'end',
}

interface Marks {
  caret?: { x: number; y: number; height: number }
  selection?: { x: number; y: number; width: number; height: number }
}

export function Field({ writing, display, input, drawn, names, onWrite, onTake, onKey, onLeave, onClipboard }: Props) {
  const frame = useRef<HTMLDivElement>(null)
  const [marks, setMarks] = useState<Marks>({})
  const [chosen, setChosen] = useState(-1)
  const pressedAt = useRef<Writing['caret'] | null>(null)
  const offered = suggestionsFor(writing.word?.text, names)
  const drawnRow = useRef<Writing['row'] | null>(null)

  // Drawn before the browser paints: a letter is there in the frame of its key.
  useLayoutEffect(() => {
    const place = drawn.current
    const outer = frame.current
    if (!place || !outer) return
    if (drawnRow.current !== writing.row || place.dataset.display !== String(display)) {
      redraw(place, writeMathMl(writing.row, display, { marked: true, kept: lookOfKept }))
      place.dataset.display = String(display)
      drawnRow.current = writing.row
    }
    const measure = (): void => {
      const rows = drawnRows(place)
      const box = outer.getBoundingClientRect()
      const line = lineOf(rows, writing.caret)
      const range = selected(writing)
      const area = range && boxOf(rows, writing.caret.path, ...range)
      setMarks({
        ...(line && { caret: { x: line.x - box.left + outer.scrollLeft, y: line.top - box.top, height: line.bottom - line.top } }),
        ...(area && {
          selection: { x: area.left - box.left + outer.scrollLeft, y: area.top - box.top, width: area.width, height: area.height },
        }),
      })
      if (line && (line.x < box.left || line.x > box.right)) outer.scrollLeft += line.x - (box.left + box.right) / 2
    }
    measure()
    const resized = new ResizeObserver(measure)
    resized.observe(outer)
    return () => resized.disconnect()
  }, [writing, display, drawn])

  const take = (field: HTMLTextAreaElement): void => {
    const text = field.value
    field.value = ''
    if (!text) return
    setChosen(-1)
    onWrite(typeText(writing, text))
  }

  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.nativeEvent.isComposing) return
    const used = press(event)
    if (!used) return
    event.preventDefault()
    event.stopPropagation()
  }

  function press(event: KeyboardEvent): boolean {
    const { key, shiftKey } = event
    if (offered.length > 0 && !shiftKey) {
      if (key === 'ArrowDown' || key === 'ArrowUp') {
        const step = key === 'ArrowDown' ? 1 : -1
        setChosen((chosen + step + offered.length + (chosen < 0 && step < 0 ? 1 : 0)) % offered.length)
        return true
      }
      if ((key === 'Tab' || key === ' ' || key === 'Enter') && offered[chosen]) {
        setChosen(-1)
        onTake(offered[chosen]!)
        return true
      }
      if (key === 'Escape') {
        setChosen(-1)
        onWrite({ ...writing, word: undefined })
        return true
      }
    }
    if (onKey(event)) return true
    if ((event.ctrlKey || event.metaKey) && key.toLowerCase() === 'a') {
      onWrite(selectAll(writing))
      return true
    }
    if (event.altKey || event.ctrlKey || event.metaKey) return false
    const direction = directions[key]
    if (direction && shiftKey && direction !== 'up' && direction !== 'down') {
      onWrite(extend(writing, direction))
      return true
    }
    if (direction) {
      const ready = endWord(writing)
      const next = move(writing, direction)
      const stayed = next.caret === ready.caret && !selected(ready)
      if (stayed && (direction === 'left' || direction === 'right')) onLeave(direction === 'left' ? 'before' : 'after')
      else onWrite(next)
      return true
    }
    switch (key) {
      case 'Tab':
        onWrite(toSlot(writing, shiftKey ? -1 : 1))
        return true
      case 'Backspace':
        onWrite(removeBefore(writing))
        return true
      case 'Delete':
        onWrite(removeAfter(writing))
        return true
    }
    return false
  }

  return (
    <div className="composer-field relative min-h-16 min-w-0 bg-(--sheet) px-2.5 py-3 focus-within:shadow-[inset_0_-2px_0_var(--structure)]">
      <div ref={frame} className="relative overflow-x-auto overflow-y-hidden">
        {/* A press in the formula moves the caret of the field below, which has the keys. */}
        <div
          ref={drawn}
          aria-hidden="true"
          className="composer-drawn cursor-text text-center"
          onPointerDown={event => {
            if (event.button !== 0) return
            event.preventDefault()
            input.current?.focus()
            const ready = endWord(writing)
            // The word that was being typed has become what it means before it is asked where the press was.
            if (ready.row !== writing.row) flushSync(() => onWrite(ready))
            const caret = placeAt(drawn.current!, ready.row, event.clientX, event.clientY)
            pressedAt.current = caret
            event.currentTarget.setPointerCapture(event.pointerId)
            if (event.shiftKey) onWrite(selectBetween(ready.row, ready.caret, caret))
            else onWrite(event.detail > 1 ? selectAll(ready) : at(ready.row, caret))
          }}
          onPointerMove={event => {
            if (pressedAt.current && event.buttons === 1) {
              const to = placeAt(drawn.current!, writing.row, event.clientX, event.clientY)
              if (to.at !== pressedAt.current.at || to.path.join() !== pressedAt.current.path.join())
                onWrite(selectBetween(writing.row, pressedAt.current, to))
            }
          }}
          onPointerUp={() => {
            pressedAt.current = null
          }}
        />
        {marks.selection && (
          <span
            className="pointer-events-none absolute bg-(--structure) opacity-20"
            style={{ left: marks.selection.x, top: marks.selection.y, width: marks.selection.width, height: marks.selection.height }}
          />
        )}
        {marks.caret && <span className="composer-caret" style={{ left: marks.caret.x, top: marks.caret.y, height: marks.caret.height }} />}
        <textarea
          ref={input}
          className="composer-input"
          style={{ left: marks.caret?.x ?? 0, top: marks.caret?.y ?? 0 }}
          aria-label="Equation"
          aria-describedby="composer-says composer-where"
          aria-controls={offered.length ? 'composer-names' : undefined}
          aria-activedescendant={offered[chosen] ? `suggestion-${chosen}` : undefined}
          autoCapitalize="off"
          autoComplete="off"
          autoCorrect="off"
          spellCheck={false}
          rows={1}
          onInput={event => {
            // What an input method, or a dead key, is still making up is not typed yet.
            if (!(event.nativeEvent as InputEvent).isComposing) take(event.currentTarget)
          }}
          onCompositionEnd={event => take(event.currentTarget)}
          onKeyDown={onKeyDown}
          onCopy={event => onClipboard(event, 'copy')}
          onCut={event => onClipboard(event, 'cut')}
          onPaste={event => onClipboard(event, 'paste')}
        />
      </div>
      {offered.length > 0 && marks.caret && (
        <Suggestions
          names={offered}
          chosen={chosen}
          at={{ x: marks.caret.x - (frame.current?.scrollLeft ?? 0), y: marks.caret.y + marks.caret.height + 6 }}
          onTake={onTake}
        />
      )}
    </div>
  )
}

/** Where the caret is, in words: for those who hear it. */
export function whereIs(writing: Writing): string {
  const outer = aroundCaret(writing)
  const row = currentRow(writing)
  const range = selected(writing)
  const slot = outer ? `${slotName(outer.structure, outer.slot)}, ` : ''
  if (range) return `${slot}selected: ${writeWords(row.slice(...range))}`
  if (!row.length) return outer ? `${slot}empty` : 'empty equation'
  const before = writing.caret.at > 0 ? writeWords(row.slice(Math.max(0, writing.caret.at - 1), writing.caret.at)) : ''
  return `${slot}${before ? `after ${before}` : 'at the beginning'}`
}
