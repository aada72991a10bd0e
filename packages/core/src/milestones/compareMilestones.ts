/** What changed between two records of a work's numbers, as rows to show and to send. */
import { capital } from '../languages/capital.ts'
import type { MilestoneRecord } from '../work/parts/milestones.ts'

export type ChangeKind = 'renumbered' | 'movedPage' | 'new' | 'gone' | 'caption'
export const changeNames: Record<ChangeKind, string> = {
  renumbered: 'Renumbered',
  movedPage: 'On another page',
  new: 'New',
  gone: 'Gone',
  caption: 'Other words',
}

export interface MilestoneChange {
  id: string
  kinds: ChangeKind[]
  /** Null for what is new. */
  before: MilestoneRecord | null
  /** Null for what is gone. */
  after: MilestoneRecord | null
}

/** “Renumbered, on another page”. */
export function sayKinds(kinds: ChangeKind[]): string {
  return capital(kinds.map(kind => changeNames[kind].toLowerCase()).join(', '))
}

/** Everything that differs, in the order of the later record; what is gone stands where it stood among what is left. */
export function compareMilestones(earlier: readonly MilestoneRecord[], later: readonly MilestoneRecord[]): MilestoneChange[] {
  const known = new Map(earlier.map(record => [record.id, record]))
  const left = new Set(later.map(({ id }) => id))
  const changes: MilestoneChange[] = []
  /** What is gone, by the entry that stood before it and is still there. */
  const gone = new Map<string, MilestoneRecord[]>()
  let last = ''
  for (const record of earlier)
    if (left.has(record.id)) last = record.id
    else {
      const behind = gone.get(last)
      if (behind) behind.push(record)
      else gone.set(last, [record])
    }
  const sayGone = (behind: string): void => {
    for (const record of gone.get(behind) ?? []) changes.push({ id: record.id, kinds: ['gone'], before: record, after: null })
  }
  sayGone('')
  for (const record of later) {
    const old = known.get(record.id)
    const kinds: ChangeKind[] = old ? differences(old, record) : ['new']
    if (kinds.length) changes.push({ id: record.id, kinds, before: old ?? null, after: record })
    sayGone(record.id)
  }
  return changes
}

function differences(before: MilestoneRecord, after: MilestoneRecord): ChangeKind[] {
  const kinds: ChangeKind[] = []
  if (before.name !== after.name) kinds.push('renumbered')
  if (before.page !== after.page) kinds.push('movedPage')
  if (before.caption !== after.caption) kinds.push('caption')
  return kinds
}
