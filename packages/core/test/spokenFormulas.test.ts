import fc from 'fast-check'
import { mathMl } from '../src/formulas/mathml.ts'
import { speakMathMl, speakRow } from '../src/formulas/spoken/speak.ts'
import { allTerms } from '../src/formulas/tree/terms.ts'
import { languages } from '../src/languages/index.ts'
import { formulas } from './support/randomFormulas.ts'

const speak = (notation: string, language: string): string => speakMathMl(mathMl(notation, true) ?? '', language)

const inEnglish: [notation: string, said: string][] = [
  ['a+b', 'a plus b'],
  ['-12.5', 'minus 12.5'],
  ['N^2', 'capital n squared'],
  ['\\frac{a}{2}', 'a over 2'],
  ['\\frac{\\partial\\rho}{\\partial z}', 'partial rho over partial z'],
  ['\\frac{a+b}{2}', 'fraction a plus b over 2, end fraction'],
  ['\\sqrt{2}', 'square root of 2'],
  ['\\sqrt[3]{x+1}', 'cube root of x plus 1, end'],
  ['\\sqrt[n]{x}', 'root of degree n of x'],
  ['u_*^3', 'u sub star cubed'],
  ['B_{12}', 'capital b sub 12'],
  ['\\varphi_{ij}', 'phi sub i j'],
  ['x_{i+1}', 'x sub i plus 1, end'],
  ["f''(x)", 'f double prime of x'],
  ['f(x,t)', 'f of x, t'],
  ['a(b+c)', 'a open bracket b plus c close bracket'],
  ['\\sin x', 'sine x'],
  ['\\sin(x)', 'sine of x'],
  ['\\exp\\!\\left(-\\frac{z}{h}\\right)', 'exponential of open bracket minus z over h close bracket'],
  ['e^{-kz}', 'e to the power minus k z, end'],
  ['10^{-6}', '10 to the power minus 6'],
  ['h^{+}', 'h super plus'],
  ['\\sum_{i=1}^{n}x_i', 'sum from i equals 1 to n of x sub i'],
  ['\\sum_{i\\in I}x', 'sum over i in capital i of x'],
  ['\\int f\\,\\mathrm{d}x', 'integral of f d x'],
  ['\\lim_{x\\to0}f', 'limit as x tends to 0 of f'],
  ['\\max_i x_i', 'maximum over i of x sub i'],
  ['|x|', 'absolute value of x'],
  ['\\left\\|a+b\\right\\|', 'norm of a plus b, end'],
  ['\\binom{n}{k}', 'n choose k'],
  ['\\bar\\rho', 'rho bar'],
  ['\\vec v', 'vector v'],
  ['\\overline{a+b}', 'a plus b bar, end'],
  ['\\mathbf{T}', 'bold capital t'],
  ['S^{\\mathrm{cool}}', 'capital s to the power cool'],
  ['x\\text{ if }y', 'x if y'],
  ['\\bigl(a\\bigr)', 'open bracket a close bracket'],
  ['\\begin{pmatrix}1&2\\\\3&4\\end{pmatrix}', 'matrix of 2 rows and 2 columns, row 1: 1, 2; row 2: 3, 4, end'],
  ['\\begin{pmatrix}a\\\\b\\end{pmatrix}', 'column of 2: a; b, end'],
  ['\\begin{cases}0&x<1\\\\1&x\\ge1\\end{cases}', 'cases, row 1: 0, x is less than 1; row 2: 1, x is at least 1, end'],
]

test.each(inEnglish)('%s is said in English', (notation, said) => {
  expect(speak(notation, 'en-GB')).toBe(said)
})

test.each([
  ['de', 'groß n Quadrat gleich minus g durch rho Index 0 partiell rho durch partiell z'],
  ['fr', 'n majuscule au carré égale moins g sur rhô indice 0 d rond rhô sur d rond z'],
  ['es', 'n mayúscula al cuadrado igual a menos g sobre ro sub 0 parcial ro sobre parcial z'],
  ['nl', 'capital n squared equals minus g over rho sub 0 partial rho over partial z'],
])('a formula is said in the language of the work, else in English: %s', (language, said) => {
  expect(speak('N^2 = -\\frac{g}{\\rho_0}\\frac{\\partial\\rho}{\\partial z}', language)).toBe(said)
})

test('what cannot be read says nothing', () => {
  expect(speak('\\frac{a', 'en')).toBe('')
  expect(speakMathMl('<math><mi>a</mi>', 'en')).toBe('')
})

test('whatever is written is said in every language, in words alone, and no number of it is lost', () => {
  fc.assert(
    fc.property(formulas, row => {
      const digits = [...allTerms(row)].flatMap(term => (term.kind === 'sign' && /[01456789]/.test(term.char) ? [term.char] : []))
      for (const { tag } of languages) {
        const said = speakRow(row, tag)
        expect(said).not.toMatch(/\{|undefined|\\\\| {2}/)
        for (const digit of digits) expect(said).toContain(digit)
      }
    }),
    { numRuns: 200 },
  )
})

test('every sign that has a name in one of the other languages has one in all of them', async () => {
  const own = await Promise.all(['de', 'fr', 'es'].map(tag => import(`../src/formulas/spoken/${tag}.ts`)))
  const [german, french, spanish] = own.map(module => {
    const { signs } = Object.values(module)[0] as { signs: string }
    return signs
      .trim()
      .split('\n')
      .map(line => [...line][0])
  })
  expect(french).toEqual(german)
  expect(spanish).toEqual(german)
  expect(new Set(german).size).toBe(german!.length)
})
