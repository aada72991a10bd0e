/** What is being written in the composer, with its own steps back: key by key, apart from the steps of the work. */
import type { Row } from '@steady-ledger/core/formulas/tree/terms.ts'
import { writeNotation } from '@steady-ledger/core/formulas/tree/writeNotation.ts'
import { finished } from '@steady-ledger/core/formulas/typing/leave.ts'
import { type Writing, writingOf } from '@steady-ledger/core/formulas/typing/writing.ts'
import { useCallback, useReducer } from 'react'

interface Steps {
  past: readonly Writing[]
  now: Writing
  future: readonly Writing[]
}
type Act = { to: Writing } | 'undo' | 'redo'

const most = 500

const seen = (row: Row): string => writeNotation(finished(row))

function next(steps: Steps, act: Act): Steps {
  const { past, now, future } = steps
  if (act === 'undo') {
    // What only a typist sees, as the end of a structure, is no step of its own.
    const back = past.findLastIndex(({ row }) => seen(row) !== seen(now.row))
    return back < 0 ? steps : { past: past.slice(0, back), now: past[back]!, future: [...past.slice(back + 1), now, ...future] }
  }
  if (act === 'redo') {
    const on = future.findIndex(({ row }) => seen(row) !== seen(now.row))
    return on < 0 ? steps : { past: [...past, now, ...future.slice(0, on)], now: future[on]!, future: future.slice(on + 1) }
  }
  if (act.to === now) return steps
  // Where the caret is, is no step.
  return act.to.row === now.row || seen(act.to.row) === seen(now.row)
    ? { ...steps, now: act.to }
    : { past: [...past, now].slice(-most), now: act.to, future: [] }
}

export function useWritings(start: () => Row) {
  const [{ now, past, future }, act] = useReducer(next, undefined, (): Steps => ({ past: [], now: writingOf(start()), future: [] }))
  const to = useCallback((writing: Writing) => act({ to: writing }), [])
  return { writing: now, to, undo: () => act('undo'), redo: () => act('redo'), mayUndo: past.length > 0, mayRedo: future.length > 0 }
}
