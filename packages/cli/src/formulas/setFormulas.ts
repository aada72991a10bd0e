/** Sets the formulas of a work on all processors but for those the machine needs itself. */
import os from 'node:os'
import { setImmediate } from 'node:timers/promises'
import { Worker } from 'node:worker_threads'
import { type FormulaHelper, formulasToSet, helperOver, setAhead, worthHelp } from '@steady-ledger/core/formulas/setAhead.ts'
import type { FormulaTypesetter } from '@steady-ledger/core/formulas/typesetter.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'

const mostHelpers = 3
const helper = new URL(import.meta.url.endsWith('.ts') ? './helper.mjs' : './helper.js', import.meta.url)

export async function setFormulas(work: Work, formulas: FormulaTypesetter): Promise<void> {
  const wanted = formulasToSet(work.doc, formulas)
  const count = wanted.length < worthHelp ? 0 : Math.min(mostHelpers, os.availableParallelism() - 1)
  if (count === 0) return
  const workers = Array.from({ length: count }, () => new Worker(helper))
  try {
    await setAhead(wanted, formulas, { helpers: workers.map(helperOf), pause: () => setImmediate(), failed })
  } finally {
    for (const worker of workers) void worker.terminate()
  }
}

function helperOf(worker: Worker): FormulaHelper {
  const { help, answer, fail } = helperOver(wanted => worker.postMessage(wanted))
  worker.on('message', answer)
  worker.on('error', fail)
  return help
}

const failed = ({ message }: Error): void =>
  void process.stderr.write(`steady-ledger: a helper thread failed, which costs time only: ${message}\n`)
