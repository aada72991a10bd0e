/** Random formulas, as their authors build them. */
import fc from 'fast-check'
import { decorations } from '../../src/formulas/tree/decorations.ts'
import {
  arrow,
  decoration,
  type Face,
  fence,
  fraction,
  grid,
  type Row,
  root,
  scripts,
  sign,
  stack,
  type Term,
  words,
} from '../../src/formulas/tree/terms.ts'

const letters = fc.constantFrom(...'abkxyzABR', 'α', 'λ', 'φ', 'ϕ', 'Ω', 'Γ')
const faces = fc.constantFrom<Face>('bold', 'script', 'double', 'fraktur', 'sans', 'mono', 'upright')
const between = fc.constantFrom(...'+-=<>', '≤', '≥', '≠', '→', '±', '⋅', '×', '∈', '⊂', '≈', '∝', '∪', '⇒')

/** What a term can begin with, and carry scripts. */
const bases = (inner: fc.Arbitrary<Row>): fc.Arbitrary<Term[]> =>
  fc.oneof(
    { weight: 6, arbitrary: letters.map(char => [sign(char)]) },
    { weight: 3, arbitrary: fc.stringMatching(/^[1-9][0-9]{0,2}$/).map(text => [...text].map(char => sign(char))) },
    { weight: 1, arbitrary: fc.tuple(fc.constantFrom(...'vRLg'), faces).map(([char, face]) => [sign(char, face)]) },
    { weight: 1, arbitrary: fc.constantFrom('∑', '∫', '∞', '∂', '⋃').map(char => [sign(char)]) },
    {
      weight: 1,
      arbitrary: fc
        .constantFrom<Term>(
          { kind: 'name', text: 'sin' },
          { kind: 'name', text: 'lim', limits: true },
          { kind: 'name', text: 'arg max', limits: true },
        )
        .map(name => [name]),
    },
    { weight: 2, arbitrary: fc.tuple(inner, inner).map(([top, bottom]) => [fraction(top, bottom)]) },
    { weight: 1, arbitrary: fc.tuple(inner, inner).map(([top, bottom]) => [fence([fraction(top, bottom, { bar: false })])]) },
    { weight: 1, arbitrary: inner.map(body => [root(body)]) },
    { weight: 1, arbitrary: fc.tuple(inner, inner).map(([body, degree]) => [root(body, degree)]) },
    {
      weight: 2,
      arbitrary: fc
        .tuple(inner, fc.constantFrom('()', '[]', '{}', '||', '‖‖', '⌊⌋', '[)'))
        .map(([body, [open, close]]) => [fence(body, open, close)]),
    },
    { weight: 1, arbitrary: fc.tuple(inner, fc.constantFrom(...Object.keys(decorations))).map(([body, mark]) => [decoration(mark, body)]) },
    { weight: 1, arbitrary: fc.constantFrom('if ', 'for large n', 'a & b').map(text => [words(text)]) },
    {
      weight: 1,
      arbitrary: fc
        .tuple(fc.array(inner, { minLength: 4, maxLength: 4 }), fc.constantFrom(['(', ')'], ['[', ']'], ['|', '|'], ['{', '']))
        .map(([cells, [open, close]]) => [
          grid([cells.slice(0, 2), cells.slice(2)], { open: open!, close: close!, ...(!close && { columns: 'll' }) }),
        ]),
    },
    { weight: 1, arbitrary: fc.tuple(letters, inner).map(([base, over]) => [stack([sign(base)], undefined, over)]) },
    { weight: 1, arbitrary: fc.tuple(inner, inner, fc.constantFrom('→', '⇌')).map(([above, below, char]) => [arrow(char, above, below)]) },
  )

const carried = (inner: fc.Arbitrary<Row>): fc.Arbitrary<Term[]> =>
  fc.tuple(bases(inner), fc.option(inner), fc.option(inner), fc.integer({ min: 0, max: 3 })).map(([base, below, above, dice]) => {
    const last = base.at(-1)!
    const bare = last.kind === 'arrow' || last.kind === 'words' || last.kind === 'stack'
    return dice > 1 || bare || (!below && !above) ? base : [...base, scripts(below ?? undefined, above ?? undefined)]
  })

const rowOf = (inner: fc.Arbitrary<Row>): fc.Arbitrary<Row> =>
  fc
    .array(fc.tuple(carried(inner), between), { minLength: 1, maxLength: 3 })
    .map(parts => parts.flatMap(([terms, char], index) => (index < parts.length - 1 ? [...terms, sign(char)] : terms)))

const simple: fc.Arbitrary<Row> = letters.map(char => [sign(char)])
export const formulas: fc.Arbitrary<Row> = rowOf(rowOf(fc.oneof(simple, rowOf(simple))))
