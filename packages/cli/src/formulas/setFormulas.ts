/** Sets the formulas of a work on all processors but for those the machine needs itself. */
import os from 'node:os'
import { setImmediate } from 'node:timers/promises'
import { Worker } from 'node:worker_threads'
import { type FormulaHelper, formulasToSet, setAhead, worthHelp } from '@steady-ledger/core/formulas/setAhead.ts'
import type { FormulaBox, FormulaTypesetter } from '@steady-ledger/core/formulas/typesetter.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'

const mostHelpers = 3
const helper = new URL(import.meta.url.endsWith('.ts') ? './helper.mjs' : './helper.js', import.meta.url)

export async function setFormulas(work: Work, formulas: FormulaTypesetter): Promise<void> {
  const wanted = formulasToSet(work.doc, formulas)
  const count = wanted.length < worthHelp ? 0 : Math.min(mostHelpers, os.availableParallelism() - 1)
  if (count === 0) return
  const workers = Array.from({ length: count }, () => new Worker(helper))
  try {
    await setAhead(wanted, formulas, { helpers: workers.map(helperOf), pause: () => setImmediate() })
  } finally {
    for (const worker of workers) void worker.terminate()
  }
}

/** A worker answers in the order in which it was asked. */
function helperOf(worker: Worker): FormulaHelper {
  const waiting: { resolve(boxes: [string, FormulaBox][]): void; reject(error: Error): void }[] = []
  worker.on('message', boxes => waiting.shift()!.resolve(boxes))
  worker.on('error', error => {
    for (const { reject } of waiting.splice(0)) reject(error)
  })
  return wanted =>
    new Promise((resolve, reject) => {
      waiting.push({ resolve, reject })
      worker.postMessage(wanted)
    })
}
