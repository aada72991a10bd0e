/** Formulas that the author keeps: by name, for all works in this browser; written to a file and read from one. */
import { create } from 'zustand'
import { newId } from '../newId.ts'
import { database, type KeepsakeRecord } from '../storage/database.ts'
import { addedTo, keepsakesIn } from '../storage/keepsakes.ts'

export type Keepsake = KeepsakeRecord

export const useKeepsakes = create<{ list: readonly Keepsake[] }>()(() => ({ list: [] }))

/** Asked for whenever they are shown: another tab, or a backup, may have added some. */
export async function loadKeepsakes(): Promise<readonly Keepsake[]> {
  const list = await database.keepsakes.orderBy('order').toArray()
  useKeepsakes.setState({ list })
  return list
}

/** Replaces the list as a whole: what comes before it can be put back the same way. */
export async function setKeepsakes(list: readonly Keepsake[]): Promise<void> {
  const ordered = list.map((keepsake, order) => ({ ...keepsake, order }))
  await database.transaction('rw', database.keepsakes, async () => {
    await database.keepsakes.clear()
    await database.keepsakes.bulkPut(ordered)
  })
  useKeepsakes.setState({ list: ordered })
}

/** What is wrong with a name for a keepsake, or nothing. A name is what types it: it must be no word that means something already. */
export function wrongName(name: string, others: readonly Keepsake[], isTaken: (name: string) => boolean): string {
  if (!name.trim()) return 'A keepsake needs a name.'
  if (name.trim().length > 60) return 'A name has at most 60 letters.'
  if (others.some(other => other.name.toLowerCase() === name.trim().toLowerCase())) return 'Another keepsake has this name.'
  return isTaken(name.trim()) ? 'This word types something else already.' : ''
}

export const keep = (name: string, notation: string): Promise<void> =>
  setKeepsakes([...useKeepsakes.getState().list, { id: newId(), name: name.trim(), notation, order: 0 }])

/** Adds the keepsakes of a file. Returns how many were new; throws, in plain words, where one of them cannot be read. */
export async function readKeepsakes(text: string): Promise<number> {
  const read = keepsakesIn(text)
  // The reader of formulas is fetched when it is needed: the box that lists keepsakes is there in every view.
  const { whyUnreadable } = await import('@steady-ledger/core/formulas/mathml.ts')
  const bad = read.find(({ notation }) => whyUnreadable(notation))
  if (bad) throw new Error(`The formula of “${bad.name}” cannot be read. Nothing was added.`)
  const { list } = useKeepsakes.getState()
  const fresh = addedTo(list, read)
  if (fresh.length) await setKeepsakes([...list, ...fresh])
  return fresh.length
}
