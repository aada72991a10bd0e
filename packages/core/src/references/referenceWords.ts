/** What references say beside names and numbers, in the languages that ship; others fall back to English. */

export interface ReferenceWords {
  page: string
  pages: string
  /** Between a number and “page 31”, spaces included. */
  on: string
  /** Instead of a page number, spaces included. */
  this: string
  facing: string
  next: string
  previous: string
  quotes: [open: string, close: string]
}

const words: Record<string, ReferenceWords> = {
  en: {
    page: 'page',
    pages: 'pages',
    on: ' on ',
    this: ' on this page',
    facing: ' on the facing page',
    next: ' on the next page',
    previous: ' on the previous page',
    quotes: ['“', '”'],
  },
  de: {
    page: 'Seite',
    pages: 'Seiten',
    on: ' auf ',
    this: ' auf dieser Seite',
    facing: ' auf der gegenüberliegenden Seite',
    next: ' auf der nächsten Seite',
    previous: ' auf der vorigen Seite',
    quotes: ['„', '“'],
  },
  fr: {
    page: 'page',
    pages: 'pages',
    on: ' à la ',
    this: ' sur cette page',
    facing: ' sur la page en regard',
    next: ' à la page suivante',
    previous: ' à la page précédente',
    quotes: ['«\u202f', '\u202f»'],
  },
  es: {
    page: 'página',
    pages: 'páginas',
    on: ' en la ',
    this: ' en esta página',
    facing: ' en la página opuesta',
    next: ' en la página siguiente',
    previous: ' en la página anterior',
    quotes: ['«', '»'],
  },
}

export const referenceWords = (language: string): ReferenceWords => words[language.slice(0, 2)] ?? words.en!
