/**
 * Handing in: the PDF is written, brought to the office of this program’s server, and its receipt goes on record with every number and page.
 * It goes on whatever view is shown. Where there is no office, as without the server, everything else works.
 */
import type {
  HandInAnswer,
  Objection,
  OfficeFacts,
  OfficeRefusal,
  Receipt,
  Submission,
} from '@steady-ledger/core/dispatch/handIn/answers.ts'
import { type Declaration, declarationOf } from '@steady-ledger/core/dispatch/handIn/declaration.ts'
import { outputOf } from '@steady-ledger/core/dispatch/outputs.ts'
import { titleOf } from '@steady-ledger/core/work/schema.ts'
import { create } from 'zustand'
import { keepDispatch } from '../storage/dispatches.ts'
import { notify } from '../ui/notices.ts'
import { isWatched, office, writeFiles } from './dispatchJobs.ts'
import { sizeOf, useJob } from './jobState.ts'
import type { Session } from './session.ts'

const address = '/office'
/** How long the office may take with a question, and with a file, in milliseconds. */
const patience = { question: 4000, file: 120_000 }

export type HandIn = { work: string; file: string } & (
  | { kind: 'refused'; objections: Objection[] }
  | { kind: 'taken'; receipt: Receipt; again: boolean }
  | { kind: 'failed'; message: string }
)
/** What became of the last one; while it is under way, it is the job that everybody waits for. */
export const useHandIn = create<{ handIn: HandIn | null }>()(() => ({ handIn: null }))
const show = (handIn: HandIn | null): void => useHandIn.setState({ handIn })

/** What is not the office’s, as the application’s own page under every address, is no answer. */
async function answerOf<Answer>(response: Response): Promise<Answer | null> {
  if (!response.headers.get('content-type')?.includes('application/json')) return null
  return (await response.json()) as Answer
}

/** What the office holds to; null where there is none. */
export async function askOffice(): Promise<OfficeFacts | null> {
  try {
    const answer = await answerOf<OfficeFacts>(await fetch(address, { signal: AbortSignal.timeout(patience.question) }))
    return answer?.rules ? answer : null
  } catch {
    return null
  }
}

/** How a submission stands; `unknown` where the book of this office does not hold it, null where nobody answers. */
export async function askAfter(number: string): Promise<Submission | 'unknown' | null> {
  try {
    const response = await fetch(`${address}/submissions/${encodeURIComponent(number)}`, { signal: AbortSignal.timeout(patience.question) })
    const answer = await answerOf<Submission>(response)
    return response.status === 404 && answer ? 'unknown' : response.ok ? answer : null
  } catch {
    return null
  }
}

/** The file goes to the counter, with what its author declares of it. Throws words that can be shown. */
async function bring(bytes: Uint8Array, file: string, declared: Declaration, signal: AbortSignal): Promise<HandInAnswer> {
  const form = new FormData()
  form.append('declaration', JSON.stringify(declared))
  form.append('pdf', new File([bytes as Uint8Array<ArrayBuffer>], file, { type: 'application/pdf' }))
  const answer = await fetch(`${address}/submissions`, { method: 'POST', body: form, signal }).then(
    answerOf<HandInAnswer | OfficeRefusal>,
    () => null,
  )
  if (!answer) throw new Error('The office does not answer. Nothing was handed in.')
  if ('refused' in answer) throw new Error(answer.refused)
  return answer
}

/** Hands the work in as it is now. Its milestone takes this name. */
export function handIn(session: Session, name: string, { mostBytes }: OfficeFacts['rules']): void {
  const pdf = outputOf('pdf')!
  const { work } = session
  const records = session.records()
  if (!records) {
    notify({ kind: 'wrong', text: 'The pages of the latest change are still being made. Hand it in again in a moment.' })
    return
  }
  show(null)
  const made = { date: Date.now() }
  writeFiles(session.id, work, [pdf], {
    ...made,
    toOffice: ([dispatched]) => {
      if (!dispatched) return
      const { bytes, file, checksum, lost } = dispatched
      const about = { work: session.id, file }
      const stopped = new AbortController()
      if (bytes.length > mostBytes) {
        show({
          ...about,
          kind: 'failed',
          message: `The file has ${sizeOf(bytes.length)}; the office takes ${sizeOf(mostBytes)}. Nothing was handed in.`,
        })
        return
      }
      // Once the writer has said that it is done: nobody leaves unasked before the office has answered.
      queueMicrotask(() => {
        const stop = (): void => {
          stopped.abort()
          useJob.setState({ job: null })
        }
        useJob.setState({
          job: {
            work: session.id,
            outputs: [pdf],
            title: titleOf(work.doc),
            shownBy: office,
            kind: 'writing',
            says: `The office looks at “${file}”`,
            done: 0,
            of: 0,
            stop,
          },
        })
      })
      const signal = AbortSignal.any([stopped.signal, AbortSignal.timeout(patience.file)])
      bring(bytes, file, declarationOf(work), signal)
        .then(answer => {
          if (stopped.signal.aborted) return
          if (!answer.taken) {
            show({ ...about, kind: 'refused', objections: answer.objections })
            if (!isWatched())
              notify({ kind: 'news', text: `The office does not take “${file}”: the dispatch desk shows what it objects to.` })
            return
          }
          const { receipt, again } = answer
          show({ ...about, kind: 'taken', receipt, again })
          const known = session.work.milestones.some(milestone => milestone.receipt?.number === receipt.number)
          const taken = known || session.takeMilestone(name, { records, work, receipt })
          const written = { output: pdf.name, title: 'PDF, handed in', file, size: bytes.length, checksum, lost }
          void keepDispatch(session.id, [written], taken ? name : '', made)
          if (taken && isWatched()) return
          notify({
            kind: taken ? 'done' : 'wrong',
            text: taken
              ? `The office took “${file}” under number ${receipt.number}.`
              : `The office took “${file}” under number ${receipt.number}, but no milestone was taken with it: the work was closed, or is not written here any more.`,
          })
        })
        .catch((error: Error) => {
          if (stopped.signal.aborted) return
          show({ ...about, kind: 'failed', message: error.message })
          if (!isWatched()) notify({ kind: 'wrong', text: error.message })
        })
        .finally(() => stopped.signal.aborted || useJob.setState({ job: null }))
    },
  })
}
