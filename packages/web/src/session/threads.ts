/**
 * Threads that make pages. One whose work was closed rests a while and is given to the work that is opened next, and so is one that was begun
 * ahead, while what shows the work was still fetched.
 */
import { newThread } from '../workers/newThread.ts'
import type { Thread } from './pagesClient.ts'
import { RestingThread } from './restingThread.ts'

export const threads = new RestingThread(() => newThread('turnover') as Thread)
