import { scanDivision } from '../../numbers/scan.ts'
import { isKind } from '../../work/kinds/index.ts'
import { divisionCheck } from '../check.ts'

export const lostTarget = divisionCheck('lostTarget', {
  title: 'References that lost their target',
  weight: 'mustMend',
  *look({ division, turnover: { ledger } }) {
    for (const { node, targets, holder } of scanDivision(division).references) {
      if (!isKind(node, 'reference')) continue
      const { was } = node.attrs
      const advice = 'Choose another target for it, or remove the reference.'
      const remedy = (target: string) => ({ does: 'removeTarget' as const, holder, target, says: 'Remove the reference' })
      if (targets.length === 0) yield { message: 'A reference leads nowhere.', advice, place: holder, remedy: remedy('') }
      for (const target of targets.filter(id => !ledger.byId.has(id)))
        yield {
          message: `A reference leads to something that was deleted${was[target] ? ` (${was[target]})` : ''}.`,
          advice,
          place: holder,
          remedy: remedy(target),
        }
    }
  },
})
