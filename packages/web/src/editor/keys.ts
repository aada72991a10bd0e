/** What the keys do in the galley. Chords of our own begin with Ctrl+Alt; the letter is that of the thing. */

import { demote, findBlock, moveStep, promote } from '@steady-ledger/core/work/commands/sections.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import {
  chainCommands,
  createParagraphNear,
  deleteSelection,
  exitCode,
  joinBackward,
  joinForward,
  liftEmptyBlock,
  newlineInCode,
  selectNodeBackward,
  selectNodeForward,
  splitBlock,
  toggleMark,
} from '@tiptap/pm/commands'
import { closeHistory } from '@tiptap/pm/history'
import { InputRule, inputRules, textblockTypeInputRule, wrappingInputRule } from '@tiptap/pm/inputrules'
import { keymap } from '@tiptap/pm/keymap'
import { liftListItem, sinkListItem, splitListItem } from '@tiptap/pm/schema-list'
import { type Command, type Plugin, TextSelection, type Transaction } from '@tiptap/pm/state'
import { goToNextCell } from '@tiptap/pm/tables'
import type { Transform } from '@tiptap/pm/transform'
import { setHeading } from './insert.ts'
import { opensDivision } from './oneDivision.ts'
import { leaveStatementName } from './statements.ts'
import { dropTableNotes, leaveTableNotes } from './tableNotes.ts'

const { nodes, marks } = schema

/** The section the cursor stands in: the nearest heading before it, or its division. */
export function sectionAt(state: Parameters<Command>[0]): string {
  const { $head } = state.selection
  const division = $head.depth > 0 ? $head.node(1) : state.doc.child($head.index(0))
  if ($head.depth > 0)
    for (let i = $head.index(1); i > 0; i--) {
      const block = division.child(Math.min(i, division.childCount - 1))
      if (block.type.name === 'heading') return block.attrs.id
    }
  return division.attrs.id
}

/** Runs an editing command of the core on the section at the cursor, which stays where it is in its text. */
export const onSection =
  (command: (tr: Transform, id: string) => boolean): Command =>
  (state, dispatch) => {
    const id = sectionAt(state)
    const { tr } = state
    const { $head } = state.selection
    const holder = $head.depth >= 2 ? ($head.node(2).attrs.id as string) : ''
    const offset = $head.parentOffset
    if (!command(tr, id)) return false
    if (dispatch) {
      restoreCursor(tr, holder || id, offset)
      // Every move of a section is undone by itself, however fast one follows the other.
      dispatch(closeHistory(tr.setMeta(opensDivision, true).scrollIntoView()))
    }
    return true
  }

/** Puts the cursor back into the block that held it, wherever that went. */
export function restoreCursor(tr: Transaction, id: string, offset: number): void {
  const at = findBlock(tr.doc, id)
  if (at < 0) return
  const node = tr.doc.nodeAt(at)!
  const start = node.type.name === 'division' ? at + 2 : at + 1
  const size = node.type.name === 'division' ? node.firstChild!.content.size : node.content.size
  tr.setSelection(TextSelection.near(tr.doc.resolve(start + Math.min(offset, size))))
}

/** Enter in a title or heading goes on in a paragraph. */
const leaveHeading: Command = (state, dispatch) => {
  const { $from, empty } = state.selection
  if (!empty || !['heading', 'title'].includes($from.parent.type.name) || $from.parentOffset < $from.parent.content.size) return false
  const at = $from.after()
  const next = state.doc.resolve(at).nodeAfter
  const tr = state.tr
  if (!(next?.type.name === 'paragraph' && next.content.size === 0)) tr.insert(at, nodes.paragraph.create())
  dispatch?.(tr.setSelection(TextSelection.create(tr.doc, at + 1)).scrollIntoView())
  return true
}

/** Enter in a caption goes on behind its figure or table. */
const leaveCaption: Command = (state, dispatch) => {
  const { $from } = state.selection
  if (!['caption', 'shortCaption'].includes($from.parent.type.name)) return false
  const at = $from.after($from.depth - 1)
  const tr = state.tr
  if (!tr.doc.resolve(at).nodeAfter?.isTextblock) tr.insert(at, nodes.paragraph.create())
  dispatch?.(tr.setSelection(TextSelection.near(tr.doc.resolve(at + 1))).scrollIntoView())
  return true
}

/** Enter in a list of descriptions: from a term to its description, from an empty line to the next term, from an empty term out. */
const inDescriptions: Command = (state, dispatch) => {
  const { $from, empty } = state.selection
  if (!empty) return false
  const tr = state.tr
  if ($from.parent.type.name === 'term') {
    const list = $from.node(-1)
    const index = $from.index(-1)
    const description = list.child(index + 1)
    const unused = $from.parent.content.size === 0 && description.textContent === ''
    if (unused && index > 0 && index === list.childCount - 2) {
      // An empty last pair ends the list.
      const end = $from.after(-1)
      tr.delete($from.before(), end - 1)
      const after = tr.mapping.map(end)
      tr.insert(after, nodes.paragraph.create())
      dispatch?.(tr.setSelection(TextSelection.create(tr.doc, after + 1)).scrollIntoView())
      return true
    }
    dispatch?.(tr.setSelection(TextSelection.near(tr.doc.resolve($from.after() + 1))).scrollIntoView())
    return true
  }
  const description = $from.depth > 1 ? $from.node(-1) : null
  if (description?.type.name !== 'description' || $from.parent.content.size > 0 || $from.index(-1) < description.childCount - 1)
    return false
  const at = $from.after(-1)
  const pair = [nodes.term.create(), nodes.description.create(null, nodes.paragraph.create())]
  tr.insert(at, pair)
  if (description.childCount > 1) tr.delete($from.before(), $from.after())
  const term = tr.mapping.map(at, -1)
  dispatch?.(tr.setSelection(TextSelection.create(tr.doc, term + 1)).scrollIntoView())
  return true
}

/** Ctrl+Enter leaves a listing for the text after it; Enter on the last, empty line of a motto goes on to where it is from. */
const leaveListing: Command = (state, dispatch) => {
  const { $from } = state.selection
  if ($from.parent.type.name !== 'listingText' && $from.parent.type.name !== 'attribution') return false
  const at = $from.after(-1)
  const tr = state.tr
  if (tr.doc.resolve(at).nodeAfter?.type.name !== 'paragraph') tr.insert(at, nodes.paragraph.create())
  dispatch?.(tr.setSelection(TextSelection.create(tr.doc, at + 1)).scrollIntoView())
  return true
}
const leaveAttribution: Command = (state, dispatch) =>
  state.selection.$from.parent.type.name === 'attribution' && leaveListing(state, dispatch)

/** A tab in a listing is so many spaces. */
const indentListing: Command = (state, dispatch) => {
  if (state.selection.$from.parent.type.name !== 'listingText') return false
  dispatch?.(state.tr.insertText('  '))
  return true
}

const headingToParagraph: Command = (state, dispatch) => {
  const { $from, empty } = state.selection
  return empty && $from.parentOffset === 0 && $from.parent.type.name === 'heading' ? setHeading(0)(state, dispatch) : false
}

const insertText =
  (text: string): Command =>
  (state, dispatch) => {
    dispatch?.(state.tr.insertText(text))
    return true
  }

const backspace = chainCommands(deleteSelection, dropTableNotes, headingToParagraph, joinBackward, selectNodeBackward)

export const editingKeys = (): Plugin =>
  keymap({
    Enter: chainCommands(
      splitListItem(nodes.listItem),
      liftListItem(nodes.listItem),
      leaveHeading,
      leaveCaption,
      leaveAttribution,
      inDescriptions,
      leaveTableNotes,
      leaveStatementName,
      newlineInCode,
      createParagraphNear,
      liftEmptyBlock,
      splitBlock,
    ),
    'Mod-Enter': chainCommands(leaveListing, exitCode),
    Backspace: backspace,
    'Mod-Backspace': backspace,
    Delete: chainCommands(deleteSelection, joinForward, selectNodeForward),
    Tab: chainCommands(indentListing, sinkListItem(nodes.listItem), goToNextCell(1)),
    'Shift-Tab': chainCommands(liftListItem(nodes.listItem), goToNextCell(-1)),
    'Mod-b': toggleMark(marks.strong),
    'Mod-i': toggleMark(marks.emphasis),
    'Mod-Alt-c': toggleMark(marks.code),
    'Mod-Alt-k': toggleMark(marks.smallCapitals),
    'Mod-Alt-u': toggleMark(marks.superscript),
    'Mod-Alt-d': toggleMark(marks.subscript),
    'Mod-Shift-Space': insertText('\u00a0'),
    'Mod-Alt-p': setHeading(0),
    'Mod-Alt-2': setHeading(2),
    'Mod-Alt-3': setHeading(3),
    'Mod-Alt-4': setHeading(4),
    'Mod-Alt-[': onSection(promote),
    'Mod-Alt-]': onSection(demote),
    'Mod-Alt-ArrowUp': onSection((tr, id) => moveStep(tr, id, -1)),
    'Mod-Alt-ArrowDown': onSection((tr, id) => moveStep(tr, id, 1)),
  })

/** Text typed as structure becomes the structure it means. */
export const typedStructure = (): Plugin =>
  inputRules({
    rules: [
      textblockTypeInputRule(/^(#{1,4}) $/, nodes.heading, match => ({ level: match[1]!.length + 1 })),
      wrappingInputRule(/^\s*[-•] $/, nodes.bulletedList),
      wrappingInputRule(/^> $/, nodes.quotation),
      wrappingInputRule(/^1[.)] $/, nodes.numberedList),
      new InputRule(/--$/, '–'),
      new InputRule(/\.\.\.$/, '…'),
    ],
  })
