import fc from 'fast-check'
import { createTypesetter } from '../src/formulas/converter.ts'
import { readFormula } from '../src/formulas/tree/readFormula.ts'
import { hasEmptySlot, type Row, scripts, sign } from '../src/formulas/tree/terms.ts'
import { writeNotation } from '../src/formulas/tree/writeNotation.ts'
import { insert, taken } from '../src/formulas/typing/insert.ts'
import { finished } from '../src/formulas/typing/leave.ts'
import { extend, move, selectAll, toSlot } from '../src/formulas/typing/move.ts'
import { removeAfter, removeBefore } from '../src/formulas/typing/remove.ts'
import { addCells } from '../src/formulas/typing/resolve.ts'
import { endWord, typeText } from '../src/formulas/typing/type.ts'
import { type Writing, writingOf } from '../src/formulas/typing/writing.ts'
import { typedFormulas } from './fixtures/typedFormulas.ts'
import { tries } from './support/tries.ts'

const typesetter = createTypesetter()
const notation = (writing: Writing): string => writeNotation(finished(endWord(writing).row))

test.each(typedFormulas)('%s', (typed, expected) => {
  expect(notation(typeText(writingOf([]), typed))).toBe(expected)
  const { error, outlines } = typesetter.set(expected, true)
  expect([error, outlines.length > 0]).toEqual(['', true])
})

/** Keys pressed one after the other: those in ‹ › by name. */
function keys(start: string, pressed: string): Writing {
  let now = writingOf(start ? readFormula(start) : [])
  for (const [key] of pressed.matchAll(/‹[^›]+›|./gu)) {
    const named = key.startsWith('‹') ? key.slice(1, -1) : ''
    if (!named) now = typeText(now, key)
    else if (named === 'back') now = removeBefore(now)
    else if (named === 'del') now = removeAfter(now)
    else if (named === 'tab') now = toSlot(now, 1)
    else if (named === 'back tab') now = toSlot(now, -1)
    else if (named === 'all') now = selectAll(now)
    else if (named === 'row' || named === 'column') now = addCells(now, named)
    else if (named.startsWith('shift ')) now = extend(now, named.slice(6) as 'left')
    else now = move(now, named as 'left')
  }
  return now
}

test.each([
  // Arrows and Tab
  ['', 'a/b‹right›+1', '\\frac{a}{b}+1'],
  ['', 'sqrt x‹right›+1', '\\sqrt{x}+1'],
  ['', 'matrix 2 2‹tab›a‹tab›b‹tab›c‹tab›d‹tab›+1', '\\begin{pmatrix}a&b\\\\c&d\\end{pmatrix}+1'],
  ['', 'x^2‹tab›‹tab›‹tab›y', 'x^{2}y'],
  ['', 'alpha‹tab›+1', '\\alpha+1'],
  ['', 'sqrt‹tab›x', '\\sqrt{x}'],
  ['\\frac{a}{b}', '‹left›‹up›2', '\\frac{a2}{b}'],
  ['\\frac{a}{b}', '‹home›‹right›‹down›c', '\\frac{a}{cb}'],
  ['x_{1}^{2}', '‹left›‹up›3', 'x_{1}^{23}'],
  ['\\begin{pmatrix}a&b\\\\c&d\\end{pmatrix}', '‹left›‹up›x', '\\begin{pmatrix}a&bx\\\\c&d\\end{pmatrix}'],
  ['\\sqrt[3]{x}', '‹left›‹back tab›n', '\\sqrt[{3n}]{x}'],
  // Taking away
  ['', 'x^2‹back›‹back›‹back›y', 'y'],
  ['\\frac{a}{b}', '‹left›‹home›‹back›', 'ab'],
  ['', '1/‹back›2', '12'],
  ['\\sqrt{a+b}', '‹home›‹right›‹back›', 'a+b'],
  ['(a+b)', '‹home›‹right›‹back›', 'a+b'],
  ['x_{1}^{2}', '‹left›‹back›‹back›', 'x^{2}'],
  ['ab', '‹home›‹del›', 'b'],
  ['a\\sqrt{b}', '‹home›‹right›‹del›‹del›', 'a'],
  ['\\begin{pmatrix}a&b\\\\c&d\\end{pmatrix}', '‹left›‹back›‹back›‹left›‹home›‹del›‹back›', '\\begin{pmatrix}a&b\\end{pmatrix}'],
  ['', 'alphx‹back›a+1', '\\alpha+1'],
  // Selections
  ['a+b', '‹all›/2', '\\frac{a+b}{2}'],
  ['a+b', '‹all›^2', '(a+b)^{2}'],
  ['a+b', '‹all›(', '(a+b)'],
  ['a+b', '‹all›c', 'c'],
  ['a+b', '‹shift left›‹shift left›/2', 'a\\frac{+b}{2}'],
  ['\\frac{a}{b}', '‹left›‹down›‹shift left›‹shift left›‹back›', ''],
  // Brackets around what is there already
  ['a+b', '‹home›(‹right›‹right›‹right›)^2', '(a+b)^{2}'],
  ['a+b', '‹home›(a)', '(a)a+b'],
  // Arrays
  ['\\begin{pmatrix}a&b\\end{pmatrix}', '‹left›‹row›c', '\\begin{pmatrix}a&b\\\\c&\\placeholder{}\\end{pmatrix}'],
  ['\\begin{pmatrix}a&b\\end{pmatrix}', '‹left›‹column›c', '\\begin{pmatrix}a&b&c\\end{pmatrix}'],
])('%s: %s', (start, pressed, expected) => {
  expect(notation(keys(start, pressed))).toBe(expected)
})

/** What is drawn, whole and in its places. */
const drawn = (source: string): string => JSON.stringify({ ...typesetter.set(source, true), breaks: [] })

const pieces = [...'abdxyn0123456789 ^_/()[]{}|,;.=<>+-*!\'"~ '].concat(
  ...[
    'partial',
    'int ',
    'sum',
    'hat ',
    'bold ',
    'sqrt',
    'root(',
    'matrix 2 2 ',
    'matrix(',
    'cases(',
    'at ',
    'n choose k',
    'small ',
    'for all ',
    'in ',
    'not ',
    'double ',
    'integral',
  ],
)

test('whatever is typed, in any order, with whatever keys between, is a formula that can be set and read again', () => {
  const moves = ['left', 'right', 'up', 'down', 'home', 'end'] as const
  const key = fc.oneof(
    { weight: 8, arbitrary: fc.constantFrom(...pieces) },
    {
      weight: 1,
      arbitrary: fc.constantFrom(
        '‹back›',
        '‹del›',
        '‹tab›',
        '‹back tab›',
        ...moves.map(name => `‹${name}›`),
        '‹shift left›',
        '‹shift right›',
      ),
    },
  )
  fc.assert(
    fc.property(fc.array(key, { maxLength: 24 }), pressed => {
      const source = notation(keys('', pressed.join('')))
      expect([pressed.join(''), source, source === '' ? '' : typesetter.set(source, true).error]).toEqual([pressed.join(''), source, ''])
      // Opened and written again it prints as it did.
      const again = writeNotation(readFormula(source))
      expect([source, again, source === '' ? '' : drawn(again)]).toEqual([source, again, source === '' ? '' : drawn(source)])
    }),
    { numRuns: tries(500), examples: [[[')', '‹shift left›', '[']], [['(', '‹shift left›', '[']], [[']', '‹shift left›', '(']]] },
  )
})

test('words typed beside words are one text', () => {
  const source = notation(keys('', '"a‹right›"a'))
  expect(source).toBe('\\text{aa}')
  expect(writeNotation(readFormula(source))).toBe(source)
})

const power: Row = [taken, scripts(undefined, [])]

test('what is put in takes the selection, or the term before the caret, and asks for the rest', () => {
  expect(notation(insert(writingOf(readFormula('a+x_{1}')), power, true))).toBe('a+x_{1}^{\\placeholder{}}')
  expect(notation(insert(selectAll(writingOf([sign('y')])), [{ kind: 'root', slots: [[taken]] }]))).toBe('\\sqrt{y}')
  const waiting = insert(writingOf([]), power, true)
  expect(hasEmptySlot(waiting.row)).toBe(true)
  expect(notation(typeText(toSlot(typeText(waiting, 'x'), 1), 'n'))).toBe('x^{n}')
})

test.each([
  '\\phantom{x}+1',
  '\\big(x\\big)',
  '\\displaystyle x \\textstyle y',
  'a\\bmod b',
  '\\substack{a\\\\b}',
  '\\sideset{_a}{^b}\\sum x',
])('what has no structure here is kept and prints as before: %s', source => {
  const written = writeNotation(readFormula(source))
  expect(JSON.stringify(typesetter.set(written, true).outlines.map(({ path }) => path))).toBe(
    JSON.stringify(typesetter.set(source, true).outlines.map(({ path }) => path)),
  )
})
