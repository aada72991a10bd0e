/** Displayed equations and groups of them. */
import { oneOf, whole, words } from '../definition.ts'
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
    /** Which of its relations stands under those of the other lines of its group, from 0. */
    align: whole({ from: 0, to: 100 }),
    /** What is done where it is wider than the line: it breaks at relations if it can, it is only set smaller. */
    wide: oneOf(['break', 'smaller'], 'break'),
  },
  traits: { numbering: 'formula', series: 'equation' },
  markup: { tag: 'div' },
  editing: { atom: true },
})

/** Equations that belong together: they stand under each other, and count as lines of one number, (11a), (11b), or each by itself. */
export const equationGroup = blockKind('equationGroup', {
  content: 'equation+',
  attributes: { ...labelled, ...kept, ...numbered, count: oneOf(['letters', 'each'], 'letters') },
  traits: { numbering: 'formulaGroup', series: 'equation' },
  markup: { tag: 'div' },
})
