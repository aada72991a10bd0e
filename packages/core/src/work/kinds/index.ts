/** The registry of kinds: a new one is a file beside this one and a line here. The order is that in which the editor looks for one that fits. */
import type { Node } from 'prosemirror-model'
import { box } from './box.ts'
import { caption, shortCaption } from './caption.ts'
import { description, descriptionList, term } from './descriptionList.ts'
import { division, title } from './division.ts'
import { equation, equationGroup } from './equation.ts'
import { figure, panel, row } from './figure.ts'
import { fill } from './fill.ts'
import { heading } from './heading.ts'
import { citation, field, formula, indexMark, mention, note, noteBreak, reference } from './inline.ts'
import { type NodeOf, plainTraits, type Traits } from './kind.ts'
import { listing, listingText } from './listing.ts'
import { bulletedList, listItem, numberedList } from './lists.ts'
import { paragraph } from './paragraph.ts'
import { attribution, epigraph, quotation, verse } from './quotations.ts'
import { signature } from './signature.ts'
import { proof, proofName, statement, statementName } from './statement.ts'
import { grid, gridCell, gridHead, gridRow, table, tableNotes, tablePanel } from './table.ts'
import { keywords, miniContents, sourceList } from './written.ts'

export const kinds = {
  division,
  title,
  paragraph,
  heading,
  fill,
  bulletedList,
  numberedList,
  listItem,
  quotation,
  verse,
  epigraph,
  attribution,
  signature,
  descriptionList,
  term,
  description,
  statement,
  statementName,
  proofName,
  proof,
  listing,
  listingText,
  figure,
  panel,
  box,
  row,
  table,
  tableNotes,
  tablePanel,
  caption,
  shortCaption,
  grid,
  gridRow,
  gridCell,
  gridHead,
  equation,
  equationGroup,
  miniContents,
  keywords,
  sourceList,
  formula,
  note,
  noteBreak,
  reference,
  mention,
  citation,
  field,
  indexMark,
}

type Kinds = typeof kinds
export type KindName = keyof Kinds
/** Names of the kinds of a group. */
type InGroup<Group extends string> = { [Name in KindName]: Kinds[Name]['group'] extends Group ? Name : never }[KindName]
export type BlockKind = InGroup<'block'>
export type InlineKind = InGroup<'inline'>
/** A node of a kind: its attributes are read as they are defined. */
export type NodeOfKind<Name extends KindName> = NodeOf<Name, Kinds[Name]['attributes']>

/** The kind of a node. Letters and the document itself are of none, and are never asked. */
export const kindOf = (node: Node): KindName => node.type.name as KindName

const traits = new Map<string, Traits>(Object.values(kinds).map(kind => [kind.name, kind.traits]))
/** What follows from the kind of a node. */
export const traitsOf = (node: Node): Traits => traits.get(node.type.name) ?? plainTraits

const blockKinds = (Object.keys(kinds) as KindName[]).filter((name): name is BlockKind => kinds[name].group === 'block')

/** Blocks that stand under a caption. */
export const captionedKinds: readonly BlockKind[] = blockKinds.filter(name => kinds[name].traits.numbering === 'caption')

/** Blocks that are added empty, and how each is offered. */
export const offeredKinds: readonly { kind: BlockKind; name: string }[] = blockKinds.flatMap(kind => {
  const { offered } = kinds[kind].traits
  return offered ? [{ kind, name: offered }] : []
})

/** Series that blocks draw from unless their author chose another. */
export const seriesOfKinds: ReadonlySet<string> = new Set(blockKinds.map(name => kinds[name].traits.series).filter(Boolean))

/** Whether a kind stands in a line of text, and so has a line in the tables of how it is said and set. */
export const isInlineKind = (name: KindName): name is InlineKind => kinds[name]?.group === 'inline'

/** Whether a node stands under a caption. */
export const isCaptioned = (node: Node): boolean => traitsOf(node).numbering === 'caption'

/** Whether a node is of a kind, and its attributes are therefore known. */
export const isKind = <Name extends KindName>(node: Node, name: Name): node is Node & NodeOfKind<Name> => node.type.name === name

/** The attributes of a node whose kind is known where it stands: by the content that its parent may have, or by a table of kinds. */
export const attributesOf = <Name extends KindName>(node: Node, _name: Name): NodeOfKind<Name>['attrs'] =>
  node.attrs as NodeOfKind<Name>['attrs']
