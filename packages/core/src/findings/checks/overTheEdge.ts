import type { Page } from '../../pages/page.ts'
import { overTheEdge as thingsOver } from '../../pages/reach.ts'
import { workCheck } from '../check.ts'
import { divisionOf } from '../divisionOf.ts'

/** Most pages are what they were before the last key. */
const kept = new WeakMap<Page, ReturnType<typeof thingsOver>>()

const millimetres = (points: number): string => `${Math.ceil((points * 25.4) / 72)} mm`

export const overTheEdge = workCheck('overTheEdge', {
  title: 'What stands over the edge of the sheet',
  weight: 'mustMend',
  *look({ turnover }) {
    for (const page of turnover.pages) {
      let over = kept.get(page)
      if (!over) kept.set(page, (over = thingsOver(page)))
      for (const { block, by } of over) {
        const place = block || page.division
        yield {
          message: `On page ${page.label} something of this stands ${millimetres(by)} over the edge of the sheet, and is cut off there.`,
          advice:
            'Make it smaller, cut it in two, or give it more room: a larger page, smaller letters or smaller margins in the house style.',
          place,
          division: divisionOf(turnover.work.doc, place),
        }
      }
    }
  },
})
