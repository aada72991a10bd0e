/** Reads one submission in a thread of its own: a file that is made to do harm ends this thread, and not the server. */
import { parentPort, workerData } from 'node:worker_threads'
import { NotReadable, readSubmission } from './readSubmission.ts'

try {
  parentPort!.postMessage({ facts: await readSubmission(workerData as Uint8Array) })
} catch (error) {
  if (!(error instanceof NotReadable)) throw error
  parentPort!.postMessage({ refused: error.message })
}
