/** Works in the browser's own storage: each division, the settings and each picture is a record of its own. */

import type { FormulaBox } from '@steady-ledger/core/formulas/typesetter.ts'
import type { HouseStyle } from '@steady-ledger/core/work/houseStyle.ts'
import type { Milestone } from '@steady-ledger/core/work/milestone.ts'
import { division, titleOf } from '@steady-ledger/core/work/schema.ts'
import type { Scheme } from '@steady-ledger/core/work/scheme.ts'
import { type Picture, type Settings, usedPictures, type Work } from '@steady-ledger/core/work/work.ts'
import { currentVersion, documentFromJson, migratedParts } from '@steady-ledger/core/work/workFile.ts'
import Dexie, { type EntityTable, type Table } from 'dexie'

export interface WorkRecord {
  id: string
  version: number
  title: string
  kind: 'thesis' | 'paper'
  /** Ids of the divisions in reading order. */
  order: string[]
  settings: Settings
  scheme: Scheme
  houseStyle: HouseStyle
  milestones: readonly Milestone[]
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
  formulas!: Table<{ key: string; box: FormulaBox }, string>
  notes!: Table<{ key: string; value: unknown }, string>

  constructor() {
    super('steady-ledger')
    this.version(1).stores({
      works: 'id, changed',
      divisions: '[work+id], work',
      pictures: '[work+name], work',
      formulas: 'key',
      notes: 'key',
    })
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
  const { settings, scheme, houseStyle, milestones } = work
  const record: WorkRecord = {
    id,
    version: currentVersion,
    title: titleOf(work.doc),
    kind: settings.kind,
    order: divisions.map(record => record.id),
    settings,
    scheme,
    houseStyle,
    milestones,
    created: now,
    changed: now,
    pages: 0,
    words: 0,
    size,
    ...more,
  }
  await database.transaction('rw', database.works, database.divisions, database.pictures, async () => {
    await database.divisions.where('work').equals(id).delete()
    await database.divisions.bulkPut(divisions)
    await database.pictures.bulkPut(pictures)
    await database.works.put(record)
  })
}

export async function loadWork(id: string): Promise<{ record: WorkRecord; work: Work }> {
  const [record, divisions, stored] = await database.transaction('r', database.works, database.divisions, database.pictures, () =>
    Promise.all([
      database.works.get(id),
      database.divisions.where('work').equals(id).toArray(),
      database.pictures.where('work').equals(id).toArray(),
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
  const { settings, scheme, houseStyle, milestones } = migratedParts(record.version, {
    settings: record.settings,
    scheme: record.scheme,
    houseStyle: record.houseStyle,
    milestones: record.milestones ?? [],
  })
  return { record, work: { settings, scheme, houseStyle, milestones, doc: documentFromJson({ type: 'doc', content }), pictures } }
}

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
  await database.transaction('rw', database.works, database.divisions, database.pictures, async () => {
    await database.works.delete(id)
    await database.divisions.where('work').equals(id).delete()
    await database.pictures.where('work').equals(id).delete()
  })
}

export const newId = (): string => crypto.randomUUID().slice(0, 13)
