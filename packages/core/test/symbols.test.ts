import fc from 'fast-check'
import { eq } from '../../../demo/src/builder.ts'
import { demoWorks } from '../../../demo/src/index.ts'
import { findingsOf } from '../src/findings/index.ts'
import { createTypesetter } from '../src/formulas/converter.ts'
import { collectSymbols } from '../src/formulas/symbols/collect.ts'
import { symbolAt, symbolsIn } from '../src/formulas/symbols/symbolsIn.ts'
import { readFormula } from '../src/formulas/tree/readFormula.ts'
import { writeNotation } from '../src/formulas/tree/writeNotation.ts'
import { type Abbreviation, newAbbreviation } from '../src/work/registers/abbreviations.ts'
import type { Work } from '../src/work/work.ts'
import { formulas } from './support/randomFormulas.ts'
import { tries } from './support/tries.ts'
import { chapter, idOf, newEngine, workOf } from './support/work.ts'

const uses = (notation: string): string[] => symbolsIn(readFormula(notation)).map(({ key }) => key)

test.each<[string, string[]]>([
  ['a+b', ['a', 'b']],
  ['\\rho_w', ['\\rho_{w}']],
  ['x_i', ['x', 'i']],
  ['x_{ij}^2', ['x', 'i', 'j']],
  ['N_{\\mathrm{T}}', ['N_{\\mathrm{T}}']],
  ['u_*^3', ['u_{\\ast}']],
  ["g'h", ["g'", 'h']],
  ['\\bar\\rho_0', ['\\bar{\\rho}_{0}']],
  ['\\dot{E}_{jj}', ['\\dot{E}', 'j', 'j']],
  ['\\mathbf{M}t', ['\\mathbf{M}', 't']],
  ['e^{-kz}', ['e', 'k', 'z']],
  ['\\frac{\\mathrm{d}T}{\\mathrm{d}t}', ['T', 't']],
  ['\\sin\\theta', ['\\theta']],
  ['x\\text{ if }y', ['x', 'y']],
  ['z_{\\max}', ['z_{\\max}']],
  ['\\underrightarrow{\\lim^{a}}', ['a']],
  ['\\overline{\\max_{b}^{c}}', ['b', 'c']],
  ['h_{1}', ['h_{1}']],
  ['3.5\\times10^{2}', []],
])('%s uses its symbols', (notation, keys) => {
  expect(uses(notation)).toEqual(keys)
})

test('the symbol at the caret is the one that is written, scripts and all', () => {
  const row = readFormula('a=\\rho_w g')
  expect([0, 1, 2, 3, 4, 5].map(at => symbolAt(row, at)?.key)).toEqual(['a', 'a', '\\rho_{w}', '\\rho_{w}', '\\rho_{w}', 'g'])
  expect(symbolAt(readFormula('1+2'), 1)).toBeUndefined()
})

test('whatever is written, a symbol is found again in what it is kept as', () => {
  const again = new Map<string, string[]>()
  fc.assert(
    fc.property(formulas, row => {
      for (const { key } of symbolsIn(row)) {
        if (!again.has(key))
          again.set(
            key,
            symbolsIn(readFormula(key)).map(found => found.key),
          )
        expect(again.get(key)).toEqual([key])
      }
      expect(symbolsIn(readFormula(writeNotation(row))).map(({ key }) => key)).toEqual(symbolsIn(row).map(({ key }) => key))
    }),
    { numRuns: tries(150) },
  )
})

test('the symbols of the thesis: how often each, and where first', async () => {
  const { doc } = await demoWorks.thesis()
  const typesetter = createTypesetter()
  const symbols = collectSymbols(doc, typesetter, 'en')
  expect(new Set(symbols.map(({ key }) => key)).size).toBe(symbols.length)
  const theta = symbols.find(({ key }) => key === '\\Theta')!
  let counted = 0
  let first = ''
  doc.descendants(node => {
    const times = String(node.attrs.formula ?? '').split('\\Theta').length - 1
    if (times && !counted) first = node.attrs.id || 'in the line'
    counted += times
  })
  expect(
    theta.count + symbols.filter(({ key }) => key.startsWith('\\Theta') && key !== '\\Theta').reduce((sum, { count }) => sum + count, 0),
  ).toBe(counted)
  if (first !== 'in the line') expect(theta.first).toBe(first)
  // Nothing was changed: nothing is counted anew, and it says the same.
  expect(collectSymbols(doc, typesetter, 'en')).toEqual(symbols)
})

test('letters that nobody explains are found where others are explained; one letter for two things always', async () => {
  const work = workOf([chapter('c', 'C', eq('e', '\\rho_w g h'), eq('f', '\\rho_w+\\pi'))])
  const first = idOf(work, 'e')
  const found = (abbreviations: Work['abbreviations']): string[] =>
    findingsOf(newEngine().run({ ...work, abbreviations }))
      .filter(({ check }) => check === 'symbolTwice' || check === 'unexplainedSymbol')
      .map(({ message, place }) => `${place === first ? 'e' : place}: ${message}`)
  const symbol = (formula: string, full: string): Abbreviation => ({ ...newAbbreviation(), kind: 'symbol', formula, full })
  expect(found({})).toEqual([])
  expect(found({ a: symbol('\\rho_{w}', 'density') })).toEqual([
    'e: What g stands for is not said; it is used once.',
    'e: What h stands for is not said; it is used once.',
  ])
  expect(
    found({ a: symbol('g', 'gravity'), b: symbol('h', 'depth'), c: symbol('\\rho_{w}', 'density'), d: symbol('h', 'height') }),
  ).toEqual(['e: One letter is said to stand for two things: “depth” and “height”.'])
})
