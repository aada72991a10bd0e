/** Everything that can be pointed at, in groups by what one looks for. */
import { decorations } from '@steady-ledger/core/formulas/tree/decorations.ts'
import { knownSigns, signOf } from '@steady-ledger/core/formulas/tree/signs.ts'
import {
  arrow,
  decoration,
  type Face,
  fence,
  fraction,
  type Grid,
  grid,
  place,
  type Row,
  root,
  scripts,
  sign,
  signs,
  space,
  stack,
  type Term,
  words,
} from '@steady-ledger/core/formulas/tree/terms.ts'
import { taken } from '@steady-ledger/core/formulas/typing/insert.ts'
import { finished } from '@steady-ledger/core/formulas/typing/leave.ts'
import { meaningOf } from '@steady-ledger/core/formulas/typing/lexicon.ts'
import { endWord, typeText } from '@steady-ledger/core/formulas/typing/type.ts'
import { writingOf } from '@steady-ledger/core/formulas/typing/writing.ts'
import { readyEquations } from './readyEquations.ts'

export interface Entry {
  name: string
  group: string
  shows: Row
  puts: Row
  /** It takes the term before the caret where nothing is selected. */
  before?: boolean
  /** What types it. */
  typed?: string
  /** What else it is looked for by. */
  also: string
}

/** What typed words build. */
export const built = (typed: string): Row => finished(endWord(typeText(writingOf([]), typed)).row)

const d = sign('d', 'upright')
const curly = sign('∂')
const x = signs('x')

/** A template with its slots filled, for its button. */
function filled(row: Row, letters: string[] = [...'abcdefghi']): Row {
  return row.map((term): Term => {
    if (term === taken || (term.kind === 'setting' && !term.slots[0]!.length)) return sign(letters.shift() ?? 'x')
    if (!('slots' in term)) return term
    return { ...term, slots: term.slots.map(slot => (slot.length ? filled(slot, letters) : signs(letters.shift() ?? 'x'))) } as Term
  })
}

interface More {
  before?: boolean
  shows?: Row
}
const entry = (group: string, name: string, puts: Row, typed = '', also = '', more: More = {}): Entry => ({
  group,
  name,
  puts,
  shows: more.shows ?? filled(puts),
  ...(more.before && { before: true }),
  ...(typed && { typed }),
  also,
})

const S = 'Structures'
const structures: Entry[] = [
  entry(S, 'Fraction', [fraction([taken])], '/', 'over divided ratio', { before: true, shows: built('a/b') }),
  entry(S, 'Text-size fraction', [fraction([taken], [], { size: 'text' })], 'small (a/b)', 'small fraction in a line'),
  entry(S, 'Display-size fraction', [fraction([taken], [], { size: 'display' })], 'large (a/b)', 'big fraction'),
  entry(S, 'Slanted fraction', [taken, sign('/'), place()], '', 'inline ratio solidus', { before: true }),
  entry(S, 'Power', [taken, scripts(undefined, [])], '^', 'superscript exponent raised', { before: true, shows: built('a^n') }),
  entry(S, 'Subscript', [taken, scripts([])], '_', 'index lowered', { before: true, shows: built('a_n') }),
  entry(S, 'Both scripts', [taken, scripts([], [])], 'x_i^2', 'superscript and subscript in one column', {
    before: true,
    shows: built('a_i^n'),
  }),
  entry(S, 'Left scripts', [scripts([], [], { left: true }), taken], '', 'isotope before mass number', {
    shows: [scripts(signs('6'), signs('14'), { left: true }), sign('C', 'upright')],
  }),
  entry(S, 'Square root', [root([taken])], 'sqrt', 'radical', { shows: built('sqrt a') }),
  entry(S, 'Root of a degree', [root([taken], [])], 'root(3, x)', 'cube root radical', { shows: built('root(n, a)') }),
  entry(S, 'Above', [stack([taken], undefined, [])], 'above(x, y)', 'over set on top', { before: true }),
  entry(S, 'Below', [stack([taken], [])], 'below(x, y)', 'under set beneath', { before: true }),
  entry(S, 'Above and below', [stack([taken], [], [])], '', 'over and under', { before: true }),
  entry(S, 'Binomial', [fence([fraction([], [], { bar: false })])], 'n choose k', 'combinations choose coefficient', {
    shows: built('n choose k'),
  }),
  entry(S, 'One over the other', [fraction([], [], { bar: false })], '', 'stack without a bar'),
]

const C = 'Calculus'
const derivative = (first: Term, order?: Row): Row => [
  fraction(
    [first, ...(order ? [scripts(undefined, order)] : []), place()],
    [first, place(), ...(order ? [scripts(undefined, order)] : [])],
  ),
]
const partials = (count: number): Row => [
  fraction([curly, scripts(undefined, signs(String(count))), place()], Array.from({ length: count }, () => [curly, place()]).flat()),
]
const integral = (char: string, limits: boolean, count = 1): Row => [
  sign(char),
  ...(limits ? [scripts([], [])] : []),
  place(),
  ...Array.from({ length: count }, (): Term[] => [space('thin'), d, place()]).flat(),
]
const calculus: Entry[] = [
  entry(C, 'Derivative', derivative(d), 'dy/dx', 'rate of change', { shows: built('df/dx') }),
  entry(C, 'Second derivative', derivative(d, signs('2')), 'd^2y/dx^2', 'curvature acceleration', { shows: built('d^2f/dx^2') }),
  entry(
    C,
    'Derivative of any order',
    [fraction([d, scripts(undefined, []), place()], [d, place(), scripts(undefined, [])])],
    '',
    'higher nth',
    { shows: built('d^nf/dx^n') },
  ),
  entry(C, 'Partial derivative', derivative(curly), 'partial u/partial x', 'curly d', { shows: built('partial f/partial x') }),
  entry(C, 'Second partial derivative', derivative(curly, signs('2')), 'partial^2 u/partial x^2', 'curly d', {
    shows: built('partial^2 f/partial x^2'),
  }),
  entry(C, 'Mixed partial derivative', partials(2), '', 'curly d two variables', { shows: built('partial^2 f/(partial x partial y)') }),
  entry(C, 'Mixed partial derivative of three', partials(3), '', 'curly d three variables'),
  entry(C, 'Derivative with a prime', [taken, scripts(undefined, [sign('′')])], "'", 'dash', { before: true, shows: built("f'") }),
  entry(C, 'Rate with a dot', [decoration('dot', [taken])], 'dot q', 'time derivative', { before: true }),
  entry(C, 'Value at', [fence([taken], '', '|'), scripts([])], 'f(x) at x=0', 'line at the right evaluated bar', {
    before: true,
    shows: built('f at x '),
  }),
  entry(C, 'Value between limits', [fence([taken], '', '|'), scripts([], [])], '', 'line at the right evaluated from to', { before: true }),
  entry(C, 'Bracket between limits', [fence([taken], '[', ']'), scripts([], [])], '', 'evaluated antiderivative', { before: true }),
  entry(C, 'Integral', integral('∫', false), 'int', 'area', { shows: built('int f dx') }),
  entry(C, 'Integral between limits', integral('∫', true), 'int_0^1', 'definite area', { shows: built('int_a^b f dx') }),
  entry(C, 'Double integral over', [sign('∬'), scripts([]), place(), space('thin'), d, place()], 'double integral', 'surface'),
  entry(C, 'Triple integral over', [sign('∭'), scripts([]), place(), space('thin'), d, place()], 'triple integral', 'volume'),
  entry(C, 'Closed integral over', [sign('∮'), scripts([]), place(), space('thin'), d, place()], 'contour integral', 'path circulation'),
  entry(C, 'Integral with limits over and under', [sign('∫'), scripts([], [], { limits: true }), place()], '', 'stacked limits'),
  entry(C, 'Sum', [sign('∑'), scripts([], []), place()], 'sum_(i=1)^n', 'series total', { shows: built('sum_i^n a') }),
  entry(C, 'Sum over', [sign('∑'), scripts([]), place()], 'sum_i', 'series total'),
  entry(C, 'Product', [sign('∏'), scripts([], []), place()], 'product_(i=1)^n', 'series'),
  entry(
    C,
    'Limit',
    [{ kind: 'name', text: 'lim', limits: true }, scripts([place(), sign('→'), place()]), place()],
    'lim_(x->0)',
    'tends to',
    { shows: built('lim_(x->0)') },
  ),
  entry(C, 'Upper limit', [{ kind: 'name', text: 'lim sup', limits: true }, scripts([])], 'lim sup', 'superior'),
  entry(C, 'Lower limit', [{ kind: 'name', text: 'lim inf', limits: true }, scripts([])], 'lim inf', 'inferior'),
  entry(C, 'Largest of', [{ kind: 'name', text: 'max', limits: true }, scripts([])], 'max', 'maximum'),
  entry(C, 'Smallest of', [{ kind: 'name', text: 'min', limits: true }, scripts([])], 'min', 'minimum'),
  entry(C, 'Where it is largest', [{ kind: 'name', text: 'arg max', limits: true }, scripts([])], 'arg max', 'maximum argument'),
  entry(C, 'Where it is smallest', [{ kind: 'name', text: 'arg min', limits: true }, scripts([])], 'arg min', 'minimum argument'),
  entry(C, 'Differential', [space('thin'), d, place()], '', 'dx upright d'),
  entry(C, 'Nabla dot', [sign('∇'), sign('⋅'), place()], '', 'divergence'),
  entry(C, 'Nabla cross', [sign('∇'), sign('×'), place()], '', 'curl rotation'),
  ...'sin cos tan cot sec csc arcsin arccos arctan sinh cosh tanh coth exp ln log lg det dim ker gcd sup inf'
    .split(' ')
    .map(name => entry(C, name, named(name), name, 'function')),
]
function named(name: string): Row {
  const meaning = meaningOf(name)
  return meaning?.kind === 'terms' ? meaning.terms : []
}

const B = 'Brackets'
const pairs: [string, string, string, string?][] = [
  ['Parentheses', '(', ')', '('],
  ['Square brackets', '[', ']', '['],
  ['Braces', '{', '}', '{'],
  ['Absolute value', '|', '|', 'abs(x)'],
  ['Norm', '‖', '‖', 'norm(x)'],
  ['Floor', '⌊', '⌋', 'floor(x)'],
  ['Ceiling', '⌈', '⌉', 'ceiling(x)'],
  ['Angle brackets', '⟨', '⟩', 'angled(x)'],
  ['Interval, open at the right', '[', ')', '[0,1)'],
  ['Interval, open at the left', '(', ']', '(0,1]'],
  ['Interval, open on both sides', ']', '['],
  ['Brace at the left', '{', ''],
  ['Brace at the right', '', '}'],
  ['Line at the left', '|', ''],
  ['Bra', '⟨', '|'],
  ['Ket', '|', '⟩'],
]
const brackets: Entry[] = [
  ...pairs.map(([name, open, close, typed]) =>
    entry(B, name, [fence([taken], open, close)], typed, open && close ? 'grows with what it holds' : 'one-sided bracket', {
      shows: [fence(x, open, close)],
    }),
  ),
  ...pairs.slice(0, 3).map(([name, open, close]) =>
    entry(B, `${name} that stay small`, [fence([taken], open, close, { grow: 'never' })], '', 'do not grow fixed', {
      shows: [fence([fraction(x, x, { size: 'text' })], open, close, { grow: 'never' })],
    }),
  ),
  entry(B, 'Set of those for which', [fence([place(), sign('∣'), place()], '{', '}')], '{x | x>0}', 'such that set builder'),
]

const D = 'Decorations'
const decorationUses: Record<string, string> = {
  hat: 'estimate accent over',
  bar: 'mean average overline conjugate',
  'short bar': 'macron mean',
  vector: 'arrow over',
  dot: 'rate time derivative',
  'two dots': 'second rate acceleration',
  tilde: 'wave over',
}
const decorated: Entry[] = [
  ...Object.keys(decorations).map(mark =>
    entry(D, mark[0]!.toUpperCase() + mark.slice(1), [decoration(mark, [taken])], `${mark} x`, decorationUses[mark] ?? 'accent over', {
      before: true,
      shows: [decoration(mark, /wide|long|brace|vector b|left|double/.test(mark) ? signs('ab') : signs('a'))],
    }),
  ),
  entry(
    D,
    'Overbrace with words',
    [decoration('overbrace', [taken]), scripts(undefined, [])],
    'overbrace(x)^"words"',
    'curly brace above',
    { shows: [decoration('overbrace', signs('ab')), scripts(undefined, signs('n'))] },
  ),
  entry(D, 'Underbrace with words', [decoration('underbrace', [taken]), scripts([])], 'underbrace(x)_"words"', 'curly brace below', {
    shows: [decoration('underbrace', signs('ab')), scripts(signs('n'))],
  }),
  entry(D, 'Prime', [taken, scripts(undefined, [sign('′')])], "'", 'dash derivative', { before: true, shows: built("a'") }),
  entry(D, 'Two primes', [taken, scripts(undefined, [sign('′'), sign('′')])], "''", 'second derivative', {
    before: true,
    shows: built("a''"),
  }),
  entry(D, 'Star above', [taken, scripts(undefined, [sign('∗')])], 'x^*', 'conjugate optimal', { before: true }),
  entry(D, 'Transposed', [taken, scripts(undefined, [sign('⊤')])], '', 'transpose matrix', { before: true }),
  entry(D, 'Inverse', [taken, scripts(undefined, [sign('-'), sign('1')])], 'x^-1', 'minus one', { before: true }),
  entry(D, 'Degrees', [taken, sign('°')], 'degree', 'angle temperature', { before: true }),
]

const A = 'Arrays'
const empty = (rows: number, columns: number, more: Partial<Grid> = {}): Row => [
  grid(
    Array.from({ length: rows }, () => Array.from({ length: columns }, () => [])),
    more,
  ),
]
const sized = (name: string, open: string, close: string, typed: string): Entry[] =>
  (
    [
      [2, 2],
      [2, 3],
      [3, 2],
      [3, 3],
    ] as const
  ).map(([rows, columns]) =>
    entry(A, `${name}, ${rows} by ${columns}`, empty(rows, columns, { open, close }), `${typed} ${rows} ${columns}`, 'table rows columns'),
  )
const arrays: Entry[] = [
  ...sized('Matrix', '(', ')', 'matrix'),
  ...sized('Matrix in square brackets', '[', ']', 'square matrix'),
  ...sized('Determinant', '|', '|', 'determinant'),
  entry(A, 'Column', empty(3, 1, { open: '(', close: ')' }), 'column 3', 'vector'),
  entry(A, 'Line of three', empty(1, 3, { open: '(', close: ')' }), 'matrix 1 3', 'row vector'),
  entry(A, 'Cases, two', empty(2, 2, { open: '{', columns: 'll' }), 'cases 2', 'if otherwise distinction'),
  entry(A, 'Cases, three', empty(3, 2, { open: '{', columns: 'll' }), 'cases 3', 'if otherwise distinction'),
  entry(A, 'Array without brackets', empty(2, 2), 'array 2 2', 'table'),
  entry(A, 'Lines aligned at a relation', empty(2, 2, { columns: 'rl' }), '', 'derivation steps'),
  entry(A, 'System of equations', empty(2, 2, { open: '{', columns: 'rl' }), '', 'brace simultaneous'),
  entry(A, 'Matrix with a rule before the last column', empty(2, 3, { open: '(', close: ')', columnRules: [2] }), '', 'augmented'),
  entry(A, 'Table with a rule under its head', empty(3, 2, { rowRules: [1] }), '', 'truth table'),
  entry(
    A,
    'Matrix with dots',
    built('matrix(a_11, centred dots, a_(1n); vertical dots, diagonal dots, vertical dots; a_(m 1), centred dots, a_mn)'),
    '',
    'general m by n',
  ),
]

const T = 'Spaces and text'
const spaces: Entry[] = [
  entry(T, 'Upright words', [words('')], '"words"', 'text if otherwise where', { shows: [words('words')] }),
  entry(T, 'Thin space', [space('thin')], '', 'before a differential unit', { shows: [...signs('a'), space('thin'), ...signs('b')] }),
  entry(T, 'Medium space', [space('medium')], '', 'gap', { shows: [...signs('a'), space('medium'), ...signs('b')] }),
  entry(T, 'Thick space', [space('thick')], '', 'gap', { shows: [...signs('a'), space('thick'), ...signs('b')] }),
  entry(T, 'Wide space', [space('wide')], '', 'gap quad', { shows: [...signs('a'), space('wide'), ...signs('b')] }),
  entry(T, 'Double wide space', [space('double')], '', 'gap', { shows: [...signs('a'), space('double'), ...signs('b')] }),
  entry(T, 'Closer together', [space('negativeThin')], '', 'negative space', {
    shows: [...signs('a'), space('negativeThin'), ...signs('b')],
  }),
  ...['if', 'and', 'or', 'otherwise', 'for all', 'where', 'such that'].map(text =>
    entry(T, `“${text}”`, [words(` ${text} `)], `" ${text} "`, 'words', { shows: [words(text)] }),
  ),
]

const withWords = (name: string, char: string, typed = '', also = ''): Entry =>
  entry('Arrows', name, [arrow(char, [], [])], typed, `labelled long ${also}`, { shows: [arrow(char, signs('a'), signs('b'))] })
const longer: Entry[] = [
  withWords('Arrow with words', '→', 'reaction arrow("heat")', 'chemistry'),
  entry('Arrows', 'Arrow with words above', [arrow('→', [])], 'reaction arrow("heat")', 'chemistry labelled long', {
    shows: [arrow('→', signs('a'))],
  }),
  withWords('Left arrow with words', '←'),
  withWords('Arrow both ways with words', '↔'),
  withWords('Equilibrium with words', '⇌', 'equilibrium arrow', 'chemistry reversible'),
  withWords('Implies with words', '⇒'),
  withWords('Maps to with words', '↦'),
  withWords('Embeds with words', '↪'),
]

const faceNames: [string, Face, string][] = [
  ['Bold', 'bold', 'v'],
  ['Script', 'script', 'L'],
  ['Calligraphic', 'calligraphic', 'L'],
  ['Double', 'double', 'R'],
  ['Fraktur', 'fraktur', 'g'],
  ['Sans', 'sans', 'T'],
  ['Typewriter', 'mono', 'x'],
  ['Upright', 'upright', 'd'],
]
const letters: Entry[] = [
  ...faceNames.map(([name, face, shown]) =>
    entry('Letters', `${name} letters`, [{ kind: 'setting', face, slots: [[taken]] }], `${name.toLowerCase()} ${shown}`, 'face alphabet', {
      shows: [sign(shown, face)],
    }),
  ),
  ...(['double', 'script', 'fraktur', 'bold'] as const).flatMap(face =>
    [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].map(char =>
      entry('Letters', `${face[0]!.toUpperCase()}${face.slice(1)} ${char}`, [sign(char, face)], `${face} ${char}`, 'letter'),
    ),
  ),
]

const known: Entry[] = knownSigns
  .filter(({ group, char }) => !(group === 'Letters' && signOf(char).face === 'double'))
  .map(({ char, names, uses, group }) =>
    entry(group, names[0]![0]!.toUpperCase() + names[0]!.slice(1), [signOf(char)], names[0], `${names.join(' ')} ${uses}`),
  )
const capitals = new Set(
  knownSigns.filter(({ group, names }) => group === 'Greek' && /^[A-Z]/.test(names[0]!)).map(({ names }) => names[0]),
)
for (const each of known)
  if (each.group === 'Greek') each.name = capitals.has(each.typed) ? `Capital ${each.typed!.toLowerCase()}` : each.typed!

const taller = new Set(calculus.map(({ name }) => name))
for (const each of known) if (each.group === C && taller.has(each.name)) each.name += ' sign'

const ready: Entry[] = readyEquations.flatMap(({ field, equations }) =>
  equations.map(([name, typed]) => entry('Ready equations', name, built(typed), '', `${field} equation`)),
)

export const groupNames = [
  S,
  C,
  'Operators',
  'Relations',
  'Arrows',
  'Greek',
  'Letters',
  'Sets and logic',
  B,
  D,
  A,
  T,
  'Ready equations',
] as const

export const palette: readonly Entry[] = [
  ...structures,
  ...calculus,
  ...brackets,
  ...decorated,
  ...arrays,
  ...spaces,
  ...longer,
  ...letters,
  ...known,
  ...ready,
]
