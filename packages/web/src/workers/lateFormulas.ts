/**
 * A typesetter whose converter is fetched on the first formula that no cache knows. The converter is most of the program’s code and
 * takes most of a second to start; a work that was opened before needs none of it.
 */

import { type FormulaTypesetter, type SetFormula, typesetterOver } from '@steady-ledger/core/formulas/typesetter.ts'

/** A formula is to be set before the converter is there: whoever asked fetches it and begins again. */
export class ConverterMissing extends Error {}

let convert: SetFormula = () => {
  throw new ConverterMissing('The converter of formulas has not been fetched.')
}

export async function fetchConverter(): Promise<void> {
  convert = (await import('@steady-ledger/core/formulas/converter.ts')).setFormula
}

export const createLateTypesetter = (): FormulaTypesetter => typesetterOver((source, display) => convert(source, display))
