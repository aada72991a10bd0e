/**
 * An open work. Each thing has one owner: the document, the thread that makes its pages, the writing, what is on record and the pictures.
 * The session joins them: what one does, the others hear. Views show it; none of them holds a copy of the text.
 */

import { type PartName, partNames, partsOf, partsOnPages, sameParts } from '@steady-ledger/core/work/parts/index.ts'
import type { MilestoneRecord } from '@steady-ledger/core/work/parts/milestones.ts'
import { setPart, WorkStep } from '@steady-ledger/core/work/steps/workStep.ts'
import type { Picture, Work } from '@steady-ledger/core/work/work.ts'
import { closeHistory, redo, undo } from '@tiptap/pm/history'
import { type Command, type EditorState, Selection, type Transaction } from '@tiptap/pm/state'
import { AttrStep } from '@tiptap/pm/transform'
import type { EditorView } from '@tiptap/pm/view'
import { create, type StoreApi, type UseBoundStore } from 'zustand'
import { readCursor } from '../editor/cursorFirst.ts'
import type { LiveNumbers } from '../editor/live.ts'
import { opensDivision } from '../editor/oneDivision.ts'
import { setPages } from '../editor/pageTurns.ts'
import type { Graveyard } from '../editor/restoreTarget.ts'
import type { WorkRecord } from '../storage/database.ts'
import { lastDrawings, lastSummary } from '../storage/lastPages.ts'
import { notePages } from '../storage/works.ts'
import { notify } from '../ui/notices.ts'
import { factsOf, type TurnoverSummary } from '../workers/protocol.ts'
import type { Act } from './acts.ts'
import { DocumentStore } from './documentStore.ts'
import { heard } from './heard.ts'
import { type Left, OnRecord } from './onRecord.ts'
import { PagesClient, type Thread } from './pagesClient.ts'
import { PictureStore } from './pictureStore.ts'
import { selectionAt, showPlace } from './place.ts'
import { undoChange } from './undoOf.ts'
import { firstView, movedIn, type SessionView } from './view.ts'
import { Writing } from './writing.ts'

/** How long what only counts or repeats the text may lag behind it. */
const quietMilliseconds = 120

/** Where threads that make pages come from, and where one goes that has nothing to do. */
export interface Threads {
  take(): Thread
  keep(thread: Thread): void
}

export class Session {
  readonly id: string
  readonly use: UseBoundStore<StoreApi<SessionView>>
  private readonly threads: Threads
  private readonly document: DocumentStore
  private readonly pictures: PictureStore
  private readonly pages: PagesClient
  private readonly writing: Writing
  private readonly record: OnRecord
  private view: EditorView | null = null
  private pagesOnShelf = -1
  private later: ReturnType<typeof setTimeout> | undefined
  private ended = false
  /** Targets that references were given in this sitting, the latest first. */
  recentTargets: string[] = []
  /** Sources that were cited in this sitting, the latest first. */
  recentSources: string[] = []
  /** Run after every transaction, for whatever floats beside the text. */
  readonly followers = new Set<() => void>()
  /** What needs more than the editor, as the galley does it while it is shown. */
  acts: Partial<Record<Act, () => void>> = {}
  /** The pages that are wanted as they were in the last sitting; null as soon as one of this sitting is drawn. */
  private wantedOfLastSitting: readonly number[] | null = []

  constructor(id: string, work: Work, { revision = 0 }: Pick<WorkRecord, 'revision'>, threads: Threads) {
    this.id = id
    this.threads = threads
    this.pictures = new PictureStore(work.pictures)
    this.document = new DocumentStore(work, this.pictures)
    this.use = create<SessionView>()(() => firstView(work, this.live.ledger))
    this.pages = new PagesClient(() => threads.take(), {
      contents: () => this.contents(),
      hear: message => {
        if (message.kind === 'without') {
          notify({ kind: 'wrong', text: message.says })
          return
        }
        // What is drawn now comes a little sooner than the turnover that it is drawn from.
        if (message.kind === 'drawn') this.wantedOfLastSitting = null
        this.use.setState(heard(message, this.use.getState()))
      },
      onTurnover: ({ summary }) => this.settle(summary, false),
      onFailure: failure => this.use.setState({ failure, progress: null, balanced: false }),
    })
    this.record = new OnRecord({
      id,
      shown: this.use,
      live: this.live,
      isCurrent: version => this.pages.isCurrent(version),
      put: milestones =>
        !this.ended && this.dispatch(setPart(this.state.tr, this.work, 'milestones', milestones).setMeta('addToHistory', false)),
      work: () => this.work,
    })
    this.writing = new Writing(id, revision, {
      shown: this.use,
      work: () => this.work,
      pages: () => this.use.getState().turnover?.labels.length ?? 0,
      replace: work => this.replace(work),
    })
    // What may be typed follows from who writes.
    this.use.subscribe((now, before) => {
      if (now.role !== before.role) this.view?.setProps({ editable: () => this.writing.writes })
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

  // ── who writes ──────────────────────────────────────────────────────────

  takeOver(): void {
    this.writing.takeOver()
  }
  /** Writes here though the other tab does not answer, or cannot save what it holds. */
  forceOver(): void {
    this.writing.forceOver()
  }
  /** Whether this tab writes; says so where it does not. */
  mayWrite(): boolean {
    return this.writing.mayWrite()
  }
  /** Saves; whether everything is kept then. */
  save(): Promise<boolean> {
    return this.writing.save()
  }
  /** Whether something would be lost if the page went away now. */
  get holdsUnsaved(): boolean {
    return this.writing.holdsUnsaved
  }
  /** What is on the screen is in a file. */
  wasRescued(): void {
    this.writing.wasRescued()
  }
  /** A work that another tab took off the shelf stands there again, with what is on the screen here. */
  putBack(): Promise<void> {
    return this.writing.putBack()
  }

  /** Saves and ends; false where something could not be saved, and the session goes on. For another work a rescue file is enough. */
  async close(forAnother: boolean): Promise<boolean> {
    if (!(await this.writing.finish(forAnother))) return false
    this.end()
    return true
  }

  /** Ends without saving. */
  end(): void {
    this.ended = true
    this.writing.end()
    const thread = this.pages.end()
    if (thread) this.threads.keep(thread)
    this.pictures.end()
  }

  /** Takes over what another tab saved. */
  private replace(work: Work): void {
    this.pictures.replace(work.pictures)
    if (!this.document.replace(work)) return
    this.pages.open()
    this.view?.updateState(this.state)
    this.publish(true)
  }

  // ── the text ────────────────────────────────────────────────────────────

  attach(view: EditorView): void {
    this.view = view
    view.setProps({ editable: () => this.writing.writes })
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
      if (owed.length && this.use.getState().balanced) this.use.setState({ balanced: false })
      this.writing.changed()
    }
    this.view?.updateState(this.state)
    this.live.push(true)
    for (const follow of this.followers) follow()
    // What was set in a field is shown in it at once.
    this.publish(changed, changed && steps.every(step => step instanceof AttrStep))
    return changed || !tr.docChanged
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
    if (this.view) showPlace(this.view, this.state.doc, id)
    return true
  }

  // ── pictures ────────────────────────────────────────────────────────────

  /** Keeps a picture; throws where storage does not take it, and nothing is changed then. */
  async addPicture(picture: Picture): Promise<void> {
    await this.writing.addPicture(picture)
    this.pictures.add(picture)
    this.pages.picture(factsOf(picture))
    this.live.owe(true)
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
    if (this.wantedOfLastSitting && this.use.getState().fromLastSitting) void this.drawLastSitting(pages)
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
    if (!summary || !this.wantedOfLastSitting || this.use.getState().turnover) return
    this.settle({ ...summary, version: -1 }, true)
  }

  private async drawLastSitting(pages: number[]): Promise<void> {
    this.wantedOfLastSitting = pages
    const drawings = await lastDrawings(this.id, pages)
    if (this.wantedOfLastSitting === pages) this.use.setState({ drawings: new Map(drawings.map(drawing => [drawing.index, drawing])) })
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
    if (this.use.getState().since) this.record.compare()
    if (renumbered) this.showDocument()
    if (labels.length !== this.pagesOnShelf && this.writing.writes) {
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
    return this.record.now()
  }
  /** Shows in galley and ledger what changed since a milestone, or no longer. */
  showSince(id: string): void {
    this.record.showSince(id)
  }
  /** Puts the numbers and pages on record as they are, or as they were in what left. Undo leaves records alone: what is on the books stays. */
  takeMilestone(name: string, left: Left | null = null): boolean {
    return this.record.take(name, left)
  }
  /** Whether the last milestone of this sitting has this name and was taken of the same work. */
  isOnRecord(name: string, work: Work): boolean {
    return this.record.has(name, work)
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
