/** Generated lists as data: which entries the contents and the lists of series hold, in order. */
import type { HeadingItem, SeriesItem } from '../../numbers/item.ts'
import type { Entry, WorkLedger } from '../../numbers/ledger.ts'
import { identityIn } from '../../numbers/occurrences.ts'
import type { HouseStyle } from '../../work/parts/houseStyle.ts'
import { division, matterOf, type Node, schema } from '../../work/schema.ts'
import { joiner } from '../pieces.ts'

export interface ListEntry {
  id: string
  /** Bare for sections, with its name for chapters and appendices, as a reader looks for it. */
  number: string
  /** The node whose inline content is the entry's text, and the identity that it has where it stands. */
  text: Node
  identity: string
  /** 0 for parts, 1 for other divisions; entries of series lists are all 1. */
  level: number
  /** A line of its own above what follows (“Appendices”): it says no page. */
  line?: true
}

type EntryOf<Item> = Entry & { item: Item }
const isHeading = (entry: Entry): entry is EntryOf<HeadingItem> => entry.item.kind === 'heading'
const isOfSeries = (entry: Entry): entry is EntryOf<SeriesItem> => entry.item.kind === 'series'

/** Entries of the contents down to a level. Divisions that are not listed are left out with all that they hold. */
export function contentsEntries(doc: Node, ledger: WorkLedger, { depth, appendices }: HouseStyle['contents']): ListEntry[] {
  const listed = doc.children.map(node => division(node).listed)
  const usual = doc.children.map(node => matterOf(node) !== 'front')
  const headings = ledger.entries
    .filter(isHeading)
    .filter(({ item, division: index }) => item.level <= depth && listed[index] && (item.listed ?? usual[index]))
  return headings.flatMap((entry, index): ListEntry[] => [
    ...(appendices ? lineAbove(entry, headings[index - 1], appendices) : []),
    ...entryOf(entry, entry.item.level),
  ])
}

/** A heading as an entry, with its short title where it has one. */
function entryOf({ id, bare, item }: EntryOf<HeadingItem>, level: number): ListEntry[] {
  if (!item.text) return []
  const text = item.shortTitle ? wordsNode(item.shortTitle) : item.text
  return [{ id, number: bare, text, identity: identityIn(id, text, 0), level }]
}

/** The line above the first appendix of the work, or of a chapter. */
function lineAbove({ id, item }: EntryOf<HeadingItem>, before: EntryOf<HeadingItem> | undefined, words: string): ListEntry[] {
  const opens =
    (item.rules === 'appendix' && item.level === 1 && before?.item.rules !== 'appendix') ||
    (item.rules === 'chapterAppendix' && item.level === 2 && before?.item.rules !== 'chapterAppendix')
  return opens ? [{ id, number: '', text: wordsNode(words), identity: `${id} line`, level: item.level, line: true }] : []
}

const wordsNodes = new Map<string, Node>()

/** Plain words as a node: the same one for the same words, so that set lines are found again. */
function wordsNode(words: string): Node {
  let node = wordsNodes.get(words)
  if (!node) wordsNodes.set(words, (node = schema.nodes.title.create(null, schema.text(words))))
  return node
}

/** What a division holds, for a list at its head: its headings down to a level. */
export function sectionEntries(ledger: WorkLedger, divisionId: string, depth: number): ListEntry[] {
  const own = ledger.byId.get(divisionId)
  if (!own) return []
  return ledger.entries
    .filter(isHeading)
    .filter(
      ({ item, division: index }) => index === own.division && item.block === 'heading' && item.level <= depth && item.listed !== false,
    )
    .flatMap(entry => entryOf(entry, entry.item.level))
}

/** Entries of a series that carry a number, with the short caption where there is one. The list of a series holds what counts with it. */
export function seriesEntries(ledger: WorkLedger, series: string): ListEntry[] {
  return ledger.entries
    .filter(isOfSeries)
    .filter(({ item, number, countsAs }) => number && (item.series === series || countsAs === series))
    .flatMap(entry => {
      const { text, shortText } = entry.item
      const said = shortText?.content.size ? shortText : text
      const index = said === shortText ? 1 : 0
      return said
        ? [{ id: entry.id, number: numberIn(entry, series), text: said, identity: identityIn(entry.id, said, index), level: 1 }]
        : []
    })
}

/** What the list of appendices names as its series. */
export const appendixList = 'appendix'

/** Appendices of the work and of its chapters. */
const appendixEntries = (ledger: WorkLedger): ListEntry[] =>
  ledger.entries
    .filter(isHeading)
    .filter(({ item, number }) => number && item.level === (item.rules === 'appendix' ? 1 : item.rules === 'chapterAppendix' ? 2 : -1))
    .flatMap(entry => entryOf(entry, 1))

/** In a list of several series the name tells which; in a list of one, the number is enough. */
const numberIn = ({ item, names, bare, countsAs }: Entry, series: string): string =>
  item.block === 'statement' && countsAs === series ? `${names.one}${joiner}${bare}` : bare

/** What a generated division lists. */
export function entriesOf(node: Node, doc: Node, ledger: WorkLedger, contents: HouseStyle['contents']): ListEntry[] {
  const { role, series } = division(node)
  if (role === 'contents') return contentsEntries(doc, ledger, contents)
  if (role !== 'seriesList') return []
  return series === appendixList ? appendixEntries(ledger) : seriesEntries(ledger, series)
}
