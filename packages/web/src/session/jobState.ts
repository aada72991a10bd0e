/** The file that is being written, for whoever shows it or ends it. */
import type { Output } from '@steady-ledger/core/dispatch/output.ts'
import { create } from 'zustand'

export type Job = { work: string; output: Pick<Output, 'name' | 'title' | 'mediaType' | 'ending'>; title: string } & (
  | { kind: 'writing'; says: string; done: number; of: number; stop(): void }
  | { kind: 'done'; size: number; seconds: number }
  | { kind: 'failed'; message: string }
)

/** One at a time; the last one stays in sight until another begins. */
export const useJob = create<{ job: Job | null }>()(() => ({ job: null }))
export const isWriting = (): boolean => useJob.getState().job?.kind === 'writing'

export const sizeOf = (bytes: number): string =>
  bytes > 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : bytes > 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1000)} KB`
