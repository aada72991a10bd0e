/** The views of a work as their tabs name them, each with what it is for in one plain sentence. */
export const tabs = [
  ['galley', 'Galley', 'Write here: the text on ruled paper, with every number computed beside it.'],
  ['ledger', 'Ledger', 'Everything numbered in one list: number, caption, label, page, and where it is referred to.'],
  ['scheme', 'Scheme', 'How numbers are written: levels, series, and what they are called.'],
  ['index', 'Index', 'The terms of the index, every place of each in its line of text, and the words that are not marked yet.'],
  ['short-forms', 'Short forms', 'Abbreviations and symbols: what each stands for, and every place where it is mentioned.'],
  ['sources', 'Sources', 'What is cited: every source with its fields, what it looks like in the list, and every citation of it.'],
  ['pages', 'Pages', 'The work as it will print, page by page.'],
  ['house-style', 'House style', 'How the pages look: margins, type, heads of pages, opening pages.'],
  ['findings', 'Findings', 'What the checks found to mend, each with its place and, where there is one, its remedy.'],
  ['dispatch', 'Dispatch', 'Hand it in: the PDF and other files, what to mend first, and milestones.'],
] as const

/** Our own words, explained. */
export const words: readonly [string, string][] = [
  ['Shelf', 'The home screen: all works kept in this browser.'],
  ['Work', 'One thesis or paper with all that belongs to it. A file of it is called a bundle (.ledger.zip).'],
  ['Division', 'A top-level piece of a work: a chapter, an appendix, a title page, an abstract, a list.'],
  ['Block', 'A piece of a division: a paragraph, heading, list, figure, table, equation.'],
  ['Spine', 'The outline at the left of the galley. Drag its rows, or move them with keys, and everything renumbers.'],
  ['Slip', 'The panel at the right of the galley: it shows and changes whatever is selected.'],
  ['Series', 'A run of numbers that captioned things draw from: figures, tables, equations, or one of your own.'],
  ['Label', 'A short name of your own for something numbered. It is never printed; you find the thing by it.'],
  ['Reference', 'Words that say where something is, such as “Figure 2.3 on page 41”, and are always right.'],
  ['Wording', 'What a reference says: the number, name and number, the title, the page.'],
  ['Account of a number', 'How a number came about, step by step. Every number has one.'],
  ['In balance', 'Numbers, references, lists and pages all agree with each other, now.'],
  ['Milestone', 'Every number and page on record at a date, to see later what changed since.'],
  ['Hand-in office', 'A simulated office that comes with the program’s server: it takes your PDF, or says what it objects to.'],
  ['Term', 'A heading of the index. Marks in the text say where it is spoken of; the index lists their pages.'],
  [
    'Mention',
    'An abbreviation or symbol in the text. It is written out where it comes first, and short afterwards, wherever chapters move.',
  ],
  ['Citation', 'A live reference to one or more sources. How it is said is a matter of style: a number, author and year, a note.'],
  ['Keepsake', 'An equation that you saved, to be put in again.'],
  ['House style', 'All rules of how pages look, kept as one file that can be shared.'],
]
