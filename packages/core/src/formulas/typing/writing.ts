/** A formula being written: what there is of it, where the caret is, and what of a word is typed. Each act makes a new one. */
import { isStructure, type Row, type Structure, type Term } from '../tree/terms.ts'
import { around, type Caret, endOf, rowAt, withRow } from './caret.ts'

export interface Writing {
  row: Row
  caret: Caret
  /** The other end of a selection: a place in the row of the caret. */
  anchor?: number
  /** The word that is being typed: what was typed of it, and where its letters begin in the row of the caret. */
  word?: { text: string; from: number }
  /** A space was typed just before. */
  apart?: boolean
  /** Just left: a denominator whose brackets went, which come back if scripts follow. */
  group?: readonly number[]
}

export const writingOf = (row: Row): Writing => ({ row, caret: endOf(row, []) })

export const currentRow = ({ row, caret }: Writing): Row => rowAt(row, caret.path)

/** The indexes between which something is selected, or none. */
export const selected = ({ caret, anchor }: Writing): [from: number, to: number] | undefined =>
  anchor === undefined || anchor === caret.at ? undefined : anchor < caret.at ? [anchor, caret.at] : [caret.at, anchor]

/** The caret somewhere else, with nothing selected and no word begun. */
export const at = (row: Row, caret: Caret): Writing => ({ row, caret })

/** Replaces terms of the row of the caret, which then stands after what came in. */
export function splice({ row, caret }: Writing, from: number, to: number, terms: Row): Writing {
  const now = rowAt(row, caret.path)
  const made = [...now.slice(0, from), ...terms, ...now.slice(to)]
  return at(withRow(row, caret.path, made), { path: caret.path, at: from + terms.length })
}

/** Puts terms in the place of what is selected, or at the caret. */
export function put(writing: Writing, terms: Row): Writing {
  const [from, to] = selected(writing) ?? [writing.caret.at, writing.caret.at]
  return splice(writing, from, to, terms)
}

/** Puts a structure in the place of some terms, with the caret at the end of one of its slots. */
export function open(writing: Writing, from: number, to: number, structure: Structure, slot = 0): Writing {
  const { row, caret } = splice(writing, from, to, [structure])
  return at(row, endOf(row, [...caret.path, from, slot]))
}

/** Changes the structure that the caret is in. */
export function change(writing: Writing, index: number, path: readonly number[], made: Term): Writing {
  return { ...writing, row: withRow(writing.row, path, rowAt(writing.row, path).with(index, made)) }
}

export const aroundCaret = ({ row, caret }: Writing) => around(row, caret.path)

/** The first slot with nothing in it, from a term on, or undefined. */
export function firstEmptySlot(row: Row, path: readonly number[], from = 0, to = Number.POSITIVE_INFINITY): Caret | undefined {
  for (const [index, term] of row.entries()) {
    if (index < from || index >= to || !isStructure(term)) continue
    const order = term.kind === 'root' ? term.slots.map((_, slot) => slot).reverse() : term.slots.map((_, slot) => slot)
    for (const slot of order) {
      const inner = term.slots[slot]!
      const inside = [...path, index, slot]
      if (!inner.length) return { path: inside, at: 0 }
      const found = firstEmptySlot(inner, inside)
      if (found) return found
    }
  }
  return undefined
}
