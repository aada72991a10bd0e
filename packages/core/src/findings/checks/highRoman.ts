import { highestRoman } from '../../numbers/counterForm.ts'
import { workCheck } from '../check.ts'

/** Roman numerals end at 3,999: what counts further stands in figures. */
export const highRoman = workCheck('highRoman', {
  title: 'Numbers too high for roman numerals',
  weight: 'worthALook',
  *look({ turnover: { ledger } }) {
    for (const { id, written, names, number, division } of ledger.entries)
      if (written.some(({ form, value }) => (form === 'romanUpper' || form === 'romanLower') && value > highestRoman))
        yield {
          message: `${names.one} ${number} is counted in roman numerals, which end at ${highestRoman}: it stands in figures.`,
          advice: 'Choose another form in the scheme, or let it begin again by chapter.',
          place: id,
          division,
        }
  },
})
