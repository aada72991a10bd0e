/** The terms of the register as rows, in the order of their index, with how many places each has. */
import { collationOf } from '@steady-ledger/core/content/index/collation.ts'
import { type FoundMark, marksOf } from '@steady-ledger/core/content/index/marks.ts'
import { type TermNode, termName, termTree } from '@steady-ledger/core/content/index/terms.ts'
import type { HouseStyle } from '@steady-ledger/core/work/parts/houseStyle.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import type { Node } from '@tiptap/pm/model'
import type { LiveNumbers } from '../../editor/live.ts'
import { type Around, wordsAround } from '../aroundPlace.ts'

export interface TermRow {
  id: string
  heading: string
  level: number
  places: number
  /** Sends its reader to other terms, or has terms under it: it says something without a place of its own. */
  sends: 'elsewhere' | 'below' | ''
  index: string
}

/** Keys of the indexes that terms stand in, the only or first one first. */
export const indexesOf = (terms: Work['terms']): string[] => [...new Set(['', ...Object.values(terms).map(({ index }) => index)])].sort()

/** How many places each term has: marks, ends of ranges not counted. */
export function placeCounts(doc: Node): ReadonlyMap<string, number> {
  const counts = new Map<string, number>()
  for (const { term, range } of marksOf(doc)) if (range !== 'end') counts.set(term, (counts.get(term) ?? 0) + 1)
  return counts
}

export function termRows(
  terms: Work['terms'],
  counts: ReadonlyMap<string, number>,
  language: string,
  { umlauts }: HouseStyle['index'],
): TermRow[] {
  const collation = collationOf(language, umlauts)
  const write = ({ id, term, level, under }: TermNode, index: string): TermRow[] => [
    {
      id,
      heading: term.heading,
      level,
      places: counts.get(id) ?? 0,
      sends: term.see.length + term.seeAlso.length ? 'elsewhere' : under.length ? 'below' : '',
      index,
    },
    ...under.flatMap(each => write(each, index)),
  ]
  return indexesOf(terms).flatMap(index => termTree(terms, index, collation).flatMap(node => write(node, index)))
}

/** Rows whose term, with those above it, holds the words; those above what is found stay in sight. */
export function foundRows(rows: readonly TermRow[], terms: Work['terms'], asked: string): readonly TermRow[] {
  const wanted = asked.trim().toLocaleLowerCase()
  if (!wanted) return rows
  return rows.filter(({ id }) => termName(terms, id).toLocaleLowerCase().includes(wanted))
}

/** A place of a term, in its line of text. */
export interface PlaceRow extends FoundMark, Around {
  at: number
}

/** The places of a term, in the order of the text. */
export function placeRows(doc: Node, term: string, live: LiveNumbers): PlaceRow[] {
  const rows: PlaceRow[] = []
  const marks = new Map(
    marksOf(doc)
      .filter(mark => mark.term === term)
      .map(mark => [mark.id, mark]),
  )
  if (!marks.size) return rows
  doc.descendants((node, at) => {
    const mark = node.type.name === 'indexMark' ? marks.get(node.attrs.id) : undefined
    if (mark) rows.push({ ...mark, at, ...wordsAround(doc, at, live) })
  })
  return rows
}
