/** The pieces that a title page usually has, laid out for the author to write over. */
import { division, type Node, schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import { type Command, TextSelection } from '@tiptap/pm/state'
import { newId } from '../newId.ts'
import { opensDivision } from './oneDivision.ts'

const { nodes } = schema

/** Whether there is a title page with nothing on it but the title. */
export function titlePageIsEmpty(doc: Node): boolean {
  const first = doc.firstChild!
  return (
    division(first).role === 'titlePage' &&
    first.children.slice(1).every(block => block.type.name === 'paragraph' && block.content.size === 0)
  )
}

/** Author and degree below the title, place and date at the foot of the page; the first line that is to be written over is selected. */
export const fillTitlePage =
  (author: string): Command =>
  (state, dispatch) => {
    const page = state.doc.firstChild!
    if (!titlePageIsEmpty(state.doc)) return false
    const line = (text: string): Node => nodes.paragraph.create({ id: newId(), align: 'centre' }, schema.text(text))
    const lines = [
      line(author || 'Your name'),
      line('A thesis submitted for the degree of …'),
      nodes.fill.create({ id: newId() }),
      line('Department and university'),
      line('Month and year'),
    ]
    const from = 1 + page.firstChild!.nodeSize
    const tr = state.tr.replaceWith(from, page.nodeSize - 1, lines)
    // Of the pieces, the first that the program cannot know.
    const wanted = author ? from + lines[0]!.nodeSize : from
    const text = author ? lines[1]! : lines[0]!
    dispatch?.(
      closeHistory(
        tr
          .setSelection(TextSelection.create(tr.doc, wanted + 1, wanted + 1 + text.content.size))
          .setMeta(opensDivision, true)
          .scrollIntoView(),
      ),
    )
    return true
  }
