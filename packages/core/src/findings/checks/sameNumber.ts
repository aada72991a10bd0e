import type { Entry } from '../../numbers/ledger.ts'
import { workCheck } from '../check.ts'

/** Headings, and entries of a series, that print the same number: one was made to start again, or what counts begins again without saying where. */
export const sameNumber = workCheck('sameNumber', {
  title: 'Numbers that stand twice',
  weight: 'shouldMend',
  *look({ turnover: { ledger } }) {
    const first = new Map<string, Entry>()
    for (const entry of ledger.entries) {
      const key = keyOf(entry)
      if (!key) continue
      const before = first.get(key)
      if (!before) first.set(key, entry)
      else yield { ...told(entry, before), place: entry.id, division: entry.division }
    }
  },
})

/** Entries of one key must not print the same; empty where a number tells nothing apart. */
function keyOf({ item, number, group }: Entry): string {
  if (!number) return ''
  if (item.kind === 'heading') return `${item.rules} ${item.level} ${number}`
  return item.kind === 'series' ? `${group} ${number}` : ''
}

function told(entry: Entry, before: Entry): { message: string; advice: string } {
  const setByHand = [entry, before].some(({ item }) => item.kind === 'heading' && item.startAt !== null)
  if (entry.item.kind === 'heading')
    return {
      message: `Two headings are numbered ${entry.number}.`,
      advice: setByHand
        ? 'One of them is set to start again at a number: choose another, or let it follow the scheme.'
        : 'References cannot tell them apart. In the scheme, let the level count on, or say the level above in its number.',
    }
  return {
    message: `${entry.names.one} ${entry.number} stands twice.`,
    advice: 'References cannot tell them apart. In the scheme, let the series count on, or say the number of the chapter before it.',
  }
}
