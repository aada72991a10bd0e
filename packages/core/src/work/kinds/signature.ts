import { blockKind } from './kind.ts'
import { identified, kept } from './shared.ts'

/** A line to sign on, with what stands under it. */
export const signature = blockKind('signature', {
  content: 'inline*',
  attributes: { ...identified, ...kept },
  traits: { offered: 'a line to sign on' },
  markup: { tag: 'p' },
  editing: { defining: true },
})
