import { emptySlot as notation } from '../../formulas/tree/writeNotation.ts'
import { isKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'
import { divisionCheck, type FoundIn } from '../check.ts'

export const emptySlot = divisionCheck('emptySlot', {
  title: 'Formulas with an empty slot',
  weight: 'mustMend',
  look: ({ division }) => {
    const found: FoundIn[] = []
    const see = (node: Node, holder: string): void => {
      const place = (node.attrs.id as string) || holder
      if ((isKind(node, 'equation') || isKind(node, 'formula')) && node.attrs.formula.includes(notation))
        found.push({
          message: isKind(node, 'equation')
            ? 'A slot of this equation is empty: it prints as a gap.'
            : 'A slot of a formula is empty: it prints as a gap.',
          advice: 'Open it and fill the slot, or take the structure away.',
          place,
        })
      node.forEach(child => see(child, place))
    }
    see(division, '')
    return found
  },
})
