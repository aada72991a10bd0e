/** The open document: text, parts, numbers and history. Here and nowhere else they change. */

import { asPrinted } from '@steady-ledger/core/content/citations/asPrinted.ts'
import { numberWork, type WorkLedger } from '@steady-ledger/core/numbers/ledger.ts'
import { nearbyReferences } from '@steady-ledger/core/turnover/facts/nearness.ts'
import { noteNumbersOf, notesCountByPage, withNoteNumbers } from '@steady-ledger/core/turnover/facts/noteNumbers.ts'
import { partsOf } from '@steady-ledger/core/work/parts/index.ts'
import { afterSteps } from '@steady-ledger/core/work/steps/workStep.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { history } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import { EditorState, Selection, type Transaction } from '@tiptap/pm/state'
import { tableEditing } from '@tiptap/pm/tables'
import type { Step } from '@tiptap/pm/transform'
import { boundedDepth } from '../editor/boundedDepth.ts'
import { cursorFirst } from '../editor/cursorFirst.ts'
import { editingKeys, typedStructure } from '../editor/keys.ts'
import { LiveNumbers } from '../editor/live.ts'
import { lostTargets } from '../editor/lostTargets.ts'
import { markedWords } from '../editor/markedWords.ts'
import { oneDivision } from '../editor/oneDivision.ts'
import { pageTurns } from '../editor/pageTurns.ts'
import { bury, type Graveyard } from '../editor/restoreTarget.ts'
import { stableIds } from '../editor/stableIds.ts'
import type { TurnoverSummary } from '../workers/protocol.ts'
import type { PictureStore } from './pictureStore.ts'
import { type Change, cameAfter, changeOf } from './undoOf.ts'

const historyDepth = 500
/** Changes that can be taken back by themselves: as many as notices are kept. */
const mostChanges = 20

export class DocumentStore {
  state: EditorState
  readonly live: LiveNumbers
  /** What was referred to and deleted in this sitting. */
  readonly graveyard: Graveyard = new Map()
  private last: Change | undefined
  /** Changes that somebody was offered to take back. */
  private watched: Change[] = []
  private beside: Work
  private readonly pictures: PictureStore
  /** Of notes that count by page, as of the last turnover. */
  private noteNumbers = new Map<string, string>()

  constructor(work: Work, pictures: PictureStore) {
    this.beside = work
    this.pictures = pictures
    const ledger = this.number(work.doc)
    this.live = new LiveNumbers(ledger, work)
    this.live.pictureAddress = name => pictures.address(name)
    this.live.setLedger(ledger, work.doc)
    this.state = EditorState.create({ doc: work.doc, plugins: this.plugins() })
  }

  private plugins() {
    return [
      oneDivision(),
      stableIds(),
      boundedDepth(),
      lostTargets(
        () => this.work,
        (old, id, isGone) => bury(this.graveyard, old, id, isGone),
      ),
      history({ depth: historyDepth }),
      cursorFirst(),
      typedStructure(this.live),
      editingKeys(),
      tableEditing(),
      pageTurns(),
      markedWords(this.live),
    ]
  }

  /** The work as it is now. */
  get work(): Work {
    return { ...this.beside, doc: this.state?.doc ?? this.beside.doc, pictures: this.pictures.all }
  }

  /** Applies a transaction and what it brings with it; the steps that were made, none where it was refused. */
  apply(tr: Transaction): readonly Step[] {
    const { state, transactions } = this.state.applyTransaction(tr)
    this.state = state
    const steps = transactions.flatMap(found => found.steps)
    if (steps.length === 0) return steps
    for (const change of this.watched) cameAfter(change, transactions, state)
    this.last = changeOf(transactions, state)
    this.beside = afterSteps(this.beside, steps)
    this.live.take(this.beside)
    this.live.setLedger(this.number(state.doc, this.live.ledger), state.doc)
    return steps
  }

  /** The last change, and from now on all that comes after it. */
  watchLast(): Change | undefined {
    if (this.last && !this.watched.includes(this.last)) this.watched = [...this.watched, this.last].slice(-mostChanges)
    return this.last
  }

  /** Takes over a work as another tab has left it; false where it is what stands here. The history begins anew: what was done elsewhere cannot be undone here. */
  replace(work: Work): boolean {
    if (work.doc.eq(this.state.doc) && JSON.stringify(partsOf(work)) === JSON.stringify(partsOf(this.beside))) return false
    this.beside = work
    this.last = undefined
    this.watched = []
    this.live.take(work)
    const at = Math.min(this.state.selection.from, work.doc.content.size)
    this.state = EditorState.create({
      doc: work.doc,
      plugins: this.state.plugins,
      selection: Selection.near(work.doc.resolve(at)),
    })
    this.live.setLedger(this.number(work.doc), work.doc)
    return true
  }

  /** Numbers the work as it is. Notes that count by page keep what the last turnover gave them; new ones wait for the next. */
  private number(doc: Node, previous?: WorkLedger): WorkLedger {
    const { scheme } = this.beside
    const ledger = numberWork(asPrinted({ ...this.beside, doc }), scheme, previous)
    if (!notesCountByPage(scheme) || ledger.stamp === previous?.stamp) return ledger
    const known = this.noteNumbers
    return withNoteNumbers(ledger, new Map([...noteNumbersOf(ledger).keys()].map(id => [id, known.get(id) ?? '…'])))
  }

  /** Takes in where everything stands; true where that changed a number. */
  settle({ pageOf, labels, nearby, noteNumbers, citations }: TurnoverSummary): boolean {
    const near = nearbyReferences(this.state.doc)
    this.live.setPages({
      labels,
      ids: pageOf,
      references: new Map(near.map(({ occurrence }, order) => [occurrence, nearby[order] ?? -1])),
      twoSided: this.beside.houseStyle.page.twoSided,
      citations: citations ?? null,
    })
    if (!noteNumbers || [...noteNumbers].every(([id, number]) => this.live.number(id) === number)) return false
    this.noteNumbers = noteNumbers
    this.live.setLedger(withNoteNumbers(this.live.ledger, noteNumbers), this.state.doc)
    return true
  }
}
