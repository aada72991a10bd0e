/** Formulas in a line of text and on lines of their own: one becomes the other, and the stop after it goes where it belongs. */
import { schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import { type Command, type EditorState, NodeSelection, TextSelection } from '@tiptap/pm/state'
import { newId } from '../newId.ts'

const { nodes } = schema
/** A stop that follows a displayed equation stands in it; in a line it stands in the text. */
const stop = /^[.,;:]/

/** Turns the formula at a position. `place` says where it stands afterwards. */
export function turnFormula(at: number): { command: Command; place(state: EditorState): number } {
  let made = at
  const command: Command = (state, dispatch) => {
    const node = state.doc.nodeAt(at)
    if (node?.type === nodes.formula) return display(state, dispatch)
    return node?.type === nodes.equation ? inline(state, dispatch) : false
  }

  const display: Command = (state, dispatch) => {
    const $at = state.doc.resolve(at)
    const node = $at.nodeAfter!
    const { parent } = $at
    const outer = $at.depth > 0 ? $at.node($at.depth - 1) : null
    const index = $at.index($at.depth - 1)
    if (parent.type !== nodes.paragraph || !outer?.canReplaceWith(index, index + 1, nodes.equation)) return false
    const offset = $at.parentOffset
    const before = parent.cut(0, offset)
    const after = parent.cut(offset + node.nodeSize)
    const mark = stop.exec(after.textBetween(0, Math.min(1, after.content.size)))?.[0] ?? ''
    const rest = mark ? after.cut(1) : after
    const equation = nodes.equation.create({ id: newId(), formula: node.attrs.formula + mark })
    const begins = saysAnything(before)
    // What was asked of the paragraph holds for both halves; it is what it was where it begins.
    const attrs = begins ? { ...parent.attrs, id: newId(), label: '' } : parent.attrs
    const parts = [...(begins ? [before] : []), equation, ...(saysAnything(rest) ? [nodes.paragraph.create(attrs, trimmed(rest))] : [])]
    const start = $at.before()
    made = start + (begins ? before.nodeSize : 0)
    const tr = state.tr.replaceWith(start, $at.after(), parts)
    dispatch?.(closeHistory(tr.setSelection(NodeSelection.create(tr.doc, made)).scrollIntoView()))
    return true
  }

  const inline: Command = (state, dispatch) => {
    const $at = state.doc.resolve(at)
    const node = $at.nodeAfter!
    if ($at.parent.type === nodes.equationGroup) return false
    const index = $at.index()
    const previous = index > 0 ? $at.parent.child(index - 1) : null
    const next = index + 1 < $at.parent.childCount ? $at.parent.child(index + 1) : null
    const source: string = node.attrs.formula
    const mark = stop.exec(source.slice(-1))?.[0] ?? ''
    const formula = nodes.formula.create({ formula: mark ? source.slice(0, -1) : source })
    const joinsBefore = previous?.type === nodes.paragraph
    const joinsAfter = next?.type === nodes.paragraph
    const content = [
      ...(joinsBefore ? [...previous.children, ...(endsOpen(previous.textContent) ? [schema.text(' ')] : [])] : []),
      formula,
      ...(mark ? [schema.text(mark)] : []),
      ...(joinsAfter ? [...(stop.test(next.textContent) ? [] : [schema.text(' ')]), ...next.children] : []),
    ]
    const from = at - (joinsBefore ? previous.nodeSize : 0)
    const to = at + node.nodeSize + (joinsAfter ? next.nodeSize : 0)
    const paragraph = nodes.paragraph.create(joinsBefore ? previous.attrs : { id: newId() }, content)
    const tr = state.tr.replaceWith(from, to, paragraph)
    const before = joinsBefore ? previous.content.size + (endsOpen(previous.textContent) ? 1 : 0) : 0
    made = from + 1 + before
    dispatch?.(closeHistory(tr.setSelection(TextSelection.create(tr.doc, made + 1)).scrollIntoView()))
    return true
  }

  return { command, place: () => made }
}

/** Words, or anything that stands among words. */
const saysAnything = (paragraph: Node): boolean => paragraph.children.some(node => !node.isText || node.text!.trim() !== '')

const endsOpen = (text: string): boolean => text !== '' && !/\s$/.test(text)

/** The content of a paragraph without the space that it begins with. */
function trimmed(paragraph: Node) {
  const [first] = paragraph.children
  const leading = first?.isText ? first.text!.length - first.text!.trimStart().length : 0
  return leading ? paragraph.cut(leading).content : paragraph.content
}

export interface BesideFormula {
  at: number
  opensAt: 'start' | 'end'
}

/** The formula in the line that an arrow goes into from the text beside it. */
export function formulaBeside({ selection }: EditorState, pressed: KeyboardEvent): BesideFormula | null {
  const { key, shiftKey, ctrlKey, altKey, metaKey } = pressed
  if (!(selection instanceof TextSelection) || !selection.empty || shiftKey || ctrlKey || altKey || metaKey) return null
  const { $from } = selection
  if (key === 'ArrowRight' && $from.nodeAfter?.type === nodes.formula) return { at: $from.pos, opensAt: 'start' }
  if (key === 'ArrowLeft' && $from.nodeBefore?.type === nodes.formula) return { at: $from.pos - 1, opensAt: 'end' }
  return null
}
