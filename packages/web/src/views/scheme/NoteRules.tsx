/** How the marks of notes are counted and written. Where notes stand is a matter of the house style. */
import type { Scheme } from '@steady-ledger/core/work/parts/scheme.ts'
import { Link } from 'react-router'
import { Check, Choice } from '../../ui/fields.tsx'
import { formNames } from './forms.ts'

export function NoteRules({ scheme, change }: { scheme: Scheme; change(next: Scheme): void }) {
  const { notes } = scheme
  const set = (more: Partial<Scheme['notes']>): void => change({ ...scheme, notes: { ...notes, ...more } })
  // Only notes at the foot of a page can begin again on each.
  const restarts = { work: 'Through the work', chapter: 'Within each chapter', ...(notes.place === 'foot' ? { page: 'On each page' } : {}) }
  return (
    <section>
      <div className="scheme-head">
        <h2>Notes</h2>
      </div>
      <div className="house-grid">
        <Choice
          label="They count"
          value={notes.restart as string}
          options={restarts}
          onChange={restart => set({ restart: restart as Scheme['notes']['restart'] })}
        />
        <Choice label="Their marks are" value={notes.form} options={formNames} onChange={form => set({ form })} />
        <Check
          label="A reference from another chapter says the chapter"
          value={notes.sayChapter}
          onChange={sayChapter => set({ sayChapter })}
        />
        <p className="quiet-note note-place">
          Where they stand is said in the <Link to="../house-style">house style</Link>.
        </p>
      </div>
    </section>
  )
}
