/** What differs between two ledgers of a work: before and after a change that is being tried, or then and now. */
import type { ItemKind } from './item.ts'
import type { Entry, Ledger } from './ledger.ts'

export interface NumberChange {
  id: string
  /** With its name, as the entry stands: “Figure 3.2”, “Chapter IV”; empty where it has or had no number. */
  from: string
  to: string
  kind: ItemKind
}

/** How an entry is shown in a list of changes: as it is called where its number alone would not tell what it is. */
export function calledIn(entry: Entry): string {
  if (!entry.number) return ''
  if (entry.item.kind === 'heading' || entry.brackets) return entry.number
  return entry.item.kind === 'note' ? `note ${entry.number}` : `${entry.names.one} ${entry.number}`
}

/** Entries of both ledgers whose number differs, in the order of the later one. */
export function changedNumbers(before: Ledger, after: Ledger): NumberChange[] {
  const changes: NumberChange[] = []
  for (const entry of after.entries) {
    const old = before.byId.get(entry.id)
    const { kind } = entry.item
    if (!old || calledIn(old) === calledIn(entry)) continue
    changes.push({ id: entry.id, from: calledIn(old), to: calledIn(entry), kind })
  }
  return changes
}
