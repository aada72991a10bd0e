import fc from 'fast-check'
import { words } from '../src/pages/setting.ts'
import { pointsOf } from '../src/type/divideWords.ts'
import { divisionsOf, exceptionsIn } from '../src/type/hyphenation.ts'
import type { Line, TextPiece } from '../src/type/line.ts'
import { type ParagraphOptions, setParagraph } from '../src/type/paragraph.ts'
import type { FaceName } from '../src/work/parts/houseStyle.ts'
import { thesisStyle } from '../src/work/parts/readyStyles.ts'
import { fonts } from './support/work.ts'

const style = thesisStyle().body
const options = (measure: number, more: Partial<ParagraphOptions> = {}): ParagraphOptions => ({
  measure,
  style,
  indent: 0,
  hyphenate: true,
  language: 'en-GB',
  ...more,
})
const run = (text: string) => words(text, style, { divisible: true })
/** The words of a line with a space wherever there is a gap. */
const textOf = (line: Line): string => {
  let text = ''
  let end = 0
  for (const piece of line.pieces) {
    if (!('shape' in piece)) continue
    if (text && piece.x - end > piece.size * 0.08) text += ' '
    text += piece.shape.text
    end = piece.x + piece.shape.width * piece.size
  }
  return text
}
/** All lines as one text again: a hyphen that the setter put in is taken out. */
const joined = (lines: Line[], original: string): string => {
  let text = ''
  for (const line of lines) {
    const said = textOf(line)
    text += line.hyphenated ? said.slice(0, -1) : original.startsWith(`${text}${said} `) ? `${said} ` : said
  }
  return text.trim()
}

describe('hyphenation', () => {
  const shown = (word: string, language = 'en-GB'): string => {
    let out = ''
    let from = 0
    for (const at of divisionsOf(word, language)) {
      out += `${word.slice(from, at)}-`
      from = at
    }
    return out + word.slice(from)
  }
  test.each([
    ['hyphenation', 'en-US', 'hy-phen-ation'],
    ['university', 'en-US', 'uni-ver-sity'],
    ['table', 'en-GB', 'table'],
    ['basin', 'en-GB', 'basin'],
    ['stratification', 'en-GB', 'strat-i-fic-a-tion'],
    ['ox', 'en-GB', 'ox'],
    ['Oberflächentemperatur', 'de', 'Ober-flä-chen-tem-pe-ra-tur'],
    ['Wassertiefe', 'de-AT', 'Was-ser-tie-fe'],
    ['température', 'fr-CA', 'tem-pé-ra-ture'],
    ['hidrología', 'es', 'hi-dro-lo-gía'],
    ['wateroppervlak', 'nl', 'wa-ter-op-per-vlak'],
    ['profondità', 'it', 'pro-fon-di-tà'],
    ['profundidade', 'pt-BR', 'pro-fun-di-dade'],
    ['sjötemperatur', 'sv', 'sjö-tem-pe-ra-tur'],
    ['vandtemperatur', 'da', 'vand-tem-pe-ra-tur'],
    ['vanntemperatur', 'no', 'vann-tem-pe-ra-tur'],
    ['overflate', 'nn', 'over-fla-te'],
    ['vedenlämpötila', 'fi', 've-den-läm-pö-ti-la'],
    ['powierzchnia', 'pl', 'po-wierzch-nia'],
    ['teplota', 'cs', 'tep-lota'],
    ['profunditas', 'la', 'pro-fun-di-tas'],
    ['температура', 'ru', 'тем-пе-ра-ту-ра'],
    ['θερμοκρασία', 'el', 'θερ-μο-κρα-σία'],
  ])('%s (%s) is %s', (word, language, expected) => expect(shown(word, language)).toBe(expected))
  test('two letters before and three after at the least', () => {
    for (const word of ['international', 'moderation', 'thermocline', 'everything'])
      for (const at of divisionsOf(word, 'en-GB')) {
        expect(at).toBeGreaterThanOrEqual(2)
        expect(word.length - at).toBeGreaterThanOrEqual(3)
      }
  })
  test('words that an author divides by hand are divided so and nowhere else, whatever their capitals', () => {
    const exceptions = exceptionsIn('ther-mo-cline, Vessary; strat-i-fication')
    const points = (word: string) => pointsOf(fonts.serif.shape(word), fonts, 'en-GB', exceptions).map(({ at }) => at)
    expect(points('Thermocline')).toEqual([4, 6])
    expect(points('Vessary')).toEqual([])
    expect(points('“stratification,”')).toEqual([6, 7])
    expect(pointsOf(fonts.serif.shape('Vessary'), fonts, 'en-GB', exceptionsIn(''))).not.toEqual([])
    const lines = setParagraph([run('Thermocline '.repeat(9))], fonts, options(90, { exceptions })).map(textOf)
    const ends = lines.filter(line => line.endsWith('-')).map(line => /\S+$/.exec(line)![0])
    expect(new Set([...ends, 'Ther-', 'Thermo-'])).toEqual(new Set(['Ther-', 'Thermo-']))
  })
  test('a language without patterns here is left whole', () => expect(divisionsOf('Donaudampfschiff', 'hu')).toEqual([]))
})

describe('paragraphs', () => {
  const sample =
    'The wind does not stir a lake as a spoon stirs a cup; it pushes the warm surface water to one end, tilts the boundary between warm and cold, and when it drops the boundary swings back, past level, and goes on swinging for days.'

  test('justified lines end at the measure, the last one does not', () => {
    const lines = setParagraph([run(sample)], fonts, options(260))
    expect(lines.length).toBeGreaterThan(3)
    for (const line of lines.slice(0, -1)) expect(line.end).toBeCloseTo(260, 1)
    expect(lines.at(-1)!.end).toBeLessThanOrEqual(260.01)
    expect(joined(lines, sample)).toBe(sample)
  })

  test('whole paragraphs are weighed: the widest space is narrower than first fit would make it', () => {
    const widestGap = (lines: Line[], measure: number): number =>
      Math.max(
        ...lines
          .slice(0, -1)
          .map(
            line =>
              (measure - line.pieces.reduce((sum, piece) => sum + ('shape' in piece ? piece.shape.width * piece.size : 0), 0)) /
              Math.max(1, line.pieces.length - 1),
          ),
      )
    let better = 0
    for (let measure = 200; measure < 420; measure += 10) {
      const total = widestGap(setParagraph([run(sample)], fonts, options(measure, { hyphenate: false })), measure)
      const first = widestGap(setParagraph([run(sample)], fonts, options(measure, { style: { ...style, align: 'left' } })), measure)
      expect(total).toBeLessThanOrEqual(first * 1.1)
      if (total < first - 0.05) better++
    }
    expect(better).toBeGreaterThan(6)
  })

  test('a line may be as loose as it has to be, and never over the edge', () => {
    const lines = setParagraph([run('ßß;ä,f–éAßßß méaa–.ß-..;é -')], fonts, options(137))
    for (const line of lines) expect(line.end).toBeLessThanOrEqual(137.1)
  })

  test('nothing is lost and nothing runs over, whatever the words and the measure', () => {
    const word = fc.stringMatching(/^[a-zA-Zäéß,.;–-]{1,18}$/)
    fc.assert(
      fc.property(
        fc.array(word, { minLength: 1, maxLength: 60 }),
        fc.integer({ min: 120, max: 460 }),
        fc.constantFrom('justified' as const, 'left' as const),
        (found, measure, align) => {
          const text = found.join(' ')
          const lines = setParagraph([run(text)], fonts, options(measure, { style: { ...style, align } }))
          const said = lines.map(line => (line.hyphenated ? textOf(line).slice(0, -1) : textOf(line))).join('')
          expect(said.replaceAll(' ', '')).toBe(text.replaceAll(' ', ''))
          for (const line of lines) if (line.pieces.length > 1) expect(line.end).toBeLessThanOrEqual(measure + 0.5)
          for (const line of lines)
            for (let i = 1; i < line.pieces.length; i++) expect(line.pieces[i]!.x).toBeGreaterThan(line.pieces[i - 1]!.x)
        },
      ),
      { numRuns: 150 },
    )
  })

  test.each(['justified', 'left'] as const)(
    'a figure and its unit stay on one line, but for narrow columns that leave no choice (%s)',
    align => {
      const text =
        'The residual is 8.3 W/m² in August and 402 MJ/m² over the season, at a depth of 30 m and 14.2 °C, within 5 % of the mean of 40 years.'
      let parted = 0
      for (let measure = 150; measure < 420; measure += 3)
        for (const line of setParagraph([run(text)], fonts, options(measure, { style: { ...style, align } })).slice(0, -1))
          if (/(8\.3|402|30|14\.2|5)$/.test(textOf(line))) {
            expect(measure).toBeLessThan(260)
            parted++
          }
      expect(parted).toBeLessThan(align === 'left' ? 1 : 20)
    },
  )

  test('a last line of a few letters is avoided by dividing a word where that can be', () => {
    const text = 'In formulas, with the inputs and all their doubts known, the doubt of the whole index is'
    let avoided = 0
    for (let measure = 180; measure < 420; measure += 1) {
      const isScrap = (hyphenate: boolean): boolean =>
        setParagraph([run(text)], fonts, options(measure, { hyphenate })).at(-1)!.end < measure * 0.06
      if (isScrap(true)) expect(isScrap(false)).toBe(true)
      else if (isScrap(false)) avoided++
    }
    expect(avoided).toBeGreaterThan(2)
  })

  test('no break inside “Figure 3.2” nor between a word and its note mark', () => {
    const parts = [
      run('As it is seen in '),
      words('Figure\u00a03.2', style, { lead: { entry: 'f' } }),
      run(' the record'),
      words('14', style, { note: 'n', size: 7, rise: 4 }),
      run(' ends here.'),
    ]
    for (let measure = 70; measure < 200; measure += 3) {
      const lines = setParagraph(parts, fonts, options(measure)).map(textOf)
      expect(lines.join('|')).toContain('Figure 3.2')
      expect(lines.some(line => line.startsWith('14'))).toBe(false)
    }
  })

  test('a number with a dash in it, and a range, are not torn apart', () => {
    const parts = [
      run('It is shown in '),
      words('Figures\u00a03–2–3–14', style, { lead: { entry: 'f' }, whole: true }),
      run(' and everywhere.'),
    ]
    for (let measure = 120; measure < 300; measure += 2)
      expect(setParagraph(parts, fonts, options(measure)).some(line => textOf(line).includes('Figures 3–2–3–14'))).toBe(true)
  })

  test('a sign that the face lacks comes from one that has it, upright, italic or semibold; what no face has stays a frame', () => {
    const facesIn = (text: string, face: FaceName): string[] =>
      setParagraph([words(text, { ...style, face })], fonts, options(400)).flatMap(line =>
        line.pieces.flatMap(piece =>
          'shape' in piece ? [`${piece.shape.text} ${piece.shape.face}${piece.shape.incomplete ? ' lacks' : ''}`] : [],
        ),
      )
    expect(facesIn('10⁻³', 'serif')).toEqual(['10 serif', '⁻ signs', '³ serif'])
    expect(facesIn('x ϑ ∈ y', 'serifItalic')).toEqual(['x serifItalic', 'ϑ signsItalic', '∈ mathematics', 'y serifItalic'])
    expect(facesIn('10⁻ so', 'serifBold')).toEqual(['10 serifBold', '⁻ signsBold', 'so serifBold'])
    expect(facesIn('see 水', 'serif')).toEqual(['see serif', '水 serif lacks'])
    const joined = setParagraph([words('10⁻³ and 10⁻³', style)], fonts, options(400))[0]!
    expect(textOf(joined)).toBe('10⁻³ and 10⁻³')
  })

  test('a no-break space gives way with the others of its line', () => {
    const gaps = (line: Line): number[] =>
      line.pieces.slice(1).map((piece, index) => {
        const before = line.pieces[index] as TextPiece
        return Math.round((piece.x - before.x - before.shape.width * before.size) * 100)
      })
    const loose = setParagraph(
      [run('Nothing moves in Figure\u00a03.2 and it is still as wide as the others are here.')],
      fonts,
      options(190),
    )
    for (const line of loose.slice(0, -1)) expect(new Set(gaps(line)).size).toBe(1)
    expect(loose.slice(0, -1).some(line => textOf(line).includes('Figure 3.2'))).toBe(true)
  })

  test('where its author divides a word, a line that ends there has a hyphen, hyphenated or ragged or not at all', () => {
    const word = 'Seewasser\u00adschichtungs\u00admodelle'
    for (const hyphenate of [true, false])
      for (const align of ['justified', 'left'] as const) {
        const lines = setParagraph([run(`${word} ${word} ${word}`)], fonts, options(75, { hyphenate, style: { ...style, align } })).map(
          textOf,
        )
        expect(lines.join(' ')).not.toContain('\u00ad')
        expect(lines.some(line => /(?:Seewasser|schichtungs)-$/.test(line))).toBe(true)
        expect(lines.join('').replaceAll('-', '').replaceAll(' ', '')).toBe(word.replaceAll('\u00ad', '').repeat(3))
      }
  })

  test('a long address is broken after its punctuation', () => {
    const address = 'https://data.orrin-uplands.example/vessary/moorings/profile.json?year=2&mooring=E1'
    const lines = setParagraph([words(address, style)], fonts, options(150)).map(textOf)
    expect(lines.length).toBeGreaterThan(2)
    expect(lines.join('')).toBe(address)
    for (const line of lines.slice(0, -1)) expect(line).toMatch(/[/.?&=_-]$/)
  })

  test('an empty paragraph is one empty line, and stray spaces are not printed', () => {
    expect(setParagraph([], fonts, options(200))).toHaveLength(1)
    expect(textOf(setParagraph([run('  one   two ')], fonts, options(200))[0]!)).toBe('one two')
  })
})

test('ragged text does not end with a word or two on a line of their own where the lines can be a little shorter', () => {
  const caption = 'Standard deviation of the differences between thermistors in mixed water, in mK.'
  const ragged = { ...style, align: 'left' as const }
  let mended = 0
  for (let measure = 200; measure < 420; measure += 3) {
    const lines = setParagraph([run(caption)], fonts, options(measure, { style: ragged }))
    for (const line of lines) expect(line.end).toBeLessThanOrEqual(measure + 0.01)
    if (lines.length > 1 && lines.at(-1)!.end >= measure * 0.2) mended++
  }
  expect(mended).toBeGreaterThan(66)
})

test('units are not torn apart at their slash, long words are', () => {
  const whole = setParagraph([run('The flux is 31 W/m and more')], fonts, options(88)).map(textOf)
  expect(whole.some(line => /W\/$/.test(line))).toBe(false)
  const parted = setParagraph([run('atmosphere/hydrosphere')], fonts, options(80)).map(textOf)
  expect(parted[0]).toBe('atmosphere/')
})

test('words in another language are divided by its rules', () => {
  const german = 'Oberflächentemperatur'
  const lines = (language?: string): string[] =>
    setParagraph([{ ...run(`Of the ${german} more`), ...(language ? { language } : {}) }], fonts, options(92)).map(textOf)
  const parts = (found: string[]): string[] => found.filter(line => line.endsWith('-'))
  expect(
    parts(lines('de')).some(line => /(Ober|Oberflä|Oberflächen|Oberflächentem|Oberflächentempe|Oberflächentempera)-$/.test(line)),
  ).toBe(true)
  expect(parts(lines('hu'))).toEqual([])
})
