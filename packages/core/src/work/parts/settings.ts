/** What a work says of itself. */
import { languageTag, oneOf, type Static, Type, words } from '../definition.ts'
import type { Part } from './part.ts'

const definition = Type.Object(
  {
    kind: oneOf(['thesis', 'paper'], 'thesis'),
    author: words({ most: 1000, title: 'Author' }),
    /** BCP 47 tag: decides hyphenation, conjunctions and the language mark in files. */
    language: languageTag('en-GB'),
    keywords: Type.Array(words({ most: 500 }), { maxItems: 100, default: [] }),
  },
  { additionalProperties: false },
)
export type Settings = Static<typeof definition>

export const settings: Part<Settings> = {
  definition,
  empty: kind => ({ kind, author: '', language: 'en-GB', keywords: [] }),
  onPages: true,
}
