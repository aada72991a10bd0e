/** Moving the caret, and selecting by terms. */
import { isStructure, type Row, type Structure, slotOrder } from '../tree/terms.ts'
import { around, type Caret, endOf, rowAt } from './caret.ts'
import { leave } from './leave.ts'
import { endWord } from './type.ts'
import { aroundCaret, at, currentRow, firstEmptySlot, selected, type Writing } from './writing.ts'

export type Direction = 'left' | 'right' | 'up' | 'down' | 'home' | 'end'

/** Moves the caret. The same writing comes back where there is nothing further. */
export function move(writing: Writing, direction: Direction): Writing {
  const ready = endWord(writing)
  const chosen = selected(ready)
  if (chosen && (direction === 'left' || direction === 'right'))
    return at(ready.row, { path: ready.caret.path, at: direction === 'left' ? chosen[0] : chosen[1] })
  switch (direction) {
    case 'left':
    case 'right':
      return sideways(ready, direction === 'right' ? 1 : -1)
    case 'up':
    case 'down':
      return vertical(ready, direction)
    case 'home':
      return at(ready.row, { path: ready.caret.path, at: 0 })
    case 'end':
      return at(ready.row, endOf(ready.row, ready.caret.path))
  }
}

function sideways(writing: Writing, step: 1 | -1): Writing {
  const row = currentRow(writing)
  const { path, at: here } = writing.caret
  const passed = step > 0 ? row[here] : row[here - 1]
  if (passed) {
    if (!isStructure(passed)) return at(writing.row, { path, at: here + step })
    const index = step > 0 ? here : here - 1
    const slot = step > 0 ? slotOrder(passed)[0]! : lastInLine(passed)
    const inside = [...path, index, slot]
    return at(writing.row, { path: inside, at: step > 0 ? 0 : rowAt(writing.row, inside).length })
  }
  const outer = aroundCaret(writing)
  if (!outer) return writing
  const next = beside(outer.structure, outer.slot, step)
  if (next === undefined) return leave(writing, step > 0 ? 'after' : 'before')
  const inside = [...outer.path, outer.index, next]
  return at(writing.row, { path: inside, at: step > 0 ? 0 : rowAt(writing.row, inside).length })
}

const lastInLine = (structure: Structure): number => (structure.kind === 'grid' ? structure.slots.length - 1 : 0)

/** The slot that stands beside another one in the same line. */
function beside(structure: Structure, slot: number, step: 1 | -1): number | undefined {
  if (structure.kind === 'root' && structure.slots.length > 1) return step > 0 && slot === 1 ? 0 : step < 0 && slot === 0 ? 1 : undefined
  if (structure.kind !== 'grid') return undefined
  const width = structure.columns.length
  const column = (slot % width) + step
  return column >= 0 && column < width ? slot + step : undefined
}

/** The slot above or below another one. */
function over(structure: Structure, slot: number, direction: 'up' | 'down'): number | undefined {
  const up = direction === 'up'
  switch (structure.kind) {
    case 'fraction':
      return up ? (slot === 1 ? 0 : undefined) : slot === 0 ? 1 : undefined
    case 'scripts':
      return structure.has === 'both' ? (up ? (slot === 0 ? 1 : undefined) : slot === 1 ? 0 : undefined) : undefined
    case 'stack': {
      const order = structure.has === 'both' ? [1, 0, 2] : structure.has === 'below' ? [1, 0] : [0, 1]
      return order[order.indexOf(slot) + (up ? 1 : -1)]
    }
    case 'arrow':
      return structure.slots.length > 1 ? (up ? (slot === 1 ? 0 : undefined) : slot === 0 ? 1 : undefined) : undefined
    case 'root':
      return structure.slots.length > 1 ? (up ? (slot === 0 ? 1 : undefined) : slot === 1 ? 0 : undefined) : undefined
    case 'grid': {
      const to = slot + (up ? -1 : 1) * structure.columns.length
      return to >= 0 && to < structure.slots.length ? to : undefined
    }
    default:
      return undefined
  }
}

function vertical(writing: Writing, direction: 'up' | 'down'): Writing {
  const near = nearby(writing, direction)
  if (near) return at(writing.row, near)
  for (let path = writing.caret.path, here = writing.caret.at; path.length; ) {
    const outer = around(writing.row, path)!
    const slot = over(outer.structure, outer.slot, direction)
    if (slot !== undefined) {
      const inside = [...outer.path, outer.index, slot]
      const length = rowAt(writing.row, inside).length
      const before = rowAt(writing.row, path).length
      return at(writing.row, { path: inside, at: here >= before ? length : Math.min(here, length) })
    }
    path = outer.path
    here = outer.index
  }
  return writing
}

/** The scripts beside the caret, or the half of a fraction. */
function nearby({ row, caret }: Writing, direction: 'up' | 'down'): Caret | undefined {
  const now = rowAt(row, caret.path)
  for (const [index, end] of [
    [caret.at - 1, true],
    [caret.at, false],
  ] as const) {
    const term = now[index]
    if (!isStructure(term)) continue
    const slot = reached(term, direction)
    if (slot !== undefined) return { path: [...caret.path, index, slot], at: end ? term.slots[slot]!.length : 0 }
  }
  return undefined
}

function reached(term: Structure, direction: 'up' | 'down'): number | undefined {
  const up = direction === 'up'
  if (term.kind === 'scripts') return term.has === 'both' ? (up ? 1 : 0) : (term.has === 'above') === up ? 0 : undefined
  if (term.kind === 'fraction') return up ? 0 : 1
  return undefined
}

/** Makes the selection longer or shorter by a term; at the end of a row it takes the whole structure. */
export function extend(writing: Writing, direction: 'left' | 'right' | 'home' | 'end'): Writing {
  const ready = endWord(writing)
  const { path, at: here } = ready.caret
  const anchor = ready.anchor ?? here
  const length = currentRow(ready).length
  const to = { left: here - 1, right: here + 1, home: 0, end: length }[direction]
  if (to >= 0 && to <= length) return { row: ready.row, caret: { path, at: to }, anchor }
  const outer = aroundCaret(ready)
  if (!outer) return { ...ready, anchor }
  return direction === 'right'
    ? { row: ready.row, caret: { path: outer.path, at: outer.index + 1 }, anchor: outer.index }
    : { row: ready.row, caret: { path: outer.path, at: outer.index }, anchor: outer.index + 1 }
}

export const selectAll = (writing: Writing): Writing => {
  const { row } = endWord(writing)
  return { row, caret: { path: [], at: row.length }, anchor: 0 }
}

/** Selects between two places: the terms of the innermost row that holds both. */
export function selectBetween(row: Row, from: Caret, to: Caret): Writing {
  let shared = 0
  while (
    shared + 1 < Math.min(from.path.length, to.path.length) &&
    from.path[shared] === to.path[shared] &&
    from.path[shared + 1] === to.path[shared + 1]
  )
    shared += 2
  const path = from.path.slice(0, shared)
  const edge = (caret: Caret, after: boolean): number => (caret.path.length > shared ? caret.path[shared]! + (after ? 1 : 0) : caret.at)
  const forwards = edge(from, false) <= edge(to, false)
  const same = from.path.length > shared && to.path.length > shared && from.path[shared] === to.path[shared]
  return { row, caret: { path, at: edge(to, same || forwards) }, anchor: edge(from, !same && !forwards) }
}

/** The next slot, or the one before: empty ones first, then those of the structure, then out of it. */
export function toSlot(writing: Writing, step: 1 | -1): Writing {
  const ready = endWord(writing)
  if (ready.row !== writing.row && emptyHere(ready)) return ready
  return step > 0 ? forwards(ready) : backwards(ready)
}

const emptyHere = (writing: Writing): boolean => writing.caret.path.length > 0 && currentRow(writing).length === 0

function forwards(writing: Writing): Writing {
  const outer = aroundCaret(writing)
  if (!outer) {
    const later = firstEmptySlot(writing.row, [], writing.caret.at)
    return later ? at(writing.row, later) : writing
  }
  const inRow = firstEmptySlot(currentRow(writing), writing.caret.path, writing.caret.at)
  if (inRow) return at(writing.row, inRow)
  const order = slotOrder(outer.structure)
  const next = order[order.indexOf(outer.slot) + 1]
  if (next === undefined) {
    const left = leave(writing)
    // A place to fill is no structure of its own: what it stands in goes on.
    return outer.structure.kind === 'setting' ? forwards(left) : waitingNext(left)
  }
  const inside = [...outer.path, outer.index, next]
  const waiting = firstEmptySlot(rowAt(writing.row, inside), inside)
  return at(writing.row, waiting ?? endOf(writing.row, inside))
}

/** What was put in together goes on in the slot that stands right behind. */
function waitingNext(writing: Writing): Writing {
  const { caret } = writing
  const next = currentRow(writing)[caret.at]
  const waits = isStructure(next) && (next.kind === 'setting' || next.kind === 'scripts')
  const slot = waits ? firstEmptySlot(currentRow(writing), caret.path, caret.at, caret.at + 1) : undefined
  return slot ? at(writing.row, slot) : writing
}

function backwards(writing: Writing): Writing {
  const outer = aroundCaret(writing)
  if (!outer) {
    const inside = lastSlotBefore(writing.row, writing.caret.at)
    return inside ? at(writing.row, endOf(writing.row, inside)) : writing
  }
  const order = slotOrder(outer.structure)
  const previous = order[order.indexOf(outer.slot) - 1]
  if (previous === undefined) return leave(writing, 'before')
  return at(writing.row, endOf(writing.row, [...outer.path, outer.index, previous]))
}

function lastSlotBefore(row: Row, before: number): number[] | undefined {
  for (let index = before - 1; index >= 0; index--) {
    const term = row[index]
    if (isStructure(term)) return [index, slotOrder(term).at(-1)!]
  }
  return undefined
}
