/** What a work says of itself. */
import { languageTag, oneOf, type Static, Type, usualOf, words } from '../definition.ts'
import type { Part } from './part.ts'

const said = (title: string) => words({ most: 1000, title })

/** What catalogues and archives ask for; what is empty is not told. */
const about = Type.Object(
  {
    subtitle: said('Subtitle'),
    degree: said('Degree'),
    institution: said('Institution'),
    department: said('Department'),
    supervisors: said('Supervisors, with commas between'),
    examiners: said('Examiners, with commas between'),
    /** A year, a month or a day, as ISO 8601 writes them; empty for none. */
    date: Type.String({ pattern: '^(\\d{4}(-\\d{2}(-\\d{2})?)?)?$', default: '', title: 'Date' }),
    place: said('Place'),
    licence: said('Licence'),
    identifier: said('Identifier (DOI, URN, number of the series)'),
  },
  { additionalProperties: false },
)
export const aboutFields = about.properties
export type About = Static<typeof about>

const definition = Type.Object(
  {
    kind: oneOf(['thesis', 'paper'], 'thesis'),
    author: words({ most: 1000, title: 'Author' }),
    /** BCP 47 tag: decides hyphenation, conjunctions and the language mark in files. */
    language: languageTag('en-GB'),
    keywords: Type.Array(words({ most: 500 }), { maxItems: 100, default: [] }),
    about,
  },
  { additionalProperties: false },
)
export type Settings = Static<typeof definition>

export const settings: Part<Settings> = {
  definition,
  empty: kind => ({ kind, author: '', language: 'en-GB', keywords: [], about: usualOf(about) }),
  onPages: true,
}
