import { createTypesetter } from '@steady-ledger/core/formulas/converter.ts'
import { readFormula } from '@steady-ledger/core/formulas/tree/readFormula.ts'
import { hasEmptySlot } from '@steady-ledger/core/formulas/tree/terms.ts'
import { writeNotation } from '@steady-ledger/core/formulas/tree/writeNotation.ts'
import { insert } from '@steady-ledger/core/formulas/typing/insert.ts'
import { finished } from '@steady-ledger/core/formulas/typing/leave.ts'
import { toSlot } from '@steady-ledger/core/formulas/typing/move.ts'
import { endWord, typeText } from '@steady-ledger/core/formulas/typing/type.ts'
import { writingOf } from '@steady-ledger/core/formulas/typing/writing.ts'
import { built, groupNames, palette } from '../src/composer/palette.ts'
import { searched } from '../src/composer/paletteSearch.ts'

const typesetter = createTypesetter()

test.each(palette.map(entry => [`${entry.group}: ${entry.name}`, entry] as const))(
  '%s is drawn on its button and prints',
  (_name, { shows, puts, before }) => {
    const sources = [writeNotation(shows), writeNotation(insert(writingOf(readFormula('x')), puts, before).row)]
    for (const source of sources) {
      const { error, outlines, rules } = typesetter.set(source, true)
      expect([source, error, outlines.length + rules.length > 0]).toEqual([source, '', true])
    }
    expect(hasEmptySlot(shows)).toBe(false)
  },
)

test('what is shown is at least what an author of a thesis looks for, each once in its group', () => {
  expect(palette.length).toBeGreaterThan(450)
  for (const group of groupNames) {
    const names = palette.filter(entry => entry.group === group).map(({ name }) => name)
    expect(names.length).toBeGreaterThan(5)
    expect(new Set(names).size).toBe(names.length)
  }
})

test.each([
  ['line at the right', 'Value at'],
  ['evaluated', 'Value at'],
  ['average', 'Bar'],
  ['second derivative', 'Second derivative'],
  ['curly d', 'Partial'],
  ['union', 'Union'],
  ['cube root', 'Root of a degree'],
  ['isotope', 'Left scripts'],
  ['fourier', 'Fourier series'],
  ['≤', 'At most'],
  ['sum sign', 'Sum sign'],
])('%s is found: %s', (asked, name) => {
  expect(searched(asked, []).map(entry => entry.name)).toContain(name)
  expect(searched(asked, []).findIndex(entry => entry.name === name)).toBeLessThan(6)
})

test('what was used last comes first among what fits alike', () => {
  expect(searched('integral', [])[0]!.name).toBe('Integral')
  expect(
    searched('derivative', ['Mixed partial derivative', 'Partial derivative']).findIndex(({ name }) => name === 'Mixed partial derivative'),
  ).toBeLessThan(searched('derivative', []).findIndex(({ name }) => name === 'Mixed partial derivative'))
})

/** What is pointed at, its slots filled by typing and Tab, and what is typed for the same. */
test.each([
  ['Fraction', 'x', ['b'], 'x/b'],
  ['Power', 'x', ['n'], 'x^n'],
  ['Both scripts', 'x', ['i', '2'], 'x_i^2'],
  ['Square root', '', ['x+1'], 'sqrt(x+1)'],
  ['Root of a degree', '', ['3', 'x'], 'root(3, x)'],
  ['Binomial', '', ['n', 'k'], 'n choose k'],
  ['Derivative', '', ['y', 'x'], 'dy/dx'],
  ['Second partial derivative', '', ['u', 'x'], 'partial^2 u/partial x^2'],
  ['Value at', 'f', ['x=0'], 'f at x=0'],
  ['Integral between limits', '', ['0', '1', 'f', 'x'], 'int_0^1 f dx'],
  ['Sum', '', ['i=1', 'n', 'i'], 'sum_(i=1)^n i'],
  ['Limit', '', ['x', '0', 'f'], 'lim_(x->0) f'],
  ['Absolute value', '', ['x'], '|x|'],
  ['Hat', 'x', [], 'hat x'],
  ['Overbrace with words', '', ['x', 'n'], 'overbrace(x)^n'],
  ['Matrix, 2 by 2', '', ['a', 'b', 'c', 'd'], 'matrix(a, b; c, d)'],
  ['Cases, two', '', ['a', 'b', 'c', 'd'], 'cases(a, b; c, d)'],
  ['Bold letters', '', ['v'], 'bold v'],
])('%s, pointed at, is what is typed for it', (name, before, slots, typed) => {
  const { puts, before: takes } = palette.find(entry => entry.name === name)!
  let writing = insert(writingOf(readFormula(before)), puts, takes)
  for (const [index, text] of slots.entries()) writing = typeText(index ? toSlot(writing, 1) : writing, text)
  expect(writeNotation(finished(endWord(writing).row))).toBe(writeNotation(built(typed)))
})
