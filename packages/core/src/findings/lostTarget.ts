import { scanDivision } from '../numbers/scan.ts'
import type { Check } from './finding.ts'

export const lostTarget: Check = {
  name: 'lostTarget',
  title: 'References that lost their target',
  look: ({ work, ledger }) =>
    work.doc.children.flatMap((node, division) =>
      scanDivision(node).references.flatMap(({ node: reference, targets, holder }) => {
        const was = reference.attrs.was as Record<string, string>
        const lost = targets.filter(target => !ledger.byId.has(target))
        const empty = targets.length === 0 ? [''] : []
        return [...lost, ...empty].map(target => ({
          weight: 'mustMend' as const,
          message: target
            ? `A reference leads to something that was deleted${was[target] ? ` (${was[target]})` : ''}.`
            : 'A reference leads nowhere.',
          advice: 'Choose another target for it, or remove the reference.',
          place: holder,
          division,
          remedy: { kind: 'removeReference' as const, holder, target, says: 'Remove the reference' },
        }))
      }),
    ),
}
