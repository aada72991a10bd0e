/**
 * The document as it is printed: where the style cites in notes, every citation in the text is a note that holds it, right behind the word
 * and on the side of a stop where marks of notes stand. Numbers, pages and outputs read this document; the author's own stays as it is.
 */
import { Fragment } from 'prosemirror-model'
import { isKind } from '../../work/kinds/index.ts'
import { type NoteSide, noteSideIn } from '../../work/parts/sideOfNoteMarks.ts'
import { type Node, schema } from '../../work/schema.ts'
import type { Work } from '../../work/work.ts'
import { citesInNotes } from './styles/index.ts'

const made: Record<NoteSide, WeakMap<Node, Node>> = { after: new WeakMap(), before: new WeakMap(), either: new WeakMap() }

/** The same node every time, and the node itself where nothing in it is printed otherwise. */
export const asPrinted = ({ doc, houseStyle, settings }: Pick<Work, 'doc' | 'houseStyle' | 'settings'>): Node =>
  citesInNotes(houseStyle.citations) ? inNotes(doc, noteSideIn(houseStyle, settings.language)) : doc

function inNotes(node: Node, side: NoteSide): Node {
  if (node.isLeaf || isKind(node, 'note')) return node
  let printed = made[side].get(node)
  if (!printed) {
    const { children } = node
    const cites = node.inlineContent && children.some(child => isKind(child, 'citation'))
    const others = cites ? withMarks(children, side) : node.inlineContent ? children : children.map(child => inNotes(child, side))
    printed =
      others.length === children.length && others.every((child, index) => child === children[index])
        ? node
        : node.copy(Fragment.from(others))
    made[side].set(node, printed)
  }
  return printed
}

const spaces = /\s+$/u
const stop = /^\s*([.,;:!?…]+[”"’»]?)/u

function withMarks(children: readonly Node[], side: NoteSide): Node[] {
  const out: Node[] = []
  /** What of the next text stands in front of the marks already. */
  let taken = 0
  for (const [index, child] of children.entries()) {
    if (!isKind(child, 'citation')) {
      const text = child.text?.slice(taken)
      taken = 0
      if (text === undefined) out.push(child)
      else if (text) out.push(text === child.text ? child : schema.text(text, child.marks))
      continue
    }
    const above = children[index - 1]
    if (!above || !isKind(above, 'citation')) {
      const before = out.at(-1)
      const trimmed = before?.text?.replace(spaces, '')
      if (before && trimmed !== undefined && trimmed !== before.text)
        out.splice(-1, 1, ...(trimmed ? [schema.text(trimmed, before.marks)] : []))
      const next = side === 'after' ? children.slice(index).find(other => !isKind(other, 'citation')) : undefined
      const moved = next?.text === undefined ? null : stop.exec(next.text)
      if (next && moved) {
        out.push(schema.text(moved[1]!, next.marks))
        taken = moved[0].length
      }
    }
    out.push(schema.nodes.note.create({ id: child.attrs.id }, child))
  }
  return out
}
