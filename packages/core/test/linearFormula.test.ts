/** Formulas in one line of signs, and those that no line can hold. */
import { linearFormula } from '../src/dispatch/plain/linearFormula.ts'
import { formulas } from './support/work.ts'

test.each([
  ['z_s', 'z_s'],
  ['u_{10}', 'u₁₀'],
  ['x^2+y^2', 'x² + y²'],
  ['\\tau = \\rho_a C_D u_{10}^2', 'τ = ρ_a C_D u₁₀²'],
  ['\\frac{a+b}{2}', '(a + b)/2'],
  ['\\sqrt{x}', '√x'],
  ['-x', '−x'],
  ['\\frac{\\partial q}{\\partial z}', '∂q/∂z'],
  ["g'", 'g′'],
  ['\\frac{a}{b}c', 'a/b c'],
  ['e^{-kz}', 'e^(−kz)'],
  ['a \\le b', 'a ≤ b'],
  ['\\sum_{i=1}^n i', null],
  ['\\begin{pmatrix}a&b\\end{pmatrix}', null],
  ['\\hat{x}', null],
  ['\\mathbf{x}', null],
])('%s', (source, said) => {
  expect(linearFormula(formulas.set(source, false).mathMl)).toBe(said)
})
