/** Checks: what each is called, how much it weighs, what it looks at. */
import type { Page } from '../pages/page.ts'
import type { Turnover } from '../turnover/turnover.ts'
import { findBlock } from '../work/commands/sections.ts'
import { keeps, oneOf, type Static, type TSchema } from '../work/definition.ts'
import type { HouseStyle } from '../work/parts/houseStyle.ts'
import type { Node } from '../work/schema.ts'
import { type Remedy, type Reported, type Weight, weights } from './finding.ts'

type Options = Readonly<Record<string, TSchema>>
type ValuesOf<Own extends Options> = { readonly [Name in keyof Own]: Static<Own[Name]> }

/** What a check is given. */
export interface Looking<Own extends Options> {
  turnover: Turnover
  options: ValuesOf<Own>
}
export interface LookingAtDivision<Own extends Options> extends Looking<Own> {
  division: Node
  index: number
}
/** Something found; checks of the whole work say the division it stands in. */
export type FoundIn = Reported & { division?: number }

interface Definition<Own extends Options> {
  title: string
  weight: Weight
  /** What a house style may set, beside the weight. */
  options?: Own
}

/** A check as the registry knows it: what its options are is its own affair. */
export interface Check {
  name: string
  title: string
  weight: Weight
  options: Options
  scope: 'division' | 'work'
  look(looking: { turnover: Turnover; options: unknown; division: Node | null; index: number }): Iterable<FoundIn>
}

/** A check that looks at one division at a time; what it found is kept while the division and all numbers are what they are. */
export const divisionCheck = <Own extends Options = Record<never, never>>(
  name: string,
  { title, weight, options, look }: Definition<Own> & { look(looking: LookingAtDivision<Own>): Iterable<FoundIn> },
): Check => ({
  name,
  title,
  weight,
  options: options ?? {},
  scope: 'division',
  look: given => (given.division ? look(given as LookingAtDivision<Own>) : []),
})

/** A check that looks at the whole work. */
export const workCheck = <Own extends Options = Record<never, never>>(
  name: string,
  { title, weight, options, look }: Definition<Own> & { look(looking: Looking<Own>): Iterable<FoundIn> },
): Check => ({ name, title, weight, options: options ?? {}, scope: 'work', look: given => look(given as Looking<Own>) })

/** What a check finds on a page: the block it is about, empty for the page as a whole. */
export type FoundOnPage = Omit<Reported, 'place'> & { block: string }

/** A check that looks at one page at a time; what it found is kept while the page is what it was. */
export function pageCheck<Own extends Options = Record<never, never>>(
  name: string,
  {
    look,
    remedyFor,
    ...definition
  }: Definition<Own> & {
    look(page: Page, options: ValuesOf<Own>, houseStyle: HouseStyle): Iterable<FoundOnPage>
    /** What would mend it, by the block that it was found in. */
    remedyFor?(block: Node): Remedy | undefined
  },
): Check {
  const kept = new WeakMap<Page, { options: string; found: FoundOnPage[] }>()
  return workCheck(name, {
    ...definition,
    *look({ turnover: { pages, work }, options }: Looking<Own>) {
      const asked = JSON.stringify(options)
      for (const page of pages) {
        let own = kept.get(page)
        if (own?.options !== asked) kept.set(page, (own = { options: asked, found: [...look(page, options, work.houseStyle)] }))
        for (const { block, ...found } of own.found) {
          const place = block || page.division
          const at = findBlock(work.doc, place)
          const node = at < 0 ? null : work.doc.nodeAt(at)
          const remedy = node && remedyFor?.(node)
          yield { ...found, place, division: at < 0 ? 0 : work.doc.resolve(at).index(0), ...(remedy ? { remedy } : {}) }
        }
      }
    },
  })
}

const weightOption = oneOf(weights, 'shouldMend')

/** The options of a check as a house style sets them; what it does not say, or says wrongly, is as usual. */
export function optionsOf({ name, weight, options }: Check, { checks }: HouseStyle): { weight: Weight; options: Record<string, unknown> } {
  const given: Record<string, unknown> = Object.hasOwn(checks, name) ? (checks[name] ?? {}) : {}
  const own = Object.entries(options).map(([key, schema]) => [key, keeps(schema, given[key]) ? given[key] : schema.default])
  return { weight: keeps(weightOption, given.weight) ? given.weight : weight, options: Object.fromEntries(own) }
}
