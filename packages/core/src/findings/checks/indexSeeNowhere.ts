import { termName } from '../../content/index/terms.ts'
import { workCheck } from '../check.ts'
import { indexDivision, saysSomething } from '../indexFacts.ts'

export const indexSeeNowhere = workCheck('indexSeeNowhere', {
  title: 'Index: sends to nowhere',
  weight: 'mustMend',
  *look({ turnover }) {
    const { terms } = turnover.work
    const says = saysSomething(turnover)
    for (const [id, term] of Object.entries(terms))
      for (const other of [...term.see, ...term.seeAlso]) {
        const there = Object.hasOwn(terms, other)
        if (there && says.has(other)) continue
        yield {
          message: there
            ? `The index sends from “${termName(terms, id)}” to “${termName(terms, other)}”, which says nothing itself.`
            : `The index sends from “${termName(terms, id)}” to a term that is no longer there.`,
          advice: there
            ? 'Mark a place for the other term, let the index list it, or send somewhere else.'
            : 'Choose another term at the index desk, or none.',
          place: indexDivision(turnover),
        }
      }
  },
})
