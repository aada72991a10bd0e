/** Formulas that the author keeps: by name, for all works in this browser; written to a file and read from one. */
import { create } from 'zustand'
import { newId } from '../newId.ts'
import { database, type KeepsakeRecord } from '../storage/database.ts'

export type Keepsake = KeepsakeRecord

interface Kept {
  list: readonly Keepsake[]
  loaded: boolean
}
export const useKeepsakes = create<Kept>()(() => ({ list: [], loaded: false }))

const byOrder = (list: readonly Keepsake[]): Keepsake[] => [...list].sort((a, b) => a.order - b.order)

export async function loadKeepsakes(): Promise<void> {
  useKeepsakes.setState({ list: byOrder(await database.keepsakes.toArray()), loaded: true })
}

/** Replaces the list as a whole: what comes before it can be put back the same way. */
export async function setKeepsakes(list: readonly Keepsake[]): Promise<void> {
  const ordered = list.map((keepsake, order) => ({ ...keepsake, order }))
  await database.transaction('rw', database.keepsakes, async () => {
    await database.keepsakes.clear()
    await database.keepsakes.bulkPut(ordered)
  })
  useKeepsakes.setState({ list: ordered, loaded: true })
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

const form = 'steady-ledger-keepsakes'

export const keepsakesFile = (list: readonly Keepsake[]): string =>
  `${JSON.stringify({ form, keepsakes: list.map(({ name, notation }) => ({ name, notation })) }, null, 2)}\n`

const mostInFile = 2000

/** Keepsakes of a file beside those there are. Names that are taken get a number. Throws, in plain words, where the file holds none. */
export async function readKeepsakes(text: string): Promise<number> {
  let read: { form?: unknown; keepsakes?: unknown }
  try {
    read = JSON.parse(text)
  } catch {
    throw new Error('This is not a file of keepsakes.')
  }
  if (read?.form !== form || !Array.isArray(read.keepsakes)) throw new Error('This is not a file of keepsakes.')
  if (read.keepsakes.length > mostInFile) throw new Error(`A file of keepsakes holds at most ${mostInFile}.`)
  // The reader of formulas is fetched when it is needed: the box that lists keepsakes is there in every view.
  const { readFormula } = await import('@steady-ledger/core/formulas/tree/readFormula.ts')
  const { list } = useKeepsakes.getState()
  const names = new Set(list.map(({ name }) => name.toLowerCase()))
  const fresh: Keepsake[] = []
  for (const each of read.keepsakes as { name?: unknown; notation?: unknown }[]) {
    if (typeof each?.name !== 'string' || typeof each.notation !== 'string' || !each.name.trim())
      throw new Error('One of its keepsakes has no name or no formula.')
    try {
      readFormula(each.notation)
    } catch {
      throw new Error(`The formula of “${each.name}” cannot be read.`)
    }
    if (list.some(own => own.name === each.name && own.notation === each.notation)) continue
    let name = each.name.trim().slice(0, 60)
    for (let count = 2; names.has(name.toLowerCase()); count++) name = `${each.name.trim().slice(0, 55)} ${count}`
    names.add(name.toLowerCase())
    fresh.push({ id: newId(), name, notation: each.notation, order: 0 })
  }
  if (fresh.length) await setKeepsakes([...list, ...fresh])
  return fresh.length
}
