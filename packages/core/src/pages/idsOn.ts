import type { PageBody } from './filling.ts'

const bodyIds = new WeakMap<PageBody, string[]>()

/** Entries that begin on a page and blocks that stand on it, in order. */
export function idsOn(body: PageBody): string[] {
  let ids = bodyIds.get(body)
  if (!ids) {
    const found = new Set<string>()
    for (const { box } of [...body.placed, ...body.notes]) {
      for (const id of box.begins) found.add(id)
      if (box.block && !box.lead) found.add(box.block)
    }
    bodyIds.set(body, (ids = [...found]))
  }
  return ids
}

const bodyAnchors = new WeakMap<PageBody, readonly string[]>()

/** Places on a page whose page is asked for: of references, mentions and marks for an index, in order. */
export function anchorsOn(body: PageBody): readonly string[] {
  let anchors = bodyAnchors.get(body)
  if (!anchors) {
    const found: string[] = []
    for (const { box } of [...body.placed, ...body.notes])
      for (const mark of box.marks) if (mark.kind === 'line' && mark.line.anchors) found.push(...mark.line.anchors)
    bodyAnchors.set(body, (anchors = found))
  }
  return anchors
}
