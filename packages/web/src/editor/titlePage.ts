/** A title page, laid out from what its author says. */
import { division, type Node, schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import { type Command, Selection } from '@tiptap/pm/state'
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

/** What stands on a title page below the title; what is empty takes no line. */
export interface TitlePage {
  author: string
  submittedFor: string
  institution: string
  date: string
}

/** Author and what the work is submitted for below the title, institution and date at the foot of the page. Only what is given is printed. */
export const fillTitlePage =
  ({ author, submittedFor, institution, date }: TitlePage): Command =>
  (state, dispatch) => {
    if (!titlePageIsEmpty(state.doc)) return false
    const line = (text: string): Node[] => (text ? [nodes.paragraph.create({ id: newId(), align: 'centre' }, schema.text(text))] : [])
    const foot = [...line(institution), ...line(date)]
    const lines = [...line(author), ...line(submittedFor), ...(foot.length ? [nodes.fill.create({ id: newId() }), ...foot] : [])]
    if (lines.length === 0) return false
    const page = state.doc.firstChild!
    const tr = state.tr.replaceWith(1 + page.firstChild!.nodeSize, page.nodeSize - 1, lines)
    const end = Selection.near(tr.doc.resolve(tr.doc.firstChild!.nodeSize - 1), -1)
    dispatch?.(closeHistory(tr.setSelection(end).setMeta(opensDivision, true).scrollIntoView()))
    return true
  }
