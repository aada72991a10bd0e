/** Families of faces: all that are offered ship with all they need, and those of offices have the widths they are prescribed for. */

import { p } from '../../../demo/src/builder.ts'
import { readFonts } from '../../cli/src/host.ts'
import { TurnoverEngine } from '../src/turnover/turnover.ts'
import { type Families, monoFamilies, sansFamilies, textFamilies, usualFamilies } from '../src/type/families.ts'
import { openFonts } from '../src/type/fonts.ts'
import { workFromJson, workToJson } from '../src/work/file/workFile.ts'
import { lineSpacingOf, withLineSpacing } from '../src/work/lineSpacing.ts'
import { faceNames, houseStyleDefinition } from '../src/work/parts/houseStyle.ts'
import { noOwnFaces, readyStyles } from '../src/work/parts/readyStyles.ts'
import { chapter, formulas, workOf } from './support/work.ts'

const all: Families[] = [
  ...Object.keys(textFamilies).map(text => ({ ...usualFamilies, text }) as Families),
  ...Object.keys(sansFamilies).map(sans => ({ ...usualFamilies, sans }) as Families),
  ...Object.keys(monoFamilies).map(mono => ({ ...usualFamilies, mono }) as Families),
]

test.each(all)('$text, $sans, $mono: every face is there and has the letters of our languages', families => {
  const fonts = openFonts(readFonts(families))
  for (const name of faceNames) expect([name, fonts[name].shape('Übung façade ñandú “Łódź” 1234 – ½').incomplete]).toEqual([name, false])
})

test('what the form offers is what ships', () => {
  const offered = (key: string): string[] =>
    Object.keys(houseStyleDefinition.properties.families.properties[key as keyof Families].options as object)
  expect(offered('text').sort()).toEqual(Object.keys(textFamilies).sort())
  expect(offered('sans').sort()).toEqual(Object.keys(sansFamilies).sort())
  expect(offered('mono').sort()).toEqual(Object.keys(monoFamilies).sort())
})

// Widths in thousandths of an em, as the programs of offices have them: n, M, o and the space of the roman; the same of the sans; any of the typewriter.
test.each([
  ['officeRoman', 'serif', { n: 500, M: 889, o: 500, ' ': 250, W: 944, i: 278 }],
  ['officeRoman', 'serifBold', { n: 556, M: 944, o: 500, ' ': 250 }],
  ['officeSans', 'sans', { n: 556, M: 833, o: 556, ' ': 278, W: 944, i: 222 }],
  ['typewriter', 'mono', { n: 600, M: 600, ' ': 600 }],
] as const)('%s has the widths that are prescribed (%s)', (_family, face, widths) => {
  const fonts = openFonts(readFonts({ text: 'officeRoman', sans: 'officeSans', mono: 'typewriter', own: noOwnFaces() }))
  for (const [letter, width] of Object.entries(widths))
    expect([letter, Math.round(fonts[face].shape(letter).width * 1000)]).toEqual([letter, width])
})

test('another family makes other lines, and the same one the same', () => {
  const text = 'The wind mixes the lake from above, and the sills part its basins from each other below. '.repeat(12)
  const set = (families: Families) => {
    const work = workOf([chapter('c', 'A chapter', p`${text}`)])
    work.houseStyle = { ...work.houseStyle, families }
    return new TurnoverEngine(openFonts(readFonts(families)), formulas)
      .run(work)
      .pages.flatMap(({ placed }) => placed.flatMap(({ box }) => box.marks.map(mark => (mark.kind === 'line' ? mark.line.end : 0))))
  }
  const office: Families = { ...usualFamilies, text: 'officeRoman' }
  expect(set(office)).toEqual(set(office))
  expect(set(office)).not.toEqual(set(usualFamilies))
})

describe('line spacing as offices say it', () => {
  test.each([
    ['single', 12, 14.4],
    ['oneAndAHalf', 12, 21.6],
    ['double', 12, 28.8],
    ['double', 11.5, 27.6],
  ] as const)('%s at %s pt is %s pt from line to line, and is read back', (spacing, size, leading) => {
    const [{ make }] = readyStyles as [(typeof readyStyles)[number]]
    const style = withLineSpacing({ ...make(), body: { ...make().body, size } }, spacing)
    expect(style.body.leading).toBeCloseTo(leading)
    expect(lineSpacingOf(style)).toBe(spacing)
  })
  test('another distance is none of them', () =>
    expect(lineSpacingOf({ body: { ...readyStyles[0]!.make().body, size: 12, leading: 17 } })).toBeNull())
})

test('a work from before there was a choice of letters, or a word about the work, opens with the usual ones', () => {
  const file = JSON.parse(workToJson(workOf([chapter('c', 'A chapter')])))
  delete file.houseStyle.families
  delete file.settings.about
  const read = workFromJson(JSON.stringify(file), new Map())
  expect(read.houseStyle.families).toEqual(usualFamilies)
  expect(read.settings.about.institution).toBe('')
})
