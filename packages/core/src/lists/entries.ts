/** Generated lists as data: which entries the contents and the lists of series hold, in order. */
import type { Node } from 'prosemirror-model'
import type { Entry, WorkLedger } from '../numbers/ledger.ts'
import { division } from '../work/schema.ts'

export interface ListEntry {
  id: string
  /** Bare for sections, with its name for chapters and appendices, as a reader looks for it. */
  number: string
  /** The node whose inline content is the entry's text. */
  text: Node
  /** 1 for divisions; entries of series lists are all 1. */
  level: number
}

/** Entries of the contents down to a level. Divisions that are not listed are left out with all that they hold. */
export function contentsEntries(doc: Node, ledger: WorkLedger, depth: number): ListEntry[] {
  const listed = doc.children.map(node => division(node).listed)
  return ledger.entries
    .filter(entry => entry.item.kind === 'heading' && entry.item.level <= depth && listed[entry.division] && entry.item.text)
    .map(entry => ({ id: entry.id, number: entry.bare, text: entry.item.text!, level: entry.item.level }))
}

/** Entries of a series that carry a number, with the short caption where there is one. */
export function seriesEntries(ledger: WorkLedger, series: string): ListEntry[] {
  return ledger.entries
    .filter(entry => entry.item.series === series && entry.number)
    .map(entry => ({ id: entry.id, number: entry.bare, text: listText(entry), level: 1 }))
}

const listText = (entry: Entry): Node => (entry.item.shortText?.content.size ? entry.item.shortText : entry.item.text!)

/** What a generated division lists. */
export function entriesOf(node: Node, doc: Node, ledger: WorkLedger, depth: number): ListEntry[] {
  const { role, series } = division(node)
  return role === 'contents' ? contentsEntries(doc, ledger, depth) : role === 'seriesList' ? seriesEntries(ledger, series) : []
}
