/** A kind of file: what is in it, what can be chosen of it, and how far it is. */
import type { Output } from '@steady-ledger/core/dispatch/output.ts'
import type { Job } from '../../session/jobState.ts'
import { Check, Field } from '../../ui/fields.tsx'
import { JobState } from './JobState.tsx'
import { NotHeld } from './NotHeld.tsx'
import type { OutputOptions } from './outputOptions.ts'

interface Props {
  output: Output
  /** The job that writes it alone. */
  job: Job | null
  /** Something is being written. */
  busy: boolean
  chosen: boolean
  onChoose(chosen: boolean): void
  options: OutputOptions
  onOptions(options: OutputOptions): void
  /** How many formulas the author keeps. */
  keepsakes: number
  onSave(): void
}

/** Lines that are shorter or longer help nobody. */
const widths = { least: 20, most: 200 }
const wrongWidth = (text: string): string =>
  /^\d{1,4}$/.test(text.trim()) && Number(text) >= widths.least && Number(text) <= widths.most
    ? ''
    : `A whole number from ${widths.least} to ${widths.most}.`

export function OutputRow({ output, job, busy, chosen, onChoose, options, onOptions, keepsakes, onSave }: Props) {
  const { title, says, ending, carriesKeepsakes, carriesWork, speaksFormulas, hasWidth } = output
  const set = (change: Partial<OutputOptions>): void => onOptions({ ...options, ...change })
  return (
    <li className="grid grid-cols-[auto_minmax(0,1fr)_auto] items-start gap-x-4 border-b border-(--rule) py-3">
      <input
        type="checkbox"
        className="mt-1"
        aria-label={`Choose: ${title}`}
        checked={chosen}
        onChange={event => onChoose(event.target.checked)}
      />
      <div>
        <div className="flex items-baseline gap-2">
          <h3 className="font-semibold">{title}</h3>
          <span className="text-[13px] text-(--ink-soft)">{ending.replace(/^-/, '… ')}</span>
        </div>
        <p className="text-(--ink-soft)">{says}</p>
        {carriesKeepsakes && keepsakes > 0 && (
          <Check
            label={`With the ${keepsakes === 1 ? 'formula' : `${keepsakes} formulas`} that I keep in the composer`}
            value={options.withKeepsakes}
            onChange={withKeepsakes => set({ withKeepsakes })}
          />
        )}
        {carriesWork && (
          <Check
            label="With the work itself in it, as a bundle (by PDF/A-3a then)"
            value={options.withWork}
            onChange={withWork => set({ withWork })}
          />
        )}
        {speaksFormulas && (
          <Check
            label="Formulas in words, in place of mathematical markup"
            value={options.spokenFormulas}
            onChange={spokenFormulas => set({ spokenFormulas })}
          />
        )}
        {hasWidth && (
          <div className="mt-1 w-[140px]">
            <Field
              label="Signs in a line"
              value={String(options.width)}
              check={wrongWidth}
              onChange={width => set({ width: Number(width) })}
            />
          </div>
        )}
        <JobState job={job} />
        {job?.kind === 'done' && <NotHeld lost={job.files[0]?.lost ?? []} />}
      </div>
      {job?.kind === 'writing' ? (
        <button type="button" className="button" onClick={job.stop}>
          Cancel
        </button>
      ) : (
        <button type="button" className="button primary" disabled={busy} onClick={onSave} aria-label={`Save: ${title}`}>
          Save
        </button>
      )}
    </li>
  )
}
