/** An open work: its editor state, its worker, its saving. Views show it; none of them holds a copy of the text. */

import { compareMilestones, type MilestoneChange } from '@steady-ledger/core/milestones/compareMilestones.ts'
import { recordsOf } from '@steady-ledger/core/milestones/takeMilestone.ts'
import { numberWork, type WorkLedger } from '@steady-ledger/core/numbers/ledger.ts'
import { scanDivision } from '@steady-ledger/core/numbers/scan.ts'
import type { PageDrawing } from '@steady-ledger/core/pages/drawing.ts'
import type { PageMatch } from '@steady-ledger/core/pages/search.ts'
import type { PageReasons } from '@steady-ledger/core/pages/why.ts'
import { nearbyReferences } from '@steady-ledger/core/turnover/facts/nearness.ts'
import { noteNumbersOf, notesCountByPage, withNoteNumbers } from '@steady-ledger/core/turnover/facts/noteNumbers.ts'
import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { type PartName, type Parts, partsOf, partsOnPages, sameParts } from '@steady-ledger/core/work/parts/index.ts'
import type { Milestone, MilestoneRecord } from '@steady-ledger/core/work/parts/milestones.ts'
import { afterSteps, setPart } from '@steady-ledger/core/work/steps/workStep.ts'
import type { Picture, Work } from '@steady-ledger/core/work/work.ts'
import { history, redo, redoDepth, undo, undoDepth } from '@tiptap/pm/history'
import { keymap } from '@tiptap/pm/keymap'
import type { Node } from '@tiptap/pm/model'
import { type Command, EditorState, NodeSelection, Selection, TextSelection, type Transaction } from '@tiptap/pm/state'
import { tableEditing } from '@tiptap/pm/tables'
import { AttrStep } from '@tiptap/pm/transform'
import type { EditorView } from '@tiptap/pm/view'
import { create, type StoreApi, type UseBoundStore } from 'zustand'
import { boundedDepth } from './editor/boundedDepth.ts'
import { cursorFirst } from './editor/cursorFirst.ts'
import { editingKeys, typedStructure } from './editor/keys.ts'
import { LiveNumbers } from './editor/live.ts'
import { lostTargets } from './editor/lostTargets.ts'
import { oneDivision, opensDivision } from './editor/oneDivision.ts'
import { pageTurns, setPages } from './editor/pageTurns.ts'
import { bury, type Graveyard } from './editor/restoreTarget.ts'
import { blockAt, selectedBlock } from './editor/selected.ts'
import { stableIds } from './editor/stableIds.ts'
import { dropPictures, loadWork, newId, notePages } from './storage/database.ts'
import { Saver, type SaveState } from './storage/saver.ts'
import { askToWrite, type WriterLock } from './storage/writerLock.ts'
import type { FromTurnover, ProgressOf, ToTurnover, TurnoverSummary } from './workers/protocol.ts'

/** What the interface shows of a session; the document itself stays in the editor state. */
export interface SessionView extends Parts {
  doc: Node
  ledger: WorkLedger
  /** The selection's block and entry, for the slip. */
  selected: { id: string; kind: string; at: number }
  /** Position of the block of a division that holds the cursor; -1 where none does. */
  blockAt: number
  openDivision: string
  turnover: TurnoverSummary | null
  /** Whether the turnover is one of the work as it is now. */
  balanced: boolean
  /** Whether something is not kept in the browser yet. */
  unsaved: boolean
  /** Computing: how far, once it takes long enough to say so. */
  progress: { of: ProgressOf; done: number; all: number } | null
  failure: string
  save: SaveState
  writer: boolean
  canUndo: boolean
  canRedo: boolean
  drawings: Map<number, PageDrawing>
  /** Why the page that was asked about ended where it did. */
  reasons: { page: number; reasons: PageReasons | null } | null
  /** The milestone that galley and ledger show changes since, and the changes; empty for none. */
  since: string
  changes: ReadonlyMap<string, MilestoneChange>
  /** What was looked for in the pages, and where it is. */
  found: { query: string; matches: PageMatch[] }
}

const historyDepth = 500
/** How long what only counts or repeats the text may lag behind it. */
const quietMilliseconds = 120
/** How long the next writer waits for the last one to save what it holds. */
const handOverMilliseconds = 600

export class Session {
  readonly id: string
  work: Work
  readonly live: LiveNumbers
  readonly use: UseBoundStore<StoreApi<SessionView>>
  state: EditorState
  private view: EditorView | null = null
  private readonly worker: Worker
  private saver: Saver
  /** Tabs on the same work tell each other what was saved. */
  private readonly channel: BroadcastChannel
  private readonly lock: WriterLock
  private readonly addresses = new Map<string, string>()
  private version = 0
  private pagesOnShelf = -1
  /** Of notes that count by page, as of the last turnover. */
  private noteNumbers = new Map<string, string>()
  private later: ReturnType<typeof setTimeout> | undefined
  /** Messages wait until the worker has said that it listens: what comes earlier would be lost. */
  private waiting: ToTurnover[] | null = []
  /** What was referred to and deleted in this sitting. */
  readonly graveyard: Graveyard = new Map()
  /** Targets that references were given in this sitting, the latest first. */
  recentTargets: string[] = []
  /** Run after every transaction, for whatever floats beside the text. */
  readonly followers = new Set<() => void>()

  constructor(id: string, work: Work) {
    this.id = id
    this.work = work
    const ledger = this.number(work.doc)
    this.live = new LiveNumbers(ledger, work.settings)
    this.live.pictureAddress = name => this.pictureAddress(name)
    this.live.setLedger(ledger, work.doc)
    this.state = EditorState.create({
      doc: work.doc,
      plugins: [
        oneDivision(),
        stableIds(),
        boundedDepth(),
        lostTargets(
          () => this.work,
          (old, id, isGone) => bury(this.graveyard, old, id, isGone),
        ),
        history({ depth: historyDepth }),
        keymap({ 'Mod-z': undo, 'Mod-y': redo, 'Mod-Shift-z': redo }),
        cursorFirst(),
        typedStructure(),
        editingKeys(),
        tableEditing(),
        pageTurns(),
      ],
    })
    this.use = create<SessionView>()(() => ({
      doc: work.doc,
      ...partsOf(work),
      ledger,
      selected: { id: '', kind: '', at: 0 },
      blockAt: -1,
      openDivision: work.doc.firstChild!.attrs.id,
      turnover: null,
      balanced: false,
      unsaved: false,
      progress: null,
      failure: '',
      save: { kind: 'saved', at: Date.now() },
      writer: true,
      canUndo: false,
      canRedo: false,
      drawings: new Map(),
      reasons: null,
      since: '',
      changes: new Map(),
      found: { query: '', matches: [] },
    }))
    this.worker = new Worker(new URL('./workers/turnover.worker.ts', import.meta.url), { type: 'module' })
    this.worker.addEventListener('message', ({ data }: MessageEvent<FromTurnover>) => this.hear(data))
    this.worker.addEventListener('error', event =>
      this.use.setState({ failure: event.message || 'The pages cannot be computed in this browser.' }),
    )
    this.openInWorker()
    this.channel = new BroadcastChannel(`steady-ledger ${id}`)
    this.channel.addEventListener('message', () => {
      if (!this.use.getState().writer) void this.refresh()
    })
    this.saver = this.newSaver(work)
    this.lock = askToWrite(id, writer => void this.changeWriter(writer))
  }

  private newSaver(work: Work): Saver {
    return new Saver(
      this.id,
      work,
      save => {
        this.use.setState({ save, ...(save.kind === 'saved' ? { unsaved: false } : {}) })
        if (save.kind === 'saved') this.channel.postMessage('saved')
      },
      () => this.use.getState().turnover?.labels.length ?? 0,
    )
  }

  /** This tab may write from now on, or no longer. Whoever begins to write begins with what was saved last. */
  private async changeWriter(writer: boolean): Promise<void> {
    const was = this.use.getState().writer
    if (!writer) {
      this.use.setState({ writer, save: { kind: 'reading' } })
      this.view?.setProps({ editable: () => false })
      await this.saver.flush()
      this.use.setState({ save: { kind: 'reading' } })
      this.channel.postMessage('left')
      return
    }
    if (was) return
    await new Promise(resolve => setTimeout(resolve, handOverMilliseconds))
    await this.refresh()
    this.use.setState({ writer, save: { kind: 'saved', at: Date.now() } })
    this.view?.setProps({ editable: () => true })
  }

  /** Takes over what another tab saved. The history begins anew: what the other tab did cannot be undone here. */
  private async refresh(): Promise<void> {
    const { work } = await loadWork(this.id)
    if (work.doc.eq(this.state.doc) && JSON.stringify(partsOf(work)) === JSON.stringify(partsOf(this.work))) return
    this.work = work
    this.live.settings = work.settings
    this.state = EditorState.create({
      doc: work.doc,
      plugins: this.state.plugins,
      selection: Selection.near(work.doc.resolve(Math.min(this.state.selection.from, work.doc.content.size))),
    })
    this.live.setLedger(this.number(work.doc), work.doc)
    this.saver = this.newSaver(work)
    this.version = 0
    this.openInWorker()
    this.view?.updateState(this.state)
    this.publish(true)
  }

  private openInWorker(): void {
    const { doc, pictures } = this.work
    const facts = [...pictures.values()].map(({ bytes: _bytes, ...found }) => found)
    this.tell({ kind: 'open', version: 0, doc: JSON.stringify(doc.toJSON()), parts: partsOnPages(this.work), pictures: facts })
  }

  /** The document as it is now with everything beside it. */
  current(): Work {
    return { ...this.work, doc: this.state.doc }
  }

  attach(view: EditorView): void {
    this.view = view
    view.setProps({ editable: () => this.use.getState().writer })
  }
  detach(view: EditorView): void {
    if (this.view === view) this.view = null
  }
  get editor(): EditorView | null {
    return this.view
  }

  dispatch = (tr: Transaction): void => {
    if (tr.docChanged && !this.use.getState().writer) return
    const { state, transactions } = this.state.applyTransaction(tr)
    this.state = state
    const steps = transactions.flatMap(found => found.steps)
    const changed = steps.length > 0
    if (changed) {
      this.work = afterSteps(this.work, steps)
      this.live.settings = this.work.settings
      this.live.setLedger(this.number(state.doc, this.live.ledger), state.doc)
      this.tell({ kind: 'steps', version: this.version, steps: steps.map(step => step.toJSON()) })
      this.version += steps.length
      // Said once and not at every key.
      const { balanced, unsaved } = this.use.getState()
      if (balanced || !unsaved) this.use.setState({ balanced: false, unsaved: true })
      this.saver.changed(this.current())
    }
    this.view?.updateState(state)
    for (const follow of this.followers) follow()
    // What was set in a field is shown in it at once.
    this.publish(changed, changed && steps.every(step => step instanceof AttrStep))
  }

  /** Numbers the work as it is. Notes that count by page keep what the last turnover gave them; new ones wait for the next. */
  private number(doc: Node, previous?: WorkLedger): WorkLedger {
    const ledger = numberWork(doc, this.work.scheme, previous)
    if (!notesCountByPage(this.work.scheme) || ledger.stamp === previous?.stamp) return ledger
    const known = this.noteNumbers
    return withNoteNumbers(ledger, new Map([...noteNumbersOf(ledger).keys()].map(id => [id, known.get(id) ?? '…'])))
  }

  /** Changes what stands beside the text, as one step that can be undone. */
  setPart<Part extends PartName>(part: Part, value: Work[Part]): void {
    this.dispatch(setPart(this.state.tr, this.work, part, value))
  }

  /** Every number and page as they are; null while the pages of this text are not made yet. */
  records(): MilestoneRecord[] | null {
    const { turnover } = this.use.getState()
    if (turnover?.version !== this.version) return null
    const referred = new Set(this.state.doc.children.flatMap(node => scanDivision(node).references.flatMap(({ targets }) => targets)))
    return recordsOf({
      ledger: this.live.ledger,
      language: this.live.language,
      pageOf: id => this.live.pageOf(id),
      textOf: (node, identity) => this.live.textOf(node, identity),
      isReferred: id => referred.has(id),
    })
  }

  /** Shows in galley and ledger what changed since a milestone, or no longer. */
  showSince(id: string): void {
    this.use.setState({ since: id })
    this.compareSince()
    this.live.push()
  }

  private compareSince(): void {
    const { since } = this.use.getState()
    const milestone = this.work.milestones.find(found => found.id === since)
    const now = milestone && this.records()
    if (!milestone) {
      this.live.changes = new Map()
      this.use.setState({ changes: this.live.changes })
    } else if (now) {
      this.live.changes = new Map(compareMilestones(milestone.records, now).map(change => [change.id, change]))
      this.use.setState({ changes: this.live.changes })
    }
  }

  /** Puts the numbers and pages as they are on record. Undo leaves records alone: what was on the books stays there. */
  takeMilestone(name: string, records = this.records()): boolean {
    if (!records) return false
    const milestone: Milestone = { id: newId(), name, taken: new Date().toISOString(), records }
    this.dispatch(setPart(this.state.tr, this.work, 'milestones', [...this.work.milestones, milestone]).setMeta('addToHistory', false))
    return true
  }

  run(command: Command): boolean {
    const done = command(this.state, this.dispatch, this.view ?? undefined)
    this.view?.focus()
    return done
  }

  undo = (): boolean => undo(this.state, this.dispatch)
  redo = (): boolean => redo(this.state, this.dispatch)

  /** Puts the cursor into the block, note or division with this id and shows it. */
  goTo(id: string): boolean {
    const at = findBlock(this.state.doc, id)
    if (at < 0) return false
    const node = this.state.doc.nodeAt(at)!
    const { doc } = this.state
    const selection =
      node.isTextblock || node.type.name === 'division'
        ? TextSelection.near(doc.resolve(at + 1))
        : node.type.spec.group === 'block' && node.type.name !== 'table'
          ? NodeSelection.create(doc, at)
          : Selection.near(doc.resolve(node.isInline ? at : at + 1))
    this.dispatch(this.state.tr.setSelection(selection).setMeta(opensDivision, true))
    this.view?.focus()
    const dom = this.view?.nodeDOM(at)
    const shown = dom instanceof HTMLElement ? dom : dom?.parentElement
    ;(node.type.name === 'division' ? (shown?.querySelector('.heading') ?? shown) : shown)?.scrollIntoView({
      block: node.type.name === 'division' ? 'start' : 'center',
    })
    return true
  }

  async addPicture(picture: Picture): Promise<void> {
    this.work.pictures.set(picture.name, picture)
    const { bytes: _bytes, ...facts } = picture
    this.tell({ kind: 'picture', picture: facts })
    await this.saver.addPicture(picture)
    this.live.push()
  }

  pictureAddress(name: string): string | undefined {
    const known = this.addresses.get(name)
    if (known) return known
    const picture = this.work.pictures.get(name)
    if (!picture) return undefined
    const address = URL.createObjectURL(new Blob([picture.bytes as Uint8Array<ArrayBuffer>], { type: picture.type }))
    this.addresses.set(name, address)
    return address
  }

  /** Asks for drawings of these pages, now and after every turnover. */
  draw(pages: number[]): void {
    this.tell({ kind: 'draw', pages })
  }

  /** Asks why a page ended where it did, now and after every turnover; -1 asks no more. */
  askWhy(page: number): void {
    if (page < 0) this.use.setState({ reasons: null })
    this.tell({ kind: 'why', page })
  }

  /** Looks for words in the pages, now and after every turnover. */
  search(query: string): void {
    this.tell({ kind: 'search', query })
  }

  takeOver(): void {
    this.lock.takeOver()
  }

  flush(): Promise<void> {
    return this.saver.flush()
  }

  async close(): Promise<void> {
    await this.saver.flush()
    // With this sitting its history ends: pictures that only an undo could have brought back are let go.
    if (this.use.getState().writer) await dropPictures(this.id, this.current()).catch(() => {})
    this.lock.release()
    this.channel.close()
    this.worker.terminate()
    for (const address of this.addresses.values()) URL.revokeObjectURL(address)
  }

  private tell(message: ToTurnover): void {
    if (this.waiting) this.waiting.push(message)
    else this.worker.postMessage(message)
  }

  private hear(message: FromTurnover): void {
    switch (message.kind) {
      case 'ready':
        for (const early of this.waiting ?? []) this.worker.postMessage(early)
        this.waiting = null
        break
      case 'progress':
        this.use.setState({ progress: message })
        break
      case 'turnover':
        if (message.summary.version === this.version) this.settle(message.summary)
        break
      case 'drawn':
        this.use.setState({ drawings: new Map(message.drawings.map(drawing => [drawing.index, drawing])) })
        break
      case 'reasons':
        this.use.setState({ reasons: { page: message.page, reasons: message.reasons } })
        break
      case 'found':
        this.use.setState({ found: { query: message.query, matches: message.matches } })
        break
      case 'failed':
        this.use.setState({ failure: message.message, progress: null })
    }
  }

  private settle(turnover: TurnoverSummary): void {
    const { pageOf, labels } = turnover
    this.live.pageOf = id => {
      const index = pageOf.get(id)
      const label = index === undefined ? undefined : labels[index]
      return index === undefined || label === undefined ? undefined : { label, index }
    }
    const near = nearbyReferences(this.state.doc)
    this.live.indexes = {
      ids: pageOf,
      references: new Map(near.map(({ occurrence }, order) => [occurrence, turnover.nearby[order] ?? -1])),
    }
    this.live.twoSided = this.work.houseStyle.page.twoSided
    this.use.setState({ turnover, balanced: true, progress: null, failure: '' })
    if (this.use.getState().since) this.compareSince()
    if (turnover.noteNumbers && [...turnover.noteNumbers].some(([id, number]) => this.live.number(id) !== number)) {
      this.noteNumbers = turnover.noteNumbers
      this.live.setLedger(withNoteNumbers(this.live.ledger, turnover.noteNumbers), this.state.doc)
      this.showDocument()
    }
    if (labels.length !== this.pagesOnShelf && this.use.getState().writer) {
      this.pagesOnShelf = labels.length
      void notePages(this.id, labels.length)
    }
    this.live.push()
    const { key, value } = setPages(id => {
      const index = pageOf.get(id)
      return index === undefined ? undefined : { index, label: labels[index]! }
    })
    this.dispatch(this.state.tr.setMeta(key, value).setMeta('addToHistory', false))
  }

  private showDocument(): void {
    clearTimeout(this.later)
    this.later = undefined
    this.use.setState({ doc: this.state.doc, ledger: this.live.ledger, ...partsOf(this.work) })
    this.live.push()
  }

  private publish(changed: boolean, atOnce = false): void {
    const { $head } = this.state.selection
    const selected = selectedBlock(this.state)
    const now = this.use.getState()
    const openDivision = this.state.doc.child(Math.min($head.index(0), this.state.doc.childCount - 1)).attrs.id
    const next: Partial<SessionView> = {}
    if (changed) {
      // A changed number shows at once; a letter more or less may wait until typing has been drawn.
      const beside = !sameParts(now, this.work)
      if (atOnce || beside || now.ledger.stamp !== this.live.ledger.stamp) this.showDocument()
      else this.later ??= setTimeout(() => this.showDocument(), quietMilliseconds)
    }
    if (now.selected.id !== selected.id || now.selected.at !== selected.at || now.selected.kind !== selected.kind) next.selected = selected
    if (now.openDivision !== openDivision) next.openDivision = openDivision
    const block = blockAt(this.state)
    if (now.blockAt !== block) next.blockAt = block
    const canUndo = undoDepth(this.state) > 0
    const canRedo = redoDepth(this.state) > 0
    if (now.canUndo !== canUndo) next.canUndo = canUndo
    if (now.canRedo !== canRedo) next.canRedo = canRedo
    if (Object.keys(next).length) this.use.setState(next)
  }
}
