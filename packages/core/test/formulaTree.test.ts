import fc from 'fast-check'
import { createTypesetter } from '../src/formulas/converter.ts'
import { mathMl } from '../src/formulas/mathml.ts'
import { readXml } from '../src/formulas/tree/mathElement.ts'
import { readFormula } from '../src/formulas/tree/readFormula.ts'
import { readMathMl } from '../src/formulas/tree/readMathMl.ts'
import { knownSigns, signOf } from '../src/formulas/tree/signs.ts'
import { decoration, fraction, scripts, sign, type Term } from '../src/formulas/tree/terms.ts'
import { writeMathMl } from '../src/formulas/tree/writeMathMl.ts'
import { hasLimits, writeNotation } from '../src/formulas/tree/writeNotation.ts'
import { writeWords } from '../src/formulas/tree/writeWords.ts'
import { finished } from '../src/formulas/typing/leave.ts'
import { endWord, typeText } from '../src/formulas/typing/type.ts'
import { writingOf } from '../src/formulas/typing/writing.ts'
import { formulas } from './support/randomFormulas.ts'
import { tries } from './support/tries.ts'

const typed = (text: string): string => writeNotation(finished(endWord(typeText(writingOf([]), text)).row))
const typesetter = createTypesetter()

test('a formula is the same whether it is read from the file, pasted as MathML, or typed', () => {
  fc.assert(
    fc.property(formulas, row => {
      const source = writeNotation(row)
      expect(typesetter.set(source, true).error).toBe('')
      expect(writeNotation(readFormula(source))).toBe(source)
      expect(writeNotation(readMathMl(readXml(writeMathMl(row, true))))).toBe(source)
      expect(typed(writeWords(row))).toBe(source)
    }),
    { numRuns: tries(150) },
  )
})

const bases: Term[] = [
  sign('∑'),
  sign('⋃'),
  sign('∫'),
  { kind: 'name', text: 'sin' },
  { kind: 'name', text: 'max', limits: true },
  { kind: 'name', text: 'arg max', limits: true },
]
/** Beside an integral or a function it stands anyway. */
const placed = bases.flatMap(base =>
  [true, false].flatMap(limits =>
    limits || hasLimits(base, scripts([sign('x')]))
      ? [[writeNotation([base]), limits ? 'under it' : 'beside it', base, limits] as const]
      : [],
  ),
)
test.each(placed)(
  'what stands below %s stays %s, in a line of text as well, when the formula is edited or pasted',
  (_name, _where, base, limits) => {
    const row = [base, scripts([sign('x')], undefined, { limits }), sign('f')]
    for (const within of [row, [fraction(row, [sign('a')])], [decoration('bar', row)]]) {
      const source = writeNotation(within)
      expect(source).toContain(limits ? '\\limits' : '\\nolimits')
      expect(typesetter.set(source, false).error).toBe('')
      expect(writeNotation(readFormula(source))).toBe(source)
      expect(writeNotation(readMathMl(readXml(writeMathMl(within, false))))).toBe(source)
    }
  },
)

test.each(knownSigns.map(({ char, names }) => [char, names] as const))('%s is drawn, and typed by its names', (char, names) => {
  const source = writeNotation([signOf(char)])
  if (!'()[]{}|/\\,;:.'.includes(char)) {
    const { error, outlines, rules } = typesetter.set(source, true)
    expect([char, error, outlines.length + rules.length > 0]).toEqual([char, '', true])
    expect(writeNotation(readFormula(source))).toBe(source)
  }
  for (const name of names) expect([name, typed(name)]).toEqual([name, source])
})

test.each(['\\lim_{x\\to0}f', '\\bigl(a\\bigr)', '\\operatorname*{arg\\,max}_x f'])(
  '%s loses nothing where only its MathML is known',
  source => {
    const letters = (text: string): string =>
      text
        .replace(/<[^>]*>|&#x20[0-9A-F]{2};|\s/g, '')
        .replace(/&#x([0-9A-F]+);/g, (_, code: string) => String.fromCodePoint(Number.parseInt(code, 16)))
    const shown = mathMl(source, true)!
    expect(letters(writeMathMl(readMathMl(readXml(shown)), true))).toBe(letters(shown))
  },
)
