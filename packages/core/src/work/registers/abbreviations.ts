/** Abbreviations and symbols: a short form, and what it stands for. */
import { flag, languageTag, oneOf, orNone, type Static, Type, usualOf, words } from '../definition.ts'
import { register } from './register.ts'

const abbreviation = Type.Object(
  {
    kind: oneOf(['abbreviation', 'symbol'], 'abbreviation'),
    /** In words, or as a formula. */
    short: words({ most: 200 }),
    formula: words({ most: 2000 }),
    full: words({ most: 1000 }),
    /** Plurals where they are not regular; empty where they are. */
    shortPlural: words({ most: 200 }),
    fullPlural: words({ most: 1000 }),
    /** The language of the full form, where it is not that of the work. */
    language: orNone(languageTag()),
    unit: words({ most: 200 }),
    remark: words({ most: 2000 }),
    sortKey: words({ most: 200 }),
    group: words({ most: 200 }),
    listed: flag(true),
  },
  { additionalProperties: false },
)
export type Abbreviation = Static<typeof abbreviation>

export const newAbbreviation = (): Abbreviation => usualOf(abbreviation)

export const abbreviations = register<Abbreviation>(abbreviation)
