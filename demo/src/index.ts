/** The demo works: a thesis on wind mixing in the basins of an invented lake, a paper on a turbidity float, and its twin in two columns. */
import type { Work } from '@steady-ledger/core/work/work.ts'

export const demoWorks: Record<'thesis' | 'paper' | 'columns', () => Promise<Work>> = {
  thesis: async () => (await import('./thesis/index.ts')).demoThesis(),
  paper: async () => (await import('./paper/index.ts')).demoPaper(),
  columns: async () => (await import('./paper/inColumns.ts')).paperInColumns(),
}
