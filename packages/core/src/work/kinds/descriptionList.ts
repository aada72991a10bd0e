/** Terms and what they mean. */
import { blockKind, innerKind } from './kind.ts'
import { identified, kept } from './shared.ts'

export const descriptionList = blockKind('descriptionList', {
  content: '(term description)+',
  attributes: { ...identified, ...kept },
  traits: { offered: 'a list of descriptions' },
  markup: { tag: 'dl', common: true },
})

export const term = innerKind('term', { content: 'inline*', markup: { tag: 'dt', common: true }, editing: { defining: true } })

export const description = innerKind('description', {
  content: 'paragraph+',
  markup: { tag: 'dd', common: true },
  editing: { defining: true },
})
