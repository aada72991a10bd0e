/** Where the PDF is handed in to the simulated office: what it holds to, what it objects to, its receipts, and how each submission stands. */
import type { Objection, OfficeFacts, Submission, SubmissionState } from '@steady-ledger/core/dispatch/handIn/answers.ts'
import { useCallback, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { office as theOffice } from '../../session/dispatchJobs.ts'
import { askAfter, askOffice, handIn, useHandIn } from '../../session/handIn.ts'
import { useJob } from '../../session/jobState.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { JobState } from './JobState.tsx'

/** How often the office is asked while something is under way there, in milliseconds. */
const askEvery = 2500
/** More pages than these are counted. */
const mostPages = 12

const states: Record<SubmissionState, string> = {
  received: 'Received',
  inReview: 'In review',
  returned: 'Returned with remarks',
  accepted: 'Accepted',
}
const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'medium' })

/** Each with the way to its pages, as long as the work has pages of that name. */
function Objections({ list, label }: { list: readonly Objection[]; label: string }) {
  const labels = useView(({ turnover }) => turnover?.labels)
  return (
    <ul className="quiet-links mt-1 grid gap-1.5" aria-label={label}>
      {list.map(({ rule, says, pages }) => (
        <li key={rule + says}>
          <span className="font-semibold">{rule}.</span> {says}
          {pages.length > 0 && (
            <span className="text-(--ink-soft)">
              {' '}
              {pages.length === 1 ? 'Page' : 'Pages'}{' '}
              {pages.slice(0, mostPages).map((page, index) => (
                <span key={`${index} ${page}`}>
                  {index > 0 && ', '}
                  {labels?.includes(page) ? <Link to={`../pages/${page}`}>{page}</Link> : page}
                </span>
              ))}
              {pages.length > mostPages && ` and ${pages.length - mostPages} more`}
            </span>
          )}
        </li>
      ))}
    </ul>
  )
}

/** How one stands, asked again until it is decided. */
function Standing({ number }: { number: string }) {
  const [found, setFound] = useState<Submission | 'unknown' | null | 'asking'>('asking')
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>
    let gone = false
    const ask = async (): Promise<void> => {
      const answer = await askAfter(number)
      if (gone) return
      setFound(answer)
      if (answer !== 'unknown' && answer?.next !== null) timer = setTimeout(() => void ask(), askEvery)
    }
    void ask()
    return () => {
      gone = true
      clearTimeout(timer)
    }
  }, [number])
  if (found === 'asking') return <span className="text-(--ink-soft)">Asking the office …</span>
  if (found === null) return <span className="text-(--ink-soft)">The office does not answer.</span>
  if (found === 'unknown') return <span className="text-(--ink-soft)">The book of this office holds no such number.</span>
  return (
    <>
      <span className={`font-semibold ${found.state === 'returned' ? 'text-(--mend)' : 'text-(--structure)'}`}>{states[found.state]}</span>
      {found.next && <span className="text-(--ink-soft)">; more at {moment.format(new Date(found.next))}</span>}
      {found.remarks.length > 0 && <Objections list={found.remarks} label={`Remarks on ${number}`} />}
    </>
  )
}

export function HandInDesk() {
  const session = useSession()
  const writer = useView(view => view.role === 'writer')
  const ready = useView(view => view.turnover !== null)
  const handedIn = useView(view => view.milestones).filter(({ receipt }) => receipt)
  const job = useJob(state => state.job)
  const last = useHandIn(state => state.handIn)
  const [office, setOffice] = useState<OfficeFacts | null | 'asking'>('asking')
  const ask = useCallback(() => {
    setOffice('asking')
    void askOffice().then(setOffice)
  }, [])
  useEffect(ask, [ask])
  const writing = job?.shownBy === theOffice && job.work === session.id ? job : null
  const own = last?.work === session.id && !writing ? last : null
  const busy = job?.kind === 'writing'
  return (
    <section aria-label="Hand in">
      <SectionTitle>Hand in</SectionTitle>
      {office === 'asking' && <p>Asking whether the office is open …</p>}
      {office === null && (
        <p>
          The hand-in office does not answer: it is a part of the program’s own server. Everything else works without it.{' '}
          <button type="button" className="button" onClick={ask}>
            Ask again
          </button>
        </p>
      )}
      {office && office !== 'asking' && (
        <>
          <p>
            A rehearsal: this office takes the PDF as a graduate office would, and answers with a receipt or with what it objects to. One of
            its days takes {office.secondsPerDay} seconds.
          </p>
          <details className="mt-1 text-[13px]">
            <summary className="cursor-pointer text-(--ink-soft)">What it looks at</summary>
            <ul className="quiet-links mt-1 grid list-disc gap-0.5 pl-8">
              <li>Size of the sheets and margins on every page, as the house style of this work sets them.</li>
              <li>Page labels that follow one another; faces of letters in the file; a file made for archives, with its structure.</li>
              <li>Divisions that are needed, in their order, each with its bookmark.</li>
              <li>An abstract of at most {office.rules.abstractWords} words.</li>
              <li>
                A file of at most {Math.floor(office.rules.mostBytes / 1024 / 1024)} MB; its name: {office.rules.fileName}.
              </li>
            </ul>
          </details>
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <button
              type="button"
              className="button primary"
              disabled={busy || !writer || !ready}
              onClick={() => handIn(session, `Handed in on ${moment.format(new Date())}`, office.rules)}
            >
              Hand in the PDF
            </button>
            {writing?.kind === 'writing' && (
              <button type="button" className="button" onClick={writing.stop}>
                Cancel
              </button>
            )}
          </div>
        </>
      )}
      {writing && writing.kind !== 'done' && <JobState job={writing} />}
      <div role="status" className="mt-2">
        {own?.kind === 'failed' && <p className="text-(--mend)">{own.message}</p>}
        {own?.kind === 'taken' && (
          <p className="text-(--structure)">
            {own.again ? 'The office had this very file already' : 'Taken'}: number {own.receipt.number}, {own.receipt.pages} pages,{' '}
            {moment.format(new Date(own.receipt.at))}.
          </p>
        )}
        {own?.kind === 'refused' && (
          <>
            <p className="text-(--mend)">
              Not taken. {own.objections.length === 1 ? 'One thing stands' : `${own.objections.length} things stand`} against it:
            </p>
            <Objections list={own.objections} label="Objections" />
          </>
        )}
      </div>
      {handedIn.length > 0 && (
        <ul className="mt-3 grid gap-2" aria-label="Handed in">
          {handedIn.toReversed().map(({ id, receipt }) => (
            <li key={id} className="border-b border-(--rule) pb-2">
              <span className="font-semibold">{receipt!.number}</span>{' '}
              <span className="text-(--ink-soft)">
                {moment.format(new Date(receipt!.at))}, {receipt!.pages} pages
              </span>
              {': '}
              <Standing number={receipt!.number} />
              <code className="block text-xs break-all">SHA-256 {receipt!.checksum}</code>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
