/**
 * Undoing one change, whatever was done after it. Where it is the last one, history takes it back; where more was done since, its steps are
 * turned round and carried over what came later, as editors carry the steps of another writer.
 */
import { RegisterStep } from '@steady-ledger/core/work/steps/registerStep.ts'
import { WorkStep } from '@steady-ledger/core/work/steps/workStep.ts'
import { isHistoryTransaction, undo, undoDepth } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import type { EditorState, Transaction } from '@tiptap/pm/state'
import { AttrStep, Mapping, type Step } from '@tiptap/pm/transform'

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

interface Range {
  from: number
  to: number
}

/** What the steps wrote, in the document that they left. */
function written(steps: readonly Step[]): Range[] {
  const ranges: Range[] = []
  steps.forEach((step, order) => {
    const own: Range[] = step instanceof AttrStep ? [{ from: step.pos, to: step.pos + 1 }] : []
    step.getMap().forEach((_from, _to, from, to) => own.push({ from, to }))
    const rest = new Mapping(steps.slice(order + 1).map(later => later.getMap()))
    for (const { from, to } of own) ranges.push({ from: rest.map(from, -1), to: rest.map(to, 1) })
  })
  return ranges
}

/** Whether something that came later was done to what the change wrote, or to the same part or entry beside the text. */
function touchedSince({ steps, later }: Change): boolean {
  const beside = new Set(steps.flatMap(nameBeside))
  let ranges = written(steps)
  for (const step of later) {
    if (nameBeside(step).some(name => beside.has(name))) return true
    const hit = (from: number, to: number): boolean =>
      ranges.some(range => (from === to ? from > range.from && from < range.to : from < range.to && to > range.from))
    let touched = step instanceof AttrStep && hit(step.pos, step.pos + 1)
    step.getMap().forEach((from, to) => {
      touched ||= hit(from, to)
    })
    if (touched) return true
    const map = step.getMap()
    ranges = ranges.map(({ from, to }) => ({ from: map.map(from, 1), to: map.map(to, -1) }))
  }
  return false
}

/** What a step changes that stands beside the text. */
const nameBeside = (step: Step): string[] =>
  step instanceof WorkStep ? [step.part] : step instanceof RegisterStep ? [`${step.register} ${step.id}`] : []

/** Takes one change back: true where that could be done. Where what it did was changed again since, nothing is done: that would be lost with it. */
export function undoChange(state: EditorState, change: Change, dispatch: (tr: Transaction) => boolean): boolean {
  if (change.gone) return false
  if (change.later.length === 0) return state.doc.eq(change.after) && undoDepth(state) === change.depth && undo(state, dispatch)
  if (touchedSince(change)) return false
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
