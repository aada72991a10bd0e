/** Where a work leaves the house: what must be mended first, then the files. */

import type { Output } from '@steady-ledger/core/dispatch/output.ts'
import { outputs } from '@steady-ledger/core/dispatch/outputs.ts'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { loadKeepsakes, useKeepsakes } from '../../composer/keepsakes.ts'
import { watchJob, writeFile } from '../../session/dispatchJobs.ts'
import { sizeOf, useJob } from '../../session/jobState.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { keepsakesFile } from '../../storage/keepsakes.ts'
import { Check } from '../../ui/fields.tsx'
import { notify } from '../../ui/notices.ts'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { dayOf } from '../ledger/SinceMilestone.tsx'

export function DispatchDesk() {
  const session = useSession()
  const turnover = useView(view => view.turnover)
  const must = turnover?.findings.filter(finding => finding.weight === 'mustMend') ?? null
  const job = useJob(state => state.job)
  useEffect(watchJob, [])
  useEffect(() => void loadKeepsakes(), [])
  const keepsakes = useKeepsakes(({ list }) => list)
  const [withKeepsakes, setWithKeepsakes] = useState(false)
  const [withWork, setWithWork] = useState(false)

  const [milestone, setMilestone] = useState<string | null>(null)
  const writer = useView(view => view.role === 'writer')
  const milestoneName = milestone ?? `Dispatched on ${dayOf(new Date().toISOString())}`
  const write = (output: Output): void => {
    // The PDF is what leaves the house: the numbers and pages it has go on record when it is written.
    const recorded = output.recorded && writer && milestoneName.trim() !== ''
    const records = recorded ? session.records() : null
    if (recorded && !records)
      notify({
        kind: 'wrong',
        text: 'No milestone is taken: the pages of the latest change are still being made. Save the PDF again in a moment to have one.',
      })
    const onWritten = (): void => {
      if (records && !session.takeMilestone(milestoneName.trim().slice(0, 200), records))
        notify({
          kind: 'wrong',
          text: 'The PDF is saved, but no milestone was taken with it: the work was closed, or is not written here any more.',
        })
    }
    writeFile(session.id, session.work, output, onWritten, {
      ...(output.carriesKeepsakes && withKeepsakes && keepsakes.length ? { keepsakes: keepsakesFile(keepsakes) } : {}),
      ...(output.carriesWork ? { withWork } : {}),
    })
  }
  const writing = job?.kind === 'writing'
  return (
    <main className="h-full overflow-y-auto" aria-label="Dispatch">
      <div className="mx-auto grid max-w-[940px] gap-6 px-6 pt-5 pb-[60px]">
        <section>
          <SectionTitle>Before it leaves</SectionTitle>
          {must === null && <p>Checking…</p>}
          {must && must.length === 0 && (
            <p className="text-(--structure)">Nothing must be mended. Numbers, references, lists and pages agree.</p>
          )}
          {must && must.length > 0 && (
            <p className="text-(--mend)">
              {must.length === 1 ? 'One thing' : `${must.length} things`} must be mended first. The files can be saved all the same; what is
              wrong is marked in them. <Link to="../findings">Show findings</Link>
            </p>
          )}
        </section>
        <section>
          <SectionTitle>On record</SectionTitle>
          <label className="field">
            <span>Milestone that is taken with the PDF; empty for none</span>
            <input type="text" maxLength={200} value={milestoneName} onChange={event => setMilestone(event.target.value)} />
          </label>
          <p className="quiet-note">
            It keeps every number and page as they are now. <Link to="../ledger?since">What changed since earlier ones</Link>
          </p>
        </section>
        <section>
          <SectionTitle>Files</SectionTitle>
          <ul className="formats">
            {outputs.map(output => {
              const { name, title, says } = output
              const own = job?.work === session.id && job.output.name === name ? job : null
              return (
                <li key={name} className="flex items-start justify-between gap-6 border-b border-(--rule) py-3">
                  <div>
                    <h3 className="font-semibold">{title}</h3>
                    <p className="text-(--ink-soft)">{says}</p>
                    {output.carriesKeepsakes && keepsakes.length > 0 && (
                      <Check
                        label={`With the ${keepsakes.length === 1 ? 'formula' : `${keepsakes.length} formulas`} that I keep in the composer`}
                        value={withKeepsakes}
                        onChange={setWithKeepsakes}
                      />
                    )}
                    {output.carriesWork && (
                      <Check label="With the work itself in it, as a bundle (by PDF/A-3a then)" value={withWork} onChange={setWithWork} />
                    )}
                    <div aria-live="polite">
                      {own?.kind === 'writing' && (
                        <p className="progress-line">
                          {own.says} <progress value={own.done} max={own.of} aria-label={own.says} />
                        </p>
                      )}
                      {own?.kind === 'done' && (
                        <p className="text-(--structure)">
                          Saved: {sizeOf(own.size)} in {own.seconds.toFixed(1)} s.
                        </p>
                      )}
                      {own?.kind === 'failed' && <p className="text-(--mend)">Not saved: {own.message}</p>}
                    </div>
                  </div>
                  {own?.kind === 'writing' ? (
                    <button type="button" className="button" onClick={own.stop}>
                      Cancel
                    </button>
                  ) : (
                    <button type="button" className="button primary" disabled={writing} onClick={() => write(output)}>
                      Save
                    </button>
                  )}
                </li>
              )
            })}
          </ul>
        </section>
      </div>
    </main>
  )
}
