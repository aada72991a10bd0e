/**
 * Threads that make pages. One whose work was closed rests a while and is given to the work that is opened next: it has read its program,
 * its letters and the formulas that are kept.
 */

import { newThread } from '../workers/newThread.ts'
import type { Thread } from './pagesClient.ts'

/** How long one rests before it is ended, in milliseconds: it holds some hundred megabytes. */
const restMilliseconds = 120_000

let resting: Thread | null = null
let ending: ReturnType<typeof setTimeout> | undefined

export function takeThread(): Thread {
  clearTimeout(ending)
  const thread = resting ?? (newThread('turnover') as Thread)
  resting = null
  return thread
}

/** Takes back one that works as it should, and has let go of its work. */
export function keepThread(thread: Thread): void {
  clearTimeout(ending)
  resting?.terminate()
  resting = thread
  ending = setTimeout(() => {
    resting?.terminate()
    resting = null
  }, restMilliseconds)
}
