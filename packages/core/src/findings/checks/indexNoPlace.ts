import { pathOf, termName } from '../../content/index/terms.ts'
import { workCheck } from '../check.ts'
import { indexDivision, saysSomething } from '../indexFacts.ts'

export const indexNoPlace = workCheck('indexNoPlace', {
  title: 'Index: terms without a place',
  weight: 'shouldMend',
  *look({ turnover }) {
    const { terms } = turnover.work
    const says = saysSomething(turnover)
    for (const id of Object.keys(terms))
      if (!says.has(id) && pathOf(terms, id).every(each => terms[each]!.listed))
        yield {
          message: `The term “${termName(terms, id)}” has no place in the text, so the index leaves it out.`,
          advice: 'At the index desk, let its words be found and mark them, or remove the term.',
          place: indexDivision(turnover),
        }
  },
})
