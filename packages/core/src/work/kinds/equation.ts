/** Displayed equations and groups of them. */
import { words } from '../definition.ts'
import { blockKind } from './kind.ts'
import { holdsFormula, kept, labelled, numbered } from './shared.ts'

export const equation = blockKind('equation', {
  attributes: {
    ...labelled,
    ...kept,
    ...holdsFormula,
    ...numbered,
    /** What its author puts in the place of a number: such an equation counts for nothing. */
    tag: words({ most: 40 }),
  },
  traits: { numbering: 'formula', series: 'equation' },
  markup: { tag: 'div' },
  editing: { atom: true },
})

/** Equations that belong together: they stand under each other, and count as lines of one number: (11a), (11b). */
export const equationGroup = blockKind('equationGroup', {
  content: 'equation+',
  attributes: { ...labelled, ...kept, ...numbered },
  traits: { numbering: 'formulaGroup', series: 'equation' },
  markup: { tag: 'div' },
})
