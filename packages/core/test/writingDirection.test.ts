/** Words that run from right to left, and scripts that write no spaces. */
import bidiFactory from 'bidi-js'
import fc from 'fast-check'
import { words } from '../src/pages/setting.ts'
import { runsLeftwards } from '../src/type/leftwards.ts'
import type { Line, TextPiece } from '../src/type/line.ts'
import { setParagraph } from '../src/type/paragraph.ts'
import type { TextStyle } from '../src/work/parts/houseStyle.ts'
import { thesisStyle } from '../src/work/parts/readyStyles.ts'
import { atLeast, atMost } from './support/cheaply.ts'
import { fonts } from './support/work.ts'

const justified: TextStyle = { ...thesisStyle().body, align: 'justified' }
const bidi = bidiFactory()

function setIn(text: string, measure: number, style = justified, indent = 0): Line[] {
  return setParagraph([words(text, style, { divisible: true })], fonts, { measure, style, indent, hyphenate: true, language: 'en' })
}

const textPieces = (line: Line): TextPiece[] => line.pieces.filter((piece): piece is TextPiece => 'shape' in piece)

/** What somebody sees who reads the line from its left end, spaces left out: words that run to the left are read against their run. */
const seen = (line: Line): string =>
  textPieces(line)
    .sort((a, b) => a.x - b.x)
    .map(({ shape: { text, features } }) => (runsLeftwards(features) ? mirrored([...text].reverse().join('')) : text))
    .join('')
const mirrored = (text: string): string => [...text].map(sign => bidi.getMirroredCharacter(sign) ?? sign).join('')

/** The same by the library that knows the annex alone. */
function byTheAnnex(text: string, base: 'ltr' | 'rtl'): string {
  const found = bidi.getEmbeddingLevels(text, base)
  const mirrors = bidi.getMirroredCharactersMap(text, found.levels)
  const signs = [...text].map((sign, at) => mirrors.get(at) ?? sign)
  return bidi
    .getReorderedIndices(text, found)
    .map(at => signs[at])
    .join('')
    .replaceAll(' ', '')
}

const word = fc.constantFrom('wind', 'Vessary', 'שלום', 'אגם', 'מים', '12', '3.5', '(', ')', ',', '(ab)', '(מים)', '“', '-', '%', 'x-אב')

test('everything on a line stands where the annex has it, whatever is mixed', () => {
  fc.assert(
    fc.property(fc.array(word, { minLength: 1, maxLength: 9 }), fc.boolean(), (found, joined) => {
      const text = found.join(joined ? '' : ' ')
      fc.pre(/[א-ת]/.test(text))
      const letters = text.match(/\p{L}/gu)!.length
      const leftward = text.match(/[א-ת]/g)!.length * 2 > letters
      const [line, ...others] = setIn(text, 2000, { ...justified, align: 'left' })
      expect(others).toEqual([])
      expect(seen(line!)).toBe(byTheAnnex(text, leftward ? 'rtl' : 'ltr'))
    }),
  )
})

test('nothing overlaps and nothing stands over the edge, however lines are broken', () => {
  fc.assert(
    fc.property(fc.array(word, { minLength: 5, maxLength: 60 }), fc.integer({ min: 90, max: 300 }), (found, measure) => {
      for (const line of setIn(`אב ${found.join(' ')}`, measure, justified, 12)) {
        const placed = textPieces(line).sort((a, b) => a.x - b.x)
        placed.forEach((piece, i) => {
          const before = placed[i - 1]
          const end = before ? before.x + before.shape.width * before.size : -1
          atLeast(piece.x, end - 0.01 - (before ? 0 : 1))
          atMost(piece.x + piece.shape.width * piece.size, measure + 0.02)
        })
        // Pieces are handed over in the order of reading, with the spaces that were written.
        expect(line.pieces.every(piece => piece.spaced !== undefined)).toBe(true)
      }
    }),
  )
})

test('a paragraph of leftward words begins at the right, with its indent there, and ends at the left', () => {
  const lines = setIn('שלום עולם של מים ורוח על האגם הרחב והעמוק בין ההרים הגבוהים '.repeat(2), 150, justified, 12)
  const extents = lines.map(line => [Math.round(line.start) + 0, Math.round(line.end)])
  expect(extents[0]).toEqual([0, 138])
  for (const extent of extents.slice(1, -1)) expect(extent).toEqual([0, 150])
  expect(extents.at(-1)![1]).toBe(150)
  expect(extents.at(-1)![0]).toBeGreaterThan(0)
})

test('one foreign word at the begin of a sentence turns nothing round', () => {
  const [line] = setIn('שלום is what is written over the gate', 2000)
  expect(textPieces(line!).map(({ shape }) => shape.text)[0]).toBe('שלום')
  expect(line!.pieces[0]!.x).toBeCloseTo(0)
})

test('lines of a script without spaces end where words do, and those of Chinese are as wide as the others', () => {
  const thai = setIn('การผสมของน้ำในทะเลสาบเกิดจากลมและอุณหภูมิของน้ำที่ผิวน้ำ'.repeat(3), 150, { ...justified, align: 'left' })
  const known = new Set(
    [...new Intl.Segmenter('th', { granularity: 'word' }).segment('การผสมของน้ำในทะเลสาบเกิดจากลมและอุณหภูมิของน้ำที่ผิวน้ำ')].map(
      ({ segment }) => segment,
    ),
  )
  expect(thai.length).toBeGreaterThan(4)
  for (const line of thai) for (const { shape } of textPieces(line)) expect(known).toContain(shape.text)
  const chinese = setIn('这是一个关于湖泊风混合的研究测量了三个盆地的温度'.repeat(4), 155)
  expect(chinese.length).toBeGreaterThan(4)
  for (const line of chinese.slice(0, -1)) {
    expect(line.end).toBeCloseTo(155, 0)
    // Room between signs is no space.
    expect(line.pieces.some(piece => piece.spaced)).toBe(false)
  }
})

test('no line of Chinese begins with a sign that closes', () => {
  const text = '测量了三个盆地的温度，结果（见下）很好。'.repeat(8)
  for (let measure = 60; measure < 140; measure += 7)
    for (const line of setIn(text, measure).slice(1)) expect(textPieces(line)[0]!.shape.text).not.toMatch(/^[，。）]/)
})
