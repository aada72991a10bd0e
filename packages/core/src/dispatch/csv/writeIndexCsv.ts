import type { IndexListing } from '../indexRows.ts'
import { csvLine } from './csvLine.ts'

/** A line a term: the index it stands in, the term in three columns, its pages as they are printed, where it sends its reader. */
export const writeIndexCsv = (listings: readonly IndexListing[]): string =>
  [
    ['index', 'term', 'under it', 'under that', 'pages', 'main pages', 'see', 'see also'],
    ...listings.flatMap(({ title, terms }) =>
      terms.map(({ term, pages, see, seeAlso }) => [
        title,
        term[0] ?? '',
        term[1] ?? '',
        term[2] ?? '',
        pages.map(({ text }) => text).join(', '),
        pages
          .filter(({ main }) => main)
          .map(({ text }) => text)
          .join(', '),
        see.join('; '),
        seeAlso.join('; '),
      ]),
    ),
  ]
    .map(csvLine)
    .map(line => `${line}\r\n`)
    .join('')
