/** What the checks of an index ask for. */
import type { IndexEntry } from '../content/index/entries.ts'
import { marksOf } from '../content/index/marks.ts'
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

/** Terms that have a place, send somewhere, or have such a one under them. */
export function saysSomething({ work: { doc, terms } }: Turnover): ReadonlySet<string> {
  const says = new Set(marksOf(doc).map(({ term }) => term))
  for (const [id, { see, seeAlso }] of Object.entries(terms)) if (see.length || seeAlso.length) says.add(id)
  for (const id of [...says]) {
    const above = new Set<string>()
    for (let at = terms[id]?.under ?? ''; at && Object.hasOwn(terms, at) && !above.has(at); at = terms[at]!.under) above.add(at)
    for (const each of above) says.add(each)
  }
  return says
}
