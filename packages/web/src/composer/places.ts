/** Where the places of a formula are on the screen: rows and terms are found by the marks that were drawn with them. */
import type { Row } from '@steady-ledger/core/formulas/tree/terms.ts'
import { type Caret, places } from '@steady-ledger/core/formulas/typing/caret.ts'

/** In pixels of the window. */
export interface Line {
  x: number
  top: number
  bottom: number
}

const least = 0.9

interface DrawnRow {
  element: Element
  terms: Map<number, Element>
}

/** The rows of a drawn formula by their ways, each with the elements of its terms. */
export function drawnRows(field: Element): Map<string, DrawnRow> {
  const rows = new Map<string, DrawnRow>()
  for (const element of field.querySelectorAll('[data-row]')) rows.set(element.getAttribute('data-row')!, { element, terms: new Map() })
  for (const term of field.querySelectorAll('[data-term]')) {
    const row = term.parentElement?.closest('[data-row]')
    if (row) rows.get(row.getAttribute('data-row')!)?.terms.set(Number(term.getAttribute('data-term')), term)
  }
  return rows
}

/** Where the caret stands; undefined while its row is not drawn. */
export function lineOf(rows: Map<string, DrawnRow>, { path, at }: Caret): Line | undefined {
  const row = rows.get(path.join('.'))
  if (!row) return undefined
  const before = row.terms.get(at - 1)?.getBoundingClientRect()
  const after = row.terms.get(at)?.getBoundingClientRect()
  const box = row.element.getBoundingClientRect()
  const near = before ?? after ?? box
  const x = before ? before.right : after ? after.left : box.left + box.width / 2
  const height = Math.max(near.height, Number.parseFloat(getComputedStyle(row.element).fontSize) * least)
  const middle = (near.top + near.bottom) / 2
  return { x, top: middle - height / 2, bottom: middle + height / 2 }
}

/** What is selected, as a rectangle. */
export function boxOf(rows: Map<string, DrawnRow>, path: readonly number[], from: number, to: number): DOMRect | undefined {
  const row = rows.get(path.join('.'))
  const boxes = Array.from({ length: to - from }, (_, index) => row?.terms.get(from + index)?.getBoundingClientRect()).filter(
    box => box !== undefined,
  )
  if (!boxes.length) return undefined
  const left = Math.min(...boxes.map(box => box.left))
  const top = Math.min(...boxes.map(box => box.top))
  return new DOMRect(left, top, Math.max(...boxes.map(box => box.right)) - left, Math.max(...boxes.map(box => box.bottom)) - top)
}

/** The place that is nearest to a point: rows that the point is beside count before those it is above or below. */
export function placeAt(field: Element, row: Row, x: number, y: number): Caret {
  const rows = drawnRows(field)
  let best: Caret = { path: [], at: row.length }
  let least = Number.POSITIVE_INFINITY
  for (const caret of places(row)) {
    const line = lineOf(rows, caret)
    if (!line) continue
    const off = y < line.top ? line.top - y : y > line.bottom ? y - line.bottom : 0
    const middle = Math.abs(y - (line.top + line.bottom) / 2)
    const distance = Math.hypot(x - line.x, off * 3) + middle * 0.2
    if (distance < least) {
      least = distance
      best = caret
    }
  }
  return best
}

/** How many letters and signs of a formula that is shown stand before a point: what is pressed in the text is found again by it. */
export function signsBefore(shown: Element, x: number, y: number): number {
  let count = 0
  let found = 0
  let least = Number.POSITIVE_INFINITY
  for (const leaf of shown.querySelectorAll('mi, mn, mo, mtext')) {
    const letters = [...(leaf.textContent ?? '').replace(/[\u2061-\u2064\s]/g, '')].length
    if (!letters) continue
    const box = leaf.getBoundingClientRect()
    const dx = x < box.left ? box.left - x : x > box.right ? x - box.right : 0
    const dy = y < box.top ? box.top - y : y > box.bottom ? y - box.bottom : 0
    const distance = Math.hypot(dx, dy * 2)
    if (distance < least) {
      least = distance
      found = count + Math.round(Math.min(1, Math.max(0, (x - box.left) / Math.max(1, box.width))) * letters)
    }
    count += letters
  }
  return found
}

/** The place in a drawn formula that has so many letters and signs before it. */
export function placeAfter(field: Element, row: Row, signs: number): Caret {
  let count = 0
  let last: Caret | undefined
  for (const leaf of field.querySelectorAll('mi, mn, mo, mtext')) {
    const letters = [...(leaf.textContent ?? '').replace(/[\u2061-\u2064\s]/g, '')].length
    const term = leaf.closest('[data-term]')
    const holder = term?.parentElement?.closest('[data-row]')
    if (!letters || !term || !holder) continue
    const path = holder.getAttribute('data-row')!.split('.').filter(Boolean).map(Number)
    const index = Number(term.getAttribute('data-term'))
    if (count >= signs) return { path, at: index }
    count += letters
    last = { path, at: index + 1 }
  }
  return last ?? { path: [], at: row.length }
}
