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
  const rows = new Map(
    Object.entries(work.sources).map(([id, source]): [string, SourceListing] => [id, { id, source, entries: [], citations: [] }]),
  )
  for (const [list, { entries }] of citations.lists)
    for (const { source, margin, text } of entries)
      rows.get(source)?.entries.push({ list, number: said(textOfPieces(margin)), says: said(textOfPieces(text)) })
  for (const { found } of citationsByScope(work.doc))
    for (const { node, id, holder } of found) {
      const citation = { says: said(textOfPieces(wordingOf(node, id))), page: pageOf(holder)?.label ?? '' }
      for (const source of new Set(node.attrs.cites.map(one => one.source))) rows.get(source)?.citations.push(citation)
    }
  return [...rows.values()]
}
