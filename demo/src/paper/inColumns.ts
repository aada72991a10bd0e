/** The demo paper as another journal wants it: the same text, in two columns. */
import { columnsPaperStyle } from '@steady-ledger/core/work/parts/readyStyles.ts'
import { type Node, schema } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { Fragment } from 'prosemirror-model'
import { demoPaper } from './index.ts'

/** What stands over both columns: three days hour by hour are not read in half a page. */
const overBoth = ['flood']

export function paperInColumns(): Work {
  const paper = demoPaper()
  const [first, ...rest] = paper.doc.children
  const title = first!.firstChild!.copy(Fragment.from(schema.text('A Float for Small Lakes, in Two Columns')))
  const front = first!.copy(Fragment.from([title, ...first!.children.slice(1)]))
  return {
    ...paper,
    houseStyle: columnsPaperStyle(),
    doc: paper.doc.copy(Fragment.from([front, ...rest.map(withWide)])),
  }
}

function withWide(division: Node): Node {
  const blocks = division.children.map(block =>
    overBoth.includes(block.attrs.label as string) ? block.type.create({ ...block.attrs, allColumns: true }, block.content) : block,
  )
  return division.copy(Fragment.from(blocks))
}
