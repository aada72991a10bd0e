/** The register of sources as rows: searched, sorted, filtered. */

import { sourceProblems } from '@steady-ledger/core/content/citations/identifiers.ts'
import { authorsCalled, nameCalled, namesOf, plainTitle, sourceCalled, yearOf } from '@steady-ledger/core/content/citations/sourceCalled.ts'
import { lacksOf, sourceForms } from '@steady-ledger/core/content/citations/sourceForms.ts'
import { namesInWords } from '@steady-ledger/core/content/citations/sourceWords.ts'
import type { Source } from '@steady-ledger/core/work/registers/sources.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'

export type Sources = Work['sources']
export type SortedBy = 'author' | 'year' | 'title' | 'uses'
export type Shown = 'all' | 'cited' | 'idle' | 'mend'

export interface SourceRow {
  id: string
  name: string
  authors: string
  year: string
  title: string
  uses: number
  /** Something is missing or wrong. */
  toMend: boolean
}

interface Facts {
  text: string
  authors: string
  year: string
  title: string
  toMend: boolean
  sort: string
}
const facts = new WeakMap<Source, Facts>()

function factsOf(source: Source): Facts {
  let known = facts.get(source)
  if (!known) {
    const { key, publisher = '', DOI = '' } = source
    const title = plainTitle(source)
    const all = [...(source.author ?? []), ...(source.editor ?? []), ...(source.translator ?? [])]
    const year = yearOf(source)
    known = {
      text: [namesInWords(all), year, title, source['container-title'] ?? '', publisher, key, DOI, sourceForms[source.type].name]
        .join(' ')
        .toLocaleLowerCase(),
      authors: authorsCalled(source),
      year,
      title,
      toMend: lacksOf(source).length > 0 || sourceProblems(source).length > 0,
      sort: [...namesOf(source).map(nameCalled), year, title].join(' ').toLocaleLowerCase(),
    }
    facts.set(source, known)
  }
  return known
}

const collator = new Intl.Collator('en', { numeric: true })

/** Ids of the sources that say all the words, by author and year. */
export function findSources(sources: Sources, asked: string): string[] {
  const words = asked.toLocaleLowerCase().split(/\s+/).filter(Boolean)
  return Object.keys(sources)
    .filter(id => words.every(word => factsOf(sources[id]!).text.includes(word)))
    .sort((a, b) => collator.compare(factsOf(sources[a]!).sort, factsOf(sources[b]!).sort))
}

export function sourceRows(sources: Sources, times: ReadonlyMap<string, number>): SourceRow[] {
  return Object.entries(sources).map(([id, source]) => {
    const { authors, year, title, toMend } = factsOf(source)
    return { id, name: sourceCalled(source), authors, year, title, uses: times.get(id) ?? 0, toMend }
  })
}

const shows: Record<Shown, (row: SourceRow) => boolean> = {
  all: () => true,
  cited: ({ uses }) => uses > 0,
  idle: ({ uses }) => uses === 0,
  mend: ({ toMend }) => toMend,
}

export function foundRows(rows: readonly SourceRow[], sources: Sources, asked: string, shown: Shown, by: SortedBy): SourceRow[] {
  const words = asked.toLocaleLowerCase().split(/\s+/).filter(Boolean)
  const found = rows.filter(row => shows[shown](row) && words.every(word => factsOf(sources[row.id]!).text.includes(word)))
  const byName = (a: SourceRow, b: SourceRow): number => collator.compare(factsOf(sources[a.id]!).sort, factsOf(sources[b.id]!).sort)
  const orders: Record<SortedBy, (a: SourceRow, b: SourceRow) => number> = {
    author: byName,
    year: (a, b) => collator.compare(b.year, a.year) || byName(a, b),
    title: (a, b) => collator.compare(a.title.toLocaleLowerCase(), b.title.toLocaleLowerCase()) || byName(a, b),
    uses: (a, b) => b.uses - a.uses || byName(a, b),
  }
  return found.sort(orders[by])
}
