/** Raised and lowered signs in plain text. */

const table = (from: string, to: string): Record<string, string> => {
  const letters = [...to]
  return Object.fromEntries([...from].map((sign, at) => [sign, letters[at]!]))
}
export const raised = table('0123456789+−=()n', '⁰¹²³⁴⁵⁶⁷⁸⁹⁺⁻⁼⁽⁾ⁿ')
export const lowered = table('0123456789+−=()', '₀₁₂₃₄₅₆₇₈₉₊₋₌₍₎')

/** As letters of their own where each has one; else behind a sign that tells it. */
export const scripted = (text: string, letters: Record<string, string>, sign: string): string => {
  const signs = [...text]
  if (signs.every(each => letters[each])) return signs.map(each => letters[each]).join('')
  return `${sign}${signs.length > 1 ? `(${text})` : text}`
}
