/** Records of works that the shelf keeps an eye on. */
import { database } from '../../storage/database.ts'
import { removeWork } from '../../storage/removal.ts'

const keptDeleted = 24 * 60 * 60 * 1000

/** Works deleted more than a day ago are gone for good. */
export async function forgetDeleted(): Promise<void> {
  const old = await database.works.filter(record => record.deleted !== undefined && record.deleted < Date.now() - keptDeleted).toArray()
  for (const { id } of old) await removeWork(id)
}

/** Tabs that have the work open are told that it was taken off the shelf, or put back. */
export function tellTabs(work: string, told: 'gone' | 'back'): void {
  const channel = new BroadcastChannel(`steady-ledger ${work}`)
  channel.postMessage(told)
  channel.close()
}
