/** The words of a line as plain text: looks are gone, numbers stand, formulas in a line of signs, or spoken. */
import type { InlineName, Manuscript, SaidInline } from '../manuscript/manuscript.ts'
import { spoken } from '../manuscript/within.ts'
import { linearFormula } from './linearFormula.ts'
import { lowered, raised, scripted } from './scripts.ts'

type Handlers = { [Name in InlineName]: (said: Extract<SaidInline, { kind: Name }>, manuscript: Manuscript) => string }

/** What an inline thing is in plain text: a kind that is missing here does not compile. */
const handlers: Handlers = {
  text: ({ text, marks }) =>
    marks.includes('superscript') ? scripted(text, raised, '^') : marks.includes('subscript') ? scripted(text, lowered, '_') : text,
  formula: (formula, { language }) => linearFormula(formula.mathMl) ?? spoken(formula, language),
  noteMark: ({ number }) => `[${number}]`,
  reference: ({ said }, manuscript) => inlineText(said, manuscript),
  mention: ({ said }, manuscript) => inlineText(said, manuscript),
  citation: ({ said }, manuscript) => inlineText(said, manuscript),
  field: ({ said }, manuscript) => inlineText(said, manuscript),
  place: () => '',
}

export const inlineText = (said: readonly SaidInline[], manuscript: Manuscript): string =>
  // The table has the handler of this kind for what is of this kind, which the compiler cannot follow through a variable.
  said.map(each => (handlers[each.kind] as (said: SaidInline, manuscript: Manuscript) => string)(each, manuscript)).join('')
