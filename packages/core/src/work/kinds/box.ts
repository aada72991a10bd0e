import { blockKind } from './kind.ts'
import { captioned } from './shared.ts'

/** Text in a frame, under a caption. */
export const box = blockKind('box', {
  content: 'caption shortCaption? (paragraph | equation | equationGroup | bulletedList | numberedList)+',
  attributes: captioned,
  traits: { numbering: 'caption', series: 'box', floats: true, offered: 'a box of text' },
  markup: { tag: 'aside' },
  editing: { isolating: true },
})
