/** Words of others: quotations, verse, mottoes. */
import { blockKind, innerKind } from './kind.ts'
import { identified, kept } from './shared.ts'

export const quotation = blockKind('quotation', {
  content: 'paragraph+',
  attributes: { ...identified, ...kept },
  traits: { offered: 'a quotation' },
  markup: { tag: 'blockquote', common: true },
  editing: { defining: true },
})

/** Every paragraph is a line of it; a stanza is a block of its own. */
export const verse = blockKind('verse', {
  content: 'paragraph+',
  attributes: { ...identified, ...kept },
  traits: { offered: 'verse' },
  markup: { tag: 'div' },
  editing: { defining: true },
})

export const epigraph = blockKind('epigraph', {
  content: 'paragraph+ attribution?',
  attributes: identified,
  traits: { offered: 'an epigraph' },
  markup: { tag: 'div' },
  editing: { defining: true },
})

/** Where a motto is from. */
export const attribution = innerKind('attribution', { content: 'inline*', markup: { tag: 'cite' }, editing: { defining: true } })
