/** The record of a work's numbers as they are. */
import { type PageOf, referenceText, wordReference } from '../content/references/wordReference.ts'
import { saysFormula } from '../numbers/item.ts'
import type { Ledger } from '../numbers/ledger.ts'
import { identityIn } from '../numbers/occurrences.ts'
import type { MilestoneRecord } from '../work/parts/milestones.ts'
import type { Node } from '../work/schema.ts'

export interface Now {
  ledger: Ledger
  language: string
  pageOf(id: string): PageOf | undefined
  /** Plain text of a caption or title with an identity, references worded. */
  textOf(node: Node, identity: string): string
  /** Whether a reference leads to an entry: items of lists are on record where one does. */
  isReferred?(id: string): boolean
}

/** Everything that has a number, and every division, in reading order. */
export function recordsOf({ ledger, language, pageOf, textOf, isReferred }: Now): MilestoneRecord[] {
  const context = { ledger, language, pageOf, before: '\n' }
  const called = (id: string): string =>
    referenceText(wordReference({ targets: [id], wording: 'nameAndNumber', was: {} }, context)).replaceAll('\u00a0', ' ')
  return ledger.entries
    .filter(({ number, item }) => number !== '' || item.block === 'division')
    .filter(({ id, item }) => item.kind !== 'listItem' || item.label !== '' || isReferred?.(id))
    .map(({ id, number, item }) => ({
      id,
      kind: item.block,
      name: number ? called(id) : '',
      page: pageOf(id)?.label ?? '',
      caption: item.text && !saysFormula(item) ? textOf(item.text, identityIn(id, item.text, 0)) : '',
    }))
}
