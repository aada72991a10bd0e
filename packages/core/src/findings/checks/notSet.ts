import { plainSentence } from '../../work/file/refusal.ts'
import { pageCheck } from '../check.ts'

export const notSet = pageCheck('notSet', {
  title: 'What could not be set',
  weight: 'mustMend',
  *look(page) {
    for (const { box } of page.placed)
      if (box.failed !== undefined)
        yield {
          message: plainSentence(`On page ${page.label} an empty frame stands for this: it could not be set (${box.failed}).`),
          advice: 'Its words are safe in the galley. Undo its last change, or write it in another way; everything else is printed.',
          block: box.block,
        }
  },
})
