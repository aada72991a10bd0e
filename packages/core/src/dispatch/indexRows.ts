/** The indexes of a work as rows, for those who read them by program. */
import { pathOf } from '../content/index/terms.ts'
import type { Turnover } from '../turnover/turnover.ts'
import { division, plainText } from '../work/schema.ts'

export interface IndexRow {
  /** The term behind those above it. */
  term: string[]
  /** As the index prints them. */
  pages: { text: string; main: boolean; from: string; to: string; joined: 'range' | 'run' | ''; marks: readonly string[] }[]
  see: readonly string[]
  seeAlso: readonly string[]
}

export interface IndexListing {
  id: string
  title: string
  terms: IndexRow[]
}

export function indexRows({ work, pages, indexOf }: Turnover): IndexListing[] {
  const label = (index: number): string => pages[index]?.label ?? ''
  return work.doc.children
    .filter(node => division(node).role === 'index')
    .map(node => ({
      id: division(node).id,
      title: plainText(node.firstChild!),
      terms: indexOf(division(node).id).map(({ id, locators, see, seeAlso }) => ({
        term: pathOf(work.terms, id).map(each => work.terms[each]!.heading),
        pages: locators.map(({ text, main, from, to, joined, marks }) => ({ text, main, from: label(from), to: label(to), joined, marks })),
        see,
        seeAlso,
      })),
    }))
}
