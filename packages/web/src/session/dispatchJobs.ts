/** Files that are being written, each from its own copy of the work: it goes on whatever view is shown, and says when it is done. */

import { partsOf } from '@steady-ledger/core/work/parts/index.ts'
import { titleOf } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { notify } from '../ui/notices.ts'
import { download, fileName } from '../views/download.ts'
import type { FromDispatch, ToDispatch } from '../workers/protocol.ts'
import { type Job, sizeOf, useJob } from './jobState.ts'

/** The desk shows how far it is; elsewhere a notice says when it is done. */
let watched = false
export function watchJob(): () => void {
  watched = true
  return () => {
    watched = false
  }
}

/** Writes a file and hands it to the browser; `onWritten` is told after that. What is carried goes with what can carry it. */
export function writeFile(
  id: string,
  work: Work,
  output: Job['output'],
  onWritten?: () => void,
  { keepsakes, withWork }: Pick<ToDispatch, 'keepsakes' | 'withWork'> = {},
): void {
  const { job: under } = useJob.getState()
  if (under?.kind === 'writing') {
    notify({ kind: 'wrong', text: `${under.output.title} of “${under.title}” is still being written: wait for it, or cancel it.` })
    return
  }
  const began = performance.now()
  const about = { work: id, output, title: titleOf(work.doc) }
  const show = (job: Job): void => useJob.setState({ job })
  const end = (job: Job): void => {
    thread.terminate()
    show(job)
    if (watched) return
    if (job.kind === 'done') notify({ kind: 'done', text: `${output.title} of “${about.title}” is written: ${sizeOf(job.size)}.` })
    if (job.kind === 'failed') notify({ kind: 'wrong', text: `${output.title} of “${about.title}” is not written: ${job.message}` })
  }
  const thread = new Worker(new URL('../workers/dispatch.worker.ts', import.meta.url), { type: 'module' })
  const stop = (): void => {
    thread.terminate()
    useJob.setState({ job: null })
  }
  const tell = (says: string, done: number, of: number): void => show({ ...about, kind: 'writing', says, done, of, stop })
  tell('Starting', 0, 1)
  thread.addEventListener('error', ({ message }) => end({ ...about, kind: 'failed', message: message || 'The writer could not start.' }))
  thread.addEventListener('message', ({ data }: MessageEvent<FromDispatch>) => {
    if (data.kind === 'ready') {
      const message: ToDispatch = {
        kind: 'write',
        output: output.name,
        doc: JSON.stringify(work.doc.toJSON()),
        parts: partsOf(work),
        pictures: [...work.pictures.values()],
        date: Date.now(),
        ...(keepsakes ? { keepsakes } : {}),
        ...(withWork ? { withWork } : {}),
      }
      thread.postMessage(message)
    } else if (data.kind === 'progress') tell(data.says, data.done, data.of)
    else if (data.kind === 'written') {
      download(data.bytes, output.mediaType, fileName(about.title) + output.ending)
      end({ ...about, kind: 'done', size: data.bytes.length, seconds: (performance.now() - began) / 1000 })
      onWritten?.()
    } else end({ ...about, kind: 'failed', message: data.message })
  })
}
