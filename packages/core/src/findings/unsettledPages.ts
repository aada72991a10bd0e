import type { Check } from './finding.ts'

export const unsettledPages: Check = {
  name: 'unsettledPages',
  title: 'Page references that chase each other',
  look: ({ settled, rounds }) =>
    settled
      ? []
      : [
          {
            weight: 'mustMend',
            message: `After ${rounds} rounds a page reference still moved what it refers to.`,
            advice: 'Reword one of the page references near a page turn; until then a page number may be one off.',
            place: '',
            division: 0,
          },
        ],
}
