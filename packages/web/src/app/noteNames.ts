/** What the two kinds of notes of a work are called: by where they stand, where that tells them apart. */
import type { Scheme } from '@steady-ledger/core/work/parts/scheme.ts'

const standing = (place: Scheme['notes']['place']): string => (place === 'foot' ? 'footnote' : 'endnote')

export function noteName({ notes, otherNotes }: Scheme, other: boolean): string {
  const name = standing((other ? otherNotes : notes).place)
  const same = standing(notes.place) === standing(otherNotes.place)
  return same && other ? `${name} of the other kind` : name
}

/** “3 footnotes”, “an endnote of the other kind”. */
export function notesSaid(scheme: Scheme, other: boolean, count: number): string {
  const [name = '', ...rest] = noteName(scheme, other).split(' ')
  if (count === 1) return [name === 'endnote' ? 'an' : 'a', name, ...rest].join(' ')
  return [String(count), `${name}s`, ...rest].join(' ')
}
