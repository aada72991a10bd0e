/** What a selection is about, for the panel that shows its fields. */
import { isKind, traitsOf } from '@steady-ledger/core/work/kinds/index.ts'
import type { Numbering } from '@steady-ledger/core/work/kinds/kind.ts'
import { type EditorState, NodeSelection } from '@tiptap/pm/state'

/** What is numbered in these ways has fields of its own around its text. */
const hasFields: ReadonlySet<Numbering> = new Set<Numbering>(['heading', 'caption', 'statement', 'panel'])

/** What the slip speaks of: the selected node, else the innermost thing around the cursor that has fields. */
export function selectedBlock(state: EditorState): { id: string; kind: string; at: number } {
  const { selection } = state
  if (selection instanceof NodeSelection) return { id: selection.node.attrs.id ?? '', kind: selection.node.type.name, at: selection.from }
  const { $head } = selection
  for (let depth = $head.depth; depth > 0; depth--) {
    const node = $head.node(depth)
    // Where lines are placed one by one, each has fields of its own.
    if (node.type.name === 'paragraph' && depth === 2 && ['titlePage', 'abstract'].includes($head.node(1).attrs.role))
      return { id: node.attrs.id, kind: 'paragraph', at: $head.before(depth) }
    if (hasFields.has(traitsOf(node).numbering) || isKind(node, 'numberedList') || isKind(node, 'bulletedList'))
      return { id: node.attrs.id, kind: node.type.name, at: $head.before(depth) }
  }
  return { id: '', kind: '', at: 0 }
}

/** Position of the block of a division that holds the cursor; -1 where none does. */
export function blockAt({ selection }: EditorState): number {
  const { $head } = selection
  if ($head.depth > 1) return $head.before(2)
  return selection instanceof NodeSelection && $head.depth === 1 ? selection.from : -1
}
