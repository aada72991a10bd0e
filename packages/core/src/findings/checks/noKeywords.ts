import { keywordsOf } from '../../content/keywords.ts'
import { isKind } from '../../work/kinds/index.ts'
import { divisionCheck } from '../check.ts'

export const noKeywords = divisionCheck('noKeywords', {
  title: 'Keywords that are not written yet',
  weight: 'shouldMend',
  *look({ division, turnover: { work } }) {
    for (const block of division.children)
      if (isKind(block, 'keywords') && keywordsOf(block.attrs.own, work.settings.keywords).length === 0)
        yield {
          message: 'The keywords are to be printed here, and the work has none yet.',
          advice: 'Write them in the slip, or remove the line.',
          place: block.attrs.id,
          remedy: { does: 'removeEmpty', block: block.attrs.id, says: 'Remove the line' },
        }
  },
})
