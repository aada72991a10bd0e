/** The ledger as rows for files and the command line: every entry with its page and where it is referred to. */
import { saysFormula, scanDivision } from '../numbers/scan.ts'
import { referenceText, wordReference } from '../references/wordReference.ts'
import type { Turnover } from '../turnover/turnover.ts'

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
  const { work, ledger, pages, pageIndexOf } = turnover
  const label = (id: string): string => pages[pageIndexOf.get(id) ?? -1]?.label ?? ''
  const referred = new Map<string, string[]>()
  for (const node of work.doc.children)
    for (const { targets, holder } of scanDivision(node).references)
      for (const target of targets) referred.set(target, [...(referred.get(target) ?? []), label(holder)])
  return ledger.entries.map(entry => ({
    id: entry.id,
    kind: entry.item.block,
    // A panel, or a line of a group, is of the series of what it is part of.
    series: entry.item.kind === 'part' ? (ledger.byId.get(entry.item.partOf)?.item.series ?? '') : entry.item.series,
    number: entry.number,
    bare: entry.bare,
    reference: entry.number
      ? referenceText(
          wordReference(
            { targets: [entry.id], wording: 'nameAndNumber', was: {} },
            { ledger, language: work.settings.language, pageOf: label, opensSentence: false },
          ),
        )
      : '',
    label: entry.item.label,
    caption: saysFormula(entry.item) ? (entry.item.text!.attrs.formula as string) : turnover.textOf(entry.item.text!),
    division: work.doc.child(entry.division).attrs.id,
    page: label(entry.id),
    referredFrom: referred.get(entry.id) ?? [],
  }))
}
