/** How near the pages of references and their targets are. */
import type { Node } from 'prosemirror-model'
import { scanDivision } from '../numbers/scan.ts'
import { idsOn } from '../pages/idsOn.ts'
import type { PagePlace } from '../pages/page.ts'
import type { Nearness } from '../references/wordReference.ts'
import type { Line } from '../type/line.ts'

/** Index of the page on which each id, and each reference that says how near its target is, begins. */
export interface PageIndexes {
  ids: Map<string, number>
  references: Map<Node, number>
}

export const noIndexes: PageIndexes = { ids: new Map(), references: new Map() }

export function pageIndexes(places: PagePlace[]): PageIndexes {
  const ids = new Map<string, number>()
  const references = new Map<Node, number>()
  for (const { body, index } of places) {
    if (!body) continue
    for (const id of idsOn(body)) if (!ids.has(id)) ids.set(id, index)
    for (const { box } of [...body.placed, ...body.notes])
      for (const mark of box.marks)
        if (mark.kind === 'line') for (const anchor of anchorsOf(mark.line)) if (!references.has(anchor)) references.set(anchor, index)
  }
  return { ids, references }
}

const anchorsOf = (line: Line): readonly Node[] => line.anchors ?? []

/** Left-hand and right-hand pages of a two-sided work face each other: rectos have even indexes. */
export function nearnessIn(indexes: PageIndexes, reference: Node, twoSided: boolean): (id: string) => Nearness | undefined {
  return id => {
    const own = indexes.references.get(reference)
    const target = indexes.ids.get(id)
    if (own === undefined || target === undefined) return undefined
    const [left, right] = own < target ? [own, target] : [target, own]
    return { pages: target - own, facing: twoSided && right - left === 1 && left % 2 === 1 }
  }
}

/** References that say how near their target is, in order. */
export const nearbyReferences = (doc: Node): Node[] =>
  doc.children.flatMap(node =>
    scanDivision(node)
      .references.map(({ node: reference }) => reference)
      .filter(reference => reference.attrs.wording === 'nearby'),
  )
