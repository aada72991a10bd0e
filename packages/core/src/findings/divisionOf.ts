import type { Node } from '../work/schema.ts'

/** Index of the division that an identified block stands in, or that it is; 0 where there is none. */
export function divisionOf(doc: Node, id: string): number {
  const index = doc.children.findIndex(division => {
    let found = division.attrs.id === id
    division.descendants(node => {
      if (node.attrs.id === id) found = true
      return !found
    })
    return found
  })
  return Math.max(0, index)
}
