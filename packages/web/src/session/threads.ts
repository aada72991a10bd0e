/**
 * Threads that make pages. One whose work was closed rests a while and is given to the work that is opened next: it has read its program,
 * its letters and the formulas that are kept. So has one that was begun ahead, while what shows the work was still fetched.
 */

import { newThread } from '../workers/newThread.ts'
import type { Thread } from './pagesClient.ts'

/** How long one rests before it is ended, in milliseconds: it holds some hundred megabytes. */
const restMilliseconds = 120_000

let resting: Thread | null = null
let ending: ReturnType<typeof setTimeout> | undefined

function begin(): Thread {
  const thread = newThread('turnover') as Thread
  // One that fails while nobody hears it is not given to a work.
  thread.addEventListener('error', () => resting === thread && endResting())
  return thread
}

export function takeThread(): Thread {
  clearTimeout(ending)
  const thread = resting ?? begin()
  resting = null
  return thread
}

function endResting(): void {
  clearTimeout(ending)
  resting?.terminate()
  resting = null
}

/** Takes back one that works as it should, and has let go of its work. */
export function keepThread(thread: Thread): void {
  endResting()
  resting = thread
  ending = setTimeout(endResting, restMilliseconds)
}

/** A work will be opened: what its pages need is read meanwhile. */
export function beginAhead(): void {
  if (!resting) keepThread(begin())
}
