/** What a typed word becomes at its end. */
import { isIntegral, isLetter } from '../tree/signs.ts'
import { grid, type Row, type Structure, sign, space, type Typed } from '../tree/terms.ts'
import { type Around, endOf, rowAt, withRow } from './caret.ts'
import { ungrouped } from './leave.ts'
import { beginsName, isWordOf, type Meaning, meaningOf } from './lexicon.ts'
import { termStart } from './take.ts'
import { aroundCaret, at, currentRow, open, splice, type Writing } from './writing.ts'

export interface Resolved {
  writing: Writing
  /** Something that it works on is still to come, so that a space does not end what it stands in. */
  operand?: boolean
  /** A bracket that follows was the one around its slots. */
  bracket?: boolean
}

/** Whether a space belongs to the word: a longer name may follow, or the size of an array. */
export const waits = (text: string): boolean =>
  beginsName(text) || (arraySize.test(text) && isWordOf(text.replace(/( \d+)+$/, ''), 'array') && (text.match(/ \d+/g)?.length ?? 0) < 2)
const arraySize = /^[a-z ]+?( \d+)*$/

const count = (text: string): number => [...text.replaceAll(' ', '')].length

/** Ends the word that is being typed. `next` is the sign that ended it; none when the caret goes elsewhere. `replay` types what comes after a name found in it. */
export function resolve(writing: Writing, next: string, replay: (writing: Writing, text: string) => Writing): Resolved {
  const { word, caret } = writing
  const plain = { ...writing, word: undefined }
  if (!word) return { writing }
  const text = word.text.trim()
  const parts = text.split(' ')
  const longer = longerName(plain, word.from, text, next)
  if (longer) return longer
  for (let used = parts.length; used > 0; used--) {
    const name = parts.slice(0, used).join(' ')
    const found = meaningAndSizes(name)
    if (!found) continue
    const rest = parts.slice(used).join(' ')
    // What comes after the name is typed anew once it has become what it means.
    const without = splice(plain, word.from, caret.at, [])
    const made = become(without, name, found.meaning, found.sizes, rest ? ' ' : next)
    if (!made) continue
    if (!rest) return made
    const typed = replay({ ...made.writing, word: undefined }, made.operand ? rest : ` ${rest}`)
    return waiting(typed, next) ?? resolve(typed, next, replay)
  }
  if (parts.length > 1) {
    const first = count(parts[0]!)
    const kept = { ...plain, caret: { ...caret, at: word.from + first } }
    const later = currentRow(plain).slice(word.from + first, caret.at)
    const cut = splice(kept, word.from + first, word.from + first + later.length, [])
    const typed = replay(cut, ` ${parts.slice(1).join(' ')}`)
    return waiting(typed, next) ?? resolve(typed, next, replay)
  }
  return { writing: differential(plain, word.from, text) ?? plain }
}

/** What is left of some words may begin a longer name itself. */
const waiting = (writing: Writing, next: string): Resolved | undefined =>
  next === ' ' && writing.word && waits(writing.word.text)
    ? { writing: { ...writing, word: { ...writing.word, text: `${writing.word.text} ` } }, operand: true }
    : undefined

/** A word that opened a structure, with the first word in it, may be the name of something else: double R, double integral. */
function longerName(writing: Writing, from: number, text: string, next: string): Resolved | undefined {
  const outer = aroundCaret(writing)
  const name = `${outer?.structure.word} ${text}`
  const meaning = outer?.structure.word && from === 0 ? meaningOf(name) : undefined
  if (!outer || !meaning) return undefined
  const without = splice(at(writing.row, { path: outer.path, at: outer.index }), outer.index, outer.index + 1, [])
  return become(without, name, meaning, [], next)
}

function meaningAndSizes(text: string): { meaning: Meaning; sizes: number[] } | undefined {
  const meaning = meaningOf(text)
  if (meaning) return { meaning, sizes: [] }
  const [, name, sizes] = /^(.+?)((?: \d+)+)$/.exec(text) ?? []
  const array = name && meaningOf(name)
  return array && array.kind === 'array' ? { meaning: array, sizes: sizes!.trim().split(' ').map(Number) } : undefined
}

const most = 20
const bounded = (size: number): number => Math.min(most, Math.max(1, size))

function become(writing: Writing, name: string, meaning: Meaning, sizes: number[], next: string): Resolved | undefined {
  const { caret } = writing
  const here = caret.at
  switch (meaning.kind) {
    case 'terms':
      return { writing: splice(writing, here, here, meaning.terms), ...(meaning.operand && { operand: true }) }
    case 'prefix':
      return { writing: open(writing, here, here, { ...typed(meaning.structure, meaning.typed), word: name } as Structure), operand: true }
    case 'after': {
      const row = currentRow(writing)
      const from = termStart(row, here)
      if (from === here) return undefined
      const terms = meaning.make(meaning.bracketed ? row.slice(from, here) : ungrouped(row.slice(from, here)))
      const put = splice(writing, from, here, terms)
      const [index, ...inside] = meaning.into as [number, ...number[]]
      return { writing: at(put.row, endOf(put.row, [...caret.path, from + index, ...inside])), operand: true }
    }
    case 'arguments': {
      const bracket = next === '('
      // Without brackets its slots are walked by Tab.
      const inner = bracket ? typed(meaning.structure, 'group') : meaning.structure
      const first = inner.kind === 'root' ? inner.slots.length - 1 : 0
      if (!bracket && inner.kind === 'root')
        return { writing: open(writing, here, here, typed({ ...inner, slots: [[]] }, 'term')), operand: true }
      if (!meaning.wrap) return { writing: open(writing, here, here, inner, first), operand: true, bracket }
      const put = splice(writing, here, here, [meaning.wrap(inner)])
      return { writing: at(put.row, { path: [...caret.path, here, 0, 0, 0], at: 0 }), operand: true, bracket }
    }
    case 'array': {
      if (next === '(' && !sizes.length) {
        const one = meaning.make(1, 1)
        return { writing: open(writing, here, here, typed(one, 'cells')), operand: true, bracket: true }
      }
      const [rows, columns] = meaning.sizes
      const [first, second] = sizes
      const made = meaning.make(bounded(first ?? rows), bounded(second ?? (first && meaning.first === 'square' ? first : columns)))
      return { writing: open(writing, here, here, made), operand: true }
    }
  }
}

const typed = (structure: Structure, how: Typed): Structure => ({ ...structure, typed: how }) as Structure

/** A d before a variable is set upright where it is a differential: in a derivative, and after an integral, at a distance there. */
function differential(writing: Writing, from: number, text: string): Writing | undefined {
  if (!text.startsWith('d')) return undefined
  const rest = text.slice(1)
  const variable = rest === '' ? [] : isLetter(rest) ? [sign(rest)] : greek(rest)
  if (!variable) return undefined
  const row = currentRow(writing)
  const d = sign('d', 'upright')
  const outer = aroundCaret(writing)
  if (from === 0 && rest && outer && derivesFrom(outer)) {
    const made = splice(writing, from, writing.caret.at, [d, ...variable])
    const fractionRow = rowAt(made.row, outer.path)
    const fraction = fractionRow[outer.index] as Structure
    const top = fraction.slots[0]!.with(0, d)
    const changed = fractionRow.with(outer.index, { ...fraction, slots: fraction.slots.with(0, top) } as Structure)
    return { ...made, row: withRow(made.row, outer.path, changed) }
  }
  const before = row.slice(0, from)
  const integral = before.findLastIndex(term => term.kind === 'sign' && isIntegral(term.char))
  if (integral < 0) return isLetter(rest) || !rest ? undefined : splice(writing, from, writing.caret.at, [sign('d'), ...variable])
  const apart = before.slice(integral + 1).some(term => term.kind !== 'scripts')
  return splice(writing, from, writing.caret.at, [...(apart ? [space('thin')] : []), d, ...variable])
}

const derivesFrom = ({ structure, slot }: Around): boolean => {
  const first = structure.slots[0]?.[0]
  return (
    structure.kind === 'fraction' && slot === 1 && first?.kind === 'sign' && first.char === 'd' && (!first.face || first.face === 'upright')
  )
}

function greek(name: string): Row | undefined {
  const meaning = meaningOf(name)
  return meaning?.kind === 'terms' && !meaning.operand && meaning.terms[0]?.kind === 'sign' && isLetter(meaning.terms[0].char)
    ? meaning.terms
    : undefined
}

/** Adds a row under the cell that the caret is in, or a column after it. */
export function addCells(writing: Writing, what: 'row' | 'column'): Writing {
  const outer = aroundCaret(writing)
  if (outer?.structure.kind !== 'grid') return writing
  const { structure, slot, path, index } = outer
  const width = structure.columns.length
  const row = Math.floor(slot / width)
  const column = slot % width
  const rows = Array.from({ length: structure.slots.length / width }, (_, each) => structure.slots.slice(each * width, (each + 1) * width))
  const made =
    what === 'row'
      ? rows.toSpliced(
          row + 1,
          0,
          Array.from({ length: width }, () => []),
        )
      : rows.map(cells => cells.toSpliced(column + 1, 0, []))
  const moved = (rules: readonly number[] | undefined, after: number): readonly number[] | undefined =>
    rules?.map(rule => (rule > after ? rule + 1 : rule))
  const { slots: _, columns, columnRules, rowRules, ...rest } = structure
  const rulesOfRows = what === 'row' ? moved(rowRules, row) : rowRules
  const rulesOfColumns = what === 'column' ? moved(columnRules, column) : columnRules
  const next = grid(made, {
    ...rest,
    columns: what === 'column' ? columns.slice(0, column + 1) + columns[column]! + columns.slice(column + 1) : columns,
    ...(rulesOfRows && { rowRules: rulesOfRows }),
    ...(rulesOfColumns && { columnRules: rulesOfColumns }),
  })
  const formula = withRow(writing.row, path, rowAt(writing.row, path).with(index, next))
  const cell = what === 'row' ? (row + 1) * width : row * (width + 1) + column + 1
  return at(formula, { path: [...path, index, cell], at: 0 })
}
