/** How a language says formulas. */

/** What is said around a body, or of two: `{}` stands for the first and `{2}` for the second. */
export type Pattern = string

export interface Speech {
  capital: Pattern
  bold: Pattern
  /** Over a letter; by the name of the mark. What is longer than a term ends with `end`. */
  marks: Readonly<Record<string, Pattern>>
  /** What a structure ends with where its end would not be heard. */
  end: Pattern
  over: Pattern
  fraction: Pattern
  choose: Pattern
  root: Pattern
  cubeRoot: Pattern
  degreeRoot: Pattern
  sub: Pattern
  squared: Pattern
  cubed: Pattern
  power: Pattern
  prime: Pattern
  twoPrimes: Pattern
  threePrimes: Pattern
  /** Raised signs that are no powers. */
  raised: Pattern
  beforeBelow: Pattern
  beforeAbove: Pattern
  /** Limits of sums, integrals and the like: from what to what, over what, up to what. */
  fromTo: Pattern
  from: Pattern
  under: Pattern
  upTo: Pattern
  /** Of a limit, and how an arrow is said in it. */
  limit: Pattern
  tends: string
  /** Between a function, an integral or a sum and what it is of. */
  of: string
  above: Pattern
  below: Pattern
  absolute: Pattern
  norm: Pattern
  floor: Pattern
  ceiling: Pattern
  matrix: Pattern
  column: Pattern
  determinant: Pattern
  cases: string
  row: Pattern
  /** Names of functions that are said otherwise than they are written. */
  functions: Readonly<Record<string, string>>
  /** Names of signs, one a line: the sign, and how it is said. A sign without one is left to who reads it out. */
  signs: string
}
