/** Counters as the standards of office texts write them: roman numerals, and letters that are doubled behind z. Of the tests alone. */

const signs: [string, number][] = [
  ['m', 1000],
  ['cm', 900],
  ['d', 500],
  ['cd', 400],
  ['c', 100],
  ['xc', 90],
  ['l', 50],
  ['xl', 40],
  ['x', 10],
  ['ix', 9],
  ['v', 5],
  ['iv', 4],
  ['i', 1],
]

export function roman(value: number): string {
  let left = value
  let out = ''
  while (left > 0) {
    const [sign, worth] = signs.find(([, each]) => each <= left)!
    out += sign
    left -= worth
  }
  return out
}

export const letters = (value: number): string => 'abcdefghijklmnopqrstuvwxyz'[(value - 1) % 26]!.repeat(Math.ceil(value / 26))

/** By the names that formats have in either standard. */
export function counted(value: number, format: string): string {
  if (['lowerRoman', 'roman', 'i'].includes(format)) return roman(value)
  if (['upperRoman', 'ROMAN', 'I'].includes(format)) return roman(value).toUpperCase()
  if (['lowerLetter', 'alphabetic', 'a'].includes(format)) return letters(value)
  if (['upperLetter', 'ALPHABETIC', 'A'].includes(format)) return letters(value).toUpperCase()
  return String(value)
}
