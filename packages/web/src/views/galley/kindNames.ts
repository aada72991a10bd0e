/** What blocks and inline things are called in the interface: as they are offered, unless they have another name. */
import { capital } from '@steady-ledger/core/languages/capital.ts'
import { type KindName, traitsOf } from '@steady-ledger/core/work/kinds/index.ts'
import type { Node } from '@steady-ledger/core/work/schema.ts'

/** “a listing” as a name: “Listing”. */
export const nameOffered = (offered: string): string => capital(offered.replace(/^an? /, ''))

const names: { [Kind in KindName]?: string } = {
  paragraph: 'Paragraph',
  figure: 'Figure',
  table: 'Table',
  box: 'Box',
  equation: 'Equation',
  formula: 'Formula',
  heading: 'Section',
  note: 'Footnote',
  indexMark: 'Mark for the index',
  field: 'Field of the work',
  reference: 'Reference',
  mention: 'Mention',
  citation: 'Citation',
  sourceList: 'Sources of this division',
  numberedList: 'Numbered list',
  bulletedList: 'List',
  listItem: 'Item of a list',
  panel: 'Panel of a figure',
  tablePanel: 'Panel of a table',
  equationGroup: 'Group of equations',
  miniContents: 'Contents of this division',
  statement: 'Statement',
  row: 'Figures side by side',
  fill: 'Empty space',
  keywords: 'Keywords',
  proof: 'Proof',
}

/** Empty for what has no name of its own: parts of tables and the like. */
export const kindName = (node: Node): string => names[node.type.name as KindName] ?? nameOffered(traitsOf(node).offered)
