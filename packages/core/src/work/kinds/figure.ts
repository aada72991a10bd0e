/** Figures, their panels, and rows of them. */
import { flag, pictureName, share } from '../definition.ts'
import { blockKind, innerKind } from './kind.ts'
import { captioned, described, floating, identified, kept, labelled } from './shared.ts'

export const figure = blockKind('figure', {
  content: 'caption shortCaption? panel*',
  attributes: {
    ...captioned,
    picture: pictureName(),
    /** Of the measure. */
    width: share({ from: 0.05, to: 1, usual: 0.8 }),
    /** On a page of its own it takes the room between head and foot, whatever the width of the text. */
    overMargins: flag(false),
    ...described,
  },
  traits: { numbering: 'caption', series: 'figure', floats: true, picture: true },
  markup: { tag: 'figure' },
  editing: { isolating: true },
})

/** One of the pictures of a figure, with words of its own: (a), (b) … Where a figure has panels, it shows them and no picture of its own. */
export const panel = innerKind('panel', {
  content: 'inline*',
  attributes: { ...labelled, picture: pictureName(), width: share({ from: 0.1, to: 1, usual: 0.45 }), ...described },
  traits: { numbering: 'panel', picture: true },
  markup: { tag: 'div' },
  editing: { isolating: true, defining: true },
})

/** Figures side by side, each with a number and caption of its own; they stand where the row stands, their widths are shares of it. */
export const row = blockKind('row', {
  content: 'figure+',
  attributes: { ...identified, ...kept, ...floating },
  traits: { floats: true },
  markup: { tag: 'div' },
  editing: { isolating: true },
})
