/** Where something is referred to from. What a division refers to is found once, and kept while it is what it is. */
import type { Node } from 'prosemirror-model'
import { type FoundReference, scanDivision } from './scan.ts'

const kept = new WeakMap<Node, ReadonlyMap<string, readonly FoundReference[]>>()

function byTarget(division: Node): ReadonlyMap<string, readonly FoundReference[]> {
  let found = kept.get(division)
  if (!found) {
    const made = new Map<string, FoundReference[]>()
    for (const reference of scanDivision(division).references)
      for (const target of new Set(reference.targets)) {
        const own = made.get(target)
        if (own) own.push(reference)
        else made.set(target, [reference])
      }
    kept.set(division, (found = made))
  }
  return found
}

/** The references to an entry, in the order of the work. */
export const referencesTo = (doc: Node, target: string): FoundReference[] =>
  doc.children.flatMap(division => byTarget(division).get(target) ?? [])
