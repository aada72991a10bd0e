/** A thread that sets formulas and nothing else. */
import { createTypesetter } from '@steady-ledger/core/formulas/converter.ts'
import type { FormulaToSet } from '@steady-ledger/core/formulas/typesetter.ts'

const formulas = createTypesetter()
addEventListener('message', ({ data }: MessageEvent<FormulaToSet[]>) => {
  for (const { source, display } of data) formulas.set(source, display)
  postMessage(formulas.handOut())
})
