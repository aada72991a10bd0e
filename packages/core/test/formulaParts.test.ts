import fc from 'fast-check'
import { formula, p } from '../../../demo/src/builder.ts'
import { formulaPart, partBegin, partCount, partEnd } from '../src/formulas/formulaParts.ts'
import type { FormulaDrawing } from '../src/formulas/typesetter.ts'
import { runsOf } from '../src/type/inline.ts'
import type { Line } from '../src/type/line.ts'
import { setParagraph } from '../src/type/paragraph.ts'
import { thesisStyle } from '../src/work/parts/readyStyles.ts'
import { fonts, formulas } from './support/work.ts'

const style = thesisStyle().body
const context = {
  formulas,
  wordingOf: () => [],
  reserveOf: () => undefined,
  noteMark: () => '',
  noteReserve: () => undefined,
  formulaScale: 1,
}
const set = (source: string, measure: number, align: 'justified' | 'left' = 'justified'): Line[] => {
  const node = p`The balance reads ${formula(source)} over one day of steady wind from the west.`
  const runs = runsOf(node, style, context)
  return setParagraph(runs, fonts, { measure, style: { ...style, align }, indent: 0, hyphenate: true, language: 'en-GB' })
}

describe('where formulas may end a line', () => {
  test.each([
    ['a = b + c', 1],
    ['E = mc^2 \\approx 3', 2],
    ['x \\le y < z', 2],
    ['\\frac{a=b}{c}', 0],
    ['(a=b)', 0],
    ['\\left(a=b\\right)=c', 1],
    ['f(x) = \\{ y \\mid y > x \\}', 1],
    ['a + b - c', 0],
    ['\\tau \\propto U^2', 1],
    ['= b', 0],
  ])('%s in %i places', (source, places) => expect(formulas.set(source, false).breaks).toHaveLength(places))

  test('the parts have all outlines and rules of the whole between them, each within its own width', () => {
    for (const source of ['a = \\frac{b}{c} = \\sqrt{d} \\approx \\overline{e}', 'x \\le y < z']) {
      const whole = formulas.set(source, false)
      const parts = Array.from({ length: partCount(whole) }, (_, i) => formulaPart(whole, i, i))
      expect(parts.flatMap(part => part.outlines.map(({ path }) => path))).toEqual(whole.outlines.map(({ path }) => path))
      expect(parts.reduce((sum, part) => sum + part.rules.length, 0)).toBe(whole.rules.length)
      parts.forEach((part, i) => {
        expect(part.width).toBeCloseTo(partEnd(whole, i) - partBegin(whole, i))
        for (const { place } of part.outlines) {
          expect(place[4]).toBeGreaterThan(-150)
          expect(place[4]).toBeLessThan(part.width * 1000)
        }
      })
      expect(formulaPart(whole, 0, parts.length - 1)).toBe(whole)
    }
  })

  test('a long formula breaks after its relation; a line with the whole of it draws it as one', () => {
    const source = 'H \\rho c_p \\frac{\\partial T}{\\partial t} = Q_{net} + Q_{advected} + Q_{diffused}'
    let broken = 0
    for (let measure = 120; measure < 420; measure += 4) {
      const lines = set(source, measure)
      const drawn = lines.flatMap(line => line.pieces.filter(piece => 'formula' in piece))
      expect(drawn.length).toBeGreaterThan(0)
      expect(drawn.length).toBeLessThanOrEqual(2)
      if (drawn.length === 1) expect(drawn[0]!.formula).toBe(formulas.set(source, false))
      else broken++
      for (const line of lines) if (line.pieces.length > 1 && measure > 220) expect(line.end).toBeLessThanOrEqual(measure + 0.5)
    }
    expect(broken).toBeGreaterThan(2)
  })

  test('ragged lines break it only where nothing else on the line can be broken', () => {
    for (let measure = 200; measure < 420; measure += 6) {
      const drawn = set('a = b', measure, 'left').flatMap(line => line.pieces.filter(piece => 'formula' in piece))
      expect(drawn).toHaveLength(1)
    }
  })
})

describe('small capitals, old-style figures, optical margins', () => {
  const lines = (text: string, more: object): Line[] =>
    setParagraph(
      [
        {
          text,
          face: 'serif',
          size: 11,
          rise: 0,
          lead: null,
          formula: null,
          source: '',
          note: '',
          divisible: true,
          marked: false,
          ...more,
        },
      ],
      fonts,
      { measure: 300, style, indent: 0, hyphenate: true, language: 'en-GB' },
    )
  const glyphs = (text: string, more: object): number[] =>
    lines(text, more).flatMap(line => line.pieces.flatMap(piece => ('shape' in piece ? [...piece.shape.glyphs] : [])))

  test('features change the glyphs and never the text', () => {
    expect(glyphs('nasa', { features: 'smcp' })).not.toEqual(glyphs('nasa', {}))
    expect(glyphs('1987', { features: 'onum' })).not.toEqual(glyphs('1987', {}))
    const [line] = lines('lake 1987', { features: 'smcp onum' })
    expect(line!.pieces.map(piece => ('shape' in piece ? piece.shape.text : ''))).toEqual(['lake', '1987'])
  })
  test('a face without small capitals leaves the letters as they are', () =>
    expect(glyphs('nasa', { face: 'serifItalic', features: 'smcp' })).toEqual(glyphs('nasa', { face: 'serifItalic' })))

  test('signs hang over the edges, letters never do, and only by a part of their own width', () => {
    const word = fc.constantFrom(
      'wind,',
      'water.',
      '“So',
      'it',
      'blew”',
      'from',
      'the',
      'west;',
      'and',
      'stratified',
      '(late)',
      'lakes',
      'turn',
    )
    fc.assert(
      fc.property(fc.array(word, { minLength: 12, maxLength: 60 }), fc.integer({ min: 150, max: 380 }), (found, measure) => {
        const text = found.join(' ')
        const at = (opticalMargins: boolean): Line[] =>
          setParagraph(runsOf(p`${text}`, style, context), fonts, {
            measure,
            style,
            indent: 0,
            hyphenate: false,
            opticalMargins,
            language: 'en-GB',
          })
        const plain = at(false)
        const hung = at(true)
        expect(hung).toHaveLength(plain.length)
        hung.forEach((line, i) => {
          const [first] = line.pieces
          const last = line.pieces.at(-1)
          if (!first || !last || !('shape' in first) || !('shape' in last)) return
          expect(line.start).toBeGreaterThanOrEqual(-style.size * 0.4)
          if (/^[a-z]/.test(first.shape.text)) expect(line.start).toBeCloseTo(plain[i]!.start)
          if (i === hung.length - 1 || line.pieces.length < 3) return
          const over = line.end - measure
          expect(over).toBeLessThan(style.size * 0.4)
          if (/[a-z]$/.test(last.shape.text)) expect(over).toBeLessThanOrEqual(0.5)
        })
      }),
      { numRuns: 120 },
    )
  })
})

/** From where to where an outline reaches, in 1/1000 em. */
function reachOf({ path, place }: FormulaDrawing['outlines'][number]): [left: number, right: number] {
  const across = [...path.matchAll(/([MLQCH])([^MLQCHVZ]*)/g)].flatMap(([, command, list]) => {
    const values = (list!.match(/-?[\d.]+/g) ?? []).map(Number)
    return command === 'H' ? values : values.filter((_, index) => index % 2 === 0)
  })
  const placed = across.map(x => place[0] * x + place[4])
  return [Math.min(...placed), Math.max(...placed)]
}

test.each([
  '\\overline{abc}',
  '\\overline{a}',
  '\\overbrace{abcdefghij}',
  '\\overrightarrow{ABCDE}',
  '\\xrightarrow{\\text{a long word}}',
  '\\xrightleftharpoons{\\text{a long word}}',
  '\\widehat{abcdef}',
])('what is as long as something else reaches no further: %s', source => {
  for (const display of [true, false]) {
    const before = formulas.set('x+', display).width * 1000
    const drawing = formulas.set(`x+${source}+y`, display)
    const inside = drawing.outlines.slice(2, -2)
    const end = drawing.width * 1000 - before
    for (const outline of inside) {
      const [left, right] = reachOf(outline)
      expect(left).toBeGreaterThan(before * 0.7)
      expect(right).toBeLessThan(end + before * 0.3)
    }
  }
})
