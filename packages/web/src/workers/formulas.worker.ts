/** A thread that sets formulas and nothing else. What sets them is imported, for the reason that stands in `startThread.ts`. */
import type { FormulaToSet } from '@steady-ledger/core/formulas/typesetter.ts'

const typesetter = import('@steady-ledger/core/formulas/converter.ts').then(({ createTypesetter }) => createTypesetter())
addEventListener('message', async ({ data }: MessageEvent<FormulaToSet[]>) => {
  const formulas = await typesetter
  for (const { source, display } of data) formulas.set(source, display)
  postMessage(formulas.handOut())
})
