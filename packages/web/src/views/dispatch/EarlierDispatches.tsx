/** What left the house before: when, which files, with which milestone, what each adds up to; and made again from the work as it was. */
import { outputOf } from '@steady-ledger/core/dispatch/outputs.ts'
import { liveQuery } from 'dexie'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { writeFiles } from '../../session/dispatchJobs.ts'
import { sizeOf, useJob } from '../../session/jobState.ts'
import type { DispatchRecord } from '../../storage/database.ts'
import { dispatchesOf } from '../../storage/dispatches.ts'
import { workThen } from '../../storage/states.ts'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { JobState } from './JobState.tsx'

const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' })

/** Makes the files of a dispatch again from the state of the work that was kept with its milestone, and says whether they are the same. */
function MakeAgain({ record: { id, work, milestone, files, made } }: { record: DispatchRecord }) {
  const job = useJob(state => state.job)
  const [trouble, setTrouble] = useState('')
  const [same, setSame] = useState<{ name: string; same: boolean }[]>([])
  const outputs = files.map(({ output }) => outputOf(output ?? '')).filter(output => output !== undefined)
  if (!made || !milestone || outputs.length < files.length) return null
  const again = async (): Promise<void> => {
    setTrouble('')
    setSame([])
    try {
      const then = await workThen(work, milestone, made.date)
      writeFiles(work, then, outputs, {
        ...made,
        again: id,
        together: files.length > 1,
        onWritten: written =>
          setSame(
            files.map(({ name, checksum, output }) => ({
              name,
              same: written.find(file => file.output === output)?.checksum === checksum,
            })),
          ),
      })
    } catch (error) {
      setTrouble((error as Error).message)
    }
  }
  const own = job?.shownBy === id ? job : null
  return (
    <div className="mt-2 pl-4">
      {own?.kind === 'writing' ? (
        <button type="button" className="button" onClick={own.stop}>
          Cancel
        </button>
      ) : (
        <button type="button" className="button" disabled={job?.kind === 'writing'} onClick={() => void again()}>
          Make {files.length === 1 ? 'this file' : 'these files'} again
        </button>
      )}
      {own && <JobState job={own} counted={files.length > 1} />}
      <div role="status">
        {trouble && <p className="text-(--mend)">{trouble}</p>}
        {same.map(({ name, same }) => (
          <p key={name} className={same ? 'text-(--structure)' : 'text-(--mend)'}>
            {name} {same ? 'is the same as then, to the byte.' : 'is not the same as then: the program, or a face, was changed since.'}
          </p>
        ))}
      </div>
    </div>
  )
}

export function EarlierDispatches({ work }: { work: string }) {
  const [list, setList] = useState<DispatchRecord[]>([])
  useEffect(() => {
    // A list that cannot be read is not shown: the files that left are not less for it.
    const watched = liveQuery(() => dispatchesOf(work)).subscribe({ next: setList, error: () => setList([]) })
    return () => watched.unsubscribe()
  }, [work])
  if (!list.length) return null
  return (
    <section>
      <SectionTitle>Dispatched before</SectionTitle>
      <p className="quiet-note">
        A file that adds up to the same checksum is the same file. The work as it was then is among its{' '}
        <Link to="../earlier">earlier states</Link>, where a milestone was taken.
      </p>
      <ul className="mt-2 grid gap-2" aria-label="Dispatched before">
        {list.map(record => (
          <li key={record.id} className="border-b border-(--rule) pb-2">
            <details>
              <summary className="cursor-pointer">
                <span className="font-semibold">{moment.format(record.at)}</span> {record.files.map(({ title }) => title).join(', ')}
                {record.milestone && <span className="text-(--ink-soft)">, “{record.milestone}”</span>}
              </summary>
              <ul className="mt-1 grid gap-1 pl-4 text-[13px]">
                {record.files.map(({ name, size, checksum }) => (
                  <li key={name}>
                    {name} <span className="text-(--ink-soft)">{sizeOf(size)}</span>
                    <br />
                    <code className="text-xs break-all">SHA-256 {checksum}</code>
                  </li>
                ))}
              </ul>
              <MakeAgain record={record} />
            </details>
          </li>
        ))}
      </ul>
    </section>
  )
}
