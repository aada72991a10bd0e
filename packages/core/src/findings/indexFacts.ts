/** What the checks of an index ask for. */
import type { IndexEntry } from '../content/index/entries.ts'
import { marksOf } from '../content/index/marks.ts'
import { pathOf } from '../content/index/terms.ts'
import type { Turnover } from '../turnover/turnover.ts'
import { division } from '../work/schema.ts'

const isIndex = (node: Turnover['work']['doc']): boolean => division(node).role === 'index'

/** The division that an index stands in; empty where there is none. */
export function indexDivision({ work }: Turnover): string {
  const node = work.doc.children.find(isIndex)
  return node ? division(node).id : ''
}

/** What each index of the work says. */
export const indexes = (turnover: Turnover): IndexEntry[][] =>
  turnover.work.doc.children.filter(isIndex).map(node => turnover.indexOf(division(node).id))

/** Terms that an index prints as they have a place, send somewhere, or have such a one under them. */
export function saysSomething({ work: { doc, terms } }: Turnover): ReadonlySet<string> {
  const own = new Set(marksOf(doc).map(({ term }) => term))
  for (const [id, { see, seeAlso }] of Object.entries(terms)) if (see.length || seeAlso.length) own.add(id)
  const paths = [...own].map(id => pathOf(terms, id))
  return new Set(paths.flatMap(path => (path.every(each => terms[each]!.listed) ? path : [])))
}
