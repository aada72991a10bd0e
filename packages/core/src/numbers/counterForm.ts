import { countInWords } from '../languages/index.ts'
import type { CounterForm } from '../work/parts/scheme.ts'

const romanValues: [number, string][] = [
  [1000, 'M'],
  [900, 'CM'],
  [500, 'D'],
  [400, 'CD'],
  [100, 'C'],
  [90, 'XC'],
  [50, 'L'],
  [40, 'XL'],
  [10, 'X'],
  [9, 'IX'],
  [5, 'V'],
  [4, 'IV'],
  [1, 'I'],
]

/** Beyond it roman numerals need signs that readers do not know, and figures stand in their place. */
export const highestRoman = 3999

function roman(value: number): string {
  let rest = value
  let written = ''
  for (const [worth, sign] of romanValues)
    while (rest >= worth) {
      written += sign
      rest -= worth
    }
  return written
}

/** What roman numerals say, small or great. */
export function romanValue(written: string): number {
  let rest = written.toUpperCase()
  let value = 0
  for (const [worth, sign] of romanValues)
    while (rest.startsWith(sign)) {
      value += worth
      rest = rest.slice(sign.length)
    }
  return value
}

/** a … z, then aa, ab …: bijective numeration over the given alphabet. */
function letters(value: number, alphabet: string): string {
  let rest = value
  let written = ''
  while (rest > 0) {
    written = alphabet[(rest - 1) % alphabet.length] + written
    rest = Math.floor((rest - 1) / alphabet.length)
  }
  return written
}

const noteSymbols = ['*', '†', '‡', '§', '‖', '¶']
const latin = 'abcdefghijklmnopqrstuvwxyz'
const greek = 'αβγδεζηθικλμνξοπρστυφχψω'

/** Writes a counter's value in a form. Forms without a zero (roman, letters, symbols) write 0 as the figure 0. `language` matters to words only. */
export function writeCounter(value: number, form: CounterForm, language = 'en'): string {
  if (form === 'arabic' || !Number.isInteger(value) || value < 0) return String(value)
  if (form === 'words') return countInWords(value, language)
  if (value === 0) return '0'
  switch (form) {
    case 'romanUpper':
      return value > highestRoman ? String(value) : roman(value)
    case 'romanLower':
      return value > highestRoman ? String(value) : roman(value).toLowerCase()
    case 'letterLower':
      return letters(value, latin)
    case 'letterUpper':
      return letters(value, latin).toUpperCase()
    case 'greek':
      return letters(value, greek)
    case 'symbols':
      return noteSymbols[(value - 1) % noteSymbols.length]!.repeat(Math.ceil(value / noteSymbols.length))
  }
}
