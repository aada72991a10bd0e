/** What a backup holds, against the shelf, and what is to become of each work. */
import { useState } from 'react'
import { type Choice, choicesFor, type FoundWork } from '../../storage/backup.ts'
import { Dialog } from '../../ui/Dialog.tsx'

const says: Record<Choice, string> = {
  leave: 'Leave it in the backup',
  add: 'Put it on the shelf',
  copy: 'Put it beside, as a copy',
  replace: 'Replace the one on the shelf',
}
const stands: Record<FoundWork['shelf'], string> = {
  missing: 'Not on the shelf',
  same: 'The same as on the shelf',
  other: 'Otherwise than on the shelf',
}
const date = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' })

export function RestoreDialog({
  name,
  works,
  onRestore,
  onClose,
}: {
  name: string
  works: FoundWork[]
  onRestore(choices: Record<string, Choice>): void
  onClose(): void
}) {
  const [choices, setChoices] = useState<Record<string, Choice>>(() =>
    Object.fromEntries(works.map(work => [work.file, choicesFor(work)[0] ?? 'leave'])),
  )
  const count = Object.values(choices).filter(choice => choice !== 'leave').length
  return (
    <Dialog
      title={`Restore from “${name}”`}
      className="top-[90px] max-h-[calc(100vh-140px)] w-[760px] overflow-y-auto px-4.5 pt-3.5 pb-4"
      onClose={onClose}
    >
      {works.length === 0 && <p>There is no work in this backup.</p>}
      {works.length > 0 && (
        <table className="mt-1.5 mb-3 w-full border-collapse [&_td]:border-b [&_td]:border-(--rule) [&_td]:py-2 [&_td]:pr-3 [&_td]:text-left [&_td]:align-top [&_th]:border-b [&_th]:border-(--rule) [&_th]:py-2 [&_th]:pr-3 [&_th]:text-left [&_th]:align-top">
          <thead>
            <tr>
              <th scope="col" className="text-[13px] font-normal text-(--ink-soft)">
                Work
              </th>
              <th scope="col" className="text-[13px] font-normal text-(--ink-soft)">
                On the shelf
              </th>
              <th scope="col" className="text-[13px] font-normal text-(--ink-soft)">
                What becomes of it
              </th>
            </tr>
          </thead>
          <tbody>
            {works.map(work => (
              <tr key={work.file}>
                <th scope="row" className="font-text font-semibold">
                  {work.title}
                  <small className="block font-interface text-[13px] font-normal text-(--ink-soft)">
                    last changed {date.format(work.changed)}
                  </small>
                </th>
                <td>{work.damaged ? <span className="text-(--mend)">{work.damaged}</span> : stands[work.shelf]}</td>
                <td>
                  <select
                    aria-label={`What becomes of “${work.title}”`}
                    value={choices[work.file]}
                    disabled={Boolean(work.damaged)}
                    onChange={event => setChoices({ ...choices, [work.file]: event.target.value as Choice })}
                  >
                    {choicesFor(work).map(choice => (
                      <option key={choice} value={choice}>
                        {says[choice]}
                      </option>
                    ))}
                  </select>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="quiet-note">A work that is replaced stays among the earlier states of the one that takes its place.</p>
      <div className="button-row">
        <button type="button" className="button" onClick={onClose}>
          Cancel
        </button>
        <button type="button" className="button primary" disabled={count === 0} onClick={() => onRestore(choices)}>
          {count === 0 ? 'Restore' : count === 1 ? 'Restore one work' : `Restore ${count} works`}
        </button>
      </div>
    </Dialog>
  )
}
