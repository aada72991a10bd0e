/** What left the house before: when, which files, with which milestone, and what each adds up to. */
import { liveQuery } from 'dexie'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { sizeOf } from '../../session/jobState.ts'
import type { DispatchRecord } from '../../storage/database.ts'
import { dispatchesOf } from '../../storage/dispatches.ts'
import { SectionTitle } from '../../ui/SectionTitle.tsx'

const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' })

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
        {list.map(({ id, at, milestone, files }) => (
          <li key={id} className="border-b border-(--rule) pb-2">
            <details>
              <summary className="cursor-pointer">
                <span className="font-semibold">{moment.format(at)}</span> {files.map(({ title }) => title).join(', ')}
                {milestone && <span className="text-(--ink-soft)">, “{milestone}”</span>}
              </summary>
              <ul className="mt-1 grid gap-1 pl-4 text-[13px]">
                {files.map(({ name, size, checksum }) => (
                  <li key={name}>
                    {name} <span className="text-(--ink-soft)">{sizeOf(size)}</span>
                    <br />
                    <code className="text-xs break-all">SHA-256 {checksum}</code>
                  </li>
                ))}
              </ul>
            </details>
          </li>
        ))}
      </ul>
    </section>
  )
}
