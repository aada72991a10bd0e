/** What changed since a milestone, or between two, as a table to read and to send. */
import { type ChangeKind, changeNames, compareMilestones, sayKinds } from '@steady-ledger/core/milestones/compareMilestones.ts'
import { changesAsCsv } from '@steady-ledger/core/milestones/writeChanges.ts'
import { type FormEvent, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useSession, useView } from '../../session/sessionContext.ts'
import { notify } from '../../ui/notices.ts'
import { download } from '../download.ts'
import { copyChanges } from './CopyChanges.tsx'

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
export const dayOf = (taken: string): string => day.format(new Date(taken))

export function SinceMilestone() {
  const session = useSession()
  const milestones = useView(view => view.milestones)
  const turnover = useView(view => view.turnover)
  const writer = useView(view => view.role === 'writer')
  const [from, setFrom] = useState(milestones.at(-1)?.id ?? '')
  const [to, setTo] = useState('now')
  const [shown, setShown] = useState<ChangeKind | 'all'>('all')
  const earlier = milestones.find(({ id }) => id === from) ?? milestones.at(-1)
  const later = milestones.find(({ id }) => id === to)
  const changes = useMemo(() => {
    const now = later?.records ?? (turnover ? session.records() : null)
    return earlier && now ? compareMilestones(earlier.records, now) : null
  }, [earlier, later, session, turnover])
  const rows = changes?.filter(({ kinds }) => shown === 'all' || kinds.includes(shown)) ?? []
  return (
    <>
      <div className="tools">
        <TakeMilestone disabled={!writer || !turnover} />
        {milestones.length > 0 && (
          <>
            <label className="choice-in-line">
              From{' '}
              <select value={earlier?.id} onChange={event => setFrom(event.target.value)}>
                {milestones.map(({ id, name, taken }) => (
                  <option key={id} value={id}>
                    {name}, {dayOf(taken)}
                  </option>
                ))}
              </select>
            </label>
            <label className="choice-in-line">
              to{' '}
              <select value={to} onChange={event => setTo(event.target.value)}>
                <option value="now">now</option>
                {milestones
                  .filter(({ id }) => id !== earlier?.id)
                  .map(({ id, name }) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
              </select>
            </label>
            <label className="choice-in-line">
              Show{' '}
              <select value={shown} onChange={event => setShown(event.target.value as ChangeKind | 'all')}>
                <option value="all">everything ({changes?.length ?? 0})</option>
                {(Object.keys(changeNames) as ChangeKind[]).map(kind => (
                  <option key={kind} value={kind}>
                    {changeNames[kind]} ({changes?.filter(({ kinds }) => kinds.includes(kind)).length ?? 0})
                  </option>
                ))}
              </select>
            </label>
            <span className="flex-1" />
            <button type="button" className="button" disabled={!rows.length} onClick={() => void copyChanges(rows, 'text/html')}>
              Copy as a table
            </button>
            <button type="button" className="button" disabled={!rows.length} onClick={() => void copyChanges(rows, 'text/plain')}>
              Copy as text
            </button>
            <button
              type="button"
              className="button"
              disabled={!rows.length}
              onClick={() => download(new TextEncoder().encode(changesAsCsv(rows)), 'text/csv', `${session.id}-changes.csv`)}
            >
              Save as CSV
            </button>
          </>
        )}
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling area must be reachable by keyboard */}
      <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0}>
        {milestones.length === 0 && (
          <p className="empty">
            No milestone yet. One is taken by name here, and at each dispatch: it keeps every number and page as it was, so that later you
            can say what changed.
          </p>
        )}
        {milestones.length > 0 && changes === null && <p className="empty">Making up the pages…</p>}
        {changes?.length === 0 && <p className="empty">Nothing changed: every number, page and caption is what it was.</p>}
        {rows.length > 0 && (
          <table className="changes-table w-full border-collapse">
            <thead>
              <tr>
                <th scope="col" className={`sticky top-0 bg-(--paper) px-3 py-2 text-left whitespace-nowrap column-head`}>
                  Then
                </th>
                <th scope="col" className={`sticky top-0 bg-(--paper) px-3 py-2 text-left whitespace-nowrap column-head`}>
                  Now
                </th>
                <th scope="col" className={`sticky top-0 bg-(--paper) px-3 py-2 text-left whitespace-nowrap column-head`}>
                  Page then
                </th>
                <th scope="col" className={`sticky top-0 bg-(--paper) px-3 py-2 text-left whitespace-nowrap column-head`}>
                  Page now
                </th>
                <th scope="col" className={`sticky top-0 bg-(--paper) px-3 py-2 text-left whitespace-nowrap column-head`}>
                  What it is
                </th>
                <th scope="col" className={`sticky top-0 bg-(--paper) px-3 py-2 text-left whitespace-nowrap column-head`}>
                  Change
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.slice(0, mostRows).map(({ id, before, after, kinds }) => (
                <tr key={id} className="border-b border-(--rule) align-top [&>td]:px-3 [&>td]:py-1.5">
                  <td className="font-text whitespace-nowrap">
                    {before && (kinds.includes('renumbered') || !after ? <del className="text-(--mend)">{before.name}</del> : before.name)}
                  </td>
                  <td className="font-text whitespace-nowrap">
                    {after && <Link to={`../galley/${id}`}>{after.name || 'no number'}</Link>}
                  </td>
                  <td className="whitespace-nowrap">{before?.page}</td>
                  <td className="whitespace-nowrap">{after?.page}</td>
                  <td className="font-text">{(after ?? before)!.caption}</td>
                  <td>{sayKinds(kinds)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {rows.length > mostRows && (
          <p className="empty">and {(rows.length - mostRows).toLocaleString('en-GB')} more; copies and files hold all of them.</p>
        )}
      </div>
    </>
  )
}

/** More than anyone reads on the screen. */
const mostRows = 1000

function TakeMilestone({ disabled }: { disabled: boolean }) {
  const session = useSession()
  const [name, setName] = useState('')
  const take = (event: FormEvent): void => {
    event.preventDefault()
    const called = name.trim().slice(0, 200) || dayOf(new Date().toISOString())
    if (session.takeMilestone(called)) {
      notify({ kind: 'done', text: `Milestone “${called}” is on the books.` })
      setName('')
    } else notify({ kind: 'wrong', text: 'The pages of the latest change are still being made. Try again in a moment.' })
  }
  return (
    <form className="flex items-center gap-1.5 whitespace-nowrap" onSubmit={take}>
      <input
        type="text"
        aria-label="Name of a new milestone"
        placeholder="To the supervisor"
        maxLength={200}
        value={name}
        onChange={event => setName(event.target.value)}
      />
      <button type="submit" className="button" disabled={disabled}>
        Take a milestone
      </button>
    </form>
  )
}
