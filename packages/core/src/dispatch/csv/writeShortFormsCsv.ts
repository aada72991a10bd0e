import type { ShortFormListing } from '../shortFormRows.ts'
import { csvLine } from './csvLine.ts'

/** A line an entry: what it is, what it stands for, how often it is mentioned, and on which pages. */
export const writeShortFormsCsv = (rows: readonly ShortFormListing[]): string =>
  [
    ['kind', 'short form', 'formula', 'full form', 'unit', 'mentions', 'pages'],
    ...rows.map(({ kind, short, formula, full, unit, mentions }) => [
      kind,
      short,
      formula,
      full,
      unit,
      String(mentions.length),
      [...new Set(mentions.map(({ page }) => page))].filter(Boolean).join(', '),
    ]),
  ]
    .map(csvLine)
    .map(line => `${line}\r\n`)
    .join('')
