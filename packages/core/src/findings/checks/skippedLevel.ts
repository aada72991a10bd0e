import { plainText } from '../../work/schema.ts'
import { workCheck } from '../check.ts'

export const skippedLevel = workCheck('skippedLevel', {
  title: 'Headings that skip a level',
  weight: 'shouldMend',
  *look({ turnover: { ledger } }) {
    let before = 0
    for (const { id, item, division } of ledger.entries) {
      if (item.kind !== 'heading') continue
      const { level, text, block } = item
      if (block === 'heading' && level > before + 1)
        yield {
          message: `“${(text && plainText(text)) || 'A heading'}” stands at level ${level} below a heading at level ${before}.`,
          advice: `Level ${before + 1} is left out, and counts as 0 in the number.`,
          place: id,
          division,
          remedy: {
            does: 'setAttribute',
            block: id,
            attribute: 'level',
            expected: level,
            value: before + 1,
            says: `Set to level ${before + 1}`,
          },
        }
      before = level
    }
  },
})
