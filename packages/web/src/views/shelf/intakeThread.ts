/** The thread that reads and writes files of the shelf: told how far it is, and ended when the author wants no more of it. */
import type { Choice, FoundWork } from '../../storage/backup.ts'
import { newThread } from '../../workers/newThread.ts'
import type { FromIntake, SentWork, ToIntake } from '../../workers/protocol.ts'

export type Tell = (done: number, of: number) => void

/** What a file holds. Works come as they were sent: who shows them makes them up. */
export type Intake =
  | { kind: 'read'; work: SentWork; keepsakes: string }
  /** `readable` is what can be opened of it all the same. */
  | { kind: 'refused'; message: string; readable: { work: SentWork; missing: string[] } | null }
  | { kind: 'backup'; works: FoundWork[]; restore(choices: Record<string, Choice>, tell: Tell): Promise<number> }
  | { kind: 'cancelled' }

class Thread {
  private readonly worker = newThread('intake')
  private hear: (message: FromIntake) => void = () => {}

  constructor() {
    this.worker.addEventListener('message', ({ data }: MessageEvent<FromIntake>) => this.hear(data))
  }

  /** The answer to a message; null where it was ended before. */
  async ask(message: ToIntake, tell: Tell, signal?: AbortSignal): Promise<Exclude<FromIntake, { kind: 'progress' }> | null> {
    return new Promise(resolve => {
      signal?.addEventListener('abort', () => resolve(null))
      this.worker.addEventListener('error', event =>
        resolve({ kind: 'refused', message: event.message || 'It cannot be read in this browser.', readable: null }),
      )
      this.hear = answer => {
        if (answer.kind === 'progress') tell(answer.done, answer.of)
        else resolve(answer)
      }
      this.worker.postMessage(message)
    })
  }

  end(): void {
    this.worker.terminate()
  }
}

/** `tell` is told how many of how many files are read. */
export async function readInThread(bytes: Uint8Array, tell: Tell, signal: AbortSignal): Promise<Intake> {
  const thread = new Thread()
  const answer = await thread.ask({ kind: 'read', bytes }, tell, signal)
  if (answer?.kind === 'backup')
    return {
      ...answer,
      async restore(choices, tellMore) {
        const restored = await thread.ask({ kind: 'restore', choices }, tellMore)
        thread.end()
        if (restored?.kind !== 'restored') throw new Error(restored?.kind === 'refused' ? restored.message : 'It was not restored.')
        return restored.count
      },
    }
  thread.end()
  return answer?.kind === 'read' || answer?.kind === 'refused' ? answer : { kind: 'cancelled' }
}

/** A backup of everything; null where it was cancelled. */
export async function writeInThread(tell: Tell, signal: AbortSignal): Promise<{ file: Blob; count: number; missing: string[] } | null> {
  const thread = new Thread()
  const answer = await thread.ask({ kind: 'write' }, tell, signal)
  thread.end()
  if (answer?.kind === 'refused') throw new Error(answer.message)
  return answer?.kind === 'written' ? answer : null
}
