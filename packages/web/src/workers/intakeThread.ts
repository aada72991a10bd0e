/** Reads what comes from outside, away from the page: whatever is in it, the page stays at work and can end this. Writes backups too. */
import { openBundle } from '@steady-ledger/core/work/file/bundle.ts'
import { salvage } from '@steady-ledger/core/work/file/salvage.ts'
import { partsOf } from '@steady-ledger/core/work/parts/index.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { Backup, isBackup, writeBackup } from '../storage/backup.ts'
import type { FromIntake, SentWork, ToIntake } from './protocol.ts'

const say = (message: FromIntake): void => postMessage(message)
const tell = (done: number, of: number): void => say({ kind: 'progress', done, of })

const sent = (work: Work): SentWork => ({
  doc: JSON.stringify(work.doc.toJSON()),
  parts: partsOf(work),
  pictures: [...work.pictures.values()],
})

let backup: Backup | null = null

async function hear(message: ToIntake): Promise<void> {
  switch (message.kind) {
    case 'read':
      if (isBackup(message.bytes)) {
        backup = await Backup.open(message.bytes, tell)
        say({ kind: 'backup', works: backup.works })
      } else read(message.bytes)
      break
    case 'restore':
      if (backup) say({ kind: 'restored', count: await backup.restore(message.choices, tell) })
      break
    case 'write':
      say({ kind: 'written', ...(await writeBackup(tell)) })
  }
}

function read(bytes: Uint8Array): void {
  try {
    const { work, keepsakes } = openBundle(bytes, tell)
    say({ kind: 'read', work: sent(work), keepsakes })
  } catch (error) {
    const found = salvage(bytes)
    const readable = found ? { work: sent(found.work), missing: found.missing } : null
    say({ kind: 'refused', message: (error as Error).message, readable })
  }
}

addEventListener('message', ({ data }: MessageEvent<ToIntake>) => {
  hear(data).catch((error: Error) => say({ kind: 'refused', message: error.message, readable: null }))
})
