/** Lists that the program writes: of short forms and of sources. */
import { citedPlaces, severalPages } from '../../content/citations/citedPlaces.ts'
import type { Turnover } from '../../turnover/turnover.ts'
import { wordsOf } from '../../work/parts/scheme.ts'
import type { SaidPiece, SaidRegister, SaidSource } from './manuscript.ts'
import { sayPieces } from './sayInline.ts'

const plain = (text: string, target = ''): SaidPiece => ({ kind: 'text', text, marks: [], ...(target ? { target } : {}) })

export const sayRegister = (id: string, of: SaidRegister['of'], turnover: Turnover): SaidRegister => ({
  kind: 'register',
  id,
  of,
  rows: turnover.rowsOf(of).map(row => ({
    id: row.id,
    short: sayPieces(row.short, turnover),
    full: row.full ? { kind: 'text', text: row.full, marks: [], ...(row.language ? { language: row.language } : {}) } : null,
    unit: sayPieces(row.unit, turnover),
    opens: row.opens,
    first: row.first,
    page: row.page,
  })),
})

/** A list of sources, by the id of the division that it is of; '' for that of the work. */
export function saySources(list: string, turnover: Turnover): SaidSource[] {
  const { work, citations, markPages, pages } = turnover
  const words = wordsOf(work.scheme, work.settings.language)
  const found = { pages: markPages, labels: pages.map(({ label }) => label) }
  return (citations.lists.get(list)?.entries ?? []).map((entry): SaidSource => {
    const cited = work.houseStyle.citations.pages ? citedPlaces(entry.cited, found) : []
    return {
      source: entry.source,
      anchor: entry.anchor,
      margin: sayPieces(entry.margin, turnover),
      said: sayPieces(entry.text, turnover),
      language: entry.language,
      first: entry.cited[0]?.id ?? '',
      pages: cited.length
        ? [
            plain(` ${words.citedOn} ${severalPages(cited) ? words.shortPages : words.shortPage}\u00a0`),
            ...cited.flatMap(({ text, lead }, index) => [...(index ? [plain(', ')] : []), plain(text, lead)]),
            plain('.'),
          ]
        : [],
    }
  })
}
