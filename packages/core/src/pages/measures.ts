/** What the cuts of a strip depend on: measures and penalties, never words. Strips alike in them are cut alike. */
import type { Box, Float, StripItem } from './box.ts'

export const sameList = <T>(a: readonly T[], b: readonly T[]): boolean => a.length === b.length && a.every((value, i) => value === b[i])

export const stripsAlike = (a: readonly StripItem[], b: readonly StripItem[]): boolean =>
  a.length === b.length && a.every((item, i) => itemsAlike(item, b[i]!))

/** The lines of notes, note by note. */
export const notesAlike = (a: readonly Box[][], b: readonly Box[][]): boolean =>
  a.length === b.length && a.every((lines, i) => stripsAlike(lines, b[i]!))

function itemsAlike(a: StripItem, b: StripItem): boolean {
  if (a === b) return true
  if (a.kind === 'box') return b.kind === 'box' && boxesAlike(a, b)
  return a.kind === b.kind && (a.kind === 'fill' || a.height === (b as typeof a).height)
}

const boxesAlike = (a: Box, b: Box): boolean =>
  a.height === b.height &&
  a.breakAfter === b.breakAfter &&
  a.breakBefore === b.breakBefore &&
  a.pin === b.pin &&
  (a.notes === b.notes || (a.notes.length === b.notes.length && a.notes.every((id, i) => id === b.notes[i]))) &&
  (a.float === b.float || (a.float !== undefined && b.float !== undefined && floatsAlike(a.float, b.float))) &&
  (a.repeated === b.repeated || (a.repeated !== undefined && b.repeated !== undefined && stripsAlike(a.repeated, b.repeated)))

const floatsAlike = (a: Float, b: Float): boolean =>
  a.series === b.series && a.before === b.before && a.after === b.after && a.placement === b.placement && a.wide === b.wide
