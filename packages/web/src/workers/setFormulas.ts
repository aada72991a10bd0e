/** Sets formulas that no cache knows on the processors that the page and this thread leave free. */
import { type FormulaHelper, helperOver, setAhead } from '@steady-ledger/core/formulas/setAhead.ts'
import type { FormulaDrawing, FormulaToSet, FormulaTypesetter } from '@steady-ledger/core/formulas/typesetter.ts'
import { fetchConverter } from './lateFormulas.ts'

const mostHelpers = 3

/** `tell` is told how many of how many are set. */
export async function setFormulas(wanted: FormulaToSet[], formulas: FormulaTypesetter, tell: (done: number, of: number) => void) {
  const count = Math.max(1, Math.min(mostHelpers, navigator.hardwareConcurrency - 2))
  // The script of this thread is that of all.
  const workers = Array.from({ length: count }, () => new Worker(`${location.pathname}#formulas`, { type: 'module', name: 'formulas' }))
  try {
    await fetchConverter()
    await setAhead(wanted, formulas, { helpers: workers.map(helperOf), pause: nextMessage, tell, failed })
  } finally {
    for (const worker of workers) worker.terminate()
  }
}

function helperOf(worker: Worker): FormulaHelper {
  const { help, answer, fail } = helperOver(wanted => worker.postMessage(wanted))
  worker.addEventListener('message', ({ data }: MessageEvent<[string, FormulaDrawing][]>) => answer(data))
  worker.addEventListener('error', ({ message }) => fail(new Error(message)))
  return help
}

const failed = ({ message }: Error): void => console.warn(`A helper for formulas failed, which costs time only: ${message}`)

/** Lets messages in, without the wait that timers have. */
const nextMessage = (): Promise<unknown> =>
  new Promise(resolve => {
    const { port1, port2 } = new MessageChannel()
    port1.onmessage = () => {
      port1.close()
      resolve(undefined)
    }
    port2.postMessage(null)
  })
