/** How counter forms are called, by what they print. */
import type { CounterForm } from '@steady-ledger/core/work/parts/scheme.ts'

export const formNames: Record<CounterForm, string> = {
  arabic: '1 2 3',
  romanUpper: 'I II III',
  romanLower: 'i ii iii',
  letterUpper: 'A B C',
  letterLower: 'a b c',
  greek: 'α β γ',
  words: 'one two three',
  symbols: '* † ‡',
}
