import { blockKind } from './kind.ts'
import { aligned, kept, labelled, pinned } from './shared.ts'

/** A paragraph; one with a label is a place that page references can lead to. */
export const paragraph = blockKind('paragraph', {
  content: 'inline*',
  attributes: { ...labelled, ...kept, ...aligned, ...pinned },
  traits: { numbering: 'place' },
  markup: {
    tag: 'p',
    common: true,
    shown: ({ align }): Record<string, string> => (align ? { 'data-align': String(align) } : {}),
  },
})
