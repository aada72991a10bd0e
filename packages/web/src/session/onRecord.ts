/** What is on record of a work, and what changed since: numbers and pages as they are, put on the books or held against them. */
import { compareMilestones, type MilestoneChange } from '@steady-ledger/core/milestones/compareMilestones.ts'
import { recordsOf } from '@steady-ledger/core/milestones/takeMilestone.ts'
import { scanDivision } from '@steady-ledger/core/numbers/scan.ts'
import type { Milestone, MilestoneRecord, Receipt } from '@steady-ledger/core/work/parts/milestones.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import type { LiveNumbers } from '../editor/live.ts'
import { newId } from '../newId.ts'
import { keepState } from '../storage/states.ts'
import type { SessionView } from './view.ts'

/** What left the house: the numbers and the work as they were when it was made, and the office’s receipt. */
export interface Left {
  records: MilestoneRecord[] | null
  work: Work
  receipt?: Receipt
}

export interface RecordHost {
  readonly id: string
  shown: {
    getState(): Pick<SessionView, 'turnover' | 'balanced' | 'since'>
    setState(next: Partial<Pick<SessionView, 'since' | 'changes'>>): void
  }
  work(): Work
  readonly live: LiveNumbers
  /** Whether pages of this version are those of the text as it is. */
  isCurrent(version: number): boolean
  /** Puts these milestones on the books, for good; false where this tab does not write. */
  put(milestones: Milestone[]): boolean
}

export class OnRecord {
  /** What left with the last milestone of this sitting. */
  private last: { name: string; work: Work } | null = null

  constructor(private readonly host: RecordHost) {}

  /** Every number and page as they are; null while the pages of this text are not made yet. */
  now(): MilestoneRecord[] | null {
    const { shown, live } = this.host
    const work = this.host.work()
    const { turnover, balanced } = shown.getState()
    if (!turnover || !balanced || !this.host.isCurrent(turnover.version)) return null
    const referred = new Set(work.doc.children.flatMap(node => scanDivision(node).references.flatMap(({ targets }) => targets)))
    return recordsOf({
      ledger: live.ledger,
      language: live.language,
      pageOf: id => live.pageOf(id),
      textOf: (node, identity) => live.textOf(node, identity),
      isReferred: id => referred.has(id),
    })
  }

  /** Shows in galley and ledger what changed since a milestone, or no longer. */
  showSince(id: string): void {
    this.host.shown.setState({ since: id })
    this.compare()
    this.host.live.push()
  }

  /** Compares anew, where changes are shown and the numbers and pages of now are there. */
  compare(): void {
    const { shown, live } = this.host
    const milestone = this.host.work().milestones.find(found => found.id === shown.getState().since)
    let changes = new Map<string, MilestoneChange>()
    if (milestone) {
      const records = this.now()
      if (!records) return
      changes = new Map(compareMilestones(milestone.records, records).map(change => [change.id, change]))
    }
    live.setChanges(changes)
    shown.setState({ changes })
  }

  /** Puts the numbers and pages on record as they are, or as they were in what left, whatever was typed since; whether that was done. */
  take(name: string, left: Left | null): boolean {
    const work = this.host.work()
    const of = left ?? { records: this.now(), work }
    if (!of.records) return false
    const milestone: Milestone = {
      id: newId(),
      name,
      taken: new Date().toISOString(),
      records: of.records,
      ...(of.receipt ? { receipt: of.receipt } : {}),
    }
    if (!this.host.put([...work.milestones, milestone])) return false
    void keepState(this.host.id, { ...of.work, milestones: this.host.work().milestones }, 'milestone', name)
    this.last = left && { name, work: of.work }
    return true
  }

  /** Whether the last milestone of this sitting has this name and was taken of the same work. */
  has(name: string, work: Work): boolean {
    const { last } = this
    if (last?.name !== name) return false
    // What is on record itself changes nothing of what is written.
    return (Object.keys(work) as (keyof Work)[]).every(part => part === 'milestones' || work[part] === last.work[part])
  }
}
