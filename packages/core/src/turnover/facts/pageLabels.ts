/** On which page, under which label, each thing stands whose page is printed: listed entries and targets of page references. */
import type { PageOf } from '../../content/references/pagesOf.ts'
import { saysPage } from '../../content/references/wordReference.ts'
import type { WorkLedger } from '../../numbers/ledger.ts'
import { isGenerated, scanDivision } from '../../numbers/scan.ts'
import { idsOn } from '../../pages/idsOn.ts'
import { isKind } from '../../work/kinds/index.ts'
import type { Node } from '../../work/schema.ts'
import type { PageFact } from './pageFact.ts'

export type PageLabels = ReadonlyMap<string, PageOf>

export const pageLabels: PageFact<PageLabels> = {
  none: new Map(),
  read: (places, { printed }) => {
    const labels = new Map<string, PageOf>()
    for (const { body, label, index } of places)
      if (body) for (const id of idsOn(body)) if (printed.has(id) && !labels.has(id)) labels.set(id, { label, index })
    return labels
  },
  changes: (before, after, { printed }) =>
    [...printed].flatMap(id => (before.get(id)?.label === after.get(id)?.label ? [] : [`${id}:${after.get(id)?.label}`])),
}

/** The ids whose page is printed somewhere. */
export function printedIds(doc: Node, ledger: WorkLedger): ReadonlySet<string> {
  const ids = new Set<string>()
  if (doc.children.some(node => isGenerated(node) || node.children.some(block => isKind(block, 'miniContents'))))
    for (const { id, item } of ledger.entries) if (item.kind !== 'note' && item.kind !== 'listItem') ids.add(id)
  for (const node of doc.children)
    for (const { node: reference, targets } of scanDivision(node).references)
      if (isKind(reference, 'reference') && saysPage(reference.attrs.wording)) for (const target of targets) ids.add(target)
  return ids
}
