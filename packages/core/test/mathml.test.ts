import { createTypesetter } from '../src/formulas/converter.ts'
import { mathMl, whyUnreadable } from '../src/formulas/mathml.ts'

/** Attributes of a formula that would reach the page around it, each tried by itself: some the reader of formulas refuses already. */
const hostile = ['style="position:fixed;inset:0"', 'class="notice"', 'id="root"', 'href="javascript:x"', 'onclick="x"', 'src="//x.example"']

test.each(hostile)('a formula carries no %s into the page', attribute => {
  const made = mathMl(`\\mmlToken{mi}[${attribute}]{x} + a`, true) ?? ''
  expect(made).not.toMatch(/style=|class=|id=|href=|onclick=|src=/)
})

test('lengths are no longer than a line, and what a formula needs stays', () => {
  expect(mathMl('\\hspace{9999em}a\\hspace{1em}b', true)).toMatch(/width="60em".*width="1em"/)
  expect(mathMl('\\rule{-99999pt}{2pt}', true)).toMatch(/width="-60em" height="2pt"/)
  expect(mathMl('\\begin{matrix}a&b\\end{matrix}', true)).toMatch(/<mtable[^>]* columnspacing="1em"/)
  expect(mathMl('\\sum\\nolimits_i \\mathbf{x}', true)).toContain('𝐱')
})

test.each([
  ['\\frac{a}{b', 'A part of it is begun and not ended.'],
  ['a}', 'A part of it is ended that was not begun.'],
  ['\\frac{a}', 'Something is missing after “frac”.'],
  ['\\nosuchname x', 'It uses “nosuchname”, which is not known here.'],
  ['\\begin{nosuch}a\\end{nosuch}', 'It uses “nosuch”, which is not known here.'],
  ['x^1^2', 'Two scripts stand at one place.'],
  ['\\left(a', 'A part of it is begun and not ended.'],
  ['a&b', '“&” stands where it cannot.'],
])('what is wrong with %s is said in plain words', (source, reason) => {
  expect(whyUnreadable(source)).toBe(reason)
  expect(mathMl(source, true)).toBeNull()
  expect(createTypesetter().set(source, true).error).toBe(reason)
})
