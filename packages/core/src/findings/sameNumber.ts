import type { Entry } from '../numbers/ledger.ts'
import type { Check, Finding } from './finding.ts'

/** Headings that print the same number, because one was made to start again or a level runs in a way that repeats itself. */
export const sameNumber: Check = {
  name: 'sameNumber',
  title: 'Headings with the same number',
  look: ({ ledger }) => {
    const first = new Map<string, Entry>()
    const found: Omit<Finding, 'check'>[] = []
    for (const entry of ledger.entries) {
      if (entry.item.kind !== 'heading' || !entry.number) continue
      const key = `${entry.item.rules} ${entry.item.level} ${entry.number}`
      const before = first.get(key)
      if (!before) first.set(key, entry)
      else
        found.push({
          weight: 'shouldMend',
          message: `Two headings are numbered ${entry.number}.`,
          advice:
            entry.item.startAt !== null || before.item.startAt !== null
              ? 'One of them is set to start again at a number: choose another, or let it follow the scheme.'
              : 'References cannot tell them apart. In the scheme, let the level count on, or say the level above in its number.',
          place: entry.id,
          division: entry.division,
        })
    }
    return found
  },
}
