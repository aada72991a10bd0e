/**
 * Keeps a work in the browser's storage: what changed within a second, in one transaction, of divisions only those whose node is not the
 * saved one. A write that could not be made is tried again until it is; one that must not be made, because the work is no longer
 * this tab's to write, says so and is not.
 */

import { currentVersion, refuseUnopenable } from '@steady-ledger/core/work/file/workFile.ts'
import { type Parts, partsOf, sameParts, singleParts } from '@steady-ledger/core/work/parts/index.ts'
import { countWords, division, titleOf } from '@steady-ledger/core/work/schema.ts'
import type { Picture, Work } from '@steady-ledger/core/work/work.ts'
import { database } from './database.ts'
import { changedEntries } from './entries.ts'
import { reasonFor } from './health.ts'
import { pictureRecord } from './works.ts'

/** Why something is not kept. Only of the first two it is tried again. */
export type NotSaved =
  /** Storage refused: it is full, blocked, or failed. */
  | 'refused'
  /** Storage does not answer. */
  | 'silent'
  /** What was written could not be opened again. */
  | 'unopenable'
  /** The work was taken off the shelf. */
  | 'gone'
  /** Another tab writes it. */
  | 'taken'
  /** A newer version of the program has brought it up to date. */
  | 'newer'

export type SaveState = { kind: 'saved'; at: number } | { kind: 'saving' } | { kind: 'failed'; why: NotSaved; message: string }

/** A write that must not be made. */
class Forbidden extends Error {
  readonly why: NotSaved
  constructor(why: NotSaved, message: string) {
    super(message)
    this.why = why
  }
}

/** In milliseconds: until what was written is saved; until it is tried again, at first and at the most; until storage is called silent. */
export const saving = { delay: 400, retry: 1000, longestRetry: 30_000, patience: 10_000 }

export class Saver {
  private saved: WeakSet<object>
  private order: string
  /** Whether something was changed since it was last said to be kept. */
  private waiting = false
  private timer: ReturnType<typeof setTimeout> | undefined
  private retry = saving.retry
  private writing: Promise<boolean> = Promise.resolve(true)
  private current: Work
  private savedParts: Parts

  /** `writer` is the name under which this tab was let write the work. */
  constructor(
    private readonly work: string,
    private readonly writer: string,
    current: Work,
    private readonly onState: (state: SaveState) => void,
    private readonly pages: () => number,
  ) {
    this.current = current
    this.savedParts = current
    this.saved = new WeakSet(current.doc.children)
    this.order = current.doc.children.map(node => division(node).id).join()
  }

  /** Takes the newest work; it is written when the author pauses, and at the latest after `delay`. */
  changed(current: Work): void {
    this.current = current
    this.waiting = true
    if (this.timer) return
    this.timer = setTimeout(() => void this.flush(), saving.delay)
    // Said a moment later, so that the letter is on the screen first.
    if (this.retry === saving.retry) setTimeout(() => this.timer && this.onState({ kind: 'saving' }), 50)
  }

  /** Throws where storage does not take it. */
  async addPicture(picture: Picture): Promise<void> {
    await database.pictures.put(pictureRecord(this.work, picture))
  }

  /** Writes what is not saved yet; safe to call at any time. Tells whether everything is kept then. */
  flush(): Promise<boolean> {
    clearTimeout(this.timer)
    this.timer = undefined
    this.writing = this.writing.then(() => this.write())
    return this.writing
  }

  /** Writes no more. */
  end(): void {
    clearTimeout(this.timer)
    this.timer = undefined
    this.write = async () => !this.waiting
  }

  /** Says once that what was waiting is kept. */
  private say(): void {
    if (this.waiting) this.onState({ kind: 'saved', at: Date.now() })
    this.waiting = false
  }

  private async write(): Promise<boolean> {
    const { current } = this
    const { doc } = current
    const parts = partsOf(current)
    const beside = !sameParts(parts, this.savedParts)
    const fresh = doc.children.filter(node => !this.saved.has(node))
    const order = doc.children.map(node => division(node).id).join()
    if (fresh.length === 0 && order === this.order && !beside) {
      // What was changed and taken back is kept already.
      this.say()
      return true
    }
    const silent = setTimeout(
      () => this.onState({ kind: 'failed', why: 'silent', message: 'The browser’s storage does not answer.' }),
      saving.patience,
    )
    try {
      for (const node of fresh) {
        try {
          refuseUnopenable(node)
        } catch (error) {
          throw new Forbidden('unopenable', (error as Error).message)
        }
      }
      await this.put(current, fresh, beside)
    } catch (error) {
      clearTimeout(silent)
      this.failed(error as Error)
      return false
    }
    clearTimeout(silent)
    this.retry = saving.retry
    for (const node of fresh) this.saved.add(node)
    this.order = order
    this.savedParts = parts
    if (current === this.current) this.say()
    return current === this.current
  }

  private put(current: Work, fresh: typeof current.doc.children, beside: boolean): Promise<void> {
    const { doc } = current
    const ids = doc.children.map(node => division(node).id)
    const entries = changedEntries(this.work, this.savedParts, current)
    const gone = this.order.split(',').filter(id => !ids.includes(id))
    return database.transaction('rw', database.works, database.divisions, database.entries, async () => {
      const record = await database.works.get(this.work)
      if (!record || record.deleted) throw new Forbidden('gone', 'This work was taken off the shelf in another tab.')
      if (record.version !== currentVersion)
        throw new Forbidden('newer', 'A newer version of the program has opened this work. Reload the page to write on.')
      if (record.writer !== this.writer) throw new Forbidden('taken', 'Another tab writes this work now.')
      await database.entries.bulkPut(entries.written)
      await database.entries.bulkDelete(entries.gone)
      await database.divisions.bulkPut(fresh.map(node => ({ work: this.work, id: division(node).id, json: JSON.stringify(node.toJSON()) })))
      await database.divisions.bulkDelete(gone.map((id): [string, string] => [this.work, id]))
      // What was written last stands first on the shelf, whatever the clock of the machine was set to.
      const [first = this.work] = await database.works.orderBy('changed').reverse().limit(1).primaryKeys()
      const least = first === this.work ? record.changed : ((await database.works.get(first))?.changed ?? 0) + 1
      await database.works.put({
        ...record,
        revision: (record.revision ?? 0) + 1,
        order: ids,
        title: titleOf(doc),
        changed: Math.max(Date.now(), least),
        words: countWords(doc),
        ...(beside ? singleParts(current) : {}),
        ...(this.pages() ? { pages: this.pages() } : {}),
      })
    })
  }

  private failed(error: Error): void {
    if (error instanceof Forbidden) {
      this.onState({ kind: 'failed', why: error.why, message: error.message })
      return
    }
    this.onState({ kind: 'failed', why: 'refused', message: reasonFor(error) })
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.flush(), this.retry)
    this.retry = Math.min(saving.longestRetry, this.retry * 2)
  }
}
