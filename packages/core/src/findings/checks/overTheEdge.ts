import { overTheEdge as thingsOver } from '../../pages/reach.ts'
import { pageCheck } from '../check.ts'

const millimetres = (points: number): string => `${Math.ceil((points * 25.4) / 72)} mm`

export const overTheEdge = pageCheck('overTheEdge', {
  title: 'What stands over the edge of the sheet',
  weight: 'mustMend',
  *look(page) {
    for (const { block, by } of thingsOver(page))
      yield {
        message: `On page ${page.label} something of this stands ${millimetres(by)} over the edge of the sheet, and is cut off there.`,
        advice:
          'Make it smaller, cut it in two, or give it more room: a larger page, smaller letters or smaller margins in the house style.',
        block,
      }
  },
})
