/** How far files are that are being written, and what became of them. */
import { type Job, sizeOf } from '../../session/jobState.ts'

/** `counted` says how many there were. */
export const JobState = ({ job, counted = false }: { job: Job | null; counted?: boolean }) => (
  <div aria-live="polite">
    {job?.kind === 'writing' && (
      <p className="progress-line">
        {job.says} <progress {...(job.of ? { value: job.done, max: job.of } : {})} aria-label={job.says} />
      </p>
    )}
    {job?.kind === 'done' && (
      <p className="text-(--structure)">
        Saved: {counted ? `${job.files.length} files, ` : ''}
        {sizeOf(job.size)} in {job.seconds.toFixed(1)} s.
      </p>
    )}
    {job?.kind === 'failed' && <p className="text-(--mend)">Not saved: {job.message}</p>}
  </div>
)
