/** Abbreviations and symbols as rows, each with what its mentions print and on which pages, for those who read them by program. */
import { textOfPieces } from '../content/pieces.ts'
import type { Turnover } from '../turnover/turnover.ts'

export interface ShortFormListing {
  id: string
  kind: 'abbreviation' | 'symbol'
  short: string
  formula: string
  full: string
  unit: string
  listed: boolean
  /** In the order of the text: what each prints, why, and the label of the page on which its block begins. */
  mentions: { says: string; because: string; page: string }[]
}

export function shortFormRows({ work, mentions, wordingOf, pageOf }: Turnover): ShortFormListing[] {
  const places = [...mentions.byPlace.values()]
  return Object.entries(work.abbreviations).map(([id, { kind, short, formula, full, unit, listed }]) => ({
    id,
    kind,
    short,
    formula,
    full,
    unit,
    listed,
    mentions: places
      .filter(({ entry }) => entry === id)
      .map(({ node, occurrence, reason, holder }) => ({
        says: textOfPieces(wordingOf(node, occurrence)).replaceAll('\u00a0', ' '),
        because: reason,
        page: pageOf(holder)?.label ?? '',
      })),
  }))
}
