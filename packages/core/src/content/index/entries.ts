/** What an index says: its terms in order, each with the pages it sends to and the terms it sends to instead. */
import type { Entries } from '../../work/registers/register.ts'
import type { Term } from '../../work/registers/terms.ts'
import type { Collation } from './collation.ts'
import { type FollowingWords, type Locator, locators, type Runs } from './locators.ts'
import type { IndexPlace } from './marks.ts'
import { sortKeyOf, type TermNode, termName, termTree } from './terms.ts'

/** On which pages things stand, as far as an index asks. */
export interface IndexPages {
  /** Index of the page of each mark. */
  pages: ReadonlyMap<string, number>
  labels: readonly string[]
}

export interface IndexEntry {
  id: string
  level: number
  heading: string
  /** The letter of its group, for main terms. */
  letter: string
  /** Each with the mark that it leads to, and all that it stands for. */
  locators: readonly (Locator & { mark: string; marks: readonly string[] })[]
  /** Terms that its reader is sent to instead, or beside. */
  see: readonly string[]
  seeAlso: readonly string[]
}

export interface IndexWanted {
  /** Key of the index; empty for the only one. */
  index: string
  terms: Entries<Term>
  places: readonly IndexPlace[]
  found: IndexPages
  collation: Collation
  runs: Runs
  words: FollowingWords
}

/** Terms without a place, a see or anything under them are left out: they would send nowhere. */
export function indexEntries(wanted: IndexWanted): IndexEntry[] {
  const { terms, index, collation } = wanted
  const byTerm = new Map<string, IndexPlace[]>()
  for (const place of wanted.places) byTerm.set(place.term, [...(byTerm.get(place.term) ?? []), place])
  const write = (node: TermNode): IndexEntry[] => {
    const { id, term, level } = node
    if (!term.listed) return []
    const under = node.under.flatMap(write)
    const sent = (ids: readonly string[]): string[] =>
      ids
        .filter(each => Object.hasOwn(terms, each))
        .map(each => termName(terms, each))
        .sort(collation.compare)
    const [see, seeAlso] = [sent(term.see), sent(term.seeAlso)]
    const own = locatorsOf(byTerm.get(id) ?? [], wanted)
    if (!own.length && !under.length && !see.length && !seeAlso.length) return []
    return [
      { id, level, heading: term.heading, letter: level === 1 ? collation.letterOf(sortKeyOf(term)) : '', locators: own, see, seeAlso },
      ...under,
    ]
  }
  return termTree(terms, index, collation).flatMap(write)
}

function locatorsOf(places: readonly IndexPlace[], { found, runs, words }: IndexWanted): IndexEntry['locators'] {
  const { pages, labels } = found
  const marks = places.flatMap(({ start, end, main }) => {
    const page = pages.get(start.id)
    const to = end && pages.get(end.id)
    return page === undefined ? [] : [{ id: start.id, page, main, ...(to !== undefined && to > page && { to }) }]
  })
  return locators(marks, page => labels[page] ?? '…', runs, words).map(locator => {
    const own = marks.filter(({ page, to = page }) => page <= locator.to && to >= locator.from)
    const first = own.find(({ main }) => main === locator.main) ?? own[0] ?? marks[0]!
    return { ...locator, mark: first.id, marks: own.map(({ id }) => id) }
  })
}
