/** Text set as it stands, line by line, under a caption. */
import { blockKind, innerKind } from './kind.ts'
import { captioned } from './shared.ts'

export const listing = blockKind('listing', {
  content: 'caption shortCaption? listingText',
  attributes: captioned,
  traits: { numbering: 'caption', series: 'listing', offered: 'a listing' },
  markup: { tag: 'figure' },
  editing: { isolating: true },
})

export const listingText = innerKind('listingText', {
  content: 'text*',
  markup: { tag: 'pre', common: true, inner: 'code' },
  editing: { marks: '', code: true, defining: true, whitespace: 'pre' },
})
