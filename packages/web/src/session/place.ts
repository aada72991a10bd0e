/** Where the cursor goes to stand in a block, note or division, and what is then to be seen of it. */
import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import type { Node } from '@tiptap/pm/model'
import { NodeSelection, Selection, TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'

/** The selection for the thing with an id; null where there is no such thing. */
export function selectionAt(doc: Node, id: string): Selection | null {
  const at = findBlock(doc, id)
  const node = at < 0 ? null : doc.nodeAt(at)
  if (!node) return null
  if (node.type.name === 'indexMark') {
    // One in a note is chosen with its note.
    const $at = doc.resolve(at)
    return NodeSelection.create(doc, $at.parent.type.name === 'note' ? $at.before() : at)
  }
  if (node.isTextblock || node.type.name === 'division') return TextSelection.near(doc.resolve(at + 1))
  if (node.type.spec.group === 'block' && node.type.name !== 'table') return NodeSelection.create(doc, at)
  return Selection.near(doc.resolve(node.isInline ? at : at + 1))
}

/** Scrolls it into sight: a division by its title, anything else to the middle. */
export function showPlace(view: EditorView, doc: Node, id: string): void {
  const at = findBlock(doc, id)
  const dom = view.nodeDOM(at)
  const shown = dom instanceof HTMLElement ? dom : dom?.parentElement
  const isDivision = doc.nodeAt(at)?.type.name === 'division'
  ;(isDivision ? (shown?.querySelector('.heading') ?? shown) : shown)?.scrollIntoView({ block: isDivision ? 'start' : 'center' })
}
