/**
 * Whether this tab writes the work, whether what it wrote is kept, and what becomes of that where another tab writes: the part of a session
 * that knows of the storage and of other tabs.
 */

import type { Picture, Work } from '@steady-ledger/core/work/work.ts'
import type { Node } from '@tiptap/pm/model'
import { keepStorage, reasonFor } from '../storage/health.ts'
import { Saver, type SaveState } from '../storage/saver.ts'
import { keepState } from '../storage/states.ts'
import { claimWork, loadWork, storeWork, tidyWork } from '../storage/works.ts'
import { WriterLock } from '../storage/writerLock.ts'
import { notify } from '../ui/notices.ts'
import type { SessionView } from './view.ts'

/** How long storage that did not take the name of the writer is left alone. */
const retryMilliseconds = 3000

/** Tabs on the same work tell each other what became of it. */
type Told = 'saved' | 'gone' | 'back'
export const channelOf = (work: string): BroadcastChannel => new BroadcastChannel(`steady-ledger ${work}`)

type Shown = Pick<SessionView, 'role' | 'save' | 'unsaved' | 'handOver'>

export interface WritingHost {
  /** How the writing stands, for everybody to see: nothing of it is held here. */
  shown: { getState(): Shown; setState(next: Partial<Shown>): void }
  work(): Work
  /** How many pages it has; 0 while they are not known. */
  pages(): number
  /** Takes over what another tab saved. */
  replace(work: Work): void
}

export class Writing {
  private readonly lock: WriterLock
  private readonly channel: BroadcastChannel
  private saver: Saver
  private ended = false
  private beginning: Promise<void> | null = null
  /** The document that was saved as a rescue file. */
  private rescued: Node | null = null

  /** `revision` is that of the record that was read last. */
  constructor(
    private readonly id: string,
    private revision: number,
    private readonly host: WritingHost,
  ) {
    this.saver = this.newSaver('')
    this.channel = channelOf(id)
    this.channel.addEventListener('message', ({ data }: MessageEvent<Told>) => void this.hearTab(data))
    this.lock = new WriterLock(id, {
      begin: () => void this.begin(),
      giveUp: () => this.giveUp(),
      lost: () => this.show({ role: 'reader' }),
      onHandOver: handOver => this.show({ handOver }),
    })
  }

  /** Whether this tab writes. */
  get writes(): boolean {
    return this.now.role === 'writer'
  }

  /** Whether something would be lost if the page went away now. */
  get holdsUnsaved(): boolean {
    return this.now.unsaved && this.rescued !== this.host.work().doc
  }

  /** Whether this tab writes; says so where it does not. */
  mayWrite(): boolean {
    if (!this.writes) this.sayWhyNot()
    return this.writes
  }

  /** The work is another one than it was. */
  changed(): void {
    if (!this.now.unsaved) this.show({ unsaved: true })
    this.saver.changed(this.host.work())
  }

  /** Throws where storage does not take it. */
  addPicture(picture: Picture): Promise<void> {
    return this.saver.addPicture(picture)
  }

  takeOver(): void {
    this.lock.takeOver()
  }
  /** Writes here though the other tab does not answer, or cannot save what it holds. */
  forceOver(): void {
    this.lock.force()
  }

  /** Saves; whether everything is kept then. */
  async save(): Promise<boolean> {
    // A place that was given but could not be taken is asked for again.
    if (this.now.role === 'opening' && this.lock.isWriting) await this.begin()
    return this.writes ? this.saver.flush() : !this.holdsUnsaved
  }

  /** What is on the screen is in a file. */
  wasRescued(): void {
    this.rescued = this.host.work().doc
  }

  /** A work that another tab took off the shelf stands there again, with what is on the screen here. */
  async putBack(): Promise<void> {
    await storeWork(this.id, this.host.work(), { writer: this.lock.name, pages: this.host.pages() })
    this.replaceSaver()
    this.show({ role: this.lock.isWriting ? 'writer' : this.now.role, save: { kind: 'saved', at: Date.now() }, unsaved: false })
  }

  /** Saves, to end; false where something could not be saved, and it goes on. For another work a rescue file is enough. */
  async finish(forAnother: boolean): Promise<boolean> {
    const kept = this.writes ? await this.saver.flush() : !this.now.unsaved
    if (!kept && (this.holdsUnsaved || !forAnother)) return false
    // With this sitting its history ends: pictures that only an undo could have brought back are let go.
    if (this.writes) await tidyWork(this.id, this.host.work()).catch(() => {})
    return true
  }

  /** Ends without saving. */
  end(): void {
    this.ended = true
    this.saver.end()
    this.lock.release()
    this.channel.close()
  }

  private get now(): Shown {
    return this.host.shown.getState()
  }

  private show(next: Partial<Shown>): void {
    this.host.shown.setState(next)
  }

  private newSaver(writer: string): Saver {
    return new Saver(
      this.id,
      writer,
      this.host.work(),
      save => this.onSave(save),
      () => this.host.pages(),
    )
  }

  private replaceSaver(): void {
    this.saver.end()
    this.saver = this.newSaver(this.lock.name)
  }

  private onSave(save: SaveState): void {
    this.show({ save, ...(save.kind === 'saved' ? { unsaved: false } : {}) })
    if (save.kind !== 'saved') return
    void keepStorage()
    if (!this.ended) this.channel.postMessage('saved' satisfies Told)
    void keepState(this.id, this.host.work(), 'hour')
  }

  private async hearTab(told: Told): Promise<void> {
    if (told === 'back') {
      if (this.writes && (await this.saver.flush())) this.show({ save: { kind: 'saved', at: Date.now() } })
    } else if (told === 'gone') {
      if (this.writes) this.show({ save: { kind: 'failed', why: 'gone', message: 'This work was taken off the shelf in another tab.' } })
    } else if (!this.writes && !this.holdsUnsaved) await this.refresh()
  }

  /** Whoever begins to write begins with what was saved last, and under a name that storage knows. */
  private begin(): Promise<void> {
    this.beginning ??= this.claimPlace().finally(() => {
      this.beginning = null
    })
    return this.beginning
  }

  private async claimPlace(): Promise<void> {
    if (this.writes) return
    try {
      const record = await claimWork(this.id, this.lock.name)
      if (!record) {
        this.show({ save: { kind: 'failed', why: 'gone', message: 'This work is not on the shelf of this browser any more.' } })
        return
      }
      if ((record.revision ?? 0) !== this.revision) await this.refresh()
    } catch (error) {
      // Nothing can be written as long as storage does not know who writes; it is asked again.
      this.show({ role: 'opening', save: { kind: 'failed', why: 'refused', message: reasonFor(error as Error) } })
      setTimeout(() => void (this.ended || this.save()), retryMilliseconds)
      return
    }
    // The place may have been taken again meanwhile.
    if (!this.lock.isWriting || this.ended) return
    this.replaceSaver()
    this.show({ role: 'writer', save: { kind: 'saved', at: Date.now() } })
    void keepState(this.id, this.host.work(), 'hour')
  }

  private async giveUp(): Promise<boolean> {
    this.show({ role: 'reader' })
    const kept = await this.saver.flush()
    if (!kept) this.show({ role: 'writer' })
    return kept
  }

  private async refresh(): Promise<void> {
    if (this.holdsUnsaved) {
      // Another tab was let write over it; what stands here is not lost for that.
      await keepState(this.id, this.host.work(), 'restore', 'what one tab had not saved')
      notify({ kind: 'news', text: 'What this tab had not saved stands among the earlier states of the work.' })
    }
    const { record, work } = await loadWork(this.id)
    this.show({ unsaved: false })
    this.revision = record.revision ?? 0
    this.host.replace(work)
  }

  private sayWhyNot(): void {
    const reads = this.now.role === 'reader'
    notify({
      kind: 'wrong',
      text: reads ? 'This tab reads along, so nothing was changed: another tab writes the work.' : 'The work is still being opened.',
      ...(reads ? { action: { says: 'Write here', run: () => this.takeOver() } } : {}),
    })
  }
}
