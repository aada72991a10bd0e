/** What the keys of writing do in the galley: Enter, Tab and those that delete. Chords of our own are in `app/shortcuts.ts`. */

import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
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
} from '@tiptap/pm/commands'
import { closeHistory } from '@tiptap/pm/history'
import { InputRule, inputRules, wrappingInputRule } from '@tiptap/pm/inputrules'
import { keymap } from '@tiptap/pm/keymap'
import { liftListItem, sinkListItem, splitListItem } from '@tiptap/pm/schema-list'
import { type Command, type EditorState, type Plugin, TextSelection, type Transaction } from '@tiptap/pm/state'
import { addRowAfter, goToNextCell, isInTable } from '@tiptap/pm/tables'
import type { Transform } from '@tiptap/pm/transform'
import { remember, remembered } from '../app/remembered.ts'
import { keysOf } from '../app/shortcuts.ts'
import { notify } from '../ui/notices.ts'
import { setHeading } from './insert.ts'
import type { LiveNumbers } from './live.ts'
import { typedMention } from './mentions.ts'
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
    const unused = $from.parent.content.size === 0 && description.children.every(({ content }) => content.size === 0)
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

const backspace = chainCommands(deleteSelection, dropTableNotes, headingToParagraph, joinBackward, selectNodeBackward)

/** Tab in the last cell of a table goes on in a new row. */
const newLastRow: Command = (state, dispatch, view) => {
  if (!isInTable(state) || goToNextCell(1)(state)) return false
  if (!dispatch || !view) return isInTable(state)
  return addRowAfter(state, dispatch) && goToNextCell(1)(view.state, view.dispatch)
}

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
    Tab: chainCommands(indentListing, sinkListItem(nodes.listItem), goToNextCell(1), newLastRow),
    'Shift-Tab': chainCommands(liftListItem(nodes.listItem), goToNextCell(-1)),
  })

/** The level of the heading before a place in its division; its title is of level 1. */
function levelBefore(state: EditorState, pos: number): number {
  const $pos = state.doc.resolve(pos)
  for (let i = $pos.index(1) - 1; i > 0; i--) {
    const block = $pos.node(1).child(i)
    if (block.type === nodes.heading) return block.attrs.level as number
  }
  return 1
}

/** “# ” begins a heading of level 2, “## ” of level 3. None skips a level without a word: it stands one below the heading before it, and that is said. */
const typedHeading = new InputRule(/^(#{1,4}) $/, (state, match, start, end) => {
  const $start = state.doc.resolve(start)
  if ($start.depth !== 2 || $start.parent.type !== nodes.paragraph) return null
  const asked = match[1]!.length + 1
  const level = Math.min(asked, levelBefore(state, start) + 1)
  if (level < asked) {
    const all =
      asked === 3
        ? ` ${keysOf('levelThree')} makes it level 3 all the same.`
        : asked === 4
          ? ` ${keysOf('levelFour')} makes it level 4 all the same.`
          : ''
    notify({
      kind: 'news',
      text: `A heading of level ${asked} stands under one of level ${asked - 1}, and there is none here: this one is of level ${level}.${all}`,
    })
  }
  const { id, label } = $start.parent.attrs
  return state.tr.delete(start, end).setBlockType(start, start, nodes.heading, { id, label, level })
})

const place = 'typed emphasis'
/** Whether *words* and _words_ become emphasis as they are typed; remembered in this browser. */
export const emphasisIsTyped = (): boolean => remembered(place) !== 'off'
export const typeEmphasis = (on: boolean): void => remember(place, on ? null : 'off')

/** \ufffc stands for what is no text. */
const typedEmphasis = new InputRule(/(?:^|[\s(“‘])([*_])([^\s*_\ufffc](?:[^*_\ufffc]*[^\s*_\ufffc])?)\1$/, (state, match, start, end) => {
  if (!emphasisIsTyped()) return null
  const opening = start + match[0].indexOf(match[1]!)
  const { $from } = state.selection
  if (!$from.parent.type.allowsMarkType(marks.emphasis)) return null
  const tr = closeHistory(state.tr.delete(opening, opening + 1))
  return tr.addMark(opening, end - 1, marks.emphasis.create()).removeStoredMark(marks.emphasis)
})

/** Text typed as structure becomes the structure it means. */
export const typedStructure = (live: LiveNumbers): Plugin =>
  inputRules({
    rules: [
      typedHeading,
      typedEmphasis,
      typedMention(live),
      wrappingInputRule(/^\s*[-•] $/, nodes.bulletedList),
      wrappingInputRule(/^> $/, nodes.quotation),
      wrappingInputRule(/^1[.)] $/, nodes.numberedList),
      new InputRule(/--$/, '–'),
      new InputRule(/\.\.\.$/, '…'),
    ],
  })
