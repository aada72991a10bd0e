import { marksOf } from '../../content/index/marks.ts'
import { division } from '../../work/schema.ts'
import { workCheck } from '../check.ts'

export const indexMissing = workCheck('indexMissing', {
  title: 'Index: marks and no index',
  weight: 'shouldMend',
  *look({ turnover: { work } }) {
    if (work.doc.children.some(node => division(node).role === 'index')) return
    const [first, ...more] = marksOf(work.doc)
    if (first)
      yield {
        message: `The text is marked for an index at ${more.length ? `${more.length + 1} places` : 'one place'}, and the work has none.`,
        advice: 'Put an index in: Ctrl K, “New index”.',
        place: first.holder,
      }
  },
})
