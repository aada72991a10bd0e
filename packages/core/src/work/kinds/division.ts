/** Divisions and their titles. */
import { flag, languageTag, oneOf, orNone, ruleKey, whole, words } from '../definition.ts'
import { type Role, roleNames } from '../roles.ts'
import { innerKind } from './kind.ts'
import { labelled, numbered, restarted } from './shared.ts'

export const division = innerKind('division', {
  content: 'title block*',
  attributes: {
    ...labelled,
    role: oneOf<Role>(roleNames, 'chapter'),
    ...numbered,
    listed: flag(true),
    ...restarted,
    /** Of a list of a series: which one. */
    series: ruleKey(),
    /** In how many columns its text is set; 0 for as many as the house style says. */
    columns: whole({ from: 0, to: 3 }),
    /** Its pages lie on their side. */
    landscape: flag(false),
    /** Its words are in another language than the work's. */
    language: orNone(languageTag()),
    /** Whether its pages show their folio and heads: as is usual for what it is, or in any case, or in none. */
    folio: oneOf(['usual', 'shown', 'hidden'], 'usual'),
    /** For contents and running heads; empty where the title is short enough. */
    shortTitle: words({ most: 500 }),
  },
  traits: { numbering: 'heading' },
  markup: { tag: 'section' },
  editing: { isolating: true, defining: true, selectable: false },
})

export const title = innerKind('title', {
  content: 'inline*',
  markup: { tag: 'h1', common: true },
  editing: { defining: true },
})
