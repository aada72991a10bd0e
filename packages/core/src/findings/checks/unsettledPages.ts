import { workCheck } from '../check.ts'

export const unsettledPages = workCheck('unsettledPages', {
  title: 'Page references that chase each other',
  weight: 'mustMend',
  *look({ turnover: { settled, rounds } }) {
    if (!settled)
      yield {
        message: `After ${rounds} rounds a page reference still moved what it refers to.`,
        advice: 'Reword one of the page references near a page turn; until then a page number may be one off.',
        place: '',
      }
  },
})
