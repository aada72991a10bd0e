/** The words of a line as plain text: looks are gone, numbers stand, formulas are spoken. */
import type { InlineName, Manuscript, SaidInline } from '../manuscript/manuscript.ts'
import { spoken } from '../manuscript/within.ts'

type Handlers = { [Name in InlineName]: (said: Extract<SaidInline, { kind: Name }>, manuscript: Manuscript) => string }

/** Raised and lowered numerals and signs have letters of their own. */
const raised: Record<string, string> = Object.fromEntries([...'0123456789+−=()n'].map((sign, at) => [sign, [...'⁰¹²³⁴⁵⁶⁷⁸⁹⁺⁻⁼⁽⁾ⁿ'][at]!]))
const lowered: Record<string, string> = Object.fromEntries([...'0123456789+−=()'].map((sign, at) => [sign, [...'₀₁₂₃₄₅₆₇₈₉₊₋₌₍₎'][at]!]))

/** As letters of their own where each has one; else behind a sign that tells it. */
const scripted = (text: string, letters: Record<string, string>, sign: string): string => {
  const signs = [...text]
  return signs.every(each => letters[each]) ? signs.map(each => letters[each]).join('') : `${sign}${signs.length > 1 ? `(${text})` : text}`
}

/** What an inline thing is in plain text: a kind that is missing here does not compile. */
const handlers: Handlers = {
  text: ({ text, marks }) =>
    marks.includes('superscript') ? scripted(text, raised, '^') : marks.includes('subscript') ? scripted(text, lowered, '_') : text,
  formula: (formula, { language }) => spoken(formula, language),
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
