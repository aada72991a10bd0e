/** What captioned blocks say of themselves. */
import { innerKind } from './kind.ts'

export const caption = innerKind('caption', {
  content: 'inline*',
  markup: { tag: 'figcaption', common: true, also: ['caption'] },
  editing: { isolating: true },
})

/** The words that lists take in its place. */
export const shortCaption = innerKind('shortCaption', {
  content: 'inline*',
  markup: { tag: 'figcaption' },
  editing: { isolating: true },
})
