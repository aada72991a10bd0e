import { flag, orNone, whole, words } from '../definition.ts'
import { blockKind } from './kind.ts'
import { labelled, numbered, restarted } from './shared.ts'

/** Deepest level of a heading; the title of a division is level 1. */
export const deepestLevel = 9

/** A heading inside a division; what stands below it up to the next one of its level or above is its section. */
export const heading = blockKind('heading', {
  content: 'inline*',
  attributes: {
    ...labelled,
    level: whole({ from: 2, to: deepestLevel }),
    ...numbered,
    /** Opens an appendix of its chapter. */
    appendix: flag(false),
    ...restarted,
    /** In the contents; null for what is usual in its matter: not in the front matter, and everywhere else. */
    listed: orNone(flag(true)),
    shortTitle: words({ most: 500 }),
  },
  traits: { numbering: 'heading' },
  markup: {
    tag: 'h2',
    common: true,
    also: ['h3', 'h4', 'h5', 'h6'],
    read: element => ({ level: Number(element.nodeName.slice(1)) }),
  },
  editing: { defining: true },
})
