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
