/** What is on record of a work, and what changed since: numbers and pages as they are, put on the books or held against them. */
import { compareMilestones, type MilestoneChange } from '@steady-ledger/core/milestones/compareMilestones.ts'
import { recordsOf } from '@steady-ledger/core/milestones/takeMilestone.ts'
import { scanDivision } from '@steady-ledger/core/numbers/scan.ts'
import type { MilestoneRecord } from '@steady-ledger/core/work/parts/milestones.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import type { LiveNumbers } from '../editor/live.ts'

/** Every number and page as they are. */
export function recordsNow({ doc }: Work, live: LiveNumbers): MilestoneRecord[] {
  const referred = new Set(doc.children.flatMap(node => scanDivision(node).references.flatMap(({ targets }) => targets)))
  return recordsOf({
    ledger: live.ledger,
    language: live.language,
    pageOf: id => live.pageOf(id),
    textOf: (node, identity) => live.textOf(node, identity),
    isReferred: id => referred.has(id),
  })
}

/** By entry, what changed since a milestone; null while the numbers and pages of now are not there, empty where there is no such milestone. */
export function changesSince({ milestones }: Work, id: string, now: () => MilestoneRecord[] | null): Map<string, MilestoneChange> | null {
  const milestone = milestones.find(found => found.id === id)
  if (!milestone) return new Map()
  const records = now()
  return records && new Map(compareMilestones(milestone.records, records).map(change => [change.id, change]))
}
