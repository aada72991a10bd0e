/** How large formulas are set beside a text: so that a numeral looks the same in a formula and out of it. */
import type { Fonts } from './fonts.ts'

/** How high numerals of formulas are, in em: those of STIX Two, which formulas are drawn in. */
const formulaNumerals = 0.642
/** Letters of formulas are those of one face, whatever the text has: they follow it this far. */
const least = 0.95
const most = 1.09

/** What the size of a text is multiplied with for its formulas. */
export function formulaScaleOf({ serif }: Pick<Fonts, 'serif'>): number {
  const scale = serif.numerals / formulaNumerals
  return serif.numerals > 0 ? Math.min(most, Math.max(least, Math.round(scale * 1000) / 1000)) : 1
}
