/** Blocks whose words the program writes. */
import { whole, words } from '../definition.ts'
import { deepestLevel } from './heading.ts'
import { blockKind } from './kind.ts'
import { identified, kept, pinned } from './shared.ts'

/** What stands in this division: its headings down to a level. */
export const miniContents = blockKind('miniContents', {
  attributes: { ...identified, depth: whole({ from: 2, to: deepestLevel }) },
  traits: { generated: true },
  markup: { tag: 'nav' },
  editing: { atom: true },
})

/** The keywords of the work, in words of its language; like a paragraph it can be held at a line of its page. */
export const keywords = blockKind('keywords', {
  /** `own`: keywords with commas between, in place of those of the work, as an abstract in another language has. */
  attributes: { ...identified, ...kept, ...pinned, own: words({ most: 2000 }) },
  traits: { generated: true },
  markup: { tag: 'p' },
  editing: { atom: true },
})

/** The sources that are cited in this division, which then counts by itself. */
export const sourceList = blockKind('sourceList', {
  attributes: identified,
  traits: { generated: true },
  markup: { tag: 'section' },
  editing: { atom: true },
})
