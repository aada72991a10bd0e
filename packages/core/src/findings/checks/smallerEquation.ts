import { pageCheck } from '../check.ts'

/** What rounding may come to. */
const tolerance = 0.995

export const smallerEquation = pageCheck('smallerEquation', {
  title: 'Equations set smaller, since they are wider than the line',
  weight: 'worthALook',
  *look(page, _options, { body }) {
    for (const { box } of page.placed)
      for (const mark of box.marks)
        if (mark.kind === 'formula' && mark.size < body.size * tolerance)
          yield {
            message: `On page ${page.label} an equation is set at ${Math.round((mark.size / body.size) * 100)} % of the size of the text, to fit the line.`,
            advice: 'Put it on several lines, or let it break at its relations.',
            block: box.block,
          }
  },
})
