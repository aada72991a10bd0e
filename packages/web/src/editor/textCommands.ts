/** What the chords of writing do to the text: words, headings, sections. */
import { demote, moveStep, promote } from '@steady-ledger/core/work/commands/sections.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { toggleMark } from '@tiptap/pm/commands'
import type { Command } from '@tiptap/pm/state'
import type { ShortcutName } from '../app/shortcuts.ts'
import { setHeading } from './insert.ts'
import { onSection } from './keys.ts'

const { marks } = schema

const insertText =
  (text: string): Command =>
  (state, dispatch) => {
    // Among words: a block that is chosen whole does not give way to a sign.
    if (!state.selection.$from.parent.inlineContent) return false
    dispatch?.(state.tr.insertText(text))
    return true
  }

/** On words, wherever words are: in the text and in notes. */
export const wordCommands = {
  strong: toggleMark(marks.strong),
  emphasis: toggleMark(marks.emphasis),
  smallCapitals: toggleMark(marks.smallCapitals),
  superscript: toggleMark(marks.superscript),
  subscript: toggleMark(marks.subscript),
  code: toggleMark(marks.code),
  fixedSpace: insertText('\u00a0'),
} satisfies { [name in ShortcutName]?: Command }

export const textCommands = {
  ...wordCommands,
  paragraph: setHeading(0),
  levelTwo: setHeading(2),
  levelThree: setHeading(3),
  levelFour: setHeading(4),
  promote: onSection(promote),
  demote: onSection(demote),
  moveUp: onSection((tr, id) => moveStep(tr, id, -1)),
  moveDown: onSection((tr, id) => moveStep(tr, id, 1)),
} satisfies { [name in ShortcutName]?: Command }
