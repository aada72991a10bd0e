/** Everything the command box can do: a name, what it is called for, and its keys. */

import { appendixList } from '@steady-ledger/core/content/lists/entries.ts'
import { listTitleOf } from '@steady-ledger/core/content/lists/listTitleOf.ts'
import { divisionTitles, type TitledRole } from '@steady-ledger/core/languages/divisionTitles.ts'
import { offeredKinds } from '@steady-ledger/core/work/kinds/index.ts'
import { fieldNames } from '@steady-ledger/core/work/kinds/inline.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { wrapInList } from '@tiptap/pm/schema-list'
import type { Command as EditorCommand } from '@tiptap/pm/state'
import { addColumnAfter, addRowAfter, deleteColumn, deleteRow, toggleHeaderRow } from '@tiptap/pm/tables'
import { boldLineToHeading, headingToBoldLine, joinDivision, moveToMatter, splitDivision } from '../editor/divisions.ts'
import {
  addEquationLine,
  addPanel,
  addTablePanel,
  joinEquations,
  removePanel,
  removeTablePanel,
  splitEquationGroup,
} from '../editor/groups.ts'
import {
  insertBlock,
  insertDivision,
  insertField,
  insertInPlace,
  insertKeywords,
  insertSourceList,
  insertSpace,
  insertTable,
  setLanguage,
} from '../editor/insert.ts'
import { emphasisIsTyped, sectionAt, typeEmphasis } from '../editor/keys.ts'
import { shortFormsAreTyped, typeShortForms } from '../editor/mentions.ts'
import { toNote, turnKind } from '../editor/notes.ts'
import { joinRow, splitRow } from '../editor/rows.ts'
import { insertProof, insertStatement } from '../editor/statements.ts'
import { addTableNotes } from '../editor/tableNotes.ts'
import { textCommands } from '../editor/textCommands.ts'
import type { Session } from '../session/session.ts'
import { notify } from '../ui/notices.ts'
import { nameOffered } from '../views/galley/kindNames.ts'
import { askForMark } from '../views/indexDesk/termForms.ts'
import { askForMention } from '../views/shortForms/askForMention.ts'
import { languages } from './languages.ts'
import { askWhereTo } from './MoveSection.tsx'
import { saveRescueFile } from './rescue.ts'
import type { ShortcutName } from './shortcuts.ts'
import { applyTheme } from './theme.ts'
import { askForLink, insertMiniContents, namePlace, renameLabel, renumberFromHere } from './workCommands.ts'

/** Where it stands among what can be put in. */
export type Insertion = 'In the line' | 'Blocks' | 'Mathematics' | 'Headings and divisions' | 'Lists of the work'

export interface NamedCommand {
  name: string
  /** What it puts in, as it is called there, and what can be typed instead. */
  puts?: { name: string; group: Insertion; typed?: string }
  shortcut?: ShortcutName
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

const puts = (group: Insertion, offered: string, typed?: string): Pick<NamedCommand, 'puts'> => ({
  puts: { name: nameOffered(offered), group, ...(typed ? { typed } : {}) },
})

/** The list of a series, or of the appendices. */
const newList =
  (key: string): ((session: Session) => void) =>
  session => {
    const { scheme, settings } = session.work
    void session.run(insertDivision('seriesList', listTitleOf(scheme, key, settings.language), key))
  }

export const namedCommands: NamedCommand[] = [
  { name: 'Insert a reference', shortcut: 'reference', ...puts('In the line', 'a reference'), run: session => session.act('reference') },
  { name: 'Insert a footnote', shortcut: 'note', ...puts('In the line', 'a footnote'), run: session => session.act('note') },
  {
    name: 'Insert a note of the other kind',
    ...puts('In the line', 'a note of the other kind, such as an endnote'),
    run: session => session.act('otherNote'),
  },
  { name: 'Make this note the other kind', run: session => turnKind(session, 'one') },
  { name: 'Make the selected notes the other kind', run: session => turnKind(session, 'selected') },
  { name: 'Make all notes of this division the other kind', run: session => turnKind(session, 'division') },
  { name: 'Make all notes of the work the other kind', run: session => turnKind(session, 'work') },
  { name: 'Next note', shortcut: 'nextNote', run: session => toNote(session, 1) },
  { name: 'Note before', shortcut: 'noteBefore', run: session => toNote(session, -1) },
  {
    name: 'Insert a formula in the line',
    shortcut: 'formula',
    ...puts('In the line', 'a formula in the line'),
    run: session => session.act('formula'),
  },
  { name: 'Insert a figure', shortcut: 'figure', ...puts('Blocks', 'a figure'), run: session => session.act('figure') },
  { name: 'Insert pages of a PDF', ...puts('Blocks', 'pages of a PDF'), run: session => session.act('pages') },
  { name: 'Insert a table', shortcut: 'table', ...puts('Blocks', 'a table'), ...editor(insertTable()) },
  { name: 'Insert a bulleted list', ...puts('Blocks', 'a bulleted list', '- space'), ...editor(wrapInList(schema.nodes.bulletedList)) },
  { name: 'Insert a numbered list', ...puts('Blocks', 'a numbered list', '1. space'), ...editor(wrapInList(schema.nodes.numberedList)) },
  ...offeredKinds.map(({ kind, name }) => ({
    name: `Insert ${name}`,
    ...puts('Blocks', name, kind === 'quotation' ? '> space' : undefined),
    ...editor(insertBlock(kind)),
  })),
  { name: 'Insert empty space', ...puts('Blocks', 'empty space'), ...editor(insertSpace) },
  { name: 'Insert the keywords of the work', ...puts('Blocks', 'keywords of the work'), ...editor(insertKeywords) },
  {
    name: 'Mark for the index',
    shortcut: 'indexMark',
    ...puts('In the line', 'a mark for the index'),
    run: session => askForMark(session),
  },
  {
    name: 'Mention an abbreviation or symbol',
    shortcut: 'mention',
    ...puts('In the line', 'a mention of an abbreviation or symbol'),
    run: session => askForMention(session),
  },
  {
    name: 'Cite a source',
    shortcut: 'citation',
    ...puts('In the line', 'a citation of a source'),
    run: session => session.act('citation'),
  },
  { name: 'Make these words a link', run: askForLink },
  { name: 'Insert an equation', shortcut: 'equation', ...puts('Mathematics', 'an equation'), run: session => session.act('equation') },
  ...['theorem', 'lemma', 'proposition', 'corollary', 'definition', 'remark'].map(series => ({
    name: `Insert a ${series}`,
    ...puts('Mathematics', `a ${series}`),
    ...editor(insertStatement(series)),
  })),
  { name: 'Insert a proof', ...puts('Mathematics', 'a proof'), ...editor(insertProof) },
  {
    name: 'New chapter or section after this one',
    ...puts('Headings and divisions', 'new chapter or section after this one'),
    ...editor(insertDivision('chapter')),
  },
  {
    name: 'New part after this division',
    ...puts('Headings and divisions', 'new part after this division'),
    ...editor(insertDivision('part')),
  },
  { name: 'New appendix', ...puts('Headings and divisions', 'new appendix'), ...editor(insertDivision('appendix')) },
  {
    name: 'Insert the contents of this chapter at its head',
    ...puts('Lists of the work', 'contents of this chapter at its head'),
    run: insertMiniContents,
  },
  {
    name: 'New contents',
    ...puts('Lists of the work', 'contents of the work'),
    run: session => void session.run(insertDivision('contents', session.live.words.contents)),
  },
  { name: 'New list of figures', ...puts('Lists of the work', 'list of figures'), run: newList('figure') },
  { name: 'New list of tables', ...puts('Lists of the work', 'list of tables'), run: newList('table') },
  { name: 'New list of listings', ...puts('Lists of the work', 'list of listings'), run: newList('listing') },
  {
    name: 'New list of theorems and what counts with them',
    ...puts('Lists of the work', 'list of theorems and what counts with them'),
    run: newList('theorem'),
  },
  {
    name: 'New list of abbreviations',
    ...puts('Lists of the work', 'list of abbreviations'),
    run: session => void session.run(insertDivision('abbreviations', session.live.words.abbreviations)),
  },
  {
    name: 'New list of symbols',
    ...puts('Lists of the work', 'list of symbols'),
    run: session => void session.run(insertDivision('symbols', session.live.words.symbols)),
  },
  {
    name: 'New list of sources',
    ...puts('Lists of the work', 'list of sources'),
    run: session => void session.run(insertDivision('sources', session.live.words.sources)),
  },
  {
    name: 'Insert the sources that are cited in this chapter',
    ...puts('Lists of the work', 'sources that are cited in this chapter'),
    ...editor(insertSourceList),
  },
  {
    name: 'New list of appendices',
    ...puts('Lists of the work', 'list of appendices'),
    run: newList(appendixList),
  },
  {
    name: 'New division for all notes',
    ...puts('Lists of the work', 'division for all notes'),
    run: session => void session.run(insertDivision('endnotes', session.live.words.notes)),
  },
  ...Object.entries(divisionTitles('en')).map(
    ([role, title]): NamedCommand => ({
      name: `New ${title.toLowerCase()}`,
      ...puts('Headings and divisions', title.toLowerCase()),
      run: session =>
        void session.run(insertInPlace(role as TitledRole, divisionTitles(session.work.settings.language)[role as TitledRole])),
    }),
  ),
  ...fieldNames.map(
    (field): NamedCommand => ({
      name: `Print the ${field} of the work here`,
      ...puts('In the line', `${field} of the work`),
      ...editor(insertField(field)),
    }),
  ),
  {
    name: 'New index',
    ...puts('Lists of the work', 'index'),
    run: session => void session.run(insertDivision('index', session.live.words.index)),
  },
  {
    name: 'Make this a heading of level 2',
    shortcut: 'levelTwo',
    ...puts('Headings and divisions', 'heading', '# space'),
    ...editor(textCommands.levelTwo),
  },
  {
    name: 'Make this a heading of level 3',
    shortcut: 'levelThree',
    ...puts('Headings and divisions', 'subheading', '## space'),
    ...editor(textCommands.levelThree),
  },
  { name: 'Make this a heading of level 4', shortcut: 'levelFour', ...editor(textCommands.levelFour) },
  { name: 'Make this bold line a heading', ...editor(boldLineToHeading(2)) },
  { name: 'Turn this heading back into a bold line', ...editor(headingToBoldLine) },
  { name: 'Make this a paragraph', shortcut: 'paragraph', ...editor(textCommands.paragraph) },
  ...Object.entries(languages).map(([tag, name]) => ({ name: `Language of these words: ${name}`, ...editor(setLanguage(tag)) })),
  { name: 'Language of these words: that of the work', ...editor(setLanguage(null)) },
  { name: 'Strong', shortcut: 'strong', ...editor(textCommands.strong) },
  { name: 'Emphasis', shortcut: 'emphasis', ...editor(textCommands.emphasis) },
  { name: 'Superscript', shortcut: 'superscript', ...editor(textCommands.superscript) },
  { name: 'Subscript', shortcut: 'subscript', ...editor(textCommands.subscript) },
  { name: 'Code', shortcut: 'code', ...editor(textCommands.code) },
  { name: 'A space that never breaks', shortcut: 'fixedSpace', ...editor(textCommands.fixedSpace) },
  { name: 'Small capitals', shortcut: 'smallCapitals', ...editor(textCommands.smallCapitals) },
  { name: 'Stand this figure beside the next one', ...editor(joinRow) },
  { name: 'Stand these figures below each other again', ...editor(splitRow) },
  { name: 'Panels: another picture in this figure', ...editor(addPanel) },
  { name: 'Panels: remove this one', ...editor(removePanel) },
  { name: 'Equation: another line under this one', ...editor(addEquationLine) },
  { name: 'Equation: one number with the one that follows', ...editor(joinEquations) },
  { name: 'Equation: the lines of this group stand by themselves', ...editor(splitEquationGroup) },
  { name: 'Rename a label everywhere', anywhere: true, run: renameLabel },
  { name: 'Move this section to…', run: session => askWhereTo(sectionAt(session.state)) },
  { name: 'Name this place, to refer to its page', run: namePlace },
  { name: 'Renumber from here', run: renumberFromHere },
  { name: 'Split this division here', ...editor(splitDivision) },
  { name: 'Join the next division to this one', ...editor(joinDivision) },
  { name: 'Move this chapter to the appendices', ...editor(moveToMatter('appendix')) },
  { name: 'Move this appendix to the chapters', ...editor(moveToMatter('chapter')) },
  { name: 'Promote this section', shortcut: 'promote', ...editor(textCommands.promote) },
  { name: 'Demote this section', shortcut: 'demote', ...editor(textCommands.demote) },
  { name: 'Move this section up', shortcut: 'moveUp', ...editor(textCommands.moveUp) },
  { name: 'Move this section down', shortcut: 'moveDown', ...editor(textCommands.moveDown) },
  { name: 'Table: notes below it', ...editor(addTableNotes) },
  { name: 'Table: another panel under its number', ...editor(addTablePanel) },
  { name: 'Table: remove this panel', ...editor(removeTablePanel) },
  { name: 'Table: add a row below', ...editor(addRowAfter) },
  { name: 'Table: add a column after', ...editor(addColumnAfter) },
  { name: 'Table: remove this row', ...editor(deleteRow) },
  { name: 'Table: remove this column', ...editor(deleteColumn) },
  { name: 'Table: header row on or off', ...editor(toggleHeaderRow) },
  {
    name: 'Typed *words* become emphasis: on or off',
    anywhere: true,
    run: () => {
      typeEmphasis(!emphasisIsTyped())
      notify({
        kind: 'done',
        text: emphasisIsTyped() ? '*Words* and _words_ become emphasis as they are typed.' : '*Words* and _words_ stay as they are typed.',
      })
    },
  },
  {
    name: 'Typed short forms become mentions: on or off',
    anywhere: true,
    run: () => {
      typeShortForms(!shortFormsAreTyped())
      notify({
        kind: 'done',
        text: shortFormsAreTyped() ? 'Known short forms become mentions as they are typed.' : 'Short forms stay words as they are typed.',
      })
    },
  },
  { name: 'Earlier states of this work', anywhere: true, run: (_session, navigate) => navigate('earlier') },
  { name: 'Save a rescue file', anywhere: true, run: session => void saveRescueFile(session) },
  { name: 'Undo', anywhere: true, shortcut: 'undo', run: session => void session.undo() },
  { name: 'Redo', anywhere: true, shortcut: 'redo', run: session => void session.redo() },
  { name: 'Light', anywhere: true, run: () => applyTheme('light') },
  { name: 'Dark', anywhere: true, run: () => applyTheme('dark') },
  { name: 'Light or dark as the system says', anywhere: true, run: () => applyTheme('system') },
]
