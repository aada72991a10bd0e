/** What the typesetter of the pages makes of a formula while it is written, on a thread of its own. */
import { type FormulaDrawing, keyOf } from '@steady-ledger/core/formulas/typesetter.ts'
import { useEffect, useState } from 'react'
import { newThread } from '../workers/newThread.ts'

let worker: Worker | undefined
let asked = 0
const waiting = new Map<string, (drawing: FormulaDrawing) => void>()
const mostKnown = 300
const known = new Map<string, FormulaDrawing>()

function start(): Worker {
  const made = newThread('formulas')
  made.addEventListener('message', ({ data }: MessageEvent<[string, FormulaDrawing][]>) => {
    if (known.size > mostKnown) known.clear()
    for (const [key, drawing] of data) {
      known.set(key, drawing)
      waiting.get(key)?.(drawing)
      waiting.delete(key)
    }
  })
  // A result that cannot be had is not shown; the writing goes on.
  made.addEventListener('error', () => {
    made.terminate()
    worker = undefined
    waiting.clear()
  })
  return made
}

const pause = 120

/** The drawing of a formula, the last one there was while a new one is being made. */
export function useResult(source: string, display: boolean): FormulaDrawing | null {
  const [drawing, setDrawing] = useState<FormulaDrawing | null>(null)
  useEffect(() => {
    if (!source) {
      setDrawing(null)
      return
    }
    const own = ++asked
    const key = keyOf(source, display)
    const found = known.get(key)
    if (found) {
      setDrawing(found)
      return
    }
    const timer = setTimeout(() => {
      worker ??= start()
      waiting.set(key, made => own === asked && setDrawing(made))
      worker.postMessage([{ source, display }])
    }, pause)
    return () => clearTimeout(timer)
  }, [source, display])
  return drawing
}
