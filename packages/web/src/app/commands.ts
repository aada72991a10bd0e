/** Everything the command box can do: a name, what it is called for, and its keys. */

import { appendixList } from '@steady-ledger/core/content/lists/entries.ts'
import { listTitle } from '@steady-ledger/core/languages/index.ts'
import { demote, moveStep, promote } from '@steady-ledger/core/work/commands/sections.ts'
import { offeredKinds } from '@steady-ledger/core/work/kinds/index.ts'
import { seriesRule, wordsOf } from '@steady-ledger/core/work/parts/scheme.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { toggleMark } from '@tiptap/pm/commands'
import type { Command as EditorCommand } from '@tiptap/pm/state'
import { addColumnAfter, addRowAfter, deleteColumn, deleteRow, toggleHeaderRow } from '@tiptap/pm/tables'
import { boldLineToHeading, headingToBoldLine, joinDivision, moveToMatter, splitDivision } from '../editor/divisions.ts'
import { addEquationLine, addPanel, addTablePanel, removePanel, removeTablePanel, splitEquationGroup } from '../editor/groups.ts'
import { insertBlock, insertDivision, insertKeywords, insertSpace, insertTable, setHeading, setLanguage } from '../editor/insert.ts'
import { onSection, sectionAt } from '../editor/keys.ts'
import { joinRow, splitRow } from '../editor/rows.ts'
import { insertProof, insertStatement } from '../editor/statements.ts'
import { addTableNotes } from '../editor/tableNotes.ts'
import type { Session } from '../session/session.ts'
import { languages } from './languages.ts'
import { askWhereTo } from './MoveSection.tsx'
import { saveRescueFile } from './rescue.ts'
import { applyTheme } from './theme.ts'
import { insertMiniContents, namePlace, renameLabel, renumberFromHere } from './workCommands.ts'

export interface NamedCommand {
  name: string
  keys?: string
  /** Works in every view; the others change what is in sight in the galley and are offered there alone. */
  anywhere?: true
  /** Whether it can act where the cursor is; what cannot is not offered. */
  can?(session: Session): boolean
  run(session: Session, navigate: (view: string) => void): void
}

const editor = (command: EditorCommand): Pick<NamedCommand, 'can' | 'run'> => ({
  can: session => command(session.state),
  run: session => void session.run(command),
})

/** The list of a series, called as lists are in the language of the work. */
const newList =
  (key: string): ((session: Session) => void) =>
  session => {
    const { scheme } = session.work
    void session.run(
      insertDivision('seriesList', listTitle(seriesRule(scheme, key).names.many, wordsOf(scheme, scheme.language), scheme.language), key),
    )
  }

export const namedCommands: NamedCommand[] = [
  { name: 'Insert a figure', keys: 'Ctrl Alt F', run: session => session.act('figure') },
  { name: 'Insert a table', keys: 'Ctrl Alt T', ...editor(insertTable()) },
  { name: 'Insert empty space', ...editor(insertSpace) },
  { name: 'Insert the keywords of the work', ...editor(insertKeywords) },
  ...offeredKinds.map(({ kind, name }) => ({ name: `Insert ${name}`, ...editor(insertBlock(kind)) })),
  ...['theorem', 'lemma', 'proposition', 'corollary', 'definition', 'remark'].map(series => ({
    name: `Insert a ${series}`,
    ...editor(insertStatement(series)),
  })),
  { name: 'Insert a proof', ...editor(insertProof) },
  { name: 'Insert an equation', keys: 'Ctrl Alt E', run: session => session.act('equation') },
  { name: 'Insert a formula in the line', keys: 'Ctrl Alt M', run: session => session.act('formula') },
  { name: 'Insert a footnote', keys: 'Ctrl Alt N', run: session => session.act('note') },
  { name: 'Insert a reference', keys: 'Ctrl Alt R', run: session => session.act('reference') },
  { name: 'New chapter or section after this one', ...editor(insertDivision('chapter')) },
  { name: 'New part after this division', ...editor(insertDivision('part')) },
  { name: 'New appendix', ...editor(insertDivision('appendix')) },
  { name: 'New contents', run: session => void session.run(insertDivision('contents', session.live.words.contents)) },
  { name: 'New division for all notes', run: session => void session.run(insertDivision('endnotes', session.live.words.notes)) },
  { name: 'New list of figures', run: newList('figure') },
  {
    name: 'New list of appendices',
    run: session => {
      const { scheme } = session.work
      const { levels, language } = scheme
      void session.run(
        insertDivision('seriesList', listTitle(levels.appendix[0]!.names.many, wordsOf(scheme, language), language), appendixList),
      )
    },
  },
  { name: 'New list of theorems and what counts with them', run: newList('theorem') },
  { name: 'Insert the contents of this chapter at its head', run: insertMiniContents },
  { name: 'New list of listings', run: newList('listing') },
  { name: 'New list of tables', run: newList('table') },
  { name: 'Make this a heading of level 2', keys: 'Ctrl Alt 2', ...editor(setHeading(2)) },
  { name: 'Make this a heading of level 3', keys: 'Ctrl Alt 3', ...editor(setHeading(3)) },
  { name: 'Make this a heading of level 4', keys: 'Ctrl Alt 4', ...editor(setHeading(4)) },
  { name: 'Make this bold line a heading', ...editor(boldLineToHeading(2)) },
  { name: 'Turn this heading back into a bold line', ...editor(headingToBoldLine) },
  { name: 'Make this a paragraph', keys: 'Ctrl Alt P', ...editor(setHeading(0)) },
  ...Object.entries(languages).map(([tag, name]) => ({ name: `Language of these words: ${name}`, ...editor(setLanguage(tag)) })),
  { name: 'Language of these words: that of the work', ...editor(setLanguage(null)) },
  { name: 'Small capitals', keys: 'Ctrl Alt K', ...editor(toggleMark(schema.marks.smallCapitals)) },
  { name: 'Stand this figure beside the next one', ...editor(joinRow) },
  { name: 'Stand these figures below each other again', ...editor(splitRow) },
  { name: 'Panels: another picture in this figure', ...editor(addPanel) },
  { name: 'Panels: take this one out', ...editor(removePanel) },
  { name: 'Equation: another line under this one', ...editor(addEquationLine) },
  { name: 'Equation: the lines of this group stand by themselves', ...editor(splitEquationGroup) },
  { name: 'Rename a label everywhere', anywhere: true, run: renameLabel },
  { name: 'Move this section to…', run: session => askWhereTo(sectionAt(session.state)) },
  { name: 'Name this place, to refer to its page', run: namePlace },
  { name: 'Renumber from here', run: renumberFromHere },
  { name: 'Split this division here', ...editor(splitDivision) },
  { name: 'Join the next division to this one', ...editor(joinDivision) },
  { name: 'Move this chapter to the appendices', ...editor(moveToMatter('appendix')) },
  { name: 'Move this appendix to the chapters', ...editor(moveToMatter('chapter')) },
  { name: 'Promote this section', keys: 'Ctrl Alt [', ...editor(onSection(promote)) },
  { name: 'Demote this section', keys: 'Ctrl Alt ]', ...editor(onSection(demote)) },
  { name: 'Move this section up', keys: 'Ctrl Alt ↑', ...editor(onSection((tr, id) => moveStep(tr, id, -1))) },
  { name: 'Move this section down', keys: 'Ctrl Alt ↓', ...editor(onSection((tr, id) => moveStep(tr, id, 1))) },
  { name: 'Table: notes below it', ...editor(addTableNotes) },
  { name: 'Table: another panel under its number', ...editor(addTablePanel) },
  { name: 'Table: take this panel out', ...editor(removeTablePanel) },
  { name: 'Table: add a row below', ...editor(addRowAfter) },
  { name: 'Table: add a column after', ...editor(addColumnAfter) },
  { name: 'Table: remove this row', ...editor(deleteRow) },
  { name: 'Table: remove this column', ...editor(deleteColumn) },
  { name: 'Table: header row on or off', ...editor(toggleHeaderRow) },
  { name: 'Earlier states of this work', anywhere: true, run: (_session, navigate) => navigate('earlier') },
  { name: 'Save a rescue file', anywhere: true, run: session => void saveRescueFile(session) },
  { name: 'Undo', anywhere: true, keys: 'Ctrl Z', run: session => void session.undo() },
  { name: 'Redo', anywhere: true, keys: 'Ctrl Y', run: session => void session.redo() },
  { name: 'Light', anywhere: true, run: () => applyTheme('light') },
  { name: 'Dark', anywhere: true, run: () => applyTheme('dark') },
  { name: 'Light or dark as the system says', anywhere: true, run: () => applyTheme('system') },
]
