/** On which page each mark for an index stands. */
import type { IndexPages } from '../../content/index/entries.ts'
import { anchorsOn } from '../../pages/idsOn.ts'
import type { PageFact } from './pageFact.ts'

const noIndexPages: IndexPages = { pages: new Map(), labels: [] }

export const indexPages: PageFact<IndexPages> = {
  none: noIndexPages,
  read: (places, { marked }) => {
    if (!marked.size) return noIndexPages
    const pages = new Map<string, number>()
    for (const { body, index } of places) {
      if (!body) continue
      for (const anchor of anchorsOn(body)) if (marked.has(anchor) && !pages.has(anchor)) pages.set(anchor, index)
    }
    return { pages, labels: places.map(({ label }) => label) }
  },
  changes: (before, after, { marked, indexed }) =>
    [...(indexed ? marked : [])].flatMap(id => {
      const now = saidOf(after, id)
      return now === saidOf(before, id) ? [] : [`${id}:${now}`]
    }),
}

/** What an index says depends on the label of a page, and on where it stands among the others. */
const saidOf = ({ pages, labels }: IndexPages, id: string): string => {
  const page = pages.get(id)
  return page === undefined ? '' : `${labels[page]}@${page}`
}
