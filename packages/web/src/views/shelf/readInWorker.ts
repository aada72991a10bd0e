/** A bundle, read by a thread of its own: told how far it is, and ended when the author wants no more of it. */
import { schema } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import type { FromIntake, SentWork, ToIntake } from '../../workers/protocol.ts'

export type Intake =
  | { kind: 'read'; work: Work }
  /** `readable` is what can be opened of it all the same. */
  | { kind: 'refused'; message: string; readable: { work: Work; missing: string[] } | null }
  | { kind: 'cancelled' }

const received = ({ doc, parts, pictures }: SentWork): Work => ({
  ...parts,
  doc: schema.nodeFromJSON(JSON.parse(doc)),
  pictures: new Map(pictures.map(picture => [picture.name, picture])),
})

/** `tell` is told how many of how many files of the bundle are read. */
export function readInWorker(bytes: Uint8Array, tell: (done: number, of: number) => void, signal: AbortSignal): Promise<Intake> {
  return new Promise(resolve => {
    const worker = new Worker(new URL('../../workers/intake.worker.ts', import.meta.url), { type: 'module' })
    const end = (intake: Intake): void => {
      worker.terminate()
      resolve(intake)
    }
    signal.addEventListener('abort', () => end({ kind: 'cancelled' }))
    worker.addEventListener('error', ({ message }) =>
      end({ kind: 'refused', message: message || 'It cannot be read in this browser.', readable: null }),
    )
    worker.addEventListener('message', ({ data }: MessageEvent<FromIntake>) => {
      if (data.kind === 'ready') worker.postMessage({ bytes } satisfies ToIntake)
      else if (data.kind === 'progress') tell(data.done, data.of)
      else if (data.kind === 'read') end({ kind: 'read', work: received(data.work) })
      else end({ ...data, readable: data.readable && { work: received(data.readable.work), missing: data.readable.missing } })
    })
  })
}
