/** What the program itself writes into a work beside names and numbers, in the languages that ship; others fall back to English. */

export interface Words {
  /** Above the rest of a long table. */
  continued: string
  /** Above the notes of a chapter. */
  notes: string
  proof: string
  /** Before the keywords of the work, with what stands behind it. */
  keywords: string
  page: string
  pages: string
  /** Where names are short. */
  shortPage: string
  shortPages: string
  /** Between a number and “page 31”, spaces included. */
  on: string
  /** Instead of a page number, spaces included. */
  this: string
  facing: string
  next: string
  previous: string
  quotes: [open: string, close: string]
}

const words: Record<string, Words> = {
  en: {
    continued: 'continued',
    notes: 'Notes',
    proof: 'Proof',
    keywords: 'Keywords:',
    page: 'page',
    pages: 'pages',
    shortPage: 'p.',
    shortPages: 'pp.',
    on: ' on ',
    this: ' on this page',
    facing: ' on the facing page',
    next: ' on the next page',
    previous: ' on the previous page',
    quotes: ['“', '”'],
  },
  de: {
    continued: 'Fortsetzung',
    notes: 'Anmerkungen',
    proof: 'Beweis',
    keywords: 'Schlagwörter:',
    page: 'Seite',
    pages: 'Seiten',
    shortPage: 'S.',
    shortPages: 'S.',
    on: ' auf ',
    this: ' auf dieser Seite',
    facing: ' auf der gegenüberliegenden Seite',
    next: ' auf der nächsten Seite',
    previous: ' auf der vorigen Seite',
    quotes: ['„', '“'],
  },
  fr: {
    continued: 'suite',
    notes: 'Notes',
    proof: 'Démonstration',
    keywords: 'Mots-clés\u202f:',
    page: 'page',
    pages: 'pages',
    shortPage: 'p.',
    shortPages: 'p.',
    on: ' à la ',
    this: ' sur cette page',
    facing: ' sur la page en regard',
    next: ' à la page suivante',
    previous: ' à la page précédente',
    quotes: ['«\u202f', '\u202f»'],
  },
  es: {
    continued: 'continuación',
    notes: 'Notas',
    proof: 'Demostración',
    keywords: 'Palabras clave:',
    page: 'página',
    pages: 'páginas',
    shortPage: 'p.',
    shortPages: 'pp.',
    on: ' en la ',
    this: ' en esta página',
    facing: ' en la página opuesta',
    next: ' en la página siguiente',
    previous: ' en la página anterior',
    quotes: ['«', '»'],
  },
}

export const wordsIn = (language: string): Words => words[language.slice(0, 2)] ?? words.en!
