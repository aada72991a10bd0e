import { type FoundMark, marksIn } from '../../content/index/marks.ts'
import { termName } from '../../content/index/terms.ts'
import { type FoundIn, workCheck } from '../check.ts'

/** Ranges that do not end, ends that nothing begins, and marks of terms that are gone. */
export const indexMarks = workCheck('indexMarks', {
  title: 'Index: marks that do not hold',
  weight: 'shouldMend',
  look: ({ turnover }) => {
    const { doc, terms } = turnover.work
    const found: FoundIn[] = []
    const open = new Map<string, { mark: FoundMark; division: number }[]>()
    for (const [division, node] of doc.children.entries())
      for (const mark of marksIn(node)) {
        const place = { place: mark.holder, division }
        if (!Object.hasOwn(terms, mark.term)) {
          found.push({
            ...place,
            message: 'A mark stands here for a term that is no longer in the index.',
            advice: 'Give it another term, or remove it.',
          })
          continue
        }
        const begun = open.get(mark.term) ?? []
        if (mark.range === 'start') open.set(mark.term, [...begun, { mark, division }])
        else if (mark.range === 'end' && !begun.pop())
          found.push({
            ...place,
            message: `A range of “${termName(terms, mark.term)}” ends here, and begins nowhere.`,
            advice: 'Let it begin where the discussion does, or remove this mark.',
          })
      }
    for (const begun of open.values())
      for (const { mark, division } of begun)
        found.push({
          place: mark.holder,
          division,
          message: `A range of “${termName(terms, mark.term)}” begins here, and has no end: the index sends to this page alone.`,
          advice: 'Mark where it ends, or let this mark stand for its page.',
        })
    return found
  },
})
