/** What stands where, and where references lead: entries and references counted by division. */

import { division, type Node, plainText } from '../work/schema.ts'
import type { WorkLedger } from './ledger.ts'
import { scanDivision } from './scan.ts'

export interface Standing {
  id: string
  /** As it is numbered, or its title where it has no number. */
  name: string
  title: string
  /** Numbered entries by what they are called (“Figures”), headings and items of lists left out. */
  entries: Record<string, number>
  /** References that stand in it, and that lead to something in it; one to several things leads to each of them. */
  refersOut: number
  referredTo: number
}

/** A row for every division that holds a numbered entry or a reference, in reading order, and the names that occur, most frequent first. */
export function standings(doc: Node, ledger: WorkLedger): { rows: Standing[]; kinds: string[] } {
  const rows = doc.children.map((node): Standing => {
    const own = ledger.byId.get(division(node).id)
    const title = plainText(node.firstChild!) || 'Untitled'
    return { id: division(node).id, name: own?.bare || title, title, entries: {}, refersOut: 0, referredTo: 0 }
  })
  const totals = new Map<string, number>()
  for (const { item, number, names, division: index } of ledger.entries) {
    if (!number || item.kind !== 'series') continue
    const { entries } = rows[index]!
    entries[names.many] = (entries[names.many] ?? 0) + 1
    totals.set(names.many, (totals.get(names.many) ?? 0) + 1)
  }
  doc.children.forEach((node, index) => {
    for (const { targets } of scanDivision(node).references) {
      rows[index]!.refersOut++
      for (const target of targets) {
        const to = ledger.byId.get(target)
        if (to) rows[to.division]!.referredTo++
      }
    }
  })
  return {
    rows: rows.filter(({ entries, refersOut, referredTo }) => Object.keys(entries).length || refersOut || referredTo),
    kinds: [...totals].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0])).map(([kind]) => kind),
  }
}
