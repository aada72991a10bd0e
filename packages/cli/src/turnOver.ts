/** Pages for the calls that need them; all of the core comes with this file, and is read by those alone. */
import type { FormulaTypesetter } from '@steady-ledger/core/formulas/typesetter.ts'
import { type Turnover, TurnoverEngine } from '@steady-ledger/core/turnover/turnover.ts'
import { type Fonts, openFonts } from '@steady-ledger/core/type/fonts.ts'
import { readPatternsFor } from '@steady-ledger/core/type/languagesIn.ts'
import { withOwnFaces } from '@steady-ledger/core/type/ownFaces.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { setFormulas } from './formulas/setFormulas.ts'
import { readFonts } from './host.ts'

/** One typesetter for the program: what it has set once it knows. Whoever runs it and has one gives it. */
export const program: { formulas?: FormulaTypesetter } = {}

export async function turnOver(work: Work): Promise<{ turnover: Turnover; fonts: Fonts; formulas: FormulaTypesetter }> {
  // All of MathJax: a call that needs no pages does not wait for it.
  const { createTypesetter } = await import('@steady-ledger/core/formulas/converter.ts')
  program.formulas ??= createTypesetter()
  const { formulas } = program
  await Promise.all([setFormulas(work, formulas), readPatternsFor(work)])
  const fonts = openFonts(withOwnFaces(readFonts(work.houseStyle.families), work))
  return { turnover: new TurnoverEngine(fonts, formulas).run(work), fonts, formulas }
}
