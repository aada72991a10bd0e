/**
 * How often properties that take long are tried. What is drawn is the same in every run (`seed.ts`), so the suite tries enough to meet every kind of
 * thing; `npm run torture`, which draws anew each time, tries all (`TRIES=all npm run unit`).
 */
const all = process.env.TRIES === 'all'

/** A third of the tries in the suite. */
export const tries = (whole: number): number => (all ? whole : Math.ceil(whole / 3))

/** Of what is made to a length, such as pages of a generated work: what the suite makes, and the whole length. */
export const lengthOf = (inSuite: number, whole: number): number => (all ? whole : inSuite)
