/**
 * All works of this browser in one file, and back. The file is a zip archive with `backup.json`, which lists them, and each work as the
 * bundle that it is elsewhere too, so that without this program as well each can be taken out and kept by itself.
 */
import { archiveEntries, unpack } from '@steady-ledger/core/work/file/archive.ts'
import { readBundle, writeBundle } from '@steady-ledger/core/work/file/bundle.ts'
import { WorkFileError } from '@steady-ledger/core/work/file/workFile.ts'
import { strFromU8, strToU8, Zip, ZipPassThrough } from 'fflate'
import { newId } from '../newId.ts'
import { database } from './database.ts'
import { addedTo, keepsakesFile, keepsakesIn } from './keepsakes.ts'
import { type LastBackup, noteBackup } from './lastBackup.ts'
import { keepState } from './states.ts'
import { loadWork, storeWork } from './works.ts'

const listName = 'backup.json'
/** Formulas that are kept for all works; a backup may be without. */
const keepsakesName = 'keepsakes.json'
const format = 'steady-ledger-backup'
const largestBackup = 1024 * 1024 * 1024
const mostWorks = 2000
const bundleName = /^works\/[^/\\]{1,200}\.ledger\.zip$/u

/** What a backup lists. */
export interface ListedWork {
  id: string
  title: string
  /** When it was last changed, in milliseconds since 1970. */
  changed: number
  file: string
}

/** A work in a backup, against the shelf. */
export interface FoundWork extends ListedWork {
  /** Whether it is on the shelf: not, as it is here, or otherwise. */
  shelf: 'missing' | 'same' | 'other'
  /** Why it cannot be restored; empty where it can. */
  damaged: string
}

export type Choice = 'leave' | 'add' | 'copy' | 'replace'
/** What is offered for a work; the first is proposed. */
export const choicesFor = ({ shelf, damaged }: Pick<FoundWork, 'shelf' | 'damaged'>): readonly Choice[] =>
  damaged ? ['leave'] : shelf === 'missing' ? ['add', 'leave'] : shelf === 'same' ? ['leave', 'copy'] : ['copy', 'replace', 'leave']

type Tell = (done: number, of: number) => void

/** Works that cannot be read are left out and named; the others are in it all the same. */
export async function writeBackup(tell: Tell): Promise<{ file: Blob; count: number; missing: string[] }> {
  const records = (await database.works.toArray()).filter(record => !record.deleted)
  const parts: Uint8Array<ArrayBuffer>[] = []
  const zip = new Zip((error, chunk) => {
    if (error) throw error
    parts.push(chunk as Uint8Array<ArrayBuffer>)
  })
  const put = (name: string, bytes: Uint8Array): void => {
    const entry = new ZipPassThrough(name)
    zip.add(entry)
    entry.push(bytes, true)
  }
  const listed: ListedWork[] = []
  const missing: string[] = []
  const works: LastBackup['works'] = {}
  for (const [index, { id, title, changed, revision = 0 }] of records.entries()) {
    tell(index, records.length)
    try {
      const { work } = await loadWork(id)
      const file = `works/${String(index + 1).padStart(3, '0')} ${
        title
          .replace(/[^\p{L}\p{N} -]/gu, '')
          .slice(0, 60)
          .trim() || 'work'
      }.ledger.zip`
      put(file, writeBundle(work))
      listed.push({ id, title, changed, file })
      works[id] = revision
    } catch {
      missing.push(title)
    }
  }
  const keepsakes = await database.keepsakes.orderBy('order').toArray()
  if (keepsakes.length) put(keepsakesName, strToU8(keepsakesFile(keepsakes)))
  put(listName, strToU8(JSON.stringify({ format, version: 1, works: listed }, null, 1)))
  zip.end()
  await noteBackup({ at: Date.now(), works })
  return { file: new Blob(parts, { type: 'application/zip' }), count: listed.length, missing }
}

/** Whether a file is a backup, by its directory alone. */
export function isBackup(bytes: Uint8Array): boolean {
  try {
    return archiveEntries(bytes).some(({ name }) => name === listName)
  } catch {
    return false
  }
}

/** An open backup: what is in it, against what is on the shelf, and the way to take things out of it. */
export class Backup {
  private readonly files: Map<string, Uint8Array>
  readonly works: FoundWork[] = []

  private constructor(files: Map<string, Uint8Array>) {
    this.files = files
  }

  static async open(bytes: Uint8Array, tell: Tell): Promise<Backup> {
    if (bytes.length > largestBackup) throw new WorkFileError('The file is larger than any backup may be (1 GB).')
    const entries = archiveEntries(bytes)
    if (entries.length > mostWorks + 2) throw new WorkFileError('The backup holds more works than any shelf.')
    // Works lie in it as they are: what unpacks to more than the file is not a backup of ours.
    if (entries.reduce((sum, { size }) => sum + size, 0) > bytes.length)
      throw new WorkFileError('The backup would unpack to more than it may.')
    for (const { name } of entries)
      if (name !== listName && name !== keepsakesName && !bundleName.test(name))
        throw new WorkFileError(`There is a file that does not belong in a backup: “${name.slice(0, 80)}”.`)
    const backup = new Backup(unpack(bytes, entries))
    const listed = backup.list()
    for (const [index, work] of listed.entries()) {
      tell(index, listed.length)
      backup.works.push(await backup.look(work))
    }
    return backup
  }

  private list(): ListedWork[] {
    const bytes = this.files.get(listName)
    let read: { format?: unknown; version?: unknown; works?: unknown }
    try {
      read = JSON.parse(strFromU8(bytes ?? new Uint8Array()))
    } catch {
      throw new WorkFileError('The list of the backup is damaged.')
    }
    if (read.format !== format) throw new WorkFileError('This is not a backup of Steady Ledger.')
    if (read.version !== 1)
      throw new WorkFileError('This backup was written by a newer version of the program. Update the program to open it.')
    if (!Array.isArray(read.works)) throw new WorkFileError('The list of the backup is damaged.')
    return read.works.map((work: Partial<ListedWork>) => {
      const { id, title, changed, file } = work ?? {}
      const whole =
        typeof id === 'string' &&
        /^[\w-]{1,60}$/.test(id) &&
        typeof title === 'string' &&
        typeof changed === 'number' &&
        typeof file === 'string'
      if (!whole) throw new WorkFileError('The list of the backup is damaged.')
      return { id, title: title.slice(0, 500), changed, file }
    })
  }

  private bytesOf(file: string): Uint8Array {
    const bytes = this.files.get(file)
    if (!bytes) throw new WorkFileError(`The backup lacks “${file}”.`)
    return bytes
  }

  private async look(listed: ListedWork): Promise<FoundWork> {
    try {
      const kept = writeBundle(readBundle(this.bytesOf(listed.file)))
      const record = await database.works.get(listed.id)
      const here = record && !record.deleted ? writeBundle((await loadWork(listed.id)).work) : null
      return { ...listed, shelf: !here ? 'missing' : sameBytes(here, kept) ? 'same' : 'other', damaged: '' }
    } catch (error) {
      return { ...listed, shelf: 'missing', damaged: (error as Error).message }
    }
  }

  /** `choices` by the file of each work. A work that is replaced is kept among the earlier states of the new one. */
  async restore(choices: Readonly<Record<string, Choice>>, tell: Tell): Promise<number> {
    const wanted = this.works.filter(({ file, damaged }) => !damaged && (choices[file] ?? 'leave') !== 'leave')
    for (const [index, { id, file }] of wanted.entries()) {
      tell(index, wanted.length)
      const work = readBundle(this.bytesOf(file))
      const choice = choices[file]
      if (choice === 'copy') await storeWork(newId(), work, { copied: Date.now() })
      else {
        const before = choice === 'replace' ? await loadWork(id) : null
        if (before) await keepState(id, before.work, 'restore')
        await storeWork(id, work, before ? { created: before.record.created } : {})
      }
    }
    await this.restoreKeepsakes()
    return wanted.length
  }

  /** Those that are not there any more come back; those that are stay as they are. */
  private async restoreKeepsakes(): Promise<void> {
    const bytes = this.files.get(keepsakesName)
    if (!bytes) return
    const read = keepsakesIn(strFromU8(bytes))
    await database.transaction('rw', database.keepsakes, async () => {
      const own = await database.keepsakes.orderBy('order').toArray()
      await database.keepsakes.bulkAdd(addedTo(own, read))
    })
  }
}

const sameBytes = (a: Uint8Array, b: Uint8Array): boolean => a.length === b.length && a.every((byte, index) => byte === b[index])
