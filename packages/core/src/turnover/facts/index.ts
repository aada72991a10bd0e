/** The registry of page facts: a new one is a file beside this one and a line in each of these. */

import type { IndexPages } from '../../content/index/entries.ts'
import type { PagePlace } from '../../pages/page.ts'
import { indexPages } from './indexPages.ts'
import { nearness, type PageIndexes } from './nearness.ts'
import { type NoteNumbers, noteNumbers } from './noteNumbers.ts'
import type { About, PageFact, SayUnder } from './pageFact.ts'
import { type PageLabels, pageLabels } from './pageLabels.ts'

/** What the pages of a round say. */
export interface Facts {
  labels: PageLabels
  noteNumbers: NoteNumbers
  indexes: PageIndexes
  indexPages: IndexPages
}

const registry: { [Name in keyof Facts]: PageFact<Facts[Name]> } = { labels: pageLabels, noteNumbers, indexes: nearness, indexPages }
const factNames = Object.keys(registry) as (keyof Facts)[]

export const noFacts: Facts = {
  labels: pageLabels.none,
  noteNumbers: noteNumbers.none,
  indexes: nearness.none,
  indexPages: indexPages.none,
}

export const readFacts = (places: readonly PagePlace[], about: About): Facts => ({
  labels: pageLabels.read(places, about),
  noteNumbers: noteNumbers.read(places, about),
  indexes: nearness.read(places, about),
  indexPages: indexPages.read(places, about),
})

/** Everything that two rounds say differently; nothing where the books balance. `say` words a reference under facts. */
export function changesBetween(
  before: Facts,
  after: Facts,
  about: About,
  say: (reference: Parameters<SayUnder<unknown>>[0], facts: Facts) => string,
): string[] {
  const changesOf = <Name extends keyof Facts>(name: Name): string[] => {
    const fact: PageFact<Facts[Name]> = registry[name]
    return fact.changes(before[name], after[name], about, (reference, value) => say(reference, value === before[name] ? before : after))
  }
  return factNames.flatMap(changesOf)
}
