/** Where one is in a formula: the way down from the outermost row, and a place between the terms of the row it leads to. */
import { isStructure, type Row, type Structure, type Term } from '../tree/terms.ts'

export interface Caret {
  /** Index of a term, index of one of its slots, and so on downwards. */
  path: readonly number[]
  at: number
}

export const rowAt = (row: Row, path: readonly number[]): Row => {
  let now = row
  for (let step = 0; step < path.length; step += 2) now = (now[path[step]!] as Structure).slots[path[step + 1]!]!
  return now
}

/** The formula with the row at a place replaced. */
export function withRow(row: Row, path: readonly number[], made: Row): Row {
  if (!path.length) return made
  const [index, slot, ...rest] = path as [number, number, ...number[]]
  const term = row[index] as Structure
  const slots = term.slots.with(slot, withRow(term.slots[slot]!, rest, made))
  return row.with(index, { ...term, slots } as Term)
}

/** The structure that a row stands in, and where that stands itself. */
export interface Around {
  structure: Structure
  slot: number
  /** The way to the row that holds the structure, and its index there. */
  path: readonly number[]
  index: number
}

export function around(row: Row, path: readonly number[]): Around | undefined {
  if (!path.length) return undefined
  const outer = path.slice(0, -2)
  const [index, slot] = path.slice(-2) as [number, number]
  return { structure: rowAt(row, outer)[index] as Structure, slot, path: outer, index }
}

export const endOf = (row: Row, path: readonly number[]): Caret => ({ path, at: rowAt(row, path).length })

/** Every place a caret can be at, in the order of reading. */
export function* places(row: Row, path: readonly number[] = []): Iterable<Caret> {
  for (const [at, term] of row.entries()) {
    yield { path, at }
    if (isStructure(term)) for (const [slot, inner] of term.slots.entries()) yield* places(inner, [...path, at, slot])
  }
  yield { path, at: row.length }
}
