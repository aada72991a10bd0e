import { points } from '../definition.ts'
import { writeLength } from '../lengths.ts'
import { blockKind } from './kind.ts'
import { identified } from './shared.ts'

/** Empty space of a height; of height 0, it takes what a page has left, so that what follows stands at its foot. */
export const fill = blockKind('fill', {
  attributes: { ...identified, height: points({ from: 0, to: 600 }) },
  markup: {
    tag: 'hr',
    shown: ({ height }): Record<string, string> => (Number(height) > 0 ? { 'data-height': `${writeLength(Number(height), 'mm')} mm` } : {}),
  },
  editing: { atom: true },
})
