/** Several files at once: which, how they come, how far they are, and what became of them. */
import type { Output } from '@steady-ledger/core/dispatch/output.ts'
import { useState } from 'react'
import { type Job, sizeOf } from '../../session/jobState.ts'
import { Check } from '../../ui/fields.tsx'
import { JobState } from './JobState.tsx'
import { NotHeld } from './NotHeld.tsx'

interface Props {
  outputs: readonly Output[]
  chosen: ReadonlySet<string>
  onChosen(chosen: ReadonlySet<string>): void
  /** The job that writes several. */
  job: Job | null
  busy: boolean
  onSave(together: boolean): void
}

export function ChosenFiles({ outputs, chosen, onChosen, job, busy, onSave }: Props) {
  const [together, setTogether] = useState(true)
  const all = chosen.size === outputs.length
  return (
    <div className="grid gap-2 pt-3">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <button type="button" className="button quiet" onClick={() => onChosen(new Set(all ? [] : outputs.map(({ name }) => name)))}>
          {all ? 'Choose none' : 'Choose all'}
        </button>
        <Check label="Together in one archive, with checksums" value={together} onChange={setTogether} />
        <span className="flex-1" />
        {job?.kind === 'writing' ? (
          <button type="button" className="button" onClick={job.stop}>
            Cancel
          </button>
        ) : (
          <button type="button" className="button primary" disabled={busy || chosen.size === 0} onClick={() => onSave(together)}>
            {chosen.size === 0
              ? 'Save the chosen files'
              : chosen.size === 1
                ? 'Save the chosen file'
                : `Save the ${chosen.size} chosen files`}
          </button>
        )}
      </div>
      <JobState job={job} counted />
      {job?.kind === 'done' && (
        <ul className="grid gap-1" aria-label="What was saved">
          {job.files.map(({ title, file, size, lost }) => (
            <li key={file}>
              <span className="font-semibold">{title}</span> <span className="text-(--ink-soft)">{sizeOf(size)}</span>
              <NotHeld lost={lost} />
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
