/** The record of a work's numbers as they are. */

import type { Ledger } from '../numbers/ledger.ts'
import { saysFormula } from '../numbers/scan.ts'
import { referenceText, wordReference } from '../references/wordReference.ts'
import type { MilestoneRecord } from '../work/milestone.ts'
import type { Node } from '../work/schema.ts'

export interface Now {
  ledger: Ledger
  language: string
  /** Page label of an entry. */
  pageOf(id: string): string
  /** Plain text of a caption or title, references worded. */
  textOf(node: Node): string
  /** Whether a reference leads to an entry: items of lists are on record where one does. */
  isReferred?(id: string): boolean
}

/** Everything that has a number, and every division, in reading order. */
export function recordsOf({ ledger, language, pageOf, textOf, isReferred }: Now): MilestoneRecord[] {
  return ledger.entries
    .filter(({ number, item }) => number !== '' || item.block === 'division')
    .filter(({ id, item }) => item.kind !== 'listItem' || item.label !== '' || isReferred?.(id))
    .map(({ id, number, item }) => ({
      id,
      kind: item.block,
      name: number
        ? referenceText(
            wordReference({ targets: [id], wording: 'nameAndNumber', was: {} }, { ledger, language, pageOf, opensSentence: true }),
          ).replaceAll('\u00a0', ' ')
        : '',
      page: pageOf(id),
      caption: saysFormula(item) ? '' : item.text ? textOf(item.text) : '',
    }))
}
