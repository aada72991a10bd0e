/** What is done with whole works on the shelf. It needs the core, and is fetched when the first of it is done. */
import { outputOf } from '@steady-ledger/core/dispatch/outputs.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { newWork, type Work } from '@steady-ledger/core/work/work.ts'
import { untitled } from '../../app/untitled.ts'
import { loadKeepsakes, readKeepsakes, setKeepsakes } from '../../composer/keepsakes.ts'
import { newId } from '../../newId.ts'
import { writeFiles } from '../../session/dispatchJobs.ts'
import type { WorkRecord } from '../../storage/database.ts'
import { loadWork, storeWork } from '../../storage/works.ts'
import { notify } from '../../ui/notices.ts'
import type { SentWork } from '../../workers/protocol.ts'

async function add(work: Work): Promise<string> {
  const id = newId()
  await storeWork(id, work)
  return id
}

export const begin = (kind: 'thesis' | 'paper', title: string): Promise<string> => add(newWork(kind, title || untitled(kind), newId))

export const takeIn = ({ doc, parts, pictures }: SentWork): Promise<string> =>
  add({ ...parts, doc: schema.nodeFromJSON(JSON.parse(doc)), pictures: new Map(pictures.map(picture => [picture.name, picture])) })

/** Keepsakes that came with a bundle join those there are; what cannot be read of them is said, and takes nothing with it. */
export async function takeKeepsakes(text: string): Promise<void> {
  const before = await loadKeepsakes()
  try {
    const count = await readKeepsakes(text)
    if (!count) return
    notify({
      kind: 'done',
      text: `${count === 1 ? 'A keepsake' : `${count} keepsakes`} for the composer came with it.`,
      action: { says: 'Take away again', run: () => void setKeepsakes(before) },
    })
  } catch (error) {
    notify({ kind: 'wrong', text: `Its keepsakes were not taken. ${(error as Error).message}` })
  }
}

export async function duplicate({ id, pages }: WorkRecord): Promise<void> {
  const { work } = await loadWork(id)
  await storeWork(newId(), work, { copied: Date.now(), pages })
}

export async function exportBundle({ id }: WorkRecord): Promise<void> {
  const { work } = await loadWork(id)
  writeFiles(id, work, [outputOf('bundle')!], { date: Date.now() })
}
