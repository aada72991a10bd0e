/** How near the pages of references and their targets are. */
import type { Nearness } from '../../content/references/wordReference.ts'
import { type FoundReference, scanDivision } from '../../numbers/scan.ts'
import { anchorsOn, idsOn } from '../../pages/idsOn.ts'
import type { PagePlace } from '../../pages/page.ts'
import { isKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'
import type { PageFact } from './pageFact.ts'

/** Index of the page on which each id, and the place of each reference that says how near its target is, begins. */
export interface PageIndexes {
  ids: ReadonlyMap<string, number>
  references: ReadonlyMap<string, number>
}

export const noIndexes: PageIndexes = { ids: new Map(), references: new Map() }

export const nearness: PageFact<PageIndexes> = {
  none: noIndexes,
  read: (places, { near }) => (near.length ? pageIndexes(places) : noIndexes),
  // Only what is said counts: most pages that move leave it as it is.
  changes: (before, after, { near }, say) =>
    near.flatMap((reference, order) => {
      const said = say(reference, after)
      return said === say(reference, before) ? [] : [`${order}:${said}`]
    }),
}

export function pageIndexes(places: readonly PagePlace[]): PageIndexes {
  const ids = new Map<string, number>()
  const references = new Map<string, number>()
  for (const { body, index } of places) {
    if (!body) continue
    for (const id of idsOn(body)) if (!ids.has(id)) ids.set(id, index)
    for (const anchor of anchorsOn(body)) if (!references.has(anchor)) references.set(anchor, index)
  }
  return { ids, references }
}

/** Left-hand and right-hand pages of a two-sided work face each other: rectos have even indexes. */
export function nearnessIn(indexes: PageIndexes, occurrence: string, twoSided: boolean): (id: string) => Nearness | undefined {
  return id => {
    const own = indexes.references.get(occurrence)
    const target = indexes.ids.get(id)
    if (own === undefined || target === undefined) return undefined
    const [left, right] = own < target ? [own, target] : [target, own]
    return { pages: target - own, facing: twoSided && right - left === 1 && left % 2 === 1 }
  }
}

/** References that say how near their target is, in order. */
export const nearbyReferences = (doc: Node): FoundReference[] =>
  doc.children.flatMap(division =>
    scanDivision(division).references.filter(({ node }) => isKind(node, 'reference') && node.attrs.wording === 'nearby'),
  )
