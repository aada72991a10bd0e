/** Things an author adds, as commands: each puts a block at the cursor's place and the cursor where the writing goes on. */

import type { Wording } from '@steady-ledger/core/content/references/wordReference.ts'
import type { BlockKind } from '@steady-ledger/core/work/kinds/index.ts'
import type { Cited, FieldName } from '@steady-ledger/core/work/kinds/inline.ts'
import { division, matterOf, type Role, roleNames, roles, schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import { Fragment, type Node, type NodeType } from '@tiptap/pm/model'
import { type Command, type EditorState, NodeSelection, Selection, TextSelection, type Transaction } from '@tiptap/pm/state'
import type { Transform } from '@tiptap/pm/transform'
import { newId } from '../newId.ts'

const { nodes } = schema

/** Where a new block goes: behind the top-level block that holds the cursor; a paragraph without text gives way to it. */
export function blockPlace(state: EditorState): { from: number; to: number } {
  const { $head } = state.selection
  if ($head.depth < 1) return { from: $head.pos, to: $head.pos }
  if ($head.depth === 1) return { from: state.selection.to, to: state.selection.to }
  const block = $head.node(2)
  const start = $head.before(2)
  const empty = block.type.name === 'paragraph' && block.content.size === 0
  return empty ? { from: start, to: start + block.nodeSize } : { from: start + block.nodeSize, to: start + block.nodeSize }
}

/** Puts a block in; `within` is how many positions into it the cursor goes, or null to select it whole. */
function placeBlock(state: EditorState, block: Node, within: number | null): Transaction {
  const { from, to } = blockPlace(state)
  const tr = state.tr.replaceWith(from, to, block)
  // A block that is not text is followed by a paragraph, so that there is a place to write on.
  const after = from + block.nodeSize
  const $after = tr.doc.resolve(after)
  if (!block.isTextblock && $after.parentOffset === $after.parent.content.size) tr.insert(after, nodes.paragraph.create({ id: newId() }))
  tr.setSelection(within === null ? NodeSelection.create(tr.doc, from) : Selection.near(tr.doc.resolve(from + within)))
  return closeHistory(tr.scrollIntoView())
}

export const insertFigure =
  (picture = '', label = '', id = newId()): Command =>
  (state, dispatch) => {
    const figure = nodes.figure.create({ id, picture, label }, nodes.caption.create())
    dispatch?.(placeBlock(state, figure, 2))
    return true
  }

/** Several figures, one behind the other, in one step; the caption of the last one is written next. */
export const insertFigures = (figures: readonly { picture: string; label: string; alternative?: string }[]): Command =>
  placeFigures(figures)

/** Pictures without numbers and captions, each on a page of its own, in one step; the first is selected. */
export const insertPagePictures = (pictures: readonly { picture: string; alternative: string }[]): Command =>
  placeFigures(
    pictures.map(each => ({ ...each, numbered: false, placement: 'page', width: 1 })),
    'first',
  )

const placeFigures =
  (figures: readonly object[], then: 'caption' | 'first' = 'caption'): Command =>
  (state, dispatch) => {
    if (figures.length === 0) return false
    const made = figures.map(attrs => nodes.figure.create({ id: newId(), ...attrs }, nodes.caption.create()))
    const { from, to } = blockPlace(state)
    const tr = state.tr.replaceWith(from, to, made)
    const after = from + made.reduce((size, { nodeSize }) => size + nodeSize, 0)
    const $after = tr.doc.resolve(after)
    if ($after.parentOffset === $after.parent.content.size) tr.insert(after, nodes.paragraph.create({ id: newId() }))
    tr.setSelection(
      then === 'first' ? NodeSelection.create(tr.doc, from) : Selection.near(tr.doc.resolve(after - made.at(-1)!.nodeSize + 2)),
    )
    dispatch?.(closeHistory(tr.scrollIntoView()))
    return true
  }

/** A grid of empty cells under a row of heads; at least one row and column. */
export function emptyGrid(rows: number, columns: number): Node {
  const row = (cell: NodeType): Node =>
    nodes.gridRow.create(
      null,
      Array.from({ length: columns }, () => cell.createAndFill()).filter(made => made !== null),
    )
  return nodes.grid.create(
    null,
    Array.from({ length: rows }, (_, index) => row(index === 0 ? nodes.gridHead : nodes.gridCell)),
  )
}

export const insertTable =
  (rows = 3, columns = 3): Command =>
  (state, dispatch) => {
    dispatch?.(placeBlock(state, emptyBlock('table', newId(), [nodes.caption.create(), emptyGrid(rows, columns)]), 2))
    return true
  }

/** What a new block holds beside what every one of its kind must. */
const begins: { [Kind in BlockKind]?: () => Node[] } = {
  epigraph: () => [nodes.paragraph.create(), nodes.attribution.create()],
  table: () => [nodes.caption.create(), emptyGrid(2, 2)],
}

/** An empty block of a kind, with all that it must hold around what is given; paragraphs in it get their ids when it is put in. */
export function emptyBlock(kind: BlockKind, id: string, content: readonly Node[] = begins[kind]?.() ?? []): Node {
  const made = nodes[kind]?.createAndFill({ id }, content)
  if (!made) throw new RangeError(`A block of kind “${kind}” cannot begin with what is given.`)
  return made
}

/** Puts an empty block in, with the cursor in it; what may consist of the paragraph that holds the cursor takes that in. */
export const insertBlock =
  (kind: BlockKind): Command =>
  (state, dispatch) => {
    const { $from } = state.selection
    const type = nodes[kind]
    const paragraph = $from.depth === 2 && $from.parent.type === nodes.paragraph && $from.parent.content.size > 0 ? $from.parent : null
    if (paragraph && type?.validContent(Fragment.from(paragraph))) {
      const at = $from.before(2)
      const tr = state.tr.replaceWith(at, at + paragraph.nodeSize, type.create({ id: newId() }, paragraph))
      dispatch?.(closeHistory(tr.setSelection(TextSelection.create(tr.doc, $from.pos + 1)).scrollIntoView()))
      return true
    }
    const block = emptyBlock(kind, newId())
    dispatch?.(placeBlock(state, block, block.isTextblock ? 1 : 2))
    return true
  }

/** Empty space, at first all that the page has left. */
export const insertSpace: Command = (state, dispatch) => {
  dispatch?.(placeBlock(state, nodes.fill.create({ id: newId() }), null))
  return true
}

/** The keywords of the work, as the program prints them. */
export const insertKeywords: Command = (state, dispatch) => {
  dispatch?.(placeBlock(state, nodes.keywords.create({ id: newId() }), null))
  return true
}

/** The sources that are cited in its division, which then counts by itself; one is enough. */
export const insertSourceList: Command = (state, dispatch) => {
  const { $head } = state.selection
  if ($head.depth < 1 || $head.node(1).children.some(block => block.type === nodes.sourceList)) return false
  dispatch?.(placeBlock(state, nodes.sourceList.create({ id: newId() }), null))
  return true
}

export const insertEquation: Command = (state, dispatch) => {
  dispatch?.(placeBlock(state, nodes.equation.create({ id: newId() }), null))
  return true
}

/** Inline things need a text block that takes them. */
function placeInline(state: EditorState, node: Node): Transaction | null {
  const { $from } = state.selection
  if (!$from.parent.inlineContent || !$from.parent.type.contentMatch.matchType(node.type)) return null
  return state.tr.replaceSelectionWith(node, false).scrollIntoView()
}

export const insertFormula: Command = (state, dispatch) => {
  const tr = placeInline(state, nodes.formula.create())
  if (!tr) return false
  dispatch?.(tr.setSelection(NodeSelection.create(tr.doc, tr.selection.from - 1)))
  return true
}

/** A formula that was kept: in the line where there are words, as an equation where there are none. */
export const insertKept =
  (formula: string): Command =>
  (state, dispatch) => {
    const { parent } = state.selection.$from
    const inLine = parent.isTextblock && parent.content.size > 0 ? placeInline(state, nodes.formula.create({ formula })) : null
    dispatch?.(inLine ?? placeBlock(state, nodes.equation.create({ id: newId(), formula }), null))
    return true
  }

export const insertNote: Command = (state, dispatch) => putBehind(nodes.note.create({ id: newId() }), state, dispatch)
/** A note of the other kind. */
export const insertOtherNote: Command = (state, dispatch) => putBehind(nodes.note.create({ id: newId(), other: true }), state, dispatch)
export const insertCitation =
  (cites: readonly Cited[]): Command =>
  (state, dispatch) =>
    putBehind(nodes.citation.create({ id: newId(), cites }), state, dispatch)

/** What is said to selected words stands behind them; the words stay. */
function putBehind(node: Node, state: EditorState, dispatch: Parameters<Command>[1]): boolean {
  const { $to } = state.selection
  if (!$to.parent.inlineContent || !$to.parent.type.contentMatch.matchType(node.type)) return false
  const tr = closeHistory(state.tr).insert($to.pos, node)
  dispatch?.(tr.setSelection(TextSelection.create(tr.doc, $to.pos + node.nodeSize)).scrollIntoView())
  return true
}

/** What an entry of the ledger is carried as when it is dragged to the text. */
export const entryType = 'application/x-steady-ledger-entry'

export const insertReference =
  (targets: string[], wording: Wording): Command =>
  (state, dispatch) => {
    const tr = placeInline(state, nodes.reference.create({ targets, wording }))
    if (!tr) return false
    dispatch?.(tr)
    return true
  }

/** Says in which language the selected words are; null makes it that of the work again. */
export const setLanguage =
  (tag: string | null): Command =>
  (state, dispatch) => {
    const { from, to, empty } = state.selection
    if (empty) return false
    const { language } = schema.marks
    const tr = state.tr.removeMark(from, to, language)
    dispatch?.(tag ? tr.addMark(from, to, language!.create({ tag })) : tr)
    return true
  }

/** Turns the text block at the cursor into a heading of a level, or back into a paragraph with 0. */
export const setHeading =
  (level: number): Command =>
  (state, dispatch) => {
    const { $from } = state.selection
    if ($from.depth !== 2) return false
    const block = $from.parent
    if (block.type.name !== 'paragraph' && block.type.name !== 'heading') return false
    const attrs = level
      ? { ...(block.type.name === 'heading' ? block.attrs : { id: block.attrs.id || newId(), label: block.attrs.label }), level }
      : { id: block.attrs.id, label: block.attrs.label }
    dispatch?.(state.tr.setNodeMarkup($from.before(), level ? nodes.heading : nodes.paragraph, attrs))
    return true
  }

/** A division of a role, empty but for its title and a paragraph to write in. */
function newDivision(role: string, title: string, series: string): Node {
  const { generated, quiet } = roles[role as Role]
  const heading = nodes.title.create(null, title ? schema.text(title) : null)
  return nodes.division.create(
    {
      id: newId(),
      role,
      series,
      listed: !quiet && role !== 'contents' && role !== 'approval',
    },
    generated ? [heading] : [heading, nodes.paragraph.create({ id: newId() })],
  )
}

/** Puts a division where one of its role usually stands. */
export function addDivision(tr: Transform, role: Role, title = '', series = ''): boolean {
  let at = 0
  let place = 0
  // Behind those that usually come before it.
  const order = roleNames.indexOf(role)
  for (const node of tr.doc.children) {
    at += node.nodeSize
    const own = matterOf(node)
    const comesBefore = roleNames.indexOf(division(node).role) <= order
    if (own === roles[role].matter ? comesBefore : own === 'front' || roles[role].matter === 'back') place = at
  }
  tr.insert(place, newDivision(role, title, series))
  return true
}

/** Something that the work says of itself, where the cursor is. */
export const insertField =
  (field: FieldName): Command =>
  (state, dispatch) => {
    const { $from } = state.selection
    if (!$from.parent.inlineContent || !$from.parent.type.contentMatch.matchType(nodes.field)) return false
    dispatch?.(closeHistory(state.tr.replaceSelectionWith(nodes.field.create({ field }), false).scrollIntoView()))
    return true
  }

/** A new division where one of its role usually stands, with the cursor in it. */
export const insertInPlace =
  (role: Role, title: string): Command =>
  (state, dispatch) => {
    const { tr } = state
    const were = new Set(state.doc.children)
    addDivision(tr, role, title)
    let at = 0
    for (const node of tr.doc.children) {
      if (!were.has(node)) break
      at += node.nodeSize
    }
    const paragraph = at + 1 + tr.doc.nodeAt(at)!.child(0).nodeSize + 1
    dispatch?.(
      closeHistory(
        tr
          .setSelection(TextSelection.near(tr.doc.resolve(paragraph)))
          .setMeta('opens division', true)
          .scrollIntoView(),
      ),
    )
    return true
  }

/** A new division behind the open one: front matter in front, everything else behind it. */
export const insertDivision =
  (role: string, title = '', series = ''): Command =>
  (state, dispatch) => {
    const added = newDivision(role, title, series)
    const index = state.selection.$head.index(0)
    const { children } = state.doc
    const inFront = (node: Node): boolean => matterOf(node) === 'front'
    const lastInFront = children.findLastIndex(inFront)
    // Behind the one that holds the cursor, but front matter stays in front, and nothing else comes among it.
    const before = inFront(added) ? Math.min(index, lastInFront) : Math.max(index, lastInFront)
    let at = 0
    for (const node of children.slice(0, before + 1)) at += node.nodeSize
    const tr = state.tr.insert(at, added)
    dispatch?.(
      tr
        .setSelection(TextSelection.near(tr.doc.resolve(at + 2)))
        .setMeta('opens division', true)
        .scrollIntoView(),
    )
    return true
  }
