/** The files that are being written, for whoever shows them or ends them. */
import type { Dispatched } from '@steady-ledger/core/dispatch/dispatchAll.ts'
import type { Output } from '@steady-ledger/core/dispatch/output.ts'
import { create } from 'zustand'

/** A file that was handed over. */
export interface WrittenFile extends Pick<Dispatched, 'file' | 'checksum' | 'lost'> {
  /** Of its output. */
  output: string
  title: string
  size: number
}

/** `shownBy` is who shows it, where that is not the desk’s list of files: the office, or the id of a dispatch that is made again. */
export type Job = { work: string; outputs: readonly Pick<Output, 'name' | 'title'>[]; title: string; shownBy?: string } & (
  | { kind: 'writing'; says: string; done: number; of: number; stop(): void }
  | { kind: 'done'; files: WrittenFile[]; size: number; seconds: number }
  | { kind: 'failed'; message: string }
)

/** One at a time; the last one stays in sight until another begins. */
export const useJob = create<{ job: Job | null }>()(() => ({ job: null }))
export const isWriting = (): boolean => useJob.getState().job?.kind === 'writing'

/** What is written, as one says it. */
export const saysOutputs = ({ outputs }: Pick<Job, 'outputs'>): string =>
  outputs.length === 1 ? outputs[0]!.title : `${outputs.length} files`

export const sizeOf = (bytes: number): string =>
  bytes > 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : bytes > 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1000)} KB`
