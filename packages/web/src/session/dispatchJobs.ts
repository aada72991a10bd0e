/** Files that are being written, each from its own copy of the work: it goes on whatever view is shown, and says when it is done. */

import { partsOf } from '@steady-ledger/core/work/parts/index.ts'
import { titleOf } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { notify } from '../app/notice.ts'
import { download, fileName } from '../views/download.ts'
import type { FromDispatch, ToDispatch } from '../workers/protocol.ts'
import { type Job, sizeOf, useJob } from './jobState.ts'

let thread: Worker | null = null

export function cancelJob(): void {
  thread?.terminate()
  thread = null
  useJob.setState({ job: null })
}

/** The desk shows how far it is; elsewhere a notice says when it is done. */
let watched = false
export function watchJob(): () => void {
  watched = true
  return () => {
    watched = false
  }
}

/** Writes a file and hands it to the browser; `onWritten` is told after that. */
export function writeFile(id: string, work: Work, output: Job['output'], onWritten?: () => void): void {
  thread?.terminate()
  const began = performance.now()
  const about = { work: id, output, title: titleOf(work.doc) }
  const show = (job: Job): void => useJob.setState({ job })
  const end = (job: Job): void => {
    thread?.terminate()
    thread = null
    show(job)
    if (watched) return
    if (job.kind === 'done') notify({ kind: 'done', text: `${output.title} of “${about.title}” is written: ${sizeOf(job.size)}.` })
    if (job.kind === 'failed') notify({ kind: 'wrong', text: `${output.title} of “${about.title}” is not written: ${job.message}` })
  }
  show({ ...about, kind: 'writing', says: 'Starting', done: 0, of: 1 })
  const made = new Worker(new URL('../workers/dispatch.worker.ts', import.meta.url), { type: 'module' })
  thread = made
  made.addEventListener('error', ({ message }) => end({ ...about, kind: 'failed', message: message || 'The writer could not start.' }))
  made.addEventListener('message', ({ data }: MessageEvent<FromDispatch>) => {
    if (data.kind === 'ready') {
      const message: ToDispatch = {
        kind: 'write',
        output: output.name,
        doc: JSON.stringify(work.doc.toJSON()),
        parts: partsOf(work),
        pictures: [...work.pictures.values()],
        date: Date.now(),
      }
      made.postMessage(message)
    } else if (data.kind === 'progress') show({ ...about, kind: 'writing', says: data.says, done: data.done, of: data.of })
    else if (data.kind === 'written') {
      download(data.bytes, output.mediaType, fileName(about.title) + output.ending)
      end({ ...about, kind: 'done', size: data.bytes.length, seconds: (performance.now() - began) / 1000 })
      onWritten?.()
    } else end({ ...about, kind: 'failed', message: data.message })
  })
}
