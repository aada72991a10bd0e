/** The demo works: a thesis on wind mixing in the basins of an invented lake, and a paper on a turbidity float. */
import type { Work } from '@steady-ledger/core/work/work.ts'

export const demoWorks: Record<'thesis' | 'paper', () => Promise<Work>> = {
  thesis: async () => (await import('./generate.ts')).generateWork(60, 4),
  paper: async () => (await import('./generate.ts')).generateWork(10, 3),
}
