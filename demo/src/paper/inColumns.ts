/** The demo paper as another journal wants it: the same text, in two columns. */
import { columnsPaperStyle } from '@steady-ledger/core/work/parts/readyStyles.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { Fragment } from 'prosemirror-model'
import { demoPaper } from './index.ts'

export function paperInColumns(): Work {
  const paper = demoPaper()
  const [first, ...rest] = paper.doc.children
  const title = first!.firstChild!.copy(Fragment.from(schema.text('A Float for Small Lakes, in Two Columns')))
  const front = first!.copy(Fragment.from([title, ...first!.children.slice(1)]))
  return { ...paper, houseStyle: columnsPaperStyle(), doc: paper.doc.copy(Fragment.from([front, ...rest])) }
}
