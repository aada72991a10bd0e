/** Lists and their items. */
import { flag, ruleKey } from '../definition.ts'
import { blockKind, innerKind } from './kind.ts'
import { identified, kept, labelled, restarted } from './shared.ts'

/** `look` is the key of a look of lists of the scheme; empty for the first of its kind. */
const list = { ...identified, ...kept, look: ruleKey() }

export const bulletedList = blockKind('bulletedList', {
  content: 'listItem+',
  attributes: list,
  markup: { tag: 'ul', common: true },
})

export const numberedList = blockKind('numberedList', {
  content: 'listItem+',
  attributes: {
    ...list,
    /** Counts on from the list of its look before it. */
    continued: flag(false),
    ...restarted,
  },
  markup: {
    tag: 'ol',
    common: true,
    read: element => {
      const start = Number(element.getAttribute('start') ?? 1)
      return start === 1 ? {} : { startAt: start }
    },
  },
})

export const listItem = innerKind('listItem', {
  content: 'paragraph (paragraph | bulletedList | numberedList)*',
  attributes: labelled,
  traits: { numbering: 'listItem' },
  markup: { tag: 'li', common: true },
  editing: { defining: true },
})
