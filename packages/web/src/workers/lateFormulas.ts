/**
 * A typesetter whose converter is fetched when a work holds a formula that no cache knows. The converter is most of the program’s code
 * and takes most of a second to start; a work that was opened before needs none of it.
 */

import { formulasToSet } from '@steady-ledger/core/formulas/setAhead.ts'
import { type FormulaTypesetter, type SetFormula, typesetterOver } from '@steady-ledger/core/formulas/typesetter.ts'
import type { Node } from '@steady-ledger/core/work/schema.ts'

let convert: SetFormula | undefined

export async function fetchConverter(): Promise<void> {
  convert ??= (await import('@steady-ledger/core/formulas/converter.ts')).setFormula
}

/** Whether the converter has to be fetched before a document can be turned over. */
export const needsConverter = (doc: Node, formulas: FormulaTypesetter): boolean => !convert && formulasToSet(doc, formulas).length > 0

export const createLateTypesetter = (): FormulaTypesetter =>
  typesetterOver((source, display) => {
    if (!convert) throw new Error('A formula was asked for before its converter was fetched.')
    return convert(source, display)
  })
