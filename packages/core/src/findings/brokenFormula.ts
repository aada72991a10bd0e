import type { Check, Finding } from './finding.ts'

export const brokenFormula: Check = {
  name: 'brokenFormula',
  title: 'Formulas that cannot be set',
  look: ({ work, errorOf }) => {
    const found: Omit<Finding, 'check'>[] = []
    work.doc.forEach((division, _offset, index) => {
      let place = division.attrs.id as string
      division.descendants(node => {
        if (node.attrs.id) place = node.attrs.id
        const display = node.type.name === 'equation'
        if (!display && node.type.name !== 'formula') return
        const error = errorOf(node.attrs.formula, display)
        if (!error) return
        found.push({
          weight: 'mustMend',
          message: node.attrs.formula ? `A formula cannot be set: ${error}` : 'A formula is empty.',
          advice: 'Open it and complete it, or remove it.',
          place,
          division: index,
        })
      })
    })
    return found
  },
}
