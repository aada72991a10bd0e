/** The letters that a work uses, as the composer offers them. */
import type { CollectedSymbol } from '@steady-ledger/core/formulas/symbols/collect.ts'
import { readFormula } from '@steady-ledger/core/formulas/tree/readFormula.ts'
import type { Row } from '@steady-ledger/core/formulas/tree/terms.ts'
import { writeNotation } from '@steady-ledger/core/formulas/tree/writeNotation.ts'
import { writeWords } from '@steady-ledger/core/formulas/tree/writeWords.ts'
import { built } from './palette.ts'

export interface UsedSymbol {
  key: string
  row: Row
  /** What types it. */
  typed: string
  count: number
}

/** As one would type it, where that types it: without the brackets and spaces that plain words are written with. */
function typedShort(row: Row): string {
  const whole = writeWords(row)
  const short = whole.replace(/ (?=[_^'])/g, '').replace(/\((\w+)\)/g, '$1')
  return writeNotation(built(short)) === writeNotation(row) ? short : whole
}

/** More are not looked through. */
const most = 300
const known = new Map<string, UsedSymbol>()

/** The most used first. */
export function usedSymbols(symbols: readonly CollectedSymbol[]): UsedSymbol[] {
  const all = [...symbols].sort((a, b) => b.count - a.count).slice(0, most)
  return all.map(({ key, count }) => {
    let symbol = known.get(key)
    if (symbol?.count !== count) {
      const row = symbol?.row ?? readFormula(key)
      known.set(key, (symbol = { key, row, typed: symbol?.typed ?? typedShort(row), count }))
    }
    return symbol
  })
}
