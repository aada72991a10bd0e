/** Sources as rows, each with where it is cited and what stands there, and what its list says, for those who read them by program. */
import { citationsByScope } from '../content/citations/citations.ts'
import { textOfPieces } from '../content/pieces.ts'
import type { Turnover } from '../turnover/turnover.ts'
import type { Source } from '../work/registers/sources.ts'

export interface SourceListing {
  id: string
  source: Source
  /** What each list of sources says of it: its number, empty where there is none, and its entry. */
  entries: { list: string; number: string; says: string }[]
  /** In the order of the text: what each citation says, and the label of the page on which its block begins. */
  citations: { says: string; page: string }[]
}

const said = (text: string): string => text.replaceAll('\u00a0', ' ')

export function sourceRows({ work, citations, wordingOf, pageOf }: Turnover): SourceListing[] {
  const found = citationsByScope(work.doc).flatMap(({ found: own }) => own)
  return Object.entries(work.sources).map(([id, source]) => ({
    id,
    source,
    entries: [...citations.lists].flatMap(([list, { entries }]) =>
      entries
        .filter(entry => entry.source === id)
        .map(({ margin, text }) => ({ list, number: said(textOfPieces(margin)), says: said(textOfPieces(text)) })),
    ),
    citations: found
      .filter(({ node }) => node.attrs.cites.some(one => one.source === id))
      .map(({ node, id: place, holder }) => ({ says: said(textOfPieces(wordingOf(node, place))), page: pageOf(holder)?.label ?? '' })),
  }))
}
