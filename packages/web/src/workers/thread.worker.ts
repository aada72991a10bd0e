/**
 * What every thread begins with; what it does is its name. One script, for what threads share is then built, fetched and
 * kept compiled once. It does next to nothing itself: what a worker begins with is compiled anew every time, what it imports is not.
 */
import type { ThreadName } from './newThread.ts'

const threads: Record<ThreadName, () => Promise<unknown>> = {
  dispatch: () => import('./dispatchThread.ts'),
  formulas: () => import('./formulasThread.ts'),
  intake: () => import('./intakeThread.ts'),
  pdfPages: () => import('./pdfPagesThread.ts'),
  turnover: () => import('./turnoverThread.ts'),
}

/** What is said to it before it listens is heard when it does. */
const early: MessageEvent[] = []
const keep = (event: MessageEvent): void => void early.push(event)
addEventListener('message', keep)
threads[self.name as ThreadName]().then(
  () => {
    removeEventListener('message', keep)
    for (const { data } of early) dispatchEvent(new MessageEvent('message', { data }))
  },
  error =>
    // An import that fails is told as an error of the thread is.
    setTimeout(() => {
      throw error
    }),
)
