/** How the marks of notes are counted and written, of each of their two kinds. Where notes stand is a matter of the house style. */
import type { NoteRules as Rules, Scheme } from '@steady-ledger/core/work/parts/scheme.ts'
import { Link } from 'react-router'
import { Check, Choice } from '../../ui/fields.tsx'
import { formNames } from './forms.ts'

export function NoteRules({ scheme, change }: { scheme: Scheme; change(next: Scheme): void }) {
  return (
    <section>
      <div className="mb-3 flex flex-wrap items-end justify-between gap-5 [&_.field]:mb-2">
        <h2 className="font-text text-xl/7 font-semibold">Notes</h2>
      </div>
      <Kind rules={scheme.notes} change={notes => change({ ...scheme, notes })} />
      <h3 className="mt-4 mb-1 font-semibold">Notes of the other kind</h3>
      <p className="quiet-note">
        A second count beside the first: endnotes beside footnotes, or notes of the editor beside those of the author.
      </p>
      <Kind rules={scheme.otherNotes} change={otherNotes => change({ ...scheme, otherNotes })} other />
      <p className="quiet-note self-end pb-2">
        Where they stand is said in the <Link to="../house-style">house style</Link>.
      </p>
    </section>
  )
}

function Kind({ rules, change, other }: { rules: Rules; change(next: Rules): void; other?: boolean }) {
  const set = (more: Partial<Rules>): void => change({ ...rules, ...more })
  // Only notes at the foot of a page can begin again on each.
  const restarts = { work: 'Through the work', chapter: 'Within each chapter', ...(rules.place === 'foot' ? { page: 'On each page' } : {}) }
  const of = other ? ', of the other kind' : ''
  return (
    <div className="field-grid">
      <Choice
        label={`They count${of}`}
        value={rules.restart as string}
        options={restarts}
        onChange={restart => set({ restart: restart as Rules['restart'] })}
      />
      <Choice label={`Their marks are${of}`} value={rules.form} options={formNames} onChange={form => set({ form })} />
      <Check
        label={other ? 'A reference to one from another chapter says the chapter' : 'A reference from another chapter says the chapter'}
        value={rules.sayChapter}
        onChange={sayChapter => set({ sayChapter })}
      />
    </div>
  )
}
