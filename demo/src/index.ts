/** The demo works: a thesis on wind mixing in the basins of an invented lake, and a paper on a turbidity float. */
import type { Work } from '@steady-ledger/core/work/work.ts'

export const demoWorks: Record<'thesis' | 'paper', () => Promise<Work>> = {
  thesis: async () => (await import('./thesis/index.ts')).demoThesis(),
  paper: async () => (await import('./paper/index.ts')).demoPaper(),
}
