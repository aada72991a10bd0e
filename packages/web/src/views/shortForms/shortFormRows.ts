/** The entries of the register as rows, with how often each is mentioned; symbols that are used and have no entry stand behind them. */
import { collationOf } from '@steady-ledger/core/content/index/collation.ts'
import { sortKeyOf } from '@steady-ledger/core/content/mentions/listed.ts'
import type { Mentions } from '@steady-ledger/core/content/mentions/standing.ts'
import { mathMl } from '@steady-ledger/core/formulas/mathml.ts'
import type { CollectedSymbol } from '@steady-ledger/core/formulas/symbols/collect.ts'
import { lettersOf } from '@steady-ledger/core/formulas/symbols/lettersOf.ts'
import type { Abbreviation } from '@steady-ledger/core/work/registers/abbreviations.ts'
import { meaningIn } from '../../composer/meanings.ts'

export type Kind = Abbreviation['kind']

export interface ShortFormRow {
  id: string
  short: string
  formula: string
  full: string
  group: string
  /** Mentions, and of a symbol how often formulas use it. */
  uses: number
  /** Used in formulas, and nobody has said what it stands for. */
  unsaid?: true
}

/** The symbol of a row without an entry. */
export const unsaidPrefix = 'unsaid '

export function shortFormRows(
  kind: Kind,
  { entries, byPlace }: Mentions,
  symbols: readonly CollectedSymbol[],
  language: string,
): ShortFormRow[] {
  const counts = new Map<string, number>()
  for (const { entry } of byPlace.values()) counts.set(entry, (counts.get(entry) ?? 0) + 1)
  const unsaid: ShortFormRow[] = []
  if (kind === 'symbol')
    for (const { key, spoken, count } of symbols) {
      const id = meaningIn(entries, key)?.id
      if (id) counts.set(id, (counts.get(id) ?? 0) + count)
      else unsaid.push({ id: `${unsaidPrefix}${key}`, short: spoken, formula: key, full: '', group: '', uses: count, unsaid: true })
    }
  const { compare } = collationOf(language, 'books')
  const lettersIn = (formula: string): string => lettersOf(mathMl(formula, false) ?? formula)
  const rows = Object.entries(entries)
    .filter(([, entry]) => entry.kind === kind)
    .map(([id, { short, formula, full, group }]): ShortFormRow => ({ id, short, formula, full, group, uses: counts.get(id) ?? 0 }))
  // As the list in the work sorts them.
  const keys = new Map(rows.map(({ id }) => [id, sortKeyOf(entries[id]!, lettersIn)]))
  return [...rows.sort((a, b) => compare(keys.get(a.id)!, keys.get(b.id)!) || (a.id < b.id ? -1 : 1)), ...unsaid]
}

/** Rows that hold the words, in their short form, what they stand for, or their group. */
export function foundRows(rows: readonly ShortFormRow[], asked: string): readonly ShortFormRow[] {
  const wanted = asked.trim().toLocaleLowerCase()
  if (!wanted) return rows
  return rows.filter(({ short, full, group }) => `${short} ${full} ${group}`.toLocaleLowerCase().includes(wanted))
}
