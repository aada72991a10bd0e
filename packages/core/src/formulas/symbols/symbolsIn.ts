/**
 * Letters that stand for something: a letter with its marks and primes, and with what is set low beside it where that tells it from
 * others (the w of a density of water), and does not count (the i of the i-th one).
 */
import { isDigit, isLetter } from '../tree/signs.ts'
import { type Decoration, isStructure, type Row, type Scripts, type Sign, scriptRows, scripts, type Term } from '../tree/terms.ts'
import { writeNotation } from '../tree/writeNotation.ts'

export interface SymbolUse {
  /** Its notation: what tells it from others. */
  key: string
  row: Row
  /** Between which terms of its row it stands. */
  from: number
  to: number
}

/** Letters that count what they are set beside. */
const counting = /^[ijkn]$/

const latin = /^\p{Script=Latin}$/u
/** A letter that may stand for something: upright Latin ones are words, units, or the d of a differential. */
const standsForSomething = (term: Term | undefined): term is Sign =>
  term?.kind === 'sign' && isLetter(term.char) && !(latin.test(term.char) && term.face === 'upright')

const isMarked = (term: Term | undefined): term is Decoration =>
  term?.kind === 'decoration' &&
  !term.mark.includes('brace') &&
  term.slots[0]!.length === 1 &&
  (standsForSomething(term.slots[0]![0]) || isMarked(term.slots[0]![0]))

/** Signs that are set low to name something: a friction velocity u∗, a limit at ∞. */
const naming = '∗⋆+-±∞∘⊥∥,'
const tellsApart = (row: Row): boolean =>
  row.length > 0 &&
  row.every(term => {
    if (term.kind !== 'sign') return term.kind === 'words' || term.kind === 'name' || term.kind === 'space'
    if (isLetter(term.char)) return term.face === 'upright' || !counting.test(term.char)
    return isDigit(term.char) || naming.includes(term.char)
  })

/** The primes that scripts begin with. */
const primesOf = (row: Row): Row => {
  const end = row.findIndex(term => !(term.kind === 'sign' && term.char === '′'))
  return end < 0 ? row : row.slice(0, end)
}

const isScripts = (term: Term | undefined): term is Scripts => term?.kind === 'scripts' && !term.left

/** The symbol that begins at an index of a row, or none. */
function symbolFrom(row: Row, from: number): SymbolUse | undefined {
  const base = row[from]
  if (!standsForSomething(base) && !isMarked(base)) return undefined
  const next = row[from + 1]
  if (!isScripts(next)) return { key: writeNotation([base]), row: [base], from, to: from + 1 }
  const { below, above } = scriptRows(next)
  const low = below && tellsApart(below) ? below : undefined
  const primes = above && primesOf(above)
  const own = low || primes?.length ? [base, scripts(low, primes?.length ? primes : undefined)] : [base]
  return { key: writeNotation(own), row: own, from, to: from + 2 }
}

/** Every use of a symbol in a formula, in the order in which it is written. */
export function symbolsIn(row: Row): SymbolUse[] {
  const found: SymbolUse[] = []
  for (let at = 0; at < row.length; at++) {
    const term = row[at]!
    const use = symbolFrom(row, at)
    if (use) {
      found.push(use)
      const next = row[at + 1]
      if (isScripts(next)) {
        const { below, above } = scriptRows(next)
        if (below && !tellsApart(below)) found.push(...symbolsIn(below))
        if (above) found.push(...symbolsIn(above.slice(primesOf(above).length)))
      }
      at = use.to - 1
    } else if (isStructure(term) && term.kind !== 'words') for (const slot of term.slots) found.push(...symbolsIn(slot))
  }
  return found
}

/** The symbol that a place in a row stands in or behind: the one before it first. */
export function symbolAt(row: Row, at: number): SymbolUse | undefined {
  const uses = row.flatMap((_, from) => symbolFrom(row, from) ?? [])
  return uses.findLast(({ from, to }) => from < at && at <= to) ?? uses.find(({ from }) => from === at)
}
