/**
 * The document of a work: one tree, `division+`, each a title and blocks. Computed text is never in it; captions, notes and
 * table cells are content, so that they can hold emphasis, formulas and references. What it is made of are the kinds.
 */
import { type Node, Schema } from 'prosemirror-model'
import { attributesOf, type InlineKind, isInlineKind, isKind, kindOf, kinds, traitsOf } from './kinds/index.ts'
import { type MarkName, marks } from './kinds/marks.ts'
import { type Matter, roles } from './roles.ts'

export type { Placement } from './kinds/shared.ts'
export { type Matter, type Role, roleNames, roles } from './roles.ts'
export type { Node }

/** One document for the whole work: one history, commands over all of it in one transaction. */
export const schema = new Schema<keyof typeof kinds | 'doc' | 'text', MarkName>({
  nodes: {
    doc: { content: 'division+' },
    ...(Object.fromEntries(Object.values(kinds).map(({ name, spec }) => [name, spec])) as Record<keyof typeof kinds, object>),
    text: { group: 'inline' },
  },
  marks,
})

/** The attributes of a division. */
export const division = (node: Node) => attributesOf(node, 'division')
export const matterOf = (node: Node): Matter => roles[division(node).role].matter

/** The name of the work: the title of its first title page, else of its first division. */
export function titleOf(doc: Node): string {
  let title = ''
  doc.forEach(node => {
    if (!title && division(node).role === 'titlePage' && node.firstChild) title = plainText(node.firstChild)
  })
  return title || plainText(doc.firstChild!.firstChild!) || 'Untitled'
}

/** The series that a captioned block counts in: one that the author gave it, or that of its kind. */
export const seriesOf = (node: Node): string => (node.attrs.series as string) || traitsOf(node).series

/** The grid of a table or panel. */
export function gridOf(table: Node): Node {
  const grid = table.children.find(child => isKind(child, 'grid'))
  if (!grid) throw new RangeError('A table holds no grid.')
  return grid
}
/** The notes below a table, where it has any. */
export const tableNotesOf = (table: Node): Node | undefined => table.children.find(child => isKind(child, 'tableNotes'))

/** What stands for an inline thing in plain text: a kind that is missing here does not compile. */
const inPlainText: Record<InlineKind, (node: Node, say?: (worded: Node) => string) => string> = {
  formula: () => '□',
  reference: (node, say) => say?.(node) ?? '',
  mention: (node, say) => say?.(node) ?? '',
  citation: (node, say) => say?.(node) ?? '',
  field: (node, say) => say?.(node) ?? '',
  note: () => '',
  indexMark: () => '',
}

/** Text of a node as a reader would say it; notes are left out and formulas stand as a placeholder sign. `say` words references and mentions. */
export function plainText(node: Node, say?: (worded: Node) => string): string {
  let text = ''
  node.descendants(child => {
    const kind = kindOf(child)
    if (child.text !== undefined) text += child.text
    else if (isInlineKind(kind)) text += inPlainText[kind](child, say)
    else if (isKind(child, 'noteBreak')) text += ' '
    else if (child.isTextblock && text) text += ' '
    return !traitsOf(child).aside
  })
  return text.replace(/\s+/g, ' ').trim()
}

export interface NoteParagraph {
  node: Node
  /** Which of the paragraphs of its note it is, empty ones counted. */
  order: number
}
const paragraphs = new WeakMap<Node, NoteParagraph[]>()

/**
 * The paragraphs of a note, each as a note of its own; the same nodes every time, so that what is kept for them is found again. Empty
 * ones are never printed; a note that holds nothing has its mark all the same.
 */
export function noteParagraphs(note: Node): NoteParagraph[] {
  let found = paragraphs.get(note)
  if (!found) {
    const parts: Node[][] = [[]]
    for (const child of note.children) {
      if (isKind(child, 'noteBreak')) parts.push([])
      else parts.at(-1)?.push(child)
    }
    const whole = parts.length === 1
    found = parts.flatMap((part, order) => (part.length ? [{ order, node: whole ? note : note.type.create(note.attrs, part) }] : []))
    if (found.length === 0) found = [{ order: 0, node: whole ? note : note.type.create(note.attrs) }]
    paragraphs.set(note, found)
  }
  return found
}

/** Words in a node, cached by its identity. */
const wordCounts = new WeakMap<Node, number>()
export function countWords(node: Node): number {
  let count = wordCounts.get(node)
  if (count === undefined) {
    count = 0
    // A mention is a word whatever it is written out as.
    if (node.isTextblock) count = plainText(node, worded => (isKind(worded, 'mention') ? 'word' : '')).match(/\S+/g)?.length ?? 0
    else node.forEach(child => void (count! += countWords(child)))
    wordCounts.set(node, count)
  }
  return count
}
