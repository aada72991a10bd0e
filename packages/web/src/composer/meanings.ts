/** What letters stand for: entries of the register of symbols, found by how a symbol is written. */
import { symbolsIn } from '@steady-ledger/core/formulas/symbols/symbolsIn.ts'
import { readFormula } from '@steady-ledger/core/formulas/tree/readFormula.ts'
import { type Abbreviation, newAbbreviation } from '@steady-ledger/core/work/registers/abbreviations.ts'
import type { Entries } from '@steady-ledger/core/work/registers/register.ts'

const keys = new Map<string, string>()

/** The symbol that a formula of the register is: however it is written there. */
function keyOf(formula: string): string {
  let key = keys.get(formula)
  if (key === undefined) {
    try {
      const [use, ...more] = symbolsIn(readFormula(formula))
      key = use && !more.length ? use.key : formula
    } catch {
      key = formula
    }
    keys.set(formula, key)
  }
  return key
}

/** The entry for a symbol, with its id; none where nobody said what it stands for. */
export function meaningIn(entries: Entries<Abbreviation>, key: string): { id: string; entry: Abbreviation } | undefined {
  for (const [id, entry] of Object.entries(entries))
    if (entry.kind === 'symbol' && entry.formula && keyOf(entry.formula) === key) return { id, entry }
  return undefined
}

export const newMeaning = (formula: string): Abbreviation => ({ ...newAbbreviation(), kind: 'symbol', formula })
