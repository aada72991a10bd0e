import type { Check, Finding } from './finding.ts'

/** A number or a name with a number at the start of a caption or heading, as one types it by hand. */
const typed = /^\s*((?:figure|fig\.|table|tab\.|chapter|section|appendix)\s*)?(\d+|[A-Z])([.–-]\d+)*\s*[.:)–—]?\s+(?=\S)/i

export const typedNumber: Check = {
  name: 'typedNumber',
  title: 'Numbers typed by hand',
  look: ({ ledger }) => {
    const found: Omit<Finding, 'check'>[] = []
    for (const entry of ledger.entries) {
      const { text, block } = entry.item
      if (!text?.inlineContent || block === 'note' || block === 'equation' || block === 'statement' || block === 'listItem') continue
      const first = text.firstChild
      const match = first?.isText ? typed.exec(first.text!) : null
      // A bare figure may begin a sentence (“12 days of …”); a name, a dot or a bracket shows that a number is meant.
      if (!match || !(match[1] || match[3] || /[.:)]\s+$/.test(match[0])) || (!match[1] && /^[A-Z]\s/.test(match[0]))) continue
      found.push({
        weight: 'shouldMend',
        message: `“${match[0].trim()}” is typed by hand before ${entry.names.one.toLowerCase()} ${entry.number}, which is numbered already.`,
        advice: 'A typed number stays what it is when others change; remove it.',
        place: entry.id,
        division: entry.division,
        remedy: { kind: 'removeTypedNumber', block: entry.id, length: match[0].length, says: `Remove “${match[0].trim()}”` },
      })
    }
    return found
  },
}
