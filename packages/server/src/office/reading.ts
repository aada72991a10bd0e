/** Has submissions read, one at a time: the office has one reader. */
import { Worker } from 'node:worker_threads'
import { NotReadable, type PdfFacts } from './readSubmission.ts'

const mostMilliseconds = 60_000
const mostMegabytes = 1024

/** Throws NotReadable with words for the author. */
export const readInThread = (bytes: Uint8Array, milliseconds = mostMilliseconds): Promise<PdfFacts> =>
  new Promise((resolve, reject) => {
    const thread = new Worker(new URL('./readingThread.mjs', import.meta.url), {
      workerData: bytes,
      resourceLimits: { maxOldGenerationSizeMb: mostMegabytes },
    })
    const end = (act: () => void): void => {
      clearTimeout(timer)
      void thread.terminate()
      act()
    }
    const timer = setTimeout(
      () => end(() => reject(new NotReadable('The PDF takes longer to read than the office has time.'))),
      milliseconds,
    )
    thread.once('message', (answer: { facts: PdfFacts } | { refused: string }) =>
      end(() => ('facts' in answer ? resolve(answer.facts) : reject(new NotReadable(answer.refused)))),
    )
    thread.once('error', () => end(() => reject(new NotReadable('The PDF cannot be read.'))))
    thread.once('exit', () => end(() => reject(new NotReadable('The PDF cannot be read.'))))
  })
