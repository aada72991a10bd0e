/** Which divisions and sections each block stands in, for readers that listen. */
import type { Structure } from '../../pages/box.ts'
import { isKind } from '../../work/kinds/index.ts'
import { division, type Node } from '../../work/schema.ts'

/** By the id of every block and of all it holds, the structure elements around it, from the outermost. */
export function sectionsOf(doc: Node): Map<string, Structure> {
  const sections = new Map<string, Structure>()
  for (const host of doc.children) {
    const { id } = division(host)
    const around = [`Sect ${id}`]
    const open: { level: number; id: string }[] = []
    sections.set(id, around)
    for (const block of host.children) {
      if (isKind(block, 'heading')) {
        while (open.length && open.at(-1)!.level >= block.attrs.level) open.pop()
        open.push({ level: block.attrs.level, id: block.attrs.id })
      }
      const path = [...around, ...open.map(section => `Sect ${section.id}`)]
      if (block.attrs.id) sections.set(block.attrs.id, path)
      block.descendants(inner => {
        if (inner.attrs.id) sections.set(inner.attrs.id, path)
      })
    }
  }
  return sections
}
