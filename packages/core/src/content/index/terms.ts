/** The terms of a register as the tree that an index is. */
import type { Entries } from '../../work/registers/register.ts'
import type { Term } from '../../work/registers/terms.ts'
import type { Collation } from './collation.ts'

export interface TermNode {
  id: string
  term: Term
  /** 1 for a main term, 3 at the most. */
  level: number
  under: TermNode[]
}

const mostLevels = 3

/** A term and those above it, the main one first. */
export function pathOf(terms: Entries<Term>, id: string): string[] {
  const path: string[] = []
  for (let at = id; at && Object.hasOwn(terms, at) && !path.includes(at); at = terms[at]!.under) path.unshift(at)
  return path
}

/** A term as it is told where it stands alone: “mixing, by wind”. */
export const termName = (terms: Entries<Term>, id: string): string =>
  pathOf(terms, id)
    .map(each => terms[each]!.heading)
    .join(', ')

export const sortKeyOf = ({ heading, sortKey }: Term): string => sortKey || heading

/** Whether terms stand under each other in a circle, of which this one is made the main one: that with the least id. */
function opensCircle(terms: Entries<Term>, id: string): boolean {
  const circle = [id]
  for (let at = terms[id]!.under; at !== id; at = terms[at]!.under) {
    if (!Object.hasOwn(terms, at) || circle.includes(at)) return false
    circle.push(at)
  }
  return circle.every(each => id <= each)
}

/** The terms of one index in their order. A term whose upper one is missing is a main one; nothing is lost in a circle. */
export function termTree(terms: Entries<Term>, index: string, { compare }: Collation): TermNode[] {
  const under = new Map<string, string[]>()
  for (const [id, term] of Object.entries(terms)) {
    const upper = Object.hasOwn(terms, term.under) && !opensCircle(terms, id) ? term.under : ''
    under.set(upper, [...(under.get(upper) ?? []), id])
  }
  const build = (upper: string, level: number): TermNode[] =>
    (under.get(upper) ?? [])
      .filter(id => level > 1 || terms[id]!.index === index)
      .map(id => ({ id, term: terms[id]!, level: Math.min(level, mostLevels), under: build(id, level + 1) }))
      .sort((a, b) => compare(sortKeyOf(a.term), sortKeyOf(b.term)))
  return build('', 1)
}
