/**
 * Threads that make pages, and those that write files. One whose work was closed, or whose file is written, rests a while and is given to what comes
 * next; so is one that was begun ahead, while what shows the work was still fetched.
 */
import { newThread } from '../workers/newThread.ts'
import type { Thread } from './pagesClient.ts'
import { RestingThread } from './restingThread.ts'

export const threads = new RestingThread(() => newThread('turnover') as Thread)
export const writers = new RestingThread(() => newThread('dispatch'))
