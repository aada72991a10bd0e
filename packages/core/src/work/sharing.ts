/**
 * A work that was read again, made of what was read before where both say the same: what is kept of a work is kept by what it is made of, so that
 * only what is other has to be computed.
 */
import type { Node } from 'prosemirror-model'
import { type Parts, partNames } from './parts/index.ts'
import type { Picture, Work } from './work.ts'

/** `now`, with the nodes, parts and pictures of `before` in the place of those that are equal to them. */
export function sharingWith(before: Work, now: Work): Work {
  const parts = Object.fromEntries(partNames.map(name => [name, same(before[name], now[name]) ? before[name] : now[name]]))
  return {
    ...now,
    ...(parts as unknown as Parts),
    doc: sharingNodes(before.doc, now.doc),
    pictures: samePictures(before.pictures, now.pictures) ? before.pictures : now.pictures,
  }
}

/** Equal parts come from one storage, where their fields stand in one order; where they do not, nothing is shared, and all is well. */
const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)

/** Everything before the first difference and behind the last one is that of `before`. */
function sharingNodes(before: Node, now: Node): Node {
  const first = before.content.findDiffStart(now.content)
  if (first === null) return before.sameMarkup(now) ? before : now
  const last = before.content.findDiffEnd(now.content)
  if (!last) return now
  // What is repeated on both sides of a difference belongs to one of them.
  const overlap = Math.max(0, first - Math.min(last.a, last.b))
  try {
    const shared = before.replace(first, last.a + overlap, now.slice(first, last.b + overlap))
    return shared.eq(now) ? shared : now
  } catch {
    return now
  }
}

function samePictures(before: Work['pictures'], now: Work['pictures']): boolean {
  if (before.size !== now.size) return false
  for (const [name, picture] of now) {
    const known = before.get(name)
    if (!known || !samePicture(known, picture)) return false
  }
  return true
}

function samePicture({ bytes, ...facts }: Picture, { bytes: own, ...ownFacts }: Picture): boolean {
  return same(facts, ownFacts) && bytes.length === own.length && bytes.every((byte, at) => byte === own[at])
}
