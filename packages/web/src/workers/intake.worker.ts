/** Reads a bundle that comes from outside, away from the page: whatever is in it, the page stays at work and can end this. */
import { readBundle } from '@steady-ledger/core/work/file/bundle.ts'
import { salvage } from '@steady-ledger/core/work/file/salvage.ts'
import { partsOf } from '@steady-ledger/core/work/parts/index.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import type { FromIntake, SentWork, ToIntake } from './protocol.ts'

const say = (message: FromIntake): void => postMessage(message)

const sent = (work: Work): SentWork => ({
  doc: JSON.stringify(work.doc.toJSON()),
  parts: partsOf(work),
  pictures: [...work.pictures.values()],
})

addEventListener('message', ({ data: { bytes } }: MessageEvent<ToIntake>) => {
  try {
    say({ kind: 'read', work: sent(readBundle(bytes, (done, of) => say({ kind: 'progress', done, of }))) })
  } catch (error) {
    const found = salvage(bytes)
    const readable = found ? { work: sent(found.work), missing: found.missing } : null
    say({ kind: 'refused', message: (error as Error).message, readable })
  }
})
say({ kind: 'ready' })
