/** Theorems, lemmas, definitions and proofs: put in around the text at the cursor, named, and left again. */
import { schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import { type Command, TextSelection } from '@tiptap/pm/state'
import { newId } from '../newId.ts'
import { blockPlace } from './insert.ts'

const { nodes } = schema

/** Puts a statement of a series, or a proof, around the paragraph at the cursor; without one, an empty one behind the block. */
const insertAround =
  (make: (content: Node) => Node): Command =>
  (state, dispatch) => {
    const { $from } = state.selection
    const taken = $from.depth === 2 && $from.parent.type === nodes.paragraph ? $from.parent : null
    const tr = state.tr
    if (taken) {
      const at = $from.before(2)
      tr.replaceWith(at, at + taken.nodeSize, make(taken))
      tr.setSelection(TextSelection.create(tr.doc, $from.pos + 1))
    } else {
      const { from, to } = blockPlace(state)
      tr.replaceWith(from, to, make(nodes.paragraph.create({ id: newId() })))
      tr.setSelection(TextSelection.near(tr.doc.resolve(from + 2)))
    }
    dispatch?.(closeHistory(tr.scrollIntoView()))
    return true
  }

export const insertStatement = (series: string): Command =>
  insertAround(content => nodes.statement.create({ id: newId(), series }, content))
export const insertProof: Command = insertAround(content => nodes.proof.create({ id: newId() }, content))

/** Enter in the name of a statement goes on in its words. */
export const leaveStatementName: Command = (state, dispatch) => {
  const { $from } = state.selection
  if ($from.parent.type !== nodes.statementName && $from.parent.type !== nodes.proofName) return false
  dispatch?.(state.tr.setSelection(TextSelection.near(state.doc.resolve($from.after() + 1))).scrollIntoView())
  return true
}

/** How the word for a proof goes on to what is proved, where the program knows the word; what is written there can be changed. */
const proofOf: Record<string, string> = {
  Proof: 'Proof of ',
  Beweis: 'Beweis von ',
  Démonstration: 'Démonstration de ',
  Demostración: 'Demostración de ',
}

/** Says what the proof at a position proves, behind the word for a proof, by a living reference; without a target it is a proof of what stands before it. */
export const sayProved =
  (at: number, target: string, word: string): Command =>
  (state, dispatch) => {
    const node = state.doc.nodeAt(at)
    if (node?.type !== nodes.proof) return false
    const first = node.firstChild!
    const has = first.type === nodes.proofName
    const reference = nodes.reference.create({ targets: [target], wording: 'nameAndNumber' })
    const name = nodes.proofName.create(null, [schema.text(proofOf[word] ?? `${word}: `), reference])
    const end = at + 1 + (has ? first.nodeSize : 0)
    const tr = target ? state.tr.replaceWith(at + 1, end, name) : state.tr.delete(at + 1, end)
    dispatch?.(closeHistory(tr))
    return true
  }

/** Gives the statement at a position a name to be written, or takes the name away. */
export const nameStatement =
  (at: number, named: boolean): Command =>
  (state, dispatch) => {
    const node = state.doc.nodeAt(at)
    if (node?.type !== nodes.statement) return false
    const first = node!.firstChild!
    const has = first.type === nodes.statementName
    if (has === named) return false
    const tr = state.tr
    if (named) tr.insert(at + 1, nodes.statementName.create()).setSelection(TextSelection.create(tr.doc, at + 2))
    else tr.delete(at + 1, at + 1 + first.nodeSize)
    dispatch?.(tr)
    return true
  }
