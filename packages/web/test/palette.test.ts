import { createTypesetter } from '@steady-ledger/core/formulas/converter.ts'
import { mathMl } from '@steady-ledger/core/formulas/mathml.ts'
import { palette } from '../src/composer/palette.ts'

const typesetter = createTypesetter()
const signs = palette.flatMap(group => group.signs.map(sign => [`${group.name}: ${sign.name}`, sign] as const))
/** What a press leaves behind once its slots are filled. */
const filled = (inserts: string): string => inserts.replaceAll(/#[?@0]/g, 'x')

test.each(signs)('%s is drawn on its button and prints, on paper and on the screen', (_name, { shows, inserts }) => {
  for (const source of [shows, filled(inserts)])
    for (const display of [true, false]) {
      expect([source, typesetter.set(source, display).error]).toEqual([source, ''])
      expect(typesetter.set(source, display).outlines.length + typesetter.set(source, display).rules.length).toBeGreaterThan(0)
      expect(mathMl(source, display)).toMatch(/^<math/)
    }
})

test('no two buttons of a group have the same name', () => {
  for (const { signs: own } of palette) expect(new Set(own.map(({ name }) => name)).size).toBe(own.length)
})
