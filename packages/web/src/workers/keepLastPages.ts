/** Keeps what was computed of a work when nothing else is to be done, so that the next sitting shows it at once. */
import type { KeptCitations } from '@steady-ledger/core/content/citations/citationEngine.ts'
import { drawPage } from '@steady-ledger/core/pages/drawing.ts'
import type { Page } from '@steady-ledger/core/pages/page.ts'
import type { Families } from '@steady-ledger/core/type/families.ts'
import { database } from '../storage/database.ts'
import type { TurnoverSummary } from './protocol.ts'

/** How long the work must rest before its pages are kept, in milliseconds, and how many are drawn at a time. */
const rest = 2500
const batch = 16

/** Which program this is: the name of its file tells all that it is made of. */
const program = new URL(import.meta.url).pathname

/** What citations said in the last sitting; null where another program worded them, or one that is being written. */
export async function lastCitations(work: string): Promise<KeptCitations | null> {
  const record = await database.lastPages.get(work).catch(() => undefined)
  const citations = record?.summary.citations
  return import.meta.env.PROD && citations && record.cited?.by === program ? { of: record.cited.from, citations } : null
}

export class LastPages {
  private kept: readonly Page[] = []
  private timer: ReturnType<typeof setTimeout> | undefined

  constructor(private readonly work: string) {}

  /** What citations say, and from what, is asked when it is kept. */
  keepSoon(summary: TurnoverSummary, pages: readonly Page[], families: Families, cited: () => KeptCitations | null): void {
    this.wait()
    this.timer = setTimeout(() => void this.keep(summary, pages, families, cited), rest)
  }

  /** The work is being changed: nothing is kept until it rests again. */
  wait(): void {
    clearTimeout(this.timer)
    this.timer = undefined
  }

  private async keep(
    summary: TurnoverSummary,
    pages: readonly Page[],
    families: Families,
    cited: () => KeptCitations | null,
  ): Promise<void> {
    const { work, timer } = this
    try {
      const given = cited()
      // Another turnover may have begun: what these citations were worded from is not known then.
      const known = given !== null && given.citations === summary.citations
      await database.lastPages.put({ work, summary, ...(known ? { cited: { from: given.of, by: program } } : {}) })
      const changed = pages.flatMap((page, index) => (this.kept[index] === page ? [] : [index]))
      for (let from = 0; from < changed.length; from += batch) {
        // What is not kept any more when an edit comes in is kept when it is computed.
        if (this.timer !== timer) return
        const drawings = changed.slice(from, from + batch).map(page => ({ work, page, drawing: drawPage(pages[page]!, families) }))
        await database.lastDrawings.bulkPut(drawings)
      }
      await database.lastDrawings.where('[work+page]').between([work, pages.length], [work, Number.POSITIVE_INFINITY]).delete()
      this.kept = pages
    } catch {
      // A full storage costs a wait at the next opening and nothing else.
    }
  }
}
