/** Index terms. */
import { flag, id, type Static, Type, usualOf, words } from '../definition.ts'
import { register } from './register.ts'

const ids = Type.Array(id(), { maxItems: 100, default: [] })

const term = Type.Object(
  {
    heading: words({ most: 500 }),
    /** The term that this one stands under; empty for a main one. Three levels at the most. */
    under: id(),
    /** By what it is sorted, where that is not its heading; empty for its heading. */
    sortKey: words({ most: 500 }),
    /** The index it stands in; empty for the only one. */
    index: id(),
    /** Where its reader is sent instead, and beside. */
    see: ids,
    seeAlso: ids,
    /** Places of its words that are not to be offered again, each as the search tells them apart. */
    refused: Type.Array(words({ most: 600 }), { maxItems: 5000, default: [] }),
    listed: flag(true),
  },
  { additionalProperties: false },
)
export type Term = Static<typeof term>

export const newTerm = (): Term => usualOf(term)

export const terms = register<Term>(term)
