/** Files that are being written, from their own copy of the work: it goes on whatever view is shown, and says when it is done. */

import { archiveOf, type Dispatched } from '@steady-ledger/core/dispatch/dispatchAll.ts'
import { fileName } from '@steady-ledger/core/dispatch/fileName.ts'
import type { Output } from '@steady-ledger/core/dispatch/output.ts'
import { partsOf } from '@steady-ledger/core/work/parts/index.ts'
import { titleOf } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import type { MadeWith } from '../storage/database.ts'
import { notify } from '../ui/notices.ts'
import { download } from '../views/download.ts'
import type { FromDispatch, ToDispatch } from '../workers/protocol.ts'
import { type Job, saysOutputs, sizeOf, useJob, type WrittenFile } from './jobState.ts'
import { writers } from './threads.ts'

/** The desk shows how far it is; elsewhere a notice says when it is done. */
let watched = false
export function watchJob(): () => void {
  watched = true
  return () => {
    watched = false
  }
}

/** Shows what is handed in. */
export const office = 'office'

export const isWatched = (): boolean => watched

export interface DispatchOptions extends MadeWith {
  /** All files come in one archive. */
  together?: boolean
  /** Told of what was handed over. */
  onWritten?(files: WrittenFile[]): void
  /** The id of a dispatch that is made again. */
  again?: string
  /** Takes the files in place of the browser, and says itself what becomes of them. */
  toOffice?(files: readonly Dispatched[]): void
}

/** Writes files and hands them to the browser. What is carried goes with what can carry it. */
export function writeFiles(
  id: string,
  work: Work,
  outputs: readonly Output[],
  { together = false, again, onWritten, toOffice, ...made }: DispatchOptions,
): void {
  const { job: under } = useJob.getState()
  if (under?.kind === 'writing') {
    notify({ kind: 'wrong', text: `${saysOutputs(under)} of “${under.title}” is still being written: wait for it, or cancel it.` })
    return
  }
  const began = performance.now()
  const about = {
    work: id,
    outputs,
    title: titleOf(work.doc),
    ...(toOffice ? { shownBy: office } : again ? { shownBy: again } : {}),
  }
  const says = saysOutputs(about)
  const show = (job: Job): void => useJob.setState({ job })
  const hearing = new AbortController()
  let lacks = false
  const end = (job: Job): void => {
    hearing.abort()
    // What has written well writes the next file sooner; what had to do without something asks for it no more.
    if (job.kind === 'done' && !lacks) writers.keep(thread)
    else thread.terminate()
    show(job)
    if (watched) return
    if (job.kind === 'done' && !toOffice)
      notify({ kind: 'done', text: `${says} of “${about.title}” ${outputs.length > 1 ? 'are' : 'is'} written: ${sizeOf(job.size)}.` })
    if (job.kind === 'failed')
      notify({ kind: 'wrong', text: `${says} of “${about.title}” ${outputs.length > 1 ? 'are' : 'is'} not written: ${job.message}` })
  }
  const thread = writers.take()
  const stop = (): void => {
    hearing.abort()
    thread.terminate()
    useJob.setState({ job: null })
  }
  const tell = (says: string, done: number, of: number): void => show({ ...about, kind: 'writing', says, done, of, stop })
  tell('Starting', 0, 1)
  thread.addEventListener(
    'error',
    ({ message }) => end({ ...about, kind: 'failed', message: message || 'The writer could not start.' }),
    hearing,
  )
  const hear = ({ data }: MessageEvent<FromDispatch>): void => {
    if (data.kind === 'progress') tell(data.says, data.done, data.of)
    else if (data.kind === 'without') {
      lacks = true
      notify({ kind: 'wrong', text: data.says })
    } else if (data.kind === 'written') {
      if (toOffice) toOffice(data.files)
      else handOver(data.files, about.title, together)
      const files = data.files.map(
        ({ output, file, bytes, checksum, lost }): WrittenFile => ({
          output: output.name,
          title: output.title,
          file,
          size: bytes.length,
          checksum,
          lost,
        }),
      )
      const size = files.reduce((sum, file) => sum + file.size, 0)
      end({ ...about, kind: 'done', files, size, seconds: (performance.now() - began) / 1000 })
      onWritten?.(files)
    } else end({ ...about, kind: 'failed', message: data.message })
  }
  thread.addEventListener('message', hear, hearing)
  const message: ToDispatch = {
    kind: 'write',
    outputs: outputs.map(({ name }) => name),
    work: id,
    doc: JSON.stringify(work.doc.toJSON()),
    parts: partsOf(work),
    pictures: [...work.pictures.values()],
    ...made,
  }
  thread.postMessage(message)
}

/** One file after the other, or all in one archive. */
function handOver(files: readonly Dispatched[], title: string, together: boolean): void {
  if (together && files.length > 1) download(archiveOf(files), 'application/zip', `${fileName(title)}-files.zip`)
  else for (const { bytes, output, file } of files) download(bytes, output.mediaType, file)
}
