import type { Check } from './finding.ts'

export const missingCaption: Check = {
  name: 'missingCaption',
  title: 'Figures, tables, listings and boxes without a caption',
  look: ({ ledger }) =>
    ledger.entries
      .filter(({ item }) => ['figure', 'table', 'listing', 'box'].includes(item.block) && item.numbered && item.text!.content.size === 0)
      .map(entry => ({
        weight: 'shouldMend' as const,
        message: `${entry.names.one} ${entry.number} has no caption.`,
        advice: 'Write what it shows: lists and references use the caption.',
        place: entry.id,
        division: entry.division,
      })),
}
