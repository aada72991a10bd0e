/**
 * What each mention of an abbreviation says: written out where it is the first, short afterwards. First is counted through the work or by
 * division, as the house style says; headings, captions, tables and the abstract never count as the first and have rules of their own.
 */
import { type FoundMention, scanDivision } from '../../numbers/scan.ts'
import { attributesOf } from '../../work/kinds/index.ts'
import type { MentionRules } from '../../work/parts/houseStyle.ts'
import type { Abbreviation } from '../../work/registers/abbreviations.ts'
import type { Entries } from '../../work/registers/register.ts'
import { division, matterOf, type Node } from '../../work/schema.ts'

/** What is printed. */
export type Said = 'short' | 'full' | 'both'

/** Why: asked for by the author, by a rule of where it stands, or the first or a later one of the work, of its division, of the abstract. */
export type MentionReason = 'asked' | 'heading' | 'caption' | 'abstract' | 'first' | 'later'

export interface Standing extends FoundMention {
  said: Said
  reason: MentionReason
  /** Of a later one: the place of the first, and what holds it. */
  first?: { occurrence: string; holder: string }
  /** Index of its division. */
  division: number
}

export interface Mentions {
  /** The same object for as long as every mention says what it says. */
  stamp: object
  entries: Entries<Abbreviation>
  byPlace: ReadonlyMap<string, Standing>
}

export const noMentions: Mentions = { stamp: {}, entries: {}, byPlace: new Map() }

/** In the order of the text; what stands in a note stands where its mark does. */
export function standingOf(doc: Node, entries: Entries<Abbreviation>, rules: MentionRules, previous?: Mentions): Mentions {
  const byPlace = new Map<string, Standing>()
  let firsts = new Map<string, Standing>()
  for (const [index, node] of doc.children.entries()) {
    const { mentions } = scanDivision(node)
    if (mentions.length === 0) continue
    const abstract = division(node).role === 'abstract'
    // What is read apart counts by itself, and not for the text.
    if (rules.first === 'division' && matterOf(node) !== 'front') firsts = new Map()
    const seen = abstract ? new Map<string, Standing>() : firsts
    for (const mention of mentions) byPlace.set(mention.occurrence, standing(mention, index, abstract, seen, rules))
  }
  const same = previous?.entries === entries && alike(previous.byPlace, byPlace)
  return { stamp: same ? previous.stamp : {}, entries, byPlace }
}

function standing(mention: FoundMention, index: number, abstract: boolean, seen: Map<string, Standing>, rules: MentionRules): Standing {
  const { form } = attributesOf(mention.node, 'mention')
  const here = (said: Said, reason: MentionReason): Standing => ({ ...mention, division: index, said, reason })
  const { within, entry } = mention
  const first = seen.get(entry)
  const counted = (found: Standing): Standing => {
    if (!first && found.said === 'both') seen.set(entry, found)
    return found
  }
  if (form !== 'auto') return within === 'text' ? counted(here(form, 'asked')) : here(form, 'asked')
  if (within === 'heading') return here(rules.headings, 'heading')
  if (within === 'caption') return here(rules.captions, 'caption')
  if (abstract && rules.abstract !== 'first') return here(rules.abstract, 'abstract')
  if (!first) return counted(here('both', 'first'))
  return { ...here('short', 'later'), first: { occurrence: first.occurrence, holder: first.holder } }
}

/** Whether every mention says what it said. What changed in its own text block is new with that block. */
function alike(a: ReadonlyMap<string, Standing>, b: ReadonlyMap<string, Standing>): boolean {
  if (a.size !== b.size) return false
  for (const [place, now] of b) {
    const before = a.get(place)
    if (!before || before.said !== now.said || before.entry !== now.entry) return false
  }
  return true
}

/** The first mention of each entry in the text, by entry: where a list sends its reader. */
export function firstPlaces({ byPlace }: Mentions): ReadonlyMap<string, Standing> {
  const first = new Map<string, Standing>()
  for (const found of byPlace.values()) if (found.within === 'text' && !first.has(found.entry)) first.set(found.entry, found)
  for (const found of byPlace.values()) if (!first.has(found.entry)) first.set(found.entry, found)
  return first
}
