import { termName } from '../../content/index/terms.ts'
import { whole } from '../../work/definition.ts'
import { workCheck } from '../check.ts'
import { indexDivision, indexes } from '../indexFacts.ts'

export const indexManyPages = workCheck('indexManyPages', {
  title: 'Index: terms with many pages',
  weight: 'worthALook',
  options: { most: whole({ from: 2, to: 100, usual: 8, title: 'Most places of a term without subentries' }) },
  *look({ turnover, options: { most } }) {
    for (const entries of indexes(turnover))
      for (const [order, { id, level, locators }] of entries.entries())
        if (locators.length > most && (entries[order + 1]?.level ?? 0) <= level)
          yield {
            message: `“${termName(turnover.work.terms, id)}” sends to ${locators.length} places, and has nothing under it that tells them apart.`,
            advice: 'Part them among subentries at the index desk, or keep those that say most.',
            place: indexDivision(turnover),
          }
  },
})
