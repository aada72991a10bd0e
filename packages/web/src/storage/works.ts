/** Works as a whole, in and out of the browser's storage. */

import { currentVersion, workFromRecord } from '@steady-ledger/core/work/file/workFile.ts'
import { singleParts } from '@steady-ledger/core/work/parts/index.ts'
import { countWords, division, titleOf } from '@steady-ledger/core/work/schema.ts'
import { type Picture, usedPictures, type Work } from '@steady-ledger/core/work/work.ts'
import { database, type PictureRecord, type WorkRecord } from './database.ts'
import { entryRecords, registersFrom } from './entries.ts'

/** A work that storage cannot give back whole, or may not be written to; the message says why. */
export class StorageError extends Error {}

export const pictureRecord = (work: string, { bytes, ...picture }: Picture): PictureRecord => ({
  ...picture,
  work,
  bytes: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: picture.type }),
})

/** Stores a work whole, in place of what stands under its id, and gives its record. */
export async function storeWork(id: string, work: Work, more: Partial<Omit<WorkRecord, 'revision'>> = {}): Promise<WorkRecord> {
  const now = Date.now()
  const divisions = work.doc.children.map(node => ({ work: id, id: division(node).id, json: JSON.stringify(node.toJSON()) }))
  const pictures = [...work.pictures.values()].map(picture => pictureRecord(id, picture))
  const size = divisions.reduce((sum, { json }) => sum + json.length, 0) + pictures.reduce((sum, { bytes }) => sum + bytes.size, 0)
  const record: WorkRecord = {
    id,
    version: currentVersion,
    title: titleOf(work.doc),
    kind: work.settings.kind,
    order: divisions.map(record => record.id),
    ...singleParts(work),
    created: now,
    changed: now,
    pages: 0,
    words: countWords(work.doc),
    size,
    ...more,
  }
  return database.transaction('rw', [database.works, database.divisions, database.pictures, database.entries], async () => {
    // No tab has seen this revision of it: also where it was off the shelf, or gone, in between.
    const revision = Math.max(((await database.works.get(id))?.revision ?? 0) + 1, now)
    await database.divisions.where('work').equals(id).delete()
    await database.entries.where('work').equals(id).delete()
    await database.entries.bulkPut(entryRecords(id, work))
    await database.divisions.bulkPut(divisions)
    await database.pictures.bulkPut(pictures)
    const stored = { ...record, revision }
    await database.works.put(stored)
    return stored
  })
}

/** Lets a tab write a work, and no other from the same moment on. Undefined where the work is not on the shelf any more. */
export const claimWork = (id: string, writer: string): Promise<WorkRecord | undefined> =>
  database.transaction('rw', database.works, async () => {
    const record = await database.works.get(id)
    if (!record || record.deleted) return undefined
    const claimed = { ...record, writer }
    await database.works.put(claimed)
    return claimed
  })

export interface LoadedWork {
  record: WorkRecord
  work: Work
}

let ahead: { id: string; loaded: Promise<LoadedWork> } | null = null

/** Loads a work that will perhaps be opened next. */
export function loadAhead(id: string): void {
  if (ahead?.id === id) return
  const loaded = loadWork(id)
  ahead = { id, loaded }
  // Whoever opens it is told what is wrong with it.
  loaded.catch(() => {})
}

/** A work to be opened, as it was loaded ahead where nothing was written to it since. */
export async function loadToOpen(id: string): Promise<LoadedWork> {
  const before = ahead?.id === id ? ahead.loaded : null
  ahead = null
  const loaded = await before?.catch(() => null)
  if (!loaded) return loadWork(id)
  const { revision, deleted } = (await database.works.get(id)) ?? { deleted: 1 }
  return revision === loaded.record.revision && !deleted ? loaded : loadWork(id)
}

export async function loadWork(id: string): Promise<LoadedWork> {
  const [record, divisions, stored, entries] = await database.transaction(
    'r',
    [database.works, database.divisions, database.pictures, database.entries],
    () =>
      Promise.all([
        database.works.get(id),
        database.divisions.where('work').equals(id).toArray(),
        database.pictures.where('work').equals(id).toArray(),
        database.entries.where('work').equals(id).toArray(),
      ]),
  )
  if (!record || record.deleted) throw new StorageError('This work is not on the shelf of this browser.')
  if (record.version > currentVersion) throw new StorageError('This work was written by a newer version of the program. Reload the page.')
  const byId = new Map(divisions.map(found => [found.id, found.json]))
  const content = record.order.map(key => {
    const json = byId.get(key)
    if (!json) throw new StorageError('A part of this work is missing in the browser’s storage.')
    return JSON.parse(json)
  })
  const pictures = new Map<string, Picture>()
  for (const { work: _work, bytes, ...picture } of stored)
    pictures.set(picture.name, { ...picture, bytes: new Uint8Array(await bytes.arrayBuffer()) })
  // Text and parts are of one version, and are brought up to date together.
  const whole = workFromRecord({ ...record, ...registersFrom(entries), doc: { type: 'doc', content } })
  const work = { ...whole, pictures }
  return { record: record.version < currentVersion ? await storeWork(id, work, keptFacts(record)) : record, work }
}

/** What a record says of a work beside its text and parts. */
const keptFacts = ({ created, changed, pages, words, copied, writer }: WorkRecord): Partial<WorkRecord> => ({
  created,
  changed,
  pages,
  words,
  ...(copied === undefined ? {} : { copied }),
  ...(writer === undefined ? {} : { writer }),
})

/** The card on the shelf says how many pages the work has; a full storage only leaves it as it was. */
export async function notePages(id: string, pages: number): Promise<void> {
  await database.works.update(id, { pages }).catch(() => {})
}

/** At the end of a sitting: lets go of pictures that neither a figure nor an earlier state shows, and counts what the work takes. */
export async function tidyWork(id: string, work: Work): Promise<void> {
  const used = new Set(usedPictures(work).map(picture => picture.name))
  await database.transaction('rw', [database.works, database.divisions, database.pictures, database.states], async () => {
    let size = 0
    await database.states
      .where('work')
      .equals(id)
      .each(({ pictures }) => {
        for (const name of pictures) used.add(name)
      })
    const unused: [string, string][] = []
    await database.pictures
      .where('work')
      .equals(id)
      .each(({ name, bytes }) => {
        if (used.has(name)) size += bytes.size
        else unused.push([id, name])
      })
    await database.pictures.bulkDelete(unused)
    await database.divisions
      .where('work')
      .equals(id)
      .each(({ json }) => {
        size += json.length
      })
    await database.works.update(id, { size })
  })
}
