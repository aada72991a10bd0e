/**
 * One document, one open division: only the division that holds the selection is drawn for editing, the others are stubs. What costs
 * typing is the size of the drawn page, not of the document.
 */
import { isHistoryTransaction } from '@tiptap/pm/history'
import { Fragment, type Node, type ResolvedPos, Slice } from '@tiptap/pm/model'
import { type EditorState, Plugin, Selection, type SelectionBookmark, TextSelection, type Transaction } from '@tiptap/pm/state'
import type { Mappable } from '@tiptap/pm/transform'
import { Decoration, DecorationSet, type EditorView } from '@tiptap/pm/view'

/** Index of the open division. */
export const openIndex = (state: EditorState): number => Math.min(state.selection.$head.index(0), state.doc.childCount - 1)

/** Position before a division. */
export function divisionStart(doc: Node, index: number): number {
  let at = 0
  for (let i = 0; i < index; i++) at += doc.child(i).nodeSize
  return at
}

/** Set on transactions that are meant to open another division. */
export const opensDivision = 'opens division'

/** The whole open division, with the figures and equations at its ends. */
export class DivisionSelection extends Selection {
  constructor(doc: Node, at: number) {
    super(doc.resolve(at + 1), doc.resolve(at + doc.nodeAt(at)!.nodeSize - 1))
  }
  static at(doc: Node, at: number): Selection {
    const $at = doc.resolve(Math.min(at, doc.content.size))
    return $at.depth === 0 && $at.nodeAfter ? new DivisionSelection(doc, at) : Selection.near($at)
  }
  eq(other: Selection): boolean {
    return other instanceof DivisionSelection && other.from === this.from
  }
  map(doc: Node, mapping: Mappable): Selection {
    return DivisionSelection.at(doc, mapping.map(this.from - 1))
  }
  override content(): Slice {
    return new Slice(this.$from.parent.content, 0, 0)
  }
  override replace(tr: Transaction, slice: Slice = Slice.empty): void {
    const title = tr.doc.type.schema.nodes.title!
    const blocks = slice.content.content.filter(node => node.isBlock && node.type !== title)
    tr.replaceWith(this.from, this.to, [title.create(), ...blocks])
    tr.setSelection(Selection.near(tr.doc.resolve(this.from)))
  }
  override replaceWith(tr: Transaction, node: Node): void {
    this.replace(tr)
    tr.selection.replaceWith(tr, node)
  }
  toJSON(): { type: string; at: number } {
    return { type: 'division', at: this.from - 1 }
  }
  static override fromJSON(doc: Node, json: { at: number }): Selection {
    return DivisionSelection.at(doc, json.at)
  }
  override getBookmark(): SelectionBookmark {
    return bookmark(this.from - 1)
  }
}
Selection.jsonID('division', DivisionSelection as never)

const bookmark = (at: number): SelectionBookmark => ({
  map: mapping => bookmark(mapping.map(at)),
  resolve: doc => DivisionSelection.at(doc, at),
})

/** Pasted divisions and titles become headings and blocks: a paste never cuts the open division in two. */
export function unwrapDivisions(slice: Slice): Slice {
  let { openStart, openEnd } = slice
  let nodes: readonly Node[] = slice.content.content
  if (nodes.some(node => node.type.name === 'division')) {
    nodes = nodes.flatMap(node => (node.type.name === 'division' ? node.content.content : [node]))
    openStart = Math.max(0, openStart - 1)
    openEnd = Math.max(0, openEnd - 1)
  } else if (!nodes.some(node => node.type.name === 'title')) return slice
  const blocks = nodes.map((node, i) => {
    if (node.type.name !== 'title') return node
    const { paragraph, heading } = node.type.schema.nodes
    const partial = (i === 0 && openStart > 0) || (i === nodes.length - 1 && openEnd > 0)
    return partial ? paragraph!.create(null, node.content) : heading!.create({ level: 2 }, node.content)
  })
  return new Slice(Fragment.from(blocks), openStart, openEnd)
}

function clampedTo(doc: Node, index: number, anchor: number, head: number): Selection {
  const from = divisionStart(doc, index) + 1
  const to = from + doc.child(index).nodeSize - 2
  const clamp = (at: number): number => Math.max(from, Math.min(to, at))
  return TextSelection.between(doc.resolve(clamp(anchor)), doc.resolve(clamp(head)))
}

type Direction = 'up' | 'down' | 'forward' | 'backward'
const leavingKeys: Record<string, [step: 1 | -1, direction: Direction, deletes?: true]> = {
  ArrowDown: [1, 'down'],
  ArrowRight: [1, 'forward'],
  ArrowUp: [-1, 'up'],
  ArrowLeft: [-1, 'backward'],
  Delete: [1, 'forward', true],
  Backspace: [-1, 'backward', true],
}

/** The selection outside the open division that a key would reach, the present one at the work's ends, or null while inside. */
function reachedOutside(view: EditorView, step: 1 | -1, direction: Direction): Selection | null {
  const { state } = view
  const { selection, doc } = state
  const $end = step > 0 ? selection.$to : selection.$from
  const $from: ResolvedPos = $end.parent.inlineContent ? doc.resolve(step > 0 ? $end.after() : $end.before()) : $end
  const next = Selection.findFrom($from, step)
  const leaves = !next || next.$head.index(0) !== openIndex(state)
  return leaves && (!(selection instanceof TextSelection) || view.endOfTextblock(direction)) ? (next ?? selection) : null
}

function handleKey(view: EditorView, event: KeyboardEvent): boolean {
  const { state } = view
  const { selection, doc } = state
  const index = openIndex(state)
  const start = divisionStart(doc, index)
  const control = event.ctrlKey || event.metaKey
  if (control && event.key === 'a') {
    view.dispatch(state.tr.setSelection(new DivisionSelection(doc, start)))
    return true
  }
  if (control && !event.shiftKey && (event.key === 'Home' || event.key === 'End')) {
    const at =
      event.key === 'Home' ? Selection.near(doc.resolve(start + 1)) : Selection.near(doc.resolve(start + doc.child(index).nodeSize - 1), -1)
    view.dispatch(state.tr.setSelection(at).scrollIntoView())
    return true
  }
  const leaving = leavingKeys[event.key]
  if (!leaving) return false
  const next = reachedOutside(view, leaving[0], leaving[1])
  if (!next) return false
  // Deleting at the edge of a division would join it with another: that is done in the spine, on purpose.
  if (leaving[2]) return selection.empty
  if (event.shiftKey || control || event.altKey || (selection instanceof TextSelection && !selection.empty)) return false
  if (next === selection) return false
  view.dispatch(state.tr.setSelection(next).setMeta(opensDivision, true).scrollIntoView())
  return true
}

/** Ranges of the new document that these transactions changed. */
function changedRanges(transactions: readonly Transaction[]): [number, number][] {
  const ranges: [number, number][] = []
  transactions.forEach((tr, order) =>
    tr.mapping.maps.forEach((map, i) =>
      map.forEach((_from, _to, newFrom, newTo) => {
        const rest = tr.mapping.slice(i + 1)
        let from = rest.map(newFrom, 1)
        let to = rest.map(newTo, -1)
        for (const later of transactions.slice(order + 1)) {
          from = later.mapping.map(from, 1)
          to = later.mapping.map(to, -1)
        }
        ranges.push([from, Math.max(from, to)])
      }),
    ),
  )
  return ranges
}

/** Keeps the selection inside one division, and the same division open unless a transaction says otherwise; undo shows what it changed. */
function keepOpen(transactions: readonly Transaction[], old: EditorState, state: EditorState): Transaction | null {
  const { selection, doc } = state
  const { $anchor, $head } = selection
  const index = openIndex(state)
  if ($anchor.depth === 0 || $head.depth === 0 || $anchor.index(0) !== $head.index(0)) {
    const kept = $anchor.depth || $head.depth ? index : Math.min(openIndex(old), doc.childCount - 1)
    return state.tr.setSelection(clampedTo(doc, kept, selection.from, selection.to))
  }
  const changed = transactions.some(tr => tr.docChanged)
  const undone = transactions.some(tr => isHistoryTransaction(tr) && tr.docChanged)
  const meant = transactions.some(tr => tr.getMeta(opensDivision))
  const was = old.doc.child(openIndex(old)).attrs.id
  if (changed && !undone && !meant && doc.child(index).attrs.id !== was) {
    const kept = doc.children.findIndex(node => node.attrs.id === was)
    if (kept >= 0) {
      const from = divisionStart(doc, kept) + 1
      const to = from + doc.child(kept).nodeSize - 2
      return state.tr.setSelection(Selection.near(doc.resolve(Math.max(from, Math.min(to, selection.head))), selection.head >= to ? -1 : 1))
    }
  }
  if (undone && !meant) {
    const inside = changedRanges(transactions).filter(([from]) => doc.resolve(Math.min(from, doc.content.size)).depth > 0)
    if (inside.length && !inside.some(([from]) => doc.resolve(from).index(0) === index))
      return state.tr
        .setSelection(Selection.near(doc.resolve(inside[0]![1]), -1))
        .setMeta(opensDivision, true)
        .scrollIntoView()
  }
  return null
}

export const oneDivision = (): Plugin =>
  new Plugin({
    props: {
      decorations(state) {
        const index = openIndex(state)
        const from = divisionStart(state.doc, index)
        const marks = [Decoration.node(from, from + state.doc.child(index).nodeSize, { class: 'open' }, { open: true })]
        // The block with the cursor is always drawn: text typed into a block whose drawing the browser puts off can land beside the cursor.
        const { $head } = state.selection
        if ($head.depth >= 2)
          marks.push(Decoration.node($head.before(2), $head.after(2), { class: $head.node(2).content.size ? 'current' : 'current blank' }))
        return DecorationSet.create(state.doc, marks)
      },
      createSelectionBetween(view, $anchor, $head) {
        const index = openIndex(view.state)
        const { selection } = view.state
        if (
          selection instanceof DivisionSelection &&
          $anchor.pos >= selection.from &&
          $head.pos <= selection.to &&
          $head.pos - $anchor.pos > selection.to - selection.from - 4
        )
          return selection
        const inside = ($at: ResolvedPos): boolean => $at.depth > 0 && $at.index(0) === index
        return inside($anchor) && inside($head) ? null : clampedTo(view.state.doc, index, $anchor.pos, $head.pos)
      },
      transformPasted: unwrapDivisions,
      handleKeyDown: handleKey,
    },
    appendTransaction: keepOpen,
  })
