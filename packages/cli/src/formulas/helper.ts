/** A thread that sets formulas and nothing else. */
import { parentPort } from 'node:worker_threads'
import { createTypesetter } from '@steady-ledger/core/formulas/converter.ts'
import type { FormulaToSet } from '@steady-ledger/core/formulas/typesetter.ts'

const formulas = createTypesetter()
parentPort!.on('message', (wanted: FormulaToSet[]) => {
  for (const { source, display } of wanted) formulas.set(source, display)
  parentPort!.postMessage(formulas.handOut())
})
