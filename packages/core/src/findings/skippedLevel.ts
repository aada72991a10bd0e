import { plainText } from '../work/schema.ts'
import type { Check, Finding } from './finding.ts'

export const skippedLevel: Check = {
  name: 'skippedLevel',
  title: 'Headings that skip a level',
  look: ({ ledger }) => {
    const found: Omit<Finding, 'check'>[] = []
    let before = 0
    for (const entry of ledger.entries) {
      const { kind, level, text, block } = entry.item
      if (kind !== 'heading') continue
      if (block === 'heading' && level > before + 1)
        found.push({
          weight: 'shouldMend',
          message: `“${plainText(text!) || 'A heading'}” stands at level ${level} below a heading at level ${before}.`,
          advice: `Level ${before + 1} is left out, and counts as 0 in the number.`,
          place: entry.id,
          division: entry.division,
          remedy: { kind: 'setLevel', block: entry.id, level: before + 1, says: `Set to level ${before + 1}` },
        })
      before = level
    }
    return found
  },
}
