/** Things that hold several of a kind under one number: panels of a figure, lines of a group of equations. */
import { schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import { type Command, type EditorState, NodeSelection, TextSelection, type Transaction } from '@tiptap/pm/state'
import { newId } from '../newId.ts'
import { emptyGrid } from './insert.ts'

const { nodes } = schema

/** Position of the innermost node of a kind that holds, or is, the selection; -1 for none. */
export function around(state: EditorState, kind: string): number {
  const { selection } = state
  if (selection instanceof NodeSelection && selection.node.type.name === kind) return selection.from
  const { $from } = selection
  for (let depth = $from.depth; depth > 0; depth--) if ($from.node(depth).type.name === kind) return $from.before(depth)
  return -1
}

const ready = (tr: Transaction): Transaction => closeHistory(tr.scrollIntoView())

/** A further panel behind those there are; the picture that the figure had alone becomes its first. */
export const addPanel: Command = (state, dispatch) => {
  const at = around(state, 'figure')
  const figure = at < 0 ? null : state.doc.nodeAt(at)
  if (!figure) return false
  const end = at + figure.nodeSize - 1
  const { picture, alternative, width } = figure.attrs
  const tr = state.tr
  const panel = (attrs: object = {}) => nodes.panel.create({ id: newId(), ...attrs })
  if (figure.lastChild!.type !== nodes.panel) {
    tr.insert(end, [panel(picture ? { picture, alternative, width: Math.min(0.48, width) } : {}), panel()])
    for (const name of ['picture', 'alternative']) tr.setNodeAttribute(at, name, '')
    tr.setSelection(TextSelection.create(tr.doc, end + 1))
  } else {
    tr.insert(end, panel())
    tr.setSelection(TextSelection.create(tr.doc, end + 1))
  }
  dispatch?.(ready(tr))
  return true
}

/** Takes the panel at the cursor out; what is left of a single one becomes the picture of the figure again. */
export const removePanel: Command = (state, dispatch) => {
  const at = around(state, 'panel')
  const figureAt = around(state, 'figure')
  if (at < 0 || figureAt < 0) return false
  const tr = state.tr.delete(at, at + state.doc.nodeAt(at)!.nodeSize)
  const figure = tr.doc.nodeAt(figureAt)!
  const left = figure.children.filter(child => child.type === nodes.panel)
  if (left.length === 1 && left[0]!.content.size === 0) {
    const [panel] = left
    const end = figureAt + figure.nodeSize - 1
    tr.delete(end - panel!.nodeSize, end)
    tr.setNodeAttribute(figureAt, 'picture', panel!.attrs.picture)
    tr.setNodeAttribute(figureAt, 'alternative', panel!.attrs.alternative)
  }
  dispatch?.(ready(tr.setSelection(TextSelection.near(tr.doc.resolve(figureAt + 2)))))
  return true
}

/** A further panel below those of a table; the grid that the table had alone becomes its first. */
export const addTablePanel: Command = (state, dispatch) => {
  const at = around(state, 'table')
  const table = at < 0 ? null : state.doc.nodeAt(at)
  if (!table) return false
  const tr = state.tr
  const panel = (grid: Node) => nodes.tablePanel.create({ id: newId() }, [nodes.caption.create(), grid])
  let end = at + 1
  let columns = 2
  let alone: { at: number; grid: Node } | null = null
  for (const child of table.children) {
    if (child.type === nodes.grid) {
      alone = { at: end, grid: child }
      columns = child.child(0).childCount
    } else if (child.type === nodes.tablePanel) columns = child.child(1).child(0).childCount
    if (child.type === nodes.tableNotes) break
    end += child.nodeSize
  }
  const fresh = panel(emptyGrid(2, columns))
  if (alone) tr.replaceWith(alone.at, alone.at + alone.grid.nodeSize, [panel(alone.grid), fresh])
  else tr.insert(end, fresh)
  const place = alone ? alone.at + panel(alone.grid).nodeSize : end
  dispatch?.(ready(tr.setSelection(TextSelection.create(tr.doc, place + 2))))
  return true
}

/** Takes the panel of a table at the cursor out; the last one without words becomes the grid of the table again. */
export const removeTablePanel: Command = (state, dispatch) => {
  const at = around(state, 'tablePanel')
  const tableAt = around(state, 'table')
  const table = tableAt < 0 ? null : state.doc.nodeAt(tableAt)
  const panels = table?.children.filter(child => child.type === nodes.tablePanel) ?? []
  const own = at < 0 ? null : state.doc.nodeAt(at)
  if (!own || panels.length < 2) return false
  const tr = state.tr
  const [left] = panels.filter(panel => panel !== own)
  // The cursor goes to the panel before, or to the one that is now the first.
  const toward = panels[0] === own ? 1 : -1
  if (panels.length === 2 && left?.child(0).content.size === 0) {
    // Both go, and the grid of the one that stays takes their place.
    const first = Math.min(at, positionOf(state, tableAt, left))
    tr.replaceWith(first, first + own.nodeSize + left.nodeSize, left.child(1))
  } else tr.delete(at, at + own.nodeSize)
  dispatch?.(ready(tr.setSelection(TextSelection.near(tr.doc.resolve(tr.mapping.map(at, -1)), toward))))
  return true
}

/** Position of a child of the node at a position. */
function positionOf(state: EditorState, at: number, wanted: Node): number {
  let place = at + 1
  for (const child of state.doc.nodeAt(at)?.children ?? []) {
    if (child === wanted) return place
    place += child.nodeSize
  }
  return -1
}

/** A further equation under the one that is selected, as a line of the same number. */
export const addEquationLine: Command = (state, dispatch) => {
  const at = around(state, 'equation')
  const equation = at < 0 ? null : state.doc.nodeAt(at)
  if (!equation) return false
  const line = nodes.equation.create({ id: newId() })
  const grouped = state.doc.resolve(at).parent.type === nodes.equationGroup
  const after = at + equation.nodeSize
  const tr = grouped
    ? state.tr.insert(after, line)
    : state.tr.replaceWith(at, after, nodes.equationGroup.create({ id: newId(), numbered: true }, [equation, line]))
  dispatch?.(ready(tr.setSelection(NodeSelection.create(tr.doc, grouped ? after : after + 1))))
  return true
}

/** The equation at the cursor and the one that follows it, with no words between them, become lines of one number. */
export const joinEquations: Command = (state, dispatch) => {
  const grouped = around(state, 'equationGroup')
  const at = grouped >= 0 ? grouped : around(state, 'equation')
  const first = at < 0 ? null : state.doc.nodeAt(at)
  const after = first ? at + first.nodeSize : 0
  const second = first ? state.doc.resolve(after).nodeAfter : null
  if (!first || !second || (second.type !== nodes.equation && second.type !== nodes.equationGroup)) return false
  const lines = [first, second].flatMap(each => (each.type === nodes.equationGroup ? each.children : [each]))
  const group =
    first.type === nodes.equationGroup
      ? first.type.create(first.attrs, lines)
      : nodes.equationGroup.create({ id: newId(), numbered: true }, lines)
  const tr = state.tr.replaceWith(at, after + second.nodeSize, group)
  dispatch?.(ready(tr.setSelection(NodeSelection.create(tr.doc, at + 1))))
  return true
}

/** The equations of a group stand by themselves again, each with a number of its own. */
export const splitEquationGroup: Command = (state, dispatch) => {
  const at = around(state, 'equationGroup')
  const group = at < 0 ? null : state.doc.nodeAt(at)
  if (!group) return false
  const tr = state.tr.replaceWith(at, at + group.nodeSize, group.children)
  dispatch?.(ready(tr.setSelection(NodeSelection.create(tr.doc, at))))
  return true
}
