import { distance } from 'fastest-levenshtein'
import { termName } from '../../content/index/terms.ts'
import { workCheck } from '../check.ts'
import { indexDivision } from '../indexFacts.ts'

/** Shorter words differ in a letter and are others all the same: lake and lane. */
const leastLetters = 6

export const indexTwoSpellings = workCheck('indexTwoSpellings', {
  title: 'Index: two spellings of one term',
  weight: 'shouldMend',
  *look({ turnover }) {
    const { terms } = turnover.work
    // Only what begins alike and is as long is compared, so that thousands of terms cost no time.
    const groups = new Map<string, [id: string, heading: string][]>()
    for (const [id, { heading, under }] of Object.entries(terms)) {
      const word = heading.toLowerCase()
      const key = `${under} ${word.slice(0, 2)}`
      groups.set(key, [...(groups.get(key) ?? []), [id, word]])
    }
    for (const group of groups.values())
      for (const [order, [id, word]] of group.entries())
        for (const [other, otherWord] of group.slice(order + 1)) {
          const same = word === otherWord
          if (!same && (word.length < leastLetters || Math.abs(word.length - otherWord.length) > 1 || distance(word, otherWord) !== 1))
            continue
          yield {
            message: `The index has “${termName(terms, id)}” and “${termName(terms, other)}”, which differ ${same ? 'in nothing but capitals' : 'in one letter'}.`,
            advice: 'At the index desk, merge one into the other if both are the same.',
            place: indexDivision(turnover),
          }
        }
  },
})
