/** On which pages a source is cited, as its list says it. */
import type { IndexPages } from '../index/entries.ts'
import { locators } from '../index/locators.ts'
import type { ListedSource } from './citations.ts'

/** The label of a page or of several in a row, and the citation that it leads to. */
export interface CitedPlace {
  text: string
  lead: string
}

export function citedPlaces(cited: ListedSource['cited'], { pages, labels }: IndexPages): CitedPlace[] {
  const places = cited.flatMap(({ id, holder }) => {
    const page = pages.get(id)
    return page === undefined ? [] : [{ id, holder, page }]
  })
  return locators(places, page => labels[page] ?? '…', 'three').map(({ text, from }) => ({
    text,
    lead: places.find(({ page }) => page === from)?.id ?? '',
  }))
}

/** Whether one page is said, or more of them. */
export const severalPages = (places: readonly CitedPlace[]): boolean => places.length > 1 || /\D/.test(places[0]!.text)
