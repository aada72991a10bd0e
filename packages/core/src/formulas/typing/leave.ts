/** Leaving structures: what typing opened is settled then, and the brackets of a group go. */
import { isDigit } from '../tree/signs.ts'
import { type Fence, isStructure, type Row, type Setting, type Structure, type Term } from '../tree/terms.ts'
import { settled } from '../tree/writeNotation.ts'
import { type Around, rowAt, withRow } from './caret.ts'
import { aroundCaret, at, currentRow, type Writing } from './writing.ts'

/** A structure without what only typing needs of it. */
function done(structure: Structure): Structure {
  const { typed: _, word: __, ...rest } = structure
  if (rest.kind !== 'fence') return rest
  const { ghost: ___, apart: ____, ...made } = rest
  return made
}

export const isRoundGroup = (row: Row): row is [Fence] => {
  const [only, ...others] = row
  return only?.kind === 'fence' && others.length === 0 && only.open === '(' && only.close === ')' && only.typed === 'bracket'
}

/** Goes out of the structure that the caret is in, to its right or its left. The brackets of a binomial are left with what they hold. */
export function leave(writing: Writing, side: 'after' | 'before' = 'after'): Writing {
  const outer = aroundCaret(writing)
  if (!outer) return writing
  const left = leaveOne(writing, outer, side)
  const { structure } = outer
  const inBrackets = structure.kind === 'fraction' && structure.bar === false && aroundCaret(left)
  return inBrackets && inBrackets.structure.kind === 'fence' && currentRow(left).length === 1 ? leaveOne(left, inBrackets, side) : left
}

function leaveOne(writing: Writing, { structure, path, index }: Around, side: 'after' | 'before'): Writing {
  const row = rowAt(writing.row, path)
  if (structure.kind === 'setting') {
    const inside = settledSetting(structure)
    return at(withRow(writing.row, path, row.toSpliced(index, 1, ...inside)), {
      path,
      at: side === 'after' ? index + inside.length : index,
    })
  }
  // Scripts with nothing in them were not meant.
  const empty = structure.kind === 'scripts' && structure.typed === 'script' && structure.slots.every(slot => !slot.length)
  const made = empty ? row.toSpliced(index, 1) : row.with(index, typedNoMore(structure))
  return at(withRow(writing.row, path, made), { path, at: side === 'after' && !empty ? index + 1 : index })
}

const settledSetting = ({ slots, face, size }: Setting): Row => settled(ungrouped(slots[0]!), face, size)

/** What stands in a slot, without the brackets that were typed around all of it. */
export const ungrouped = (row: Row): Row => (isRoundGroup(row) ? row[0]!.slots[0]! : row)

/** A bracket that was typed stays known as one: a fraction after it takes its brackets away. */
const typedNoMore = (structure: Structure): Structure =>
  structure.kind === 'fence' && structure.typed === 'bracket' ? (({ ghost: _, ...rest }) => rest)(structure) : done(structure)

/** Leaves what typing opened as long as a test of the innermost of it says so. */
export function leaveTyped(writing: Writing, test: (structure: Structure, row: Row) => boolean): Writing {
  for (let now = writing; ; ) {
    const outer = aroundCaret(now)
    if (!outer?.structure.typed || !test(outer.structure, rowAt(now.row, now.caret.path))) return now
    const next = leave(now)
    if (next.caret.path.length >= now.caret.path.length) return now
    now = next
  }
}

/** A formula as it is kept: settings applied, brackets that only a typist needed gone, nothing half typed. */
export function finished(row: Row): Row {
  return row.flatMap((term): Row => {
    if (!isStructure(term)) return [term]
    const slots = term.slots.map(finished)
    const made = { ...term, slots } as Structure
    if (made.kind === 'words' && !slots[0]!.length) return []
    if (made.kind === 'setting') return finished(settledSetting(made))
    if (made.kind === 'scripts' && made.typed === 'script' && slots.every(slot => !slot.length)) return []
    return [done(made)]
  })
}

/** Whether a term that is typed after a row belongs to its last term: a digit to a number, an argument to a function. */
export function continues(row: Row, next: Term | 'bracket', inScript: boolean): boolean {
  const last = row.at(-1)
  if (!last) return true
  switch (last.kind) {
    case 'name':
    case 'space':
    case 'words':
      return true
    case 'sign': {
      const digit = isDigit(last.char) || last.char === '.'
      if (next === 'bracket') return !inScript && !digit
      if (digit) return next.kind === 'sign' && (isDigit(next.char) || next.char === '.')
      return last.char !== '!' && last.char !== '%'
    }
    default:
      return next !== 'bracket' ? false : last.kind === 'scripts' && !inScript && row.at(-2)?.kind !== 'fence'
  }
}
