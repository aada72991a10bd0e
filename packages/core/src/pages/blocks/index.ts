/** The table of block handlers: a kind of block that is missing here does not compile. */
import type { BlockKind, NodeOfKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'
import { box, type StripItem } from '../box.ts'
import type { BlockHandler, Place, Setting } from '../setting.ts'
import { descriptionList } from './descriptionList.ts'
import { equation, equationGroup } from './equation.ts'
import { figure } from './figure.ts'
import { listKey } from './generatedList.ts'
import { heading } from './heading.ts'
import { keywords } from './keywords.ts'
import { list } from './list.ts'
import { listing } from './listing.ts'
import { miniContents, miniEntries } from './miniContents.ts'
import { paragraph } from './paragraph.ts'
import { epigraph, quotation, verse } from './quotation.ts'
import { row } from './row.ts'
import { signature } from './signature.ts'
import { sourceListBlock, sourcesKey } from './sourceList.ts'
import { proof, statement } from './statement.ts'
import { table } from './table.ts'
import { textBox } from './textBox.ts'

/** Space of a height, or all that its page has left. */
const fill: BlockHandler<'fill'> = ({ attrs: { id, height } }) => (height > 0 ? [box(height, [], { block: id })] : [{ kind: 'fill' }])

const blockHandlers: { [Kind in BlockKind]: BlockHandler<Kind> } = {
  paragraph,
  heading,
  bulletedList: list,
  numberedList: list,
  figure,
  row,
  table,
  box: textBox,
  equation,
  equationGroup,
  quotation,
  verse,
  epigraph,
  descriptionList,
  listing,
  signature,
  statement,
  proof,
  fill,
  miniContents,
  keywords,
  sourceList: sourceListBlock,
}

/** What the words of a block that the program writes depend on, beside the block and the numbers in it. */
const dependenciesOf: { [Kind in BlockKind]?: (node: Node & NodeOfKind<Kind>, setting: Setting, place: Place) => string } = {
  miniContents: (node, setting, place) => listKey(miniEntries(node, setting, place), setting),
  sourceList: (_node, setting, { division }) => {
    const list = setting.sourceLists.get(division)
    return list ? sourcesKey(list, setting) : ''
  },
  keywords: (_node, { keywords: own }) => own.join('\n'),
}

/** The strip of a block: by the handler of its kind. */
export const stripOf = <Kind extends BlockKind>(kind: Kind, node: Node, setting: Setting, place: Place): StripItem[] =>
  // The table has the handler of this kind for nodes of this kind, which the compiler cannot follow through a variable.
  blockHandlers[kind](node as Node & NodeOfKind<Kind>, setting, place)

/** What the words of a block depend on beside the block and the numbers in it, as one string; empty for nothing. */
export const dependencyOf = <Kind extends BlockKind>(kind: Kind, node: Node, setting: Setting, place: Place): string =>
  dependenciesOf[kind]?.(node as Node & NodeOfKind<Kind>, setting, place) ?? ''
