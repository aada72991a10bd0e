/**
 * Undoing one change, whatever was done after it. Where it is the last one, history takes it back; where more was done since, its steps are
 * turned round and carried over what came later, as editors carry the steps of another writer.
 */
import { isHistoryTransaction, undo, undoDepth } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import type { EditorState, Transaction } from '@tiptap/pm/state'
import { Mapping, type Step } from '@tiptap/pm/transform'

export interface Change {
  steps: readonly Step[]
  /** The document before each of the steps. */
  docs: readonly Node[]
  /** The document it left. */
  after: Node
  /** How deep the history was then. */
  depth: number
  /** Where things went since; empty as long as nothing was changed. */
  later: Step[]
  /** History took it back already. */
  gone: boolean
}

export const changeOf = (transactions: readonly Transaction[], state: EditorState): Change => ({
  steps: transactions.flatMap(tr => tr.steps),
  docs: transactions.flatMap(tr => tr.docs),
  after: state.doc,
  depth: undoDepth(state),
  later: [],
  gone: false,
})

/** Tells a change what came after it. */
export function cameAfter(change: Change, transactions: readonly Transaction[], state: EditorState): void {
  change.later.push(...transactions.flatMap(tr => tr.steps))
  if (transactions.some(isHistoryTransaction) && undoDepth(state) < change.depth) change.gone = true
}

/** Takes one change back: true where that could be done. What it touched may have been changed again since, and then nothing is done. */
export function undoChange(state: EditorState, change: Change, dispatch: (tr: Transaction) => boolean): boolean {
  if (change.gone) return false
  if (change.later.length === 0) return state.doc.eq(change.after) && undoDepth(state) === change.depth && undo(state, dispatch)
  const { tr } = state
  const mapping = new Mapping([...change.steps, ...change.later].map(step => step.getMap()))
  for (let i = change.steps.length - 1; i >= 0; i--) {
    const turned = change.steps[i]!.invert(change.docs[i]!)
    const carried = turned.map(mapping.slice(i + 1))
    if (!carried || tr.maybeStep(carried).failed) return false
    mapping.appendMap(carried.getMap(), i)
  }
  return dispatch(tr)
}
