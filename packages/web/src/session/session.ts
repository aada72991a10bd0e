/**
 * An open work. Four things have one owner each: the document, the thread that makes its pages, the saver and the pictures. The session
 * joins them: what one does, the others hear. Views show it; none of them holds a copy of the text.
 */

import { type PartName, partNames, partsOf, partsOnPages, sameParts } from '@steady-ledger/core/work/parts/index.ts'
import type { Milestone, MilestoneRecord, Receipt } from '@steady-ledger/core/work/parts/milestones.ts'
import { setPart, WorkStep } from '@steady-ledger/core/work/steps/workStep.ts'
import type { Picture, Work } from '@steady-ledger/core/work/work.ts'
import { closeHistory, redo, undo } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import { type Command, type EditorState, Selection, type Transaction } from '@tiptap/pm/state'
import { AttrStep } from '@tiptap/pm/transform'
import type { EditorView } from '@tiptap/pm/view'
import { create, type StoreApi, type UseBoundStore } from 'zustand'
import { readCursor } from '../editor/cursorFirst.ts'
import type { LiveNumbers } from '../editor/live.ts'
import { opensDivision } from '../editor/oneDivision.ts'
import { setPages } from '../editor/pageTurns.ts'
import type { Graveyard } from '../editor/restoreTarget.ts'
import { newId } from '../newId.ts'
import type { WorkRecord } from '../storage/database.ts'
import { keepStorage, reasonFor } from '../storage/health.ts'
import { lastDrawings, lastSummary } from '../storage/lastPages.ts'
import { Saver, type SaveState } from '../storage/saver.ts'
import { keepState } from '../storage/states.ts'
import { claimWork, loadWork, notePages, storeWork, tidyWork } from '../storage/works.ts'
import { WriterLock } from '../storage/writerLock.ts'
import { notify } from '../ui/notices.ts'
import { factsOf, type TurnoverSummary } from '../workers/protocol.ts'
import type { Act } from './acts.ts'
import { DocumentStore } from './documentStore.ts'
import { changesSince, recordsNow } from './onRecord.ts'
import { PagesClient } from './pagesClient.ts'
import { PictureStore } from './pictureStore.ts'
import { selectionAt, showPlace } from './place.ts'
import { keepThread, takeThread } from './threads.ts'
import { undoChange } from './undoOf.ts'
import { firstView, movedIn, type SessionView } from './view.ts'

/** How long what only counts or repeats the text may lag behind it. */
const quietMilliseconds = 120
/** How long storage that did not take the name of the writer is left alone. */
const retryMilliseconds = 3000

/** Tabs on the same work tell each other what became of it. */
type Told = 'saved' | 'gone' | 'back'
export const channelOf = (work: string): BroadcastChannel => new BroadcastChannel(`steady-ledger ${work}`)

export class Session {
  readonly id: string
  readonly use: UseBoundStore<StoreApi<SessionView>>
  private readonly document: DocumentStore
  private readonly pictures: PictureStore
  private readonly pages: PagesClient
  private readonly lock: WriterLock
  private readonly channel: BroadcastChannel
  private saver: Saver
  /** Of the record that was read last. */
  private revision: number
  private view: EditorView | null = null
  private pagesOnShelf = -1
  private later: ReturnType<typeof setTimeout> | undefined
  private ended = false
  private beginning: Promise<void> | null = null
  /** The document that was saved as a rescue file. */
  private rescued: Node | null = null
  /** What left with the last milestone of this sitting. */
  private onRecord: { name: string; work: Work } | null = null
  /** Targets that references were given in this sitting, the latest first. */
  recentTargets: string[] = []
  /** Sources that were cited in this sitting, the latest first. */
  recentSources: string[] = []
  /** Run after every transaction, for whatever floats beside the text. */
  readonly followers = new Set<() => void>()
  /** What needs more than the editor, as the galley does it while it is shown. */
  acts: Partial<Record<Act, () => void>> = {}

  constructor(id: string, work: Work, { revision = 0 }: Pick<WorkRecord, 'revision'>) {
    this.id = id
    this.revision = revision
    this.pictures = new PictureStore(work.pictures)
    this.document = new DocumentStore(work, this.pictures)
    this.use = create<SessionView>()(() => firstView(work, this.live.ledger))
    this.saver = this.newSaver('')
    this.channel = channelOf(id)
    this.channel.addEventListener('message', ({ data }: MessageEvent<Told>) => void this.hearTab(data))
    this.pages = new PagesClient(takeThread, {
      contents: () => this.contents(),
      hear: message => {
        switch (message.kind) {
          case 'progress':
            this.use.setState({ progress: message })
            break
          case 'drawn': {
            const had = this.use.getState().drawings
            const fresh = new Map(message.drawings.map(drawing => [drawing.index, drawing]))
            const drawings = message.pages.flatMap(page => fresh.get(page) ?? had.get(page) ?? [])
            this.use.setState({ drawings: new Map(drawings.map(drawing => [drawing.index, drawing])) })
            break
          }
          case 'reasons':
            this.use.setState({ reasons: { page: message.page, reasons: message.reasons } })
            break
          case 'indexed':
            this.use.setState({ indexed: { term: message.term, entry: message.entry } })
            break
          case 'symbols':
            this.use.setState({ symbols: message.symbols })
            break
          case 'without':
            notify({ kind: 'wrong', text: message.says })
            break
          case 'found':
            this.use.setState({ found: { query: message.query, matches: message.matches } })
        }
      },
      onTurnover: ({ summary }) => this.settle(summary, false),
      onFailure: failure => this.use.setState({ failure, progress: null, balanced: false }),
    })
    this.lock = new WriterLock(id, {
      begin: () => void this.beginWriting(),
      giveUp: () => this.giveUp(),
      lost: () => this.stopWriting(),
      onHandOver: handOver => this.use.setState({ handOver }),
    })
    void this.showLastSitting()
  }

  get work(): Work {
    return this.document.work
  }
  get state(): EditorState {
    return this.document.state
  }
  get live(): LiveNumbers {
    return this.document.live
  }
  get graveyard(): Graveyard {
    return this.document.graveyard
  }
  private get writes(): boolean {
    return this.use.getState().role === 'writer'
  }

  // ── who writes ──────────────────────────────────────────────────────────

  private newSaver(writer: string): Saver {
    return new Saver(
      this.id,
      writer,
      this.work,
      save => this.onSave(save),
      () => this.use.getState().turnover?.labels.length ?? 0,
    )
  }

  private onSave(save: SaveState): void {
    this.use.setState({ save, ...(save.kind === 'saved' ? { unsaved: false } : {}) })
    if (save.kind !== 'saved') return
    void keepStorage()
    this.tellTabs('saved')
    void keepState(this.id, this.work, 'hour')
  }

  private tellTabs(told: Told): void {
    if (!this.ended) this.channel.postMessage(told)
  }

  private async hearTab(told: Told): Promise<void> {
    if (told === 'back') {
      if (this.writes && (await this.saver.flush())) this.use.setState({ save: { kind: 'saved', at: Date.now() } })
    } else if (told === 'gone') {
      if (this.writes)
        this.use.setState({ save: { kind: 'failed', why: 'gone', message: 'This work was taken off the shelf in another tab.' } })
    } else if (!this.writes && !this.holdsUnsaved) await this.refresh()
  }

  /** Whoever begins to write begins with what was saved last, and under a name that storage knows. */
  private beginWriting(): Promise<void> {
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
        this.use.setState({ save: { kind: 'failed', why: 'gone', message: 'This work is not on the shelf of this browser any more.' } })
        return
      }
      if ((record.revision ?? 0) !== this.revision) await this.refresh()
    } catch (error) {
      // Nothing can be written as long as storage does not know who writes; it is asked again.
      this.use.setState({ role: 'opening', save: { kind: 'failed', why: 'refused', message: reasonFor(error as Error) } })
      setTimeout(() => void (this.ended || this.save()), retryMilliseconds)
      return
    }
    // The place may have been taken again meanwhile.
    if (!this.lock.isWriting || this.ended) return
    this.saver.end()
    this.saver = this.newSaver(this.lock.name)
    this.use.setState({ role: 'writer', save: { kind: 'saved', at: Date.now() } })
    this.view?.setProps({ editable: () => true })
    void keepState(this.id, this.work, 'hour')
  }

  private async giveUp(): Promise<boolean> {
    this.stopWriting()
    const kept = await this.saver.flush()
    if (!kept) {
      this.use.setState({ role: 'writer' })
      this.view?.setProps({ editable: () => true })
    }
    return kept
  }

  private stopWriting(): void {
    this.use.setState({ role: 'reader' })
    this.view?.setProps({ editable: () => false })
  }

  takeOver(): void {
    this.lock.takeOver()
  }
  /** Writes here though the other tab does not answer, or cannot save what it holds. */
  forceOver(): void {
    this.lock.force()
  }

  /** Takes over what another tab saved. */
  private async refresh(): Promise<void> {
    if (this.holdsUnsaved) {
      // Another tab was let write over it; what stands here is not lost for that.
      await keepState(this.id, this.work, 'restore', 'what one tab had not saved')
      notify({ kind: 'news', text: 'What this tab had not saved stands among the earlier states of the work.' })
    }
    const { record, work } = await loadWork(this.id)
    this.use.setState({ unsaved: false })
    this.revision = record.revision ?? 0
    this.pictures.replace(work.pictures)
    if (!this.document.replace(work)) return
    this.pages.open()
    this.view?.updateState(this.state)
    this.publish(true)
  }

  // ── the text ────────────────────────────────────────────────────────────

  attach(view: EditorView): void {
    this.view = view
    view.setProps({ editable: () => this.writes })
  }
  detach(view: EditorView): void {
    if (this.view === view) this.view = null
  }
  get editor(): EditorView | null {
    return this.view
  }

  /** Tells whether what was asked for was done: a tab that reads along changes nothing, and says so. */
  dispatch = (tr: Transaction): boolean => {
    if (tr.docChanged && !this.mayWrite()) return false
    const steps = this.document.apply(tr)
    const changed = steps.length > 0
    if (changed) {
      // Pages say nothing of milestones: one that is taken leaves them as they are, so that the next can be taken at once.
      const owed = steps.filter(step => !(step instanceof WorkStep && step.part === 'milestones'))
      if (owed.length) this.pages.steps(owed.map(step => step.toJSON()))
      // Said once and not at every key.
      const { balanced, unsaved } = this.use.getState()
      if ((balanced && owed.length) || !unsaved) this.use.setState({ balanced: balanced && !owed.length, unsaved: true })
      this.saver.changed(this.work)
    }
    this.view?.updateState(this.state)
    for (const follow of this.followers) follow()
    // What was set in a field is shown in it at once.
    this.publish(changed, changed && steps.every(step => step instanceof AttrStep))
    return changed || !tr.docChanged
  }

  /** Whether this tab writes; says so where it does not. */
  mayWrite(): boolean {
    if (!this.writes) this.sayWhyNot()
    return this.writes
  }

  private sayWhyNot(): void {
    const { role } = this.use.getState()
    notify({
      kind: 'wrong',
      text:
        role === 'reader'
          ? 'This tab reads along, so nothing was changed: another tab writes the work.'
          : 'The work is still being opened.',
      ...(role === 'reader' ? { action: { says: 'Write here', run: () => this.takeOver() } } : {}),
    })
  }

  /** Changes what stands beside the text, as one step that can be undone. */
  setPart<Part extends PartName>(part: Part, value: Work[Part]): boolean {
    return this.dispatch(setPart(this.state.tr, this.work, part, value))
  }

  run(command: Command): boolean {
    let refused = false
    const done = command(
      this.state,
      tr => {
        if (!this.dispatch(tr)) refused = true
      },
      this.view ?? undefined,
    )
    this.view?.focus()
    return done && !refused
  }

  undo = (): boolean => undo(this.state, this.dispatch)
  redo = (): boolean => redo(this.state, this.dispatch)

  /** Says what was just done, with the way back from exactly that, whatever is done after it. */
  sayDone(text: string, kind: 'done' | 'wrong' = 'done'): void {
    const change = this.document.watchLast()
    const run = (): void => {
      if (this.mayWrite() && change && !undoChange(this.state, change, this.dispatch))
        notify({
          kind: 'wrong',
          text: 'This cannot be undone by itself any more: what it changed was changed again or undone since. Undo goes back step by step.',
        })
    }
    notify({ kind, text, ...(change ? { action: { says: 'Undo', run } } : {}) })
  }

  /** Does what the galley does, where it is shown. */
  act(name: Act): void {
    this.acts[name]?.()
  }

  /** Puts the work back to what it was: text and parts in one step, which can be undone. */
  restore(earlier: Work): boolean {
    const { doc } = this.state
    const tr = this.state.tr.replaceWith(0, doc.content.size, earlier.doc.content)
    // What was put on record since stays on record.
    for (const part of partNames) if (part !== 'milestones') setPart(tr, this.work, part, earlier[part])
    return this.dispatch(closeHistory(tr.setSelection(Selection.atStart(tr.doc)).setMeta(opensDivision, true)))
  }

  /** Puts the cursor into the block, note or division with this id and shows it; the focus goes there unless it is to stay. */
  goTo(id: string, focus = true): boolean {
    const selection = selectionAt(this.state.doc, id)
    if (!selection) return false
    this.dispatch(this.state.tr.setSelection(selection).setMeta(opensDivision, true))
    if (focus) this.view?.focus()
    showPlace(this.view, this.state.doc, id)
    return true
  }

  // ── pictures ────────────────────────────────────────────────────────────

  /** Keeps a picture; throws where storage does not take it, and nothing is changed then. */
  async addPicture(picture: Picture): Promise<void> {
    await this.saver.addPicture(picture)
    this.pictures.add(picture)
    this.pages.picture(factsOf(picture))
    this.live.push()
  }

  pictureAddress(name: string): string | undefined {
    return this.pictures.address(name)
  }

  // ── pages ───────────────────────────────────────────────────────────────

  private contents() {
    const { doc, pictures } = this.work
    const facts = [...pictures.values()].map(factsOf)
    return { work: this.id, doc: JSON.stringify(doc.toJSON()), parts: partsOnPages(this.work), pictures: facts }
  }

  /** Tries again to compute pages that could not be computed. */
  retryPages(): void {
    this.pages.restart()
  }

  /** Asks for drawings of these pages, now and after every turnover. */
  draw(pages: number[]): void {
    this.pages.want({ kind: 'draw', pages })
    if (this.use.getState().fromLastSitting) void this.drawLastSitting(pages)
  }

  /** Asks why a page ended where it did, now and after every turnover; -1 asks no more. */
  askWhy(page: number): void {
    if (page < 0) this.use.setState({ reasons: null })
    this.pages.want({ kind: 'why', page })
  }

  /** Asks what the index prints of a term, now and after every turnover; an empty one asks no more. */
  askIndexed(term: string): void {
    this.pages.want({ kind: 'indexed', term })
  }

  /** Asks for the symbols of the work, now and after every turnover, or for them no more. */
  askSymbols(wanted: boolean): void {
    this.pages.want({ kind: 'symbols', wanted })
  }

  /** Looks for words in the pages, now and after every turnover. */
  search(query: string): void {
    this.pages.want({ kind: 'search', query })
  }

  /** Pages and page numbers of the last sitting, until those of this one are there. */
  private async showLastSitting(): Promise<void> {
    const summary = await lastSummary(this.id)
    if (!summary || this.use.getState().turnover) return
    this.settle({ ...summary, version: -1 }, true)
  }

  private async drawLastSitting(pages: number[]): Promise<void> {
    const drawings = await lastDrawings(this.id, pages)
    if (this.use.getState().fromLastSitting) this.use.setState({ drawings: new Map(drawings.map(drawing => [drawing.index, drawing])) })
  }

  private settle(turnover: TurnoverSummary, fromLastSitting: boolean): void {
    const { pageOf, labels } = turnover
    const renumbered = this.document.settle(turnover)
    this.use.setState({
      turnover,
      balanced: !fromLastSitting,
      fromLastSitting,
      ...(fromLastSitting ? {} : { progress: null, failure: '' }),
    })
    if (this.use.getState().since) this.compareSince()
    if (renumbered) this.showDocument()
    if (labels.length !== this.pagesOnShelf && this.writes) {
      this.pagesOnShelf = labels.length
      void notePages(this.id, labels.length)
    }
    this.live.push()
    // A cursor that was just put somewhere is not put back by pages that come in.
    readCursor(this.view)
    const { key, value } = setPages(id => {
      const index = pageOf.get(id)
      return index === undefined ? undefined : { index, label: labels[index]! }
    })
    this.dispatch(this.state.tr.setMeta(key, value).setMeta('addToHistory', false))
  }

  // ── milestones ──────────────────────────────────────────────────────────

  /** Every number and page as they are; null while the pages of this text are not made yet. */
  records(): MilestoneRecord[] | null {
    const { turnover, balanced } = this.use.getState()
    if (!turnover || !balanced || !this.pages.isCurrent(turnover.version)) return null
    return recordsNow(this.work, this.live)
  }

  /** Shows in galley and ledger what changed since a milestone, or no longer. */
  showSince(id: string): void {
    this.use.setState({ since: id })
    this.compareSince()
    this.live.push()
  }

  private compareSince(): void {
    const changes = changesSince(this.work, this.use.getState().since, () => this.records())
    if (!changes) return
    this.live.changes = changes
    this.use.setState({ changes })
  }

  /** Puts the numbers and pages as they are on record. Undo leaves records alone: what was on the books stays there. */
  /**
   * For what left the house: the numbers and the work as they were when it was made, whatever was typed since, and the office’s receipt.
   */
  takeMilestone(name: string, left: { records: MilestoneRecord[] | null; work: Work; receipt?: Receipt } | null = null): boolean {
    const { records, work, receipt } = left ?? { records: this.records(), work: this.work }
    if (!records || this.ended) return false
    const milestone: Milestone = { id: newId(), name, taken: new Date().toISOString(), records, ...(receipt ? { receipt } : {}) }
    const tr = setPart(this.state.tr, this.work, 'milestones', [...this.work.milestones, milestone])
    if (!this.dispatch(tr.setMeta('addToHistory', false))) return false
    void keepState(this.id, { ...work, milestones: this.work.milestones }, 'milestone', name)
    this.onRecord = left && { name, work }
    return true
  }

  /** Whether the last milestone of this sitting has this name and was taken of the same work. */
  isOnRecord(name: string, work: Work): boolean {
    const last = this.onRecord
    if (last?.name !== name) return false
    // What is on record itself changes nothing of what is written.
    return (Object.keys(work) as (keyof Work)[]).every(part => part === 'milestones' || work[part] === last.work[part])
  }

  // ── keeping ─────────────────────────────────────────────────────────────

  /** Saves; whether everything is kept then. */
  async save(): Promise<boolean> {
    // A place that was given but could not be taken is asked for again.
    if (this.use.getState().role === 'opening' && this.lock.isWriting) await this.beginWriting()
    return this.writes ? this.saver.flush() : !this.holdsUnsaved
  }

  /** Whether something would be lost if the page went away now. */
  get holdsUnsaved(): boolean {
    return this.use.getState().unsaved && this.rescued !== this.state.doc
  }

  /** What is on the screen is in a file. */
  wasRescued(): void {
    this.rescued = this.state.doc
  }

  /** A work that another tab took off the shelf stands there again, with what is on the screen here. */
  async putBack(): Promise<void> {
    await storeWork(this.id, this.work, { writer: this.lock.name, pages: Math.max(0, this.pagesOnShelf) })
    this.saver.end()
    this.saver = this.newSaver(this.lock.name)
    const role = this.lock.isWriting ? 'writer' : this.use.getState().role
    this.use.setState({ role, save: { kind: 'saved', at: Date.now() }, unsaved: false })
    this.view?.setProps({ editable: () => this.writes })
  }

  /** Saves and ends; false where something could not be saved, and the session goes on. For another work a rescue file is enough. */
  async close(forAnother: boolean): Promise<boolean> {
    const kept = this.writes ? await this.saver.flush() : !this.use.getState().unsaved
    if (!kept && (this.holdsUnsaved || !forAnother)) return false
    // With this sitting its history ends: pictures that only an undo could have brought back are let go.
    if (this.writes) await tidyWork(this.id, this.work).catch(() => {})
    this.end()
    return true
  }

  /** Ends without saving. */
  end(): void {
    this.ended = true
    this.saver.end()
    this.lock.release()
    this.channel.close()
    const thread = this.pages.end()
    if (thread) keepThread(thread)
    this.pictures.end()
  }

  // ── what views show ─────────────────────────────────────────────────────

  private showDocument(): void {
    clearTimeout(this.later)
    this.later = undefined
    this.use.setState({ doc: this.state.doc, ledger: this.live.ledger, ...partsOf(this.work) })
    this.live.push()
  }

  private publish(changed: boolean, atOnce = false): void {
    const now = this.use.getState()
    const next: Partial<SessionView> = {}
    if (changed) {
      // A changed number shows at once; a letter more or less may wait until typing has been drawn.
      const beside = !sameParts(now, this.work)
      if (atOnce || beside || now.ledger.stamp !== this.live.ledger.stamp) this.showDocument()
      else this.later ??= setTimeout(() => this.showDocument(), quietMilliseconds)
    }
    Object.assign(next, movedIn(this.state, now))
    if (Object.keys(next).length) this.use.setState(next)
  }
}
