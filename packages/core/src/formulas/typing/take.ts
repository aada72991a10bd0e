/** Which terms before the caret a structure takes: a number, a letter with its scripts, a function with its argument, a group. */
import { isDigit, isLetter, roleOf } from '../tree/signs.ts'
import type { Row, Term } from '../tree/terms.ts'

const isScripts = (term: Term | undefined): boolean => term?.kind === 'scripts' && !term.left
const isPostfix = (term: Term | undefined): boolean => isScripts(term) || (term?.kind === 'sign' && /^[!%°]$/.test(term.char))
const isNumeral = (term: Term | undefined): boolean => term?.kind === 'sign' && (isDigit(term.char) || term.char === '.')
const isLetterSign = (term: Term | undefined): boolean => term?.kind === 'sign' && isLetter(term.char)

/** The index before scripts, downwards from an index. */
function beforeScripts(row: Row, index: number): number {
  let at = index
  while (at > 0 && isScripts(row[at - 1])) at--
  return at
}

/** A d that stands for a differential: set upright, or a letter by itself. */
const isDifferential = (row: Row, index: number): boolean => {
  const term = row[index]
  if (term?.kind !== 'sign') return false
  return term.char === '∂' || (term.char === 'd' && (term.face === 'upright' || (!term.face && !isLetterSign(row[index - 1]))))
}

/** Where the term that ends before an index begins; the index itself where none does. */
export function termStart(row: Row, index: number): number {
  let start = index
  while (start > 0 && isPostfix(row[start - 1])) start--
  const base = row[start - 1]
  if (!base) return index
  if (isNumeral(base)) while (isNumeral(row[start - 1])) start--
  else if (base.kind === 'fence') {
    start--
    const before = beforeScripts(row, start)
    const called = row[before - 1]
    if (!base.apart && (isLetterSign(called) || called?.kind === 'name')) start = before - 1
  } else if (base.kind === 'sign' && !['letter', 'ordinary'].includes(roleOf(base.char))) return index
  else if (base.kind === 'space') return index
  else start--
  const applied = beforeScripts(row, start)
  const name = row[applied - 1]
  if (name?.kind === 'name' && !name.limits) start = applied - 1
  const differential = beforeScripts(row, start) - 1
  if (differential >= 0 && start > 0 && isDifferential(row, differential)) start = differential
  if (start > 0 && row[start - 1]!.kind === 'scripts' && !isScripts(row[start - 1])) start--
  return start
}
