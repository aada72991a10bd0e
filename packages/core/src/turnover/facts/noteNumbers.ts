/** Notes that begin again on every page: their numbers depend on the pages, and come out of the rounds of a turnover as page labels do. */
import { writeCounter } from '../../numbers/counterForm.ts'
import type { WorkLedger } from '../../numbers/ledger.ts'
import { type NoteRules, noteRulesOf, type Scheme } from '../../work/parts/scheme.ts'
import type { PageFact } from './pageFact.ts'

/** Whether the notes of a work begin again on every page; only those at the foot of it can. */
export const notesCountByPage = ({ notes, otherNotes }: Scheme): boolean => countByPage(notes) || countByPage(otherNotes)
const countByPage = ({ restart, place }: NoteRules): boolean => restart === 'page' && place === 'foot'

export type NoteNumbers = ReadonlyMap<string, string>

/** The number of every note by id, counted over each page in the order in which the marks stand on it. */
export const noteNumbers: PageFact<NoteNumbers> = {
  none: new Map(),
  read: (places, { scheme, ledger }) => {
    const numbers = new Map<string, string>()
    if (!notesCountByPage(scheme)) return numbers
    for (const { body } of places) {
      const counts = { usual: 0, other: 0 }
      const marks = (body?.placed ?? []).filter(({ box }) => box.notes.length).sort((a, b) => (a.x ?? 0) - (b.x ?? 0) || a.y - b.y)
      for (const { box } of marks)
        for (const id of box.notes) {
          const item = ledger.byId.get(id)?.item
          const other = item?.kind === 'note' && item.other
          const rules = noteRulesOf(scheme, other)
          if (countByPage(rules) && !numbers.has(id))
            numbers.set(id, writeCounter(++counts[other ? 'other' : 'usual'], rules.form, scheme.language))
        }
    }
    return numbers
  },
  changes: (before, after, { ledger }) =>
    [...after].flatMap(([id, number]) => ((before.get(id) ?? ledger.byId.get(id)?.number) === number ? [] : [`${id}:${number}`])),
}

/** The ledger with these numbers for notes; it is another one, so that nothing kept for the old numbers is taken for theirs. */
export function withNoteNumbers(ledger: WorkLedger, numbers: NoteNumbers): WorkLedger {
  const entries = ledger.entries.map(entry => {
    const number = entry.item.kind === 'note' ? numbers.get(entry.id) : undefined
    return number === undefined || number === entry.number
      ? entry
      : { ...entry, number, bare: number, own: number, written: [], restartedBy: '', count: 0, prefixFrom: '' }
  })
  return { ...ledger, entries, byId: new Map(entries.map(entry => [entry.id, entry])), stamp: {} }
}

export const noteNumbersOf = ({ entries }: WorkLedger): Map<string, string> =>
  new Map(entries.filter(({ item }) => item.kind === 'note').map(({ id, number }) => [id, number]))
