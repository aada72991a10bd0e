/** What the page is told of a turnover: all that is to be shown of it but the pages themselves. */
import { findingsOf } from '@steady-ledger/core/findings/index.ts'
import { nearbyReferences } from '@steady-ledger/core/turnover/facts/nearness.ts'
import { noteNumbersOf, notesCountByPage } from '@steady-ledger/core/turnover/facts/noteNumbers.ts'
import type { Turnover } from '@steady-ledger/core/turnover/turnover.ts'
import type { TurnoverSummary } from './protocol.ts'

/** `version` is that of the text, `milliseconds` how long it took. */
export function summaryOf(turnover: Turnover, version: number, milliseconds: number): TurnoverSummary {
  const { work, pages, pageIndexOf, rounds, settled, ledger, referencePages, markPages, citations } = turnover
  return {
    version,
    labels: pages.map(page => page.label),
    pageOf: pageIndexOf,
    rounds,
    settled,
    findings: findingsOf(turnover),
    nearby: nearbyReferences(work.doc).map(({ occurrence }) => referencePages.get(occurrence) ?? -1),
    noteNumbers: notesCountByPage(work.scheme) ? noteNumbersOf(ledger) : null,
    markPages,
    citations,
    milliseconds,
  }
}
