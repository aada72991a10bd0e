/** Words that become signs and structures when they are typed. */
import { decorations } from '../tree/decorations.ts'
import { faceNames } from '../tree/faces.ts'
import { knownFunctions, limitNames } from '../tree/functions.ts'
import { knownSigns, roleOf, signOf } from '../tree/signs.ts'
import {
  arrow,
  decoration,
  type Face,
  fence,
  fraction,
  grid,
  type Row,
  root,
  type Structure,
  scripts,
  sign,
  stack,
  type Typed,
} from '../tree/terms.ts'

/** What a word becomes. */
export type Meaning =
  | { kind: 'terms'; terms: Row /** Something is still to come that it works on. */; operand?: boolean }
  /** Opens with the caret in its slot, which takes one term or a group. */
  | { kind: 'prefix'; structure: Structure; typed: Typed }
  /** Takes the term before it, and opens. */
  | { kind: 'after'; make(taken: Row): Row; into: number[] /** Brackets around what it takes stay. */; bracketed?: true }
  /** Slots one after the other, in brackets with commas. */
  | { kind: 'arguments'; structure: Structure; wrap?: (inner: Structure) => Structure }
  /** So many rows and columns as are said after it. */
  | { kind: 'array'; make(rows: number, columns: number): Structure; sizes: [rows: number, columns: number]; first: 'rows' | 'square' }

/** Functions with names of their own, beside those every reader knows. */
const moreFunctions = [
  'sign function',
  'rank',
  'trace',
  'span',
  'diag',
  'div',
  'curl',
  'grad',
  'var',
  'cov',
  'corr',
  'erf',
  'arsinh',
  'arcosh',
  'artanh',
  'lcm',
  'mod',
  'vol',
  'Res',
  'lim inf',
  'lim sup',
  'arg max',
  'arg min',
  'ess sup',
  'ess inf',
]
const writtenAs: Record<string, string> = { 'sign function': 'sgn', trace: 'tr' }

const fences: Record<string, [string, string]> = {
  abs: ['|', '|'],
  absolute: ['|', '|'],
  norm: ['‖', '‖'],
  floor: ['⌊', '⌋'],
  ceiling: ['⌈', '⌉'],
  angled: ['⟨', '⟩'],
  braces: ['{', '}'],
  'square brackets': ['[', ']'],
}

const cells = (rows: number, columns: number): Row[][] => Array.from({ length: rows }, () => Array.from({ length: columns }, () => []))
const array = (open: string, close: string, sizes: [number, number], columns?: string, first: 'rows' | 'square' = 'square'): Meaning => ({
  kind: 'array',
  sizes,
  first,
  make: (rows, width) => grid(cells(rows, width), { open, close, ...(columns && { columns: columns.repeat(width) }) }),
})

const meanings = new Map<string, Meaning>()
const add = (names: string | string[], meaning: Meaning): void => {
  for (const name of [names].flat()) if (!meanings.has(name)) meanings.set(name, meaning)
}

for (const name of knownFunctions) add(name, { kind: 'terms', terms: [functionNamed(name)], operand: true })
for (const name of moreFunctions) add(name, { kind: 'terms', terms: [functionNamed(writtenAs[name] ?? name)], operand: true })
add(['sqrt', 'square root'], { kind: 'prefix', structure: root(), typed: 'term' })
add('cube root', { kind: 'prefix', structure: root([], [sign('3')]), typed: 'term' })
add('root', { kind: 'arguments', structure: root([], []) })
for (const [face, name] of Object.entries(faceNames) as [Face, string][])
  add(name, { kind: 'prefix', structure: { kind: 'setting', face, slots: [[]] }, typed: 'letter' })
add('small', { kind: 'prefix', structure: { kind: 'setting', size: 'text', slots: [[]] }, typed: 'letter' })
add('large', { kind: 'prefix', structure: { kind: 'setting', size: 'display', slots: [[]] }, typed: 'letter' })
for (const name of Object.keys(decorations)) add(name, { kind: 'prefix', structure: decoration(name), typed: 'letter' })
add(['mean', 'average'], { kind: 'prefix', structure: decoration('bar'), typed: 'letter' })
for (const [name, [open, close]] of Object.entries(fences)) add(name, { kind: 'prefix', structure: fence([], open, close), typed: 'term' })
add(['at', 'value at', 'evaluated at'], {
  kind: 'after',
  make: terms => [fence(terms, '', '|'), scripts([], undefined, { typed: 'wide' })],
  into: [1, 0],
  bracketed: true,
})
add('choose', { kind: 'after', make: terms => [fence([fraction(terms, [], { bar: false, typed: 'term' })])], into: [0, 0, 0, 1] })
add('binomial', { kind: 'arguments', structure: fraction([], [], { bar: false }), wrap: inner => fence([inner]) })
add('fraction', { kind: 'arguments', structure: fraction() })
add('above', { kind: 'arguments', structure: stack([], undefined, []) })
add('below', { kind: 'arguments', structure: stack([], []) })
add(['arrow with words', 'reaction arrow'], { kind: 'arguments', structure: arrow('→') })
add('equilibrium arrow', { kind: 'arguments', structure: arrow('⇌') })
add('matrix', array('(', ')', [2, 2]))
add('square matrix', array('[', ']', [2, 2]))
add('determinant', array('|', '|', [2, 2]))
add('array', array('', '', [2, 2]))
add('column', array('(', ')', [3, 1], undefined, 'rows'))
add('cases', array('{', '', [2, 2], 'l', 'rows'))

for (const { char, names } of knownSigns)
  for (const name of names)
    add(name, { kind: 'terms', terms: [signOf(char)], ...((roleOf(char) === 'big' || char === '∂' || char === '∇') && { operand: true }) })

function functionNamed(text: string): Row[number] {
  return {
    kind: 'name',
    text,
    ...(limitNames.has(text) && { limits: true }),
  }
}

/** What a name means. Names are told apart by capitals: Omega is not omega. */
export const meaningOf = (name: string): Meaning | undefined => meanings.get(name)

export const isWordOf = (name: string, kind: Meaning['kind']): boolean => meanings.get(name)?.kind === kind

/** Words that longer names begin with. One that opens a structure at once does not wait for what follows. */
const begun = new Set<string>()
for (const name of meanings.keys()) {
  const parts = name.split(' ')
  const opensAtOnce = parts.some((_, index) => index > 0 && meanings.get(parts.slice(0, index).join(' '))?.kind === 'prefix')
  if (!opensAtOnce) for (let count = 1; count < parts.length; count++) begun.add(parts.slice(0, count).join(' '))
}
export const beginsName = (words: string): boolean => begun.has(words)

/** Names that begin with what was typed, the shortest first. */
export function namesWith(start: string, most: number): string[] {
  const found: string[] = []
  for (const name of meanings.keys()) if (name.startsWith(start)) found.push(name)
  return found.sort((a, b) => a.length - b.length).slice(0, most)
}
