import { createTypesetter } from '@steady-ledger/core/formulas/converter.ts'
import { readFormula } from '@steady-ledger/core/formulas/tree/readFormula.ts'
import { hasEmptySlot } from '@steady-ledger/core/formulas/tree/terms.ts'
import { writeNotation } from '@steady-ledger/core/formulas/tree/writeNotation.ts'
import { insert } from '@steady-ledger/core/formulas/typing/insert.ts'
import { writingOf } from '@steady-ledger/core/formulas/typing/writing.ts'
import { groupNames, palette, searched } from '../src/composer/palette.ts'

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
