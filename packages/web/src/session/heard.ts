/** What the thread that makes pages tells, as the interface shows it. */
import type { PagesHost } from './pagesClient.ts'
import type { SessionView } from './view.ts'

type Told = Exclude<Parameters<PagesHost['hear']>[0], { kind: 'without' }>

export function heard(message: Told, had: Pick<SessionView, 'drawings'>): Partial<SessionView> {
  switch (message.kind) {
    case 'progress':
      return { progress: message }
    case 'drawn': {
      // Those that are as they were are not sent again.
      const fresh = new Map(message.drawings.map(drawing => [drawing.index, drawing]))
      const drawings = message.pages.flatMap(page => fresh.get(page) ?? had.drawings.get(page) ?? [])
      return { drawings: new Map(drawings.map(drawing => [drawing.index, drawing])) }
    }
    case 'reasons':
      return { reasons: { page: message.page, reasons: message.reasons } }
    case 'indexed':
      return { indexed: { term: message.term, entry: message.entry } }
    case 'symbols':
      return { symbols: message.symbols }
    case 'found':
      return { found: { query: message.query, matches: message.matches } }
  }
}
