/** Divisions split, joined and moved to another matter; a bold line made a heading and back. */
import { divisionFrom, headingFrom, moveDivision } from '@steady-ledger/core/work/commands/sections.ts'
import { division, matterOf, type Node, schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import { type Command, TextSelection } from '@tiptap/pm/state'
import { newId } from '../newId.ts'
import { opensDivision } from './oneDivision.ts'

const { nodes, marks } = schema
const holdsText = (node: Node): boolean => ['chapter', 'appendix', 'part', 'abstract'].includes(division(node).role)

/** What stands from the block of the cursor on becomes a division of its own behind this one. A heading there gives it its title. */
export const splitDivision: Command = (state, dispatch) => {
  const { $from } = state.selection
  if ($from.depth < 1) return false
  const host = $from.node(1)
  const index = $from.index(1)
  if (index < 1 || !holdsText(host)) return false
  const first = host.child(index)
  const titled = first.type === nodes.heading
  const rest = host.children.slice(titled ? index + 1 : index)
  const heading = titled
    ? first
    : nodes.heading.create({ id: newId(), numbered: host.attrs.numbered, listed: host.attrs.listed ? null : false })
  const made = divisionFrom(heading, host, rest.length ? rest : [nodes.paragraph.create({ id: newId() })])
  const from = $from.posAtIndex(index, 1)
  const end = $from.after(1)
  const tr = state.tr.delete(from, end - 1)
  const at = tr.mapping.map(end)
  tr.insert(at, made).setSelection(TextSelection.create(tr.doc, at + 2))
  dispatch?.(closeHistory(tr.setMeta(opensDivision, true).scrollIntoView()))
  return true
}

/** The next division goes on in this one: its title becomes a heading, and everything keeps its id. */
export const joinDivision: Command = (state, dispatch) => {
  const { $from } = state.selection
  if ($from.depth < 1) return false
  const index = $from.index(0)
  const own = state.doc.child(index)
  const next = state.doc.maybeChild(index + 1)
  if (!next || !holdsText(own) || division(next).role !== division(own).role) return false
  const heading = next.firstChild!.content.size ? [headingFrom(next)] : []
  const end = $from.after(1)
  const tr = state.tr.delete(end, end + next.nodeSize).insert(end - 1, [...heading, ...next.children.slice(1)])
  dispatch?.(closeHistory(tr.scrollIntoView()))
  return true
}

/** A chapter becomes the first of the appendices, an appendix the last chapter; both keep what they hold and their ids. */
export const moveToMatter =
  (role: 'chapter' | 'appendix'): Command =>
  (state, dispatch) => {
    const index = state.selection.$from.index(0)
    const own = state.doc.child(index)
    const from = division(own).role
    if (from === role || (from !== 'chapter' && from !== 'appendix')) return false
    const tr = state.tr
    let at = 0
    for (let i = 0; i < index; i++) at += state.doc.child(i).nodeSize
    tr.setNodeAttribute(at, 'role', role)
    const others = state.doc.children.map((node, i) => (i === index ? '' : matterOf(node)))
    const lastMain = others.lastIndexOf('main')
    const to = lastMain < 0 ? index : lastMain + 1
    moveDivision(tr, index, to)
    let moved = 0
    tr.doc.forEach((node, offset) => {
      if (node.attrs.id === own.attrs.id) moved = offset
    })
    dispatch?.(
      closeHistory(
        tr
          .setSelection(TextSelection.near(tr.doc.resolve(moved + 2)))
          .setMeta(opensDivision, true)
          .scrollIntoView(),
      ),
    )
    return true
  }

const isBold = (block: Node): boolean =>
  block.type === nodes.paragraph && block.childCount > 0 && block.children.every(child => marks.strong.isInSet(child.marks))

/** A line that is all bold becomes a heading of a level, and is bold no more; the heading keeps the id, so references follow. */
export const boldLineToHeading =
  (level: number): Command =>
  (state, dispatch) => {
    const { $from } = state.selection
    const block = $from.depth === 2 ? $from.parent : null
    if (!block || !isBold(block)) return false
    const at = $from.before(2)
    const tr = state.tr.removeMark(at + 1, at + 1 + block.content.size, marks.strong)
    dispatch?.(closeHistory(tr.setNodeMarkup(at, nodes.heading, { id: block.attrs.id || newId(), label: block.attrs.label, level })))
    return true
  }

/** A heading becomes a line that is all bold. */
export const headingToBoldLine: Command = (state, dispatch) => {
  const { $from } = state.selection
  const block = $from.depth === 2 ? $from.parent : null
  if (block?.type !== nodes.heading) return false
  const at = $from.before(2)
  const tr = state.tr.addMark(at + 1, at + 1 + block!.content.size, marks.strong.create())
  dispatch?.(closeHistory(tr.setNodeMarkup(at, nodes.paragraph, { id: block!.attrs.id, label: block!.attrs.label })))
  return true
}
