/** Saves what changed, within a second: only divisions whose node is not the saved one are written, all in one transaction. */
import { countWords, division, titleOf } from '@steady-ledger/core/work/schema.ts'
import type { Picture, Work } from '@steady-ledger/core/work/work.ts'
import { currentVersion } from '@steady-ledger/core/work/workFile.ts'
import type { WorkPart } from '@steady-ledger/core/work/workStep.ts'
import { database } from './database.ts'

const delay = 400

export type SaveState = { kind: 'saved'; at: number } | { kind: 'saving' } | { kind: 'failed'; message: string } | { kind: 'reading' }

export class Saver {
  private saved: WeakSet<object>
  private order: string
  private timer: ReturnType<typeof setTimeout> | undefined
  private writing: Promise<void> = Promise.resolve()
  private current: Work
  private savedParts: Pick<Work, WorkPart>

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

  private async write(): Promise<void> {
    const { current } = this
    const { doc, settings, scheme, houseStyle, milestones } = current
    const parts = { settings, scheme, houseStyle, milestones }
    const beside = (Object.keys(parts) as WorkPart[]).some(part => parts[part] !== this.savedParts[part])
    const fresh = doc.children.filter(node => !this.saved.has(node))
    const ids = doc.children.map(node => division(node).id)
    const order = ids.join()
    if (fresh.length === 0 && order === this.order && !beside) return
    try {
      await database.transaction('rw', database.works, database.divisions, async () => {
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
          ...(beside ? { ...parts, version: currentVersion } : {}),
          ...(this.pages() ? { pages: this.pages() } : {}),
        })
      })
      for (const node of fresh) this.saved.add(node)
      this.order = order
      this.savedParts = parts
      if (current === this.current) this.onState({ kind: 'saved', at: Date.now() })
    } catch (error) {
      this.onState({
        kind: 'failed',
        message: `${(error as Error).message}. Your text is still here: export the work before you close this page.`,
      })
    }
  }
}
