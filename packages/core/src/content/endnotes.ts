/** Notes that stand in a division of their own: those of one kind behind those of the other, by division where their numbers begin again in each. */
import type { Entry, Ledger } from '../numbers/ledger.ts'
import { identityIn } from '../numbers/occurrences.ts'
import { noteRulesOf, type Scheme } from '../work/parts/scheme.ts'
import { plainTextOf, type WordingOf } from './plainText.ts'

/** Notes under one heading; of no heading, where their numbers run through. */
export interface NoteGroup {
  head: string
  notes: string[]
}

interface NotesOf {
  ledger: Ledger
  scheme: Scheme
  wordingOf: WordingOf
}

export const isOtherNote = (entry: Entry | undefined): boolean => entry?.item.kind === 'note' && entry.item.other

/** Notes of one kind before those of the other, each in their order. */
export const byKindOfNote = (ids: readonly string[], { byId }: Pick<Ledger, 'byId'>): string[] => [
  ...ids.filter(id => !isOtherNote(byId.get(id))),
  ...ids.filter(id => isOtherNote(byId.get(id))),
]

export const endnoteGroups = (of: NotesOf): NoteGroup[] => [...groupsOfKind(false, of), ...groupsOfKind(true, of)]

function groupsOfKind(other: boolean, { ledger, scheme, wordingOf }: NotesOf): NoteGroup[] {
  const rules = noteRulesOf(scheme, other)
  if (rules.place !== 'work') return []
  const groups: NoteGroup[] = []
  let last = -1
  for (const entry of ledger.entries) {
    if (entry.item.kind !== 'note' || entry.item.other !== other) continue
    if (entry.division !== last && rules.restart === 'chapter') {
      const host = ledger.entries.find(each => each.division === entry.division && each.item.block === 'division')
      const text = host?.item.text
      const title = host && text ? plainTextOf(text, identityIn(host.id, text, 0), wordingOf) : ''
      groups.push({ head: [host?.number, title].filter(Boolean).join('\u2002'), notes: [] })
    } else if (!groups.length) groups.push({ head: '', notes: [] })
    last = entry.division
    groups.at(-1)!.notes.push(entry.id)
  }
  return groups
}
