/** Figures side by side: put into a row, and taken out of it again. */
import { schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Attrs, Node } from '@tiptap/pm/model'
import { type Command, type EditorState, NodeSelection } from '@tiptap/pm/state'
import { newId } from '../newId.ts'

const { nodes } = schema

/** The figure or row of the open division that holds the selection, and where it stands. */
function figureAt(state: EditorState): { block: Node; at: number; next: Node | null } | null {
  const { $from } = state.selection
  if ($from.depth < 1) return null
  const division = $from.node(1)
  const index = $from.index(1)
  const block = division.maybeChild(index)
  if (block?.type !== nodes.figure && block?.type !== nodes.row) return null
  return { block: block!, at: $from.posAtIndex(index, 1), next: division.maybeChild(index + 1) }
}

const figuresOf = (block: Node): readonly Node[] => (block.type === nodes.row ? block.children : [block])

/** Where a figure or row stands, for what takes its place. */
const standing = ({ attrs: { placement, allColumns } }: Node): Attrs => ({ placement, allColumns })

/** The figure, or row, and the figure or row after it become one row. */
export const joinRow: Command = (state, dispatch) => {
  const found = figureAt(state)
  if (!found || (found.next?.type !== nodes.figure && found.next?.type !== nodes.row)) return false
  const { block, at, next } = found
  const figures = [...figuresOf(block), ...figuresOf(next!)]
  // What stands side by side begins with equal shares.
  const equal = figures.map(figure => figure.type.create({ ...figure.attrs, width: 0.5 }, figure.content))
  const row = nodes.row.create({ id: newId(), ...standing(block) }, equal)
  const tr = state.tr.replaceWith(at, at + block.nodeSize + next!.nodeSize, row)
  dispatch?.(closeHistory(tr.setSelection(NodeSelection.create(tr.doc, at + 1)).scrollIntoView()))
  return true
}

/** The figures of a row stand below each other again. */
export const splitRow: Command = (state, dispatch) => {
  const found = figureAt(state)
  if (!found || found.block.type !== nodes.row) return false
  const { block, at } = found
  const alone = block.children.map(figure => figure.type.create({ ...figure.attrs, ...standing(block) }, figure.content))
  const tr = state.tr.replaceWith(at, at + block.nodeSize, alone)
  dispatch?.(closeHistory(tr.setSelection(NodeSelection.create(tr.doc, at)).scrollIntoView()))
  return true
}
