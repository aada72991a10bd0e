/** A thread that sets formulas and nothing else. */
import { createTypesetter, type FormulaToSet } from '@steady-ledger/core/formulas/typesetter.ts'

const formulas = createTypesetter()
addEventListener('message', ({ data }: MessageEvent<FormulaToSet[]>) => {
  for (const { source, display } of data) formulas.set(source, display)
  postMessage(formulas.handOut())
})
