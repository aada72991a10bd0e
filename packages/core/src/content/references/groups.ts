/** Targets grouped by what they are called, in order, and joined into ranges. */
import type { Entry } from '../../numbers/ledger.ts'

/** An entry without anything to call it by but its own words. */
export const isUnnumbered = ({ number, bare }: Entry): boolean => number === '' || bare === ''

/** Groups in order of first mention, each in reading order. What has no number is never grouped under a name. */
export function groupBySeries(entries: readonly Entry[]): Entry[][] {
  if (entries.length === 1) return [[...entries]]
  const groups = new Map<string, Entry[]>()
  for (const entry of entries) {
    const key = isUnnumbered(entry) ? 'unnumbered' : entry.item.kind === 'heading' ? `heading ${entry.names.one}` : `series ${entry.group}`
    const group = groups.get(key)
    if (group) group.push(entry)
    else groups.set(key, [entry])
  }
  return [...groups.values()].map(group => group.sort((a, b) => a.order - b.order))
}

/** One or more consecutive entries that print as a single item: “5.9”, “5.2–5.5”. */
export interface EntryRun {
  first: Entry
  last: Entry
}

/** The fewest entries in a row that become a range. */
const leastRange = 3

/** Runs of three or more consecutive entries with the same prefix become one; shorter ones stay apart. */
export function runsOf(group: readonly Entry[]): EntryRun[] {
  const runs: EntryRun[] = []
  for (let start = 0; start < group.length; ) {
    let end = start
    while (end + 1 < group.length && follows(group[end]!, group[end + 1]!)) end++
    if (end - start + 1 >= leastRange) runs.push({ first: group[start]!, last: group[end]! })
    else for (const entry of group.slice(start, end + 1)) runs.push({ first: entry, last: entry })
    start = end + 1
  }
  return runs
}

const follows = (a: Entry, b: Entry): boolean =>
  a.group === b.group &&
  a.countsAs === b.countsAs &&
  a.item.kind === b.item.kind &&
  a.prefix === b.prefix &&
  wholeOf(a) === wholeOf(b) &&
  b.count === a.count + 1 &&
  !isUnnumbered(a) &&
  !isUnnumbered(b)

const wholeOf = ({ item }: Entry): string => ('partOf' in item ? item.partOf : '')
