/** Works in the browser's own storage: each division, the settings and each picture is a record of its own. */

import type { FormulaDrawing } from '@steady-ledger/core/formulas/typesetter.ts'
import { currentVersion, workFromRecord } from '@steady-ledger/core/work/file/workFile.ts'
import { type Parts, type SingleName, singleParts } from '@steady-ledger/core/work/parts/index.ts'
import { division, titleOf } from '@steady-ledger/core/work/schema.ts'
import { type Picture, usedPictures, type Work } from '@steady-ledger/core/work/work.ts'
import Dexie, { type EntityTable, type Table } from 'dexie'
import { type EntryKey, type EntryRecord, entryRecords, registersFrom } from './entries.ts'

export interface WorkRecord extends Pick<Parts, SingleName> {
  id: string
  version: number
  title: string
  kind: 'thesis' | 'paper'
  /** Ids of the divisions in reading order. */
  order: string[]
  created: number
  changed: number
  pages: number
  words: number
  /** Bytes of text and pictures, as far as last counted. */
  size: number
  /** When it was made as a copy of another work on the shelf. */
  copied?: number
  /** When it was deleted; it stays a while, so that deleting can be undone. */
  deleted?: number
}

interface DivisionRecord {
  work: string
  id: string
  json: string
}

interface PictureRecord extends Omit<Picture, 'bytes'> {
  work: string
  bytes: Blob
}

class LedgerDatabase extends Dexie {
  works!: EntityTable<WorkRecord, 'id'>
  divisions!: Table<DivisionRecord, [string, string]>
  pictures!: Table<PictureRecord, [string, string]>
  formulas!: Table<{ key: string; box: FormulaDrawing }, string>
  notes!: Table<{ key: string; value: unknown }, string>
  entries!: Table<EntryRecord, EntryKey>

  constructor() {
    super('steady-ledger')
    this.version(1).stores({
      works: 'id, changed',
      divisions: '[work+id], work',
      pictures: '[work+name], work',
      formulas: 'key',
      notes: 'key',
    })
    this.version(2).stores({ entries: '[work+register+id], work' })
  }
}

export const database = new LedgerDatabase()

/** A work that storage cannot give back whole; the message says why. */
export class StorageError extends Error {}

export async function storeWork(id: string, work: Work, more: Partial<WorkRecord> = {}): Promise<void> {
  const now = Date.now()
  const divisions = work.doc.children.map(node => ({ work: id, id: division(node).id, json: JSON.stringify(node.toJSON()) }))
  const pictures = [...work.pictures.values()].map(({ bytes, ...picture }) => ({
    ...picture,
    work: id,
    bytes: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: picture.type }),
  }))
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
    words: 0,
    size,
    ...more,
  }
  await database.transaction('rw', database.works, database.divisions, database.pictures, database.entries, async () => {
    await database.divisions.where('work').equals(id).delete()
    await database.entries.where('work').equals(id).delete()
    await database.entries.bulkPut(entryRecords(id, work))
    await database.divisions.bulkPut(divisions)
    await database.pictures.bulkPut(pictures)
    await database.works.put(record)
  })
}

export async function loadWork(id: string): Promise<{ record: WorkRecord; work: Work }> {
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
  if (record.version < currentVersion) await storeWork(id, work, keptFacts(record))
  return { record, work }
}

/** What a record says of a work beside its text and parts. */
const keptFacts = ({ created, changed, pages, words, copied }: WorkRecord): Partial<WorkRecord> => ({
  created,
  changed,
  pages,
  words,
  ...(copied === undefined ? {} : { copied }),
})

/** The card on the shelf says how many pages the work has; a full storage only leaves it as it was. */
export async function notePages(id: string, pages: number): Promise<void> {
  await database.works.update(id, { pages }).catch(() => {})
}

/** Lets go of pictures that no figure shows. */
export async function dropPictures(id: string, work: Work): Promise<void> {
  const used = new Set(usedPictures(work).map(picture => picture.name))
  const stored = (await database.pictures.where('work').equals(id).primaryKeys()) as [string, string][]
  await database.pictures.bulkDelete(stored.filter(([, name]) => !used.has(name)))
}

export async function removeWork(id: string): Promise<void> {
  await database.transaction('rw', database.works, database.divisions, database.pictures, database.entries, async () => {
    await database.works.delete(id)
    await database.entries.where('work').equals(id).delete()
    await database.divisions.where('work').equals(id).delete()
    await database.pictures.where('work').equals(id).delete()
  })
}

export const newId = (): string => crypto.randomUUID().slice(0, 13)
