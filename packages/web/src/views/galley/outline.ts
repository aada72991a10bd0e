/** The outline as a tree: parts and chapters beside each other, sections under what they stand in. */
import type { Ledger } from '@steady-ledger/core/numbers/ledger.ts'
import type { Destination } from '@steady-ledger/core/work/commands/sections.ts'
import { division, type Matter, matterOf, type Node, plainText } from '@steady-ledger/core/work/schema.ts'

export interface OutlineRow {
  id: string
  level: number
  number: string
  title: string
  matter: Matter
}

export interface Outline {
  rows: readonly OutlineRow[]
  rowOf: ReadonlyMap<string, OutlineRow>
  childrenOf: ReadonlyMap<string, readonly string[]>
  parentOf: ReadonlyMap<string, string>
}

/** What holds the parts and chapters; no block has this id. */
export const root = 'outline'
const deepestShown = 3

const sameRow = (one: OutlineRow, other: OutlineRow | undefined): boolean =>
  other !== undefined && (Object.keys(one) as (keyof OutlineRow)[]).every(key => one[key] === other[key])

/** The outline as it was, where nothing is otherwise in it: what stands under what follows from the rows. */
export const sameOutline = (now: Outline, before: Outline | null): Outline =>
  before && before.rows.length === now.rows.length && now.rows.every((row, index) => sameRow(row, before.rows[index])) ? before : now

export function outlineOf(ledger: Ledger, doc: Node): Outline {
  const rows: OutlineRow[] = []
  const childrenOf = new Map<string, string[]>()
  const parentOf = new Map<string, string>()
  /** The headings that the next one may stand under. */
  let above: OutlineRow[] = []
  for (const { item, bare, division: index } of ledger.entries) {
    if (item.kind !== 'heading' || item.level > deepestShown || !item.text) continue
    const host = doc.child(index)
    const row: OutlineRow = {
      id: item.id,
      level: item.level,
      number: bare,
      title: plainText(item.text) || 'Untitled',
      matter: matterOf(host),
    }
    above = row.level <= 1 ? [] : above.filter(other => other.level < row.level)
    const parent = row.level <= 1 ? root : (above.at(-1)?.id ?? division(host).id)
    above.push(row)
    rows.push(row)
    parentOf.set(row.id, parent)
    childrenOf.set(parent, [...(childrenOf.get(parent) ?? []), row.id])
  }
  return { rows, rowOf: new Map(rows.map(row => [row.id, row])), childrenOf, parentOf }
}

/**
 * Where a row goes that is dropped: `into` another or the root, there before the child of that index, or among its children wherever they
 * begin (null). A section that is dropped between two chapters ends the upper one. Null where nothing would be moved to.
 */
export function placeOfDrop(
  outline: Outline,
  dragged: string,
  { into, before }: { into: string; before: number | null },
): { id: string; where: Destination } | null {
  const children = outline.childrenOf.get(into) ?? []
  if (before === null) return into === root ? null : { id: into, where: 'into' }
  if (into === root && outline.rowOf.get(dragged)!.level > 1) {
    const upper = children[before - 1]
    return upper ? { id: upper, where: 'after' } : { id: children[0]!, where: 'into' }
  }
  const next = children.slice(before).find(id => id !== dragged)
  if (next) return { id: next, where: 'before' }
  const last = children.findLast(id => id !== dragged)
  return last ? { id: last, where: 'after' } : into === root ? null : { id: into, where: 'into' }
}
