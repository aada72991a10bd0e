/** Where a work leaves the house: what must be mended first, what goes on record, the files, and what left before. */

import type { Output } from '@steady-ledger/core/dispatch/output.ts'
import { outputs } from '@steady-ledger/core/dispatch/outputs.ts'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { loadKeepsakes, useKeepsakes } from '../../composer/keepsakes.ts'
import { watchJob, writeFiles } from '../../session/dispatchJobs.ts'
import { useJob } from '../../session/jobState.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { keepDispatch } from '../../storage/dispatches.ts'
import { keepsakesFile } from '../../storage/keepsakes.ts'
import { notify } from '../../ui/notices.ts'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { CopyChanges } from '../ledger/CopyChanges.tsx'
import { dayOf } from '../ledger/SinceMilestone.tsx'
import { ChosenFiles } from './ChosenFiles.tsx'
import { EarlierDispatches } from './EarlierDispatches.tsx'
import { HandInDesk } from './HandInDesk.tsx'
import { OutputRow } from './OutputRow.tsx'
import { usualOptions } from './outputOptions.ts'

export function DispatchDesk() {
  const session = useSession()
  const turnover = useView(view => view.turnover)
  const must = turnover?.findings.filter(finding => finding.weight === 'mustMend') ?? null
  const job = useJob(state => state.job)
  useEffect(watchJob, [])
  useEffect(() => void loadKeepsakes(), [])
  const keepsakes = useKeepsakes(({ list }) => list)
  const [options, setOptions] = useState(usualOptions)
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())

  const [milestone, setMilestone] = useState<string | null>(null)
  const milestones = useView(view => view.milestones)
  const writer = useView(view => view.role === 'writer')
  const milestoneName = milestone ?? `Dispatched on ${dayOf(new Date().toISOString())}`
  const write = (wanted: readonly Output[], together = false): void => {
    // What has numbers and pages in it leaves the house with them: they go on record when it is written.
    const recorded = wanted.some(output => output.recorded) && writer && milestoneName.trim() !== ''
    const records = recorded ? session.records() : null
    if (recorded && !records)
      notify({
        kind: 'wrong',
        text: 'No milestone is taken: the pages of the latest change are still being made. Save again in a moment to have one.',
      })
    const { withKeepsakes, withWork, spokenFormulas, width } = options
    const made = {
      date: Date.now(),
      ...(withKeepsakes && keepsakes.length ? { keepsakes: keepsakesFile(keepsakes) } : {}),
      ...(withWork ? { withWork } : {}),
      ...(spokenFormulas ? { spokenFormulas } : {}),
      width,
    }
    const { work } = session
    writeFiles(session.id, work, wanted, {
      together,
      ...made,
      onWritten: files => {
        const name = milestoneName.trim().slice(0, 200)
        // Files that leave one by one share it, as long as nothing was changed between them.
        const taken = records !== null && (session.isOnRecord(name, work) || session.takeMilestone(name, { records, work }))
        if (records && !taken)
          notify({
            kind: 'wrong',
            text: 'The files are saved, but no milestone was taken with them: the work was closed, or is not written here any more.',
          })
        void keepDispatch(session.id, files, taken ? name : '', made)
      },
    })
  }
  const own = job?.work === session.id && !job.shownBy ? job : null
  const last = milestones.at(-1)
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
            <span>Milestone that is taken with the files; empty for none</span>
            <input type="text" maxLength={200} value={milestoneName} onChange={event => setMilestone(event.target.value)} />
          </label>
          <p className="quiet-note">
            It keeps every number and page as they are now, when files leave that have them in their text; a bundle or a ledger alone takes
            none. <Link to="../ledger?since">What changed since earlier ones</Link>
          </p>
          {last && <CopyChanges since={last} />}
        </section>
        <section>
          <SectionTitle>Files</SectionTitle>
          <ul className="formats">
            {outputs.map(output => (
              <OutputRow
                key={output.name}
                output={output}
                job={own?.outputs.length === 1 && own.outputs[0]!.name === output.name ? own : null}
                busy={job?.kind === 'writing'}
                chosen={chosen.has(output.name)}
                onChoose={takes => setChosen(new Set(takes ? [...chosen, output.name] : [...chosen].filter(name => name !== output.name)))}
                options={options}
                onOptions={setOptions}
                keepsakes={keepsakes.length}
                onSave={() => write([output])}
              />
            ))}
          </ul>
          <ChosenFiles
            outputs={outputs}
            chosen={chosen}
            onChosen={setChosen}
            job={own && own.outputs.length > 1 ? own : null}
            busy={job?.kind === 'writing'}
            onSave={together =>
              write(
                outputs.filter(({ name }) => chosen.has(name)),
                together,
              )
            }
          />
        </section>
        <HandInDesk />
        <EarlierDispatches work={session.id} />
      </div>
    </main>
  )
}
