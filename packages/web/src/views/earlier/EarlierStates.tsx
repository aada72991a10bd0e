/** What the work was: states kept by the hour and with every milestone, to look at and to restore from. */
import { countWords } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { useEffect, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { newId } from '../../newId.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import type { StateRecord } from '../../storage/database.ts'
import { keepState, statesOf, workAt } from '../../storage/states.ts'
import { storeWork } from '../../storage/works.ts'
import { notify } from '../../ui/notices.ts'
import { compareStates, type ThenDivision } from './compareStates.ts'

const date = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full' })
const time = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' })
const why: Record<StateRecord['why'], string> = { hour: '', milestone: 'Milestone', restore: 'Before another state took its place' }
const more = (count: number): string =>
  count === 0
    ? 'as many words as now'
    : `${Math.abs(count)} ${Math.abs(count) === 1 ? 'word' : 'words'} ${count > 0 ? 'more' : 'fewer'} than now`

export function EarlierStates() {
  const session = useSession()
  const navigate = useNavigate()
  const doc = useView(view => view.doc)
  const words = useMemo(() => countWords(doc), [doc])
  const [states, setStates] = useState<StateRecord[] | null>(null)
  const [chosen, setChosen] = useState<number | null>(null)
  const [then, setThen] = useState<{ at: number; work: Work } | null>(null)
  const [failure, setFailure] = useState('')
  useEffect(() => {
    let current = true
    statesOf(session.id).then(
      found => {
        if (!current) return
        setStates(found)
        setChosen(was => was ?? found[0]?.at ?? null)
      },
      (error: Error) => current && setFailure(error.message),
    )
    return () => {
      current = false
    }
  }, [session])
  useEffect(() => {
    let current = true
    setFailure('')
    if (chosen !== null)
      workAt(session.id, chosen).then(
        work => current && setThen({ at: chosen, work }),
        (error: Error) => current && setFailure(`This state cannot be shown. ${error.message}`),
      )
    return () => {
      current = false
    }
  }, [session, chosen])
  const shown = then?.at === chosen ? then : null
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is compared with what the work is now
  const compared = useMemo(() => shown && compareStates(shown.work, session.work), [shown, session, doc])
  if (states === null && !failure) return <main className="centre-note" aria-busy="true" />
  if (states?.length === 0)
    return (
      <main className="centre-note">
        <h2>No earlier states yet</h2>
        <p>While you write, the work is kept as it is once an hour, and with every milestone. They stand here from then on.</p>
      </main>
    )
  const restore = async (): Promise<void> => {
    if (!shown) return
    // What is replaced is kept first; one undo brings it back as well.
    await keepState(session.id, session.work, 'restore')
    if (!session.restore(shown.work)) return
    setStates(await statesOf(session.id))
    session.sayDone(`The work is again as it was on ${date.format(shown.at)}, ${time.format(shown.at)}.`)
  }
  const copy = async (): Promise<void> => {
    if (!shown) return
    const id = newId()
    await storeWork(id, shown.work, { copied: shown.at })
    navigate(`/work/${id}/galley`)
  }
  const doing = (run: () => Promise<void>) => (): void =>
    void run().catch((error: Error) => notify({ kind: 'wrong', text: `${error.message} Nothing was changed.` }))
  const days = new Map<string, StateRecord[]>()
  for (const state of states ?? []) days.set(date.format(state.at), [...(days.get(date.format(state.at)) ?? []), state])
  return (
    <main
      className="earlier grid h-full min-h-0 grid-cols-[300px_minmax(0,1fr)] max-[900px]:grid-cols-1 max-[900px]:grid-rows-[180px_minmax(0,1fr)]"
      aria-label="Earlier states"
    >
      <nav
        aria-label="Earlier states"
        className="overflow-y-auto border-r border-(--rule-strong) bg-(--paper) px-3 py-4 max-[900px]:border-r-0 max-[900px]:border-b"
      >
        {[...days].map(([day, own]) => (
          <section key={day}>
            <h2 className="mx-1.5 mt-3 mb-1 text-[13px] font-semibold text-(--ink-soft)">{day}</h2>
            <ul>
              {own.map(state => (
                <li key={state.at}>
                  <button
                    type="button"
                    className="block w-full border-l-3 border-transparent px-2 py-1.5 text-left hover:bg-(--structure-wash) aria-current:border-(--structure) aria-current:bg-(--sheet)"
                    aria-current={state.at === chosen ? 'true' : undefined}
                    onClick={() => setChosen(state.at)}
                  >
                    <strong>{time.format(state.at)}</strong>{' '}
                    {state.why === 'milestone' ? `${why.milestone} “${state.name}”` : state.name || why[state.why]}
                    <small className="block text-[13px] text-(--ink-soft)">{more(state.words - words)}</small>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </nav>
      <div className="overflow-y-auto bg-(--sheet)">
        {failure && (
          <p className="text-(--mend) px-6 pt-2.5" role="alert">
            {failure}
          </p>
        )}
        {compared && shown && (
          <>
            <div className="tools sticky top-0 z-1">
              <button type="button" className="button primary" onClick={doing(restore)}>
                Put the work back to this
              </button>
              <button type="button" className="button" onClick={doing(copy)}>
                Put it beside as a copy
              </button>
              <span className="quiet-note">Marked: what is otherwise now, and what is not there any more.</span>
            </div>
            {compared.since.length > 0 && <p className="quiet-note px-6 pt-2.5">Came since: {compared.since.join(', ')}.</p>}
            {compared.divisions.map(division => (
              <Division key={division.id} division={division} />
            ))}
          </>
        )}
      </div>
    </main>
  )
}

const number = 'mr-3.5 text-right font-interface text-sm font-normal whitespace-nowrap text-(--structure)'
const marks = {
  same: 'border-transparent',
  changed: 'border-(--should) bg-(--should-wash)',
  gone: 'border-(--mend) bg-(--mend-wash)',
}

function Division({ division: { title, blocks, differ, now } }: { division: ThenDivision }) {
  const [open, setOpen] = useState(differ > 0)
  const [first, ...rest] = blocks
  const state =
    now === 'gone' ? 'not there any more' : differ === 0 ? 'as it is now' : `${differ} ${differ === 1 ? 'block' : 'blocks'} otherwise`
  return (
    <details className="then-division border-b border-(--rule) px-6 py-2" open={open} onToggle={event => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer font-text text-[17px]/7 font-semibold">
        <span className={`${number} inline-block min-w-14`}>{first?.number}</span> {title}{' '}
        <small className="ml-2 font-interface text-[13px] font-normal text-(--ink-soft)">{state}</small>
      </summary>
      {open &&
        rest
          .filter(({ text, now: state }) => text || state !== 'same')
          .map((block, index) => (
            <p
              key={block.id || index}
              className={`then-block ${block.now} flex max-w-[780px] items-baseline border-l-3 py-[3px] font-written text-base/[25px] ${marks[block.now]} ${block.heading ? 'font-semibold' : ''}`}
            >
              <span className={`${number} w-[90px] flex-none`}>{block.number}</span>
              <span>
                {block.now !== 'same' && (
                  <span className="visually-hidden">{block.now === 'gone' ? 'Not there any more: ' : 'Otherwise now: '}</span>
                )}
                {block.text || '(empty)'}
              </span>
            </p>
          ))}
    </details>
  )
}
