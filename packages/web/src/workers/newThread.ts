/** A new thread of the application, by what it does. */
import address from './thread.worker.ts?worker&url'

export type ThreadName = 'dispatch' | 'formulas' | 'intake' | 'pdfPages' | 'turnover'

/** Its name stands in the address too, for those who look at threads from outside; within, kept by a service worker, the address has lost it. */
export const newThread = (name: ThreadName): Worker => new Worker(`${address}#${name}`, { type: 'module', name })
