/** Saves what changed, within a second: only divisions whose node is not the saved one are written, all in one transaction. */

import { currentVersion, refuseUnopenable } from '@steady-ledger/core/work/file/workFile.ts'
import { type Parts, partsOf, sameParts, singleParts } from '@steady-ledger/core/work/parts/index.ts'
import { countWords, division, titleOf } from '@steady-ledger/core/work/schema.ts'
import type { Picture, Work } from '@steady-ledger/core/work/work.ts'
import { database } from './database.ts'
import { changedEntries } from './entries.ts'

const delay = 400

export type SaveState = { kind: 'saved'; at: number } | { kind: 'saving' } | { kind: 'failed'; message: string } | { kind: 'reading' }

export class Saver {
  private saved: WeakSet<object>
  private order: string
  /** Whether something was changed since it was last said to be kept. */
  private waiting = false
  private timer: ReturnType<typeof setTimeout> | undefined
  private writing: Promise<void> = Promise.resolve()
  private current: Work
  private savedParts: Parts

  constructor(
    private readonly work: string,
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
    this.timer = setTimeout(() => void this.flush(), delay)
    // Said a moment later, so that the letter is on the screen first.
    setTimeout(() => this.timer && this.onState({ kind: 'saving' }), 50)
  }

  async addPicture({ bytes, ...picture }: Picture): Promise<void> {
    await database.pictures.put({
      ...picture,
      work: this.work,
      bytes: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: picture.type }),
    })
  }

  /** Writes what is not saved yet; safe to call at any time. */
  flush(): Promise<void> {
    clearTimeout(this.timer)
    this.timer = undefined
    this.writing = this.writing.then(() => this.write())
    return this.writing
  }

  /** Says once that what was waiting is kept. */
  private say(): void {
    if (this.waiting) this.onState({ kind: 'saved', at: Date.now() })
    this.waiting = false
  }

  private async write(): Promise<void> {
    const { current } = this
    const { doc } = current
    const parts = partsOf(current)
    const beside = !sameParts(parts, this.savedParts)
    const entries = changedEntries(this.work, this.savedParts, parts)
    const fresh = doc.children.filter(node => !this.saved.has(node))
    const ids = doc.children.map(node => division(node).id)
    const order = ids.join()
    if (fresh.length === 0 && order === this.order && !beside) {
      // What was changed and taken back is kept already.
      this.say()
      return
    }
    try {
      for (const node of fresh) refuseUnopenable(node)
      await database.transaction('rw', database.works, database.divisions, database.entries, async () => {
        await database.entries.bulkPut(entries.written)
        await database.entries.bulkDelete(entries.gone)
        await database.divisions.bulkPut(
          fresh.map(node => ({ work: this.work, id: division(node).id, json: JSON.stringify(node.toJSON()) })),
        )
        if (order !== this.order) {
          const gone = this.order.split(',').filter(id => !ids.includes(id))
          await database.divisions.bulkDelete(gone.map((id): [string, string] => [this.work, id]))
        }
        await database.works.update(this.work, {
          order: ids,
          title: titleOf(doc),
          changed: Date.now(),
          words: countWords(doc),
          ...(beside ? { ...singleParts(current), version: currentVersion } : {}),
          ...(this.pages() ? { pages: this.pages() } : {}),
        })
      })
      for (const node of fresh) this.saved.add(node)
      this.order = order
      this.savedParts = parts
      if (current === this.current) this.say()
    } catch (error) {
      this.onState({
        kind: 'failed',
        message: `${(error as Error).message.replace(/\.$/, '')}. Your text is still here: export the work before you close this page.`,
      })
    }
  }
}
