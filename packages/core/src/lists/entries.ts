/** Generated lists as data: which entries the contents and the lists of series hold, in order. */
import type { Node } from 'prosemirror-model'
import type { Entry, WorkLedger } from '../numbers/ledger.ts'
import type { HouseStyle } from '../work/houseStyle.ts'
import { division, schema } from '../work/schema.ts'

export interface ListEntry {
  id: string
  /** Bare for sections, with its name for chapters and appendices, as a reader looks for it. */
  number: string
  /** The node whose inline content is the entry's text. */
  text: Node
  /** 0 for parts, 1 for other divisions; entries of series lists are all 1. */
  level: number
  /** A line of its own above what follows (“Appendices”): it says no page. */
  line?: true
}

/** Entries of the contents down to a level. Divisions that are not listed are left out with all that they hold. */
export function contentsEntries(doc: Node, ledger: WorkLedger, { depth, appendices }: HouseStyle['contents']): ListEntry[] {
  const listed = doc.children.map(node => division(node).listed)
  const headings = ledger.entries.filter(
    ({ item, division: index }) =>
      item.kind === 'heading' && item.level <= depth && listed[index] && item.text && item.text.attrs.listed !== false,
  )
  return headings.flatMap((entry, index): ListEntry[] => [
    ...(appendices ? lineAbove(entry, headings[index - 1], appendices) : []),
    entryOf(entry),
  ])
}

const entryOf = (entry: Entry): ListEntry => ({ id: entry.id, number: entry.bare, text: entry.item.text!, level: entry.item.level })

/** The line above the first appendix of the work, or of a chapter. */
function lineAbove({ id, item }: Entry, before: Entry | undefined, words: string): ListEntry[] {
  const opens =
    (item.rules === 'appendix' && item.level === 1 && before?.item.rules !== 'appendix') ||
    (item.rules === 'chapterAppendix' && item.level === 2 && before?.item.rules !== 'chapterAppendix')
  return opens ? [{ id, number: '', text: lineNode(words), level: item.level, line: true }] : []
}

const lineNodes = new Map<string, Node>()

/** The same node for the same words, so that set lines are found again. */
function lineNode(words: string): Node {
  let node = lineNodes.get(words)
  if (!node) lineNodes.set(words, (node = schema.nodes.title!.create(null, schema.text(words))))
  return node
}

/** What a division holds, for a list at its head: its headings down to a level. */
export function sectionEntries(ledger: WorkLedger, divisionId: string, depth: number): ListEntry[] {
  const own = ledger.byId.get(divisionId)
  if (!own) return []
  return ledger.entries
    .filter(
      ({ item, division: index }) => index === own.division && item.block === 'heading' && item.level <= depth && item.text?.attrs.listed,
    )
    .map(entryOf)
}

/** Entries of a series that carry a number, with the short caption where there is one. The list of a series holds what counts with it. */
export function seriesEntries(ledger: WorkLedger, series: string): ListEntry[] {
  return ledger.entries
    .filter(({ item, number, countsAs }) => item.kind === 'series' && number && (item.series === series || countsAs === series))
    .map(entry => ({ id: entry.id, number: numberIn(entry, series), text: listText(entry), level: 1 }))
}

/** What the list of appendices names as its series. */
export const appendixList = 'appendix'

/** Appendices of the work and of its chapters. */
const appendixEntries = (ledger: WorkLedger): ListEntry[] =>
  ledger.entries
    .filter(
      ({ item, number }) =>
        item.kind === 'heading' &&
        number &&
        item.text &&
        item.level === (item.rules === 'appendix' ? 1 : item.rules === 'chapterAppendix' ? 2 : -1),
    )
    .map(entry => ({ ...entryOf(entry), level: 1 }))

/** In a list of several series the name tells which; in a list of one, the number is enough. */
const numberIn = ({ item, names, bare, countsAs }: Entry, series: string): string =>
  item.block === 'statement' && countsAs === series ? `${names.one}\u00a0${bare}` : bare

const listText = (entry: Entry): Node => (entry.item.shortText?.content.size ? entry.item.shortText : entry.item.text!)

/** What a generated division lists. */
export function entriesOf(node: Node, doc: Node, ledger: WorkLedger, contents: HouseStyle['contents']): ListEntry[] {
  const { role, series } = division(node)
  if (role === 'contents') return contentsEntries(doc, ledger, contents)
  if (role !== 'seriesList') return []
  return series === appendixList ? appendixEntries(ledger) : seriesEntries(ledger, series)
}
