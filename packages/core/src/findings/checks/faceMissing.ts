/** Files of letters that the house style names and the work does not have, as after a style was read from a file. */
import { missingFaces } from '../../type/ownFaces.ts'
import { division } from '../../work/schema.ts'
import { workCheck } from '../check.ts'

export const faceMissing = workCheck('faceMissing', {
  title: 'Files of letters that are missing',
  weight: 'mustMend',
  *look({ turnover: { work } }) {
    for (const file of missingFaces(work))
      yield {
        message: `The letters of “${file}” are not in this work: it is set in those of the family.`,
        advice: 'Choose the file again under House style, Letters from a file, or take it away there.',
        place: division(work.doc.child(0)).id,
        division: 0,
      }
  },
})
