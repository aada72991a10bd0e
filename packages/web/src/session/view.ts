/** What the interface shows of a session; the document itself stays in the editor state. */

import type { IndexEntry } from '@steady-ledger/core/content/index/entries.ts'
import type { CollectedSymbol } from '@steady-ledger/core/formulas/symbols/collect.ts'
import type { MilestoneChange } from '@steady-ledger/core/milestones/compareMilestones.ts'
import type { WorkLedger } from '@steady-ledger/core/numbers/ledger.ts'
import type { PageDrawing } from '@steady-ledger/core/pages/drawing.ts'
import type { PageMatch } from '@steady-ledger/core/pages/search.ts'
import type { PageReasons } from '@steady-ledger/core/pages/why.ts'
import { type Parts, partsOf } from '@steady-ledger/core/work/parts/index.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { redoDepth, undoDepth } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import type { EditorState } from '@tiptap/pm/state'
import { blockAt, selectedBlock } from '../editor/selected.ts'
import type { SaveState } from '../storage/saver.ts'
import type { HandOver } from '../storage/writerLock.ts'
import type { ProgressOf, TurnoverSummary } from '../workers/protocol.ts'

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
  /** Whether the turnover is the one of the last sitting, kept to be shown until there is one of this. */
  fromLastSitting: boolean
  /** Computing: how far, once it takes long enough to say so. */
  progress: { of: ProgressOf; done: number; all: number } | null
  /** Why the pages are not computed; empty while they are. */
  failure: string
  /** Whether something is not kept in the browser yet. */
  unsaved: boolean
  save: SaveState
  /** Whether this tab writes, another one does, or that is not known yet. */
  role: 'opening' | 'writer' | 'reader'
  handOver: HandOver
  canUndo: boolean
  canRedo: boolean
  drawings: ReadonlyMap<number, PageDrawing>
  /** Why the page that was asked about ended where it did. */
  reasons: { page: number; reasons: PageReasons | null } | null
  /** The symbols of its formulas, as they were when they were last asked for. */
  symbols: readonly CollectedSymbol[]
  /** What the index prints of the term that was asked for. */
  indexed: { term: string; entry: IndexEntry | null }
  /** The milestone that galley and ledger show changes since, and the changes; empty for none. */
  since: string
  changes: ReadonlyMap<string, MilestoneChange>
  /** What was looked for in the pages, and where it is. */
  found: { query: string; matches: PageMatch[] }
}

export const firstView = (work: Work, ledger: WorkLedger): SessionView => ({
  doc: work.doc,
  ...partsOf(work),
  ledger,
  selected: { id: '', kind: '', at: 0 },
  blockAt: -1,
  openDivision: work.doc.firstChild!.attrs.id,
  turnover: null,
  balanced: false,
  fromLastSitting: false,
  progress: null,
  failure: '',
  unsaved: false,
  save: { kind: 'saved', at: Date.now() },
  role: 'opening',
  handOver: null,
  canUndo: false,
  canRedo: false,
  drawings: new Map(),
  reasons: null,
  symbols: [],
  indexed: { term: '', entry: null },
  since: '',
  changes: new Map(),
  found: { query: '', matches: [] },
})

/** What is otherwise now of where the cursor stands, and of what can be undone. */
export function movedIn(state: EditorState, shown: SessionView): Partial<SessionView> {
  const { $head } = state.selection
  const now = {
    openDivision: state.doc.child(Math.min($head.index(0), state.doc.childCount - 1)).attrs.id as string,
    blockAt: blockAt(state),
    canUndo: undoDepth(state) > 0,
    canRedo: redoDepth(state) > 0,
  }
  const selected = selectedBlock(state)
  const same = shown.selected.id === selected.id && shown.selected.at === selected.at && shown.selected.kind === selected.kind
  const moved = Object.entries(now).filter(([key, value]) => shown[key as keyof typeof now] !== value)
  return { ...Object.fromEntries(moved), ...(same ? {} : { selected }) }
}
