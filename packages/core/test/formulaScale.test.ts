/** Numerals look the same in a formula and out of it. */
import { eq, f, p } from '../../../demo/src/builder.ts'
import { readFonts } from '../../cli/src/host.ts'
import { TurnoverEngine } from '../src/turnover/turnover.ts'
import { type TextFamily, textFamilies, usualFamilies } from '../src/type/families.ts'
import { openFonts } from '../src/type/fonts.ts'
import { chapter, formulas, workOf } from './support/work.ts'

test.each(Object.keys(textFamilies) as TextFamily[])('in %s they are as high as those of the text, in the line and by themselves', text => {
  const fonts = openFonts(readFonts({ ...usualFamilies, text }))
  const work = workOf([chapter('c', 'A chapter', p`Between 0 and ${f`0`} nothing lies.`, eq('e', '0'))])
  const { houseStyle } = work
  const style = { ...houseStyle, families: { ...houseStyle.families, text } }
  const { pages } = new TurnoverEngine(fonts, formulas).run({ ...work, houseStyle: style })
  const marks = pages.flatMap(({ placed }) => placed.flatMap(({ box }) => box.marks))
  const inLine = marks.flatMap(mark => (mark.kind === 'line' ? mark.line.pieces : [])).flatMap(piece => ('formula' in piece ? [piece] : []))
  const alone = marks.flatMap(mark => (mark.kind === 'formula' ? [mark] : []))
  expect([inLine.length, alone.length]).toEqual([1, 1])
  const wanted = fonts.serif.numerals * houseStyle.body.size
  for (const { formula, size } of [...inLine, ...alone]) expect(Math.abs(formula.height * size - wanted)).toBeLessThan(wanted * 0.005)
})
