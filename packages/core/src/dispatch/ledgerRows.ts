/** The ledger as rows for files and the command line: every entry with its page and where it is referred to. */

import { referenceText, wordReference } from '../content/references/wordReference.ts'
import type { NumberedItem } from '../numbers/item.ts'
import type { Ledger } from '../numbers/ledger.ts'
import { identityIn } from '../numbers/occurrences.ts'
import { scanDivision } from '../numbers/scan.ts'
import type { Turnover } from '../turnover/turnover.ts'
import { isKind } from '../work/kinds/index.ts'
import { division } from '../work/schema.ts'

export interface LedgerRow {
  id: string
  kind: string
  series: string
  number: string
  bare: string
  /** What a reference by name and number says. */
  reference: string
  label: string
  caption: string
  division: string
  page: string
  /** Page labels on which references to it stand, in reading order. */
  referredFrom: string[]
}

export function ledgerRows(turnover: Turnover): LedgerRow[] {
  const { work, ledger, pageOf } = turnover
  const label = (id: string): string => pageOf(id)?.label ?? ''
  const referred = new Map<string, string[]>()
  for (const node of work.doc.children)
    for (const { targets, holder } of scanDivision(node).references)
      for (const target of targets) {
        const from = referred.get(target)
        if (from) from.push(label(holder))
        else referred.set(target, [label(holder)])
      }
  const context = { ledger, language: work.settings.language, pageOf, before: '' }
  return ledger.entries.map(entry => ({
    id: entry.id,
    kind: entry.item.block,
    series: seriesIn(entry.item, ledger),
    number: entry.number,
    bare: entry.bare,
    reference: entry.number ? referenceText(wordReference({ targets: [entry.id], wording: 'nameAndNumber', was: {} }, context)) : '',
    label: entry.item.label,
    caption: captionOf(entry.item, turnover),
    division: division(work.doc.child(entry.division)).id,
    page: label(entry.id),
    referredFrom: referred.get(entry.id) ?? [],
  }))
}

/** The series of an entry; a panel, or a line of a group, is of the series of what it is part of, and an item of the look of its list. */
export function seriesIn(item: NumberedItem, { byId }: Ledger): string {
  const of = item.kind === 'member' ? (byId.get(item.partOf)?.item ?? item) : item
  return of.kind === 'series' ? of.series : of.kind === 'listItem' ? of.look : ''
}

/** What an entry says of itself; an equation in the notation it is kept in. */
function captionOf({ id, text }: NumberedItem, turnover: Turnover): string {
  if (!text) return ''
  if (isKind(text, 'equation')) return text.attrs.formula
  return turnover.textOf(text, identityIn(id, text, 0))
}
