import { isKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'
import { divisionCheck, type FoundIn } from '../check.ts'

export const brokenFormula = divisionCheck('brokenFormula', {
  title: 'Formulas that cannot be set',
  weight: 'mustMend',
  look: ({ division, turnover: { errorOf } }) => {
    const found: FoundIn[] = []
    const see = (node: Node, holder: string): void => {
      const place = (node.attrs.id as string) || holder
      if (isKind(node, 'equation') || isKind(node, 'formula')) {
        const { formula } = node.attrs
        const error = errorOf(formula, isKind(node, 'equation'))
        const message = formula ? `A formula cannot be set. ${error}` : 'A formula is empty.'
        if (error) found.push({ message, advice: 'Open it and complete it, or remove it.', place })
      }
      node.forEach(child => see(child, place))
    }
    see(division, '')
    return found
  },
})
