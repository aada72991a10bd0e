/** Formulas of an OpenDocument text: objects of MathML, and drawings of them for programs that show none. */
import type { FormulaDrawing } from '../../formulas/typesetter.ts'
import { element, xmlOf } from '../markup/markup.ts'

const numeral = (value: number): string => String(Math.round(value * 100) / 100)

/** A drawing with its outlines; y grows downwards from the top of the formula, in 1/1000 em. */
export const formulaSvg = ({ width, height, depth, outlines, rules }: FormulaDrawing): string =>
  xmlOf(
    element(
      'svg',
      {
        xmlns: 'http://www.w3.org/2000/svg',
        viewBox: `0 ${numeral(-height * 1000)} ${numeral(Math.max(1, width * 1000))} ${numeral(Math.max(1, (height + depth) * 1000))}`,
      },
      element(
        'g',
        { transform: 'scale(1 -1)' },
        outlines.map(({ path, place }) => element('path', { d: path, transform: `matrix(${place.map(numeral).join(' ')})` })),
        rules.map(({ rect: [x, y, wide, high], place }) =>
          element('rect', {
            x: numeral(x),
            y: numeral(y),
            width: numeral(wide),
            height: numeral(high),
            transform: `matrix(${place.map(numeral).join(' ')})`,
          }),
        ),
      ),
    ),
  )

export const formulaObject = (mathMl: string): string => `<?xml version="1.0" encoding="UTF-8"?>\n${mathMl}\n`
