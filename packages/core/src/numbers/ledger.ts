/**
 * The ledger: a number for everything that has one, and how it came about. One mechanism for headings, series, notes and parts;
 * chapters are level 1 and nothing more.
 */
import type { Node } from 'prosemirror-model'
import { type Scheme, seriesRule } from '../work/parts/scheme.ts'
import { Count, type Numbering } from './count.ts'
import type { NumberedItem } from './item.ts'
import { type DivisionScan, scanDivision } from './scan.ts'

export type { WrittenCounter } from './count.ts'

/** Everything that is known of something numbered, or referred to without a number. */
export interface Entry extends Numbering {
  id: string
  item: NumberedItem
  /** The index of its division in the work. */
  division: number
  /** Its place among all entries, in reading order. */
  order: number
}

export interface Ledger {
  entries: Entry[]
  byId: Map<string, Entry>
  scheme: Scheme
}

/** Numbers a plain list of items; each with the index of its division. */
export function numberItems(items: Iterable<readonly [NumberedItem, number]>, scheme: Scheme): Ledger {
  const count = new Count(scheme)
  const entries: Entry[] = []
  const byId = new Map<string, Entry>()
  for (const [item, division] of items) {
    const entry = entryOf(item, division, entries.length, numberingOf(item, count, byId, scheme))
    entries.push(entry)
    byId.set(item.id, entry)
  }
  return { entries, byId, scheme }
}

function numberingOf(item: NumberedItem, count: Count, byId: ReadonlyMap<string, Entry>, scheme: Scheme): Numbering {
  switch (item.kind) {
    case 'heading':
      return count.heading(item)
    case 'series':
      return count.series(item, seriesRule(scheme, item.series))
    case 'member': {
      const whole = byId.get(item.partOf)
      if (whole?.item.kind !== 'series')
        throw new RangeError(`Part “${item.id}” belongs to “${item.partOf}”, which is not numbered before it.`)
      return count.member(item, whole, seriesRule(scheme, whole.item.series))
    }
    case 'note':
      return count.note(item)
    case 'listItem':
      return count.listItem(item, byId.get(item.partOf))
    case 'place':
      return count.place()
  }
}

// Field by field: spreading thousands of objects over each other is what numbering would cost most.
const entryOf = (item: NumberedItem, division: number, order: number, made: Numbering): Entry => ({
  id: item.id,
  item,
  division,
  order,
  number: made.number,
  bare: made.bare,
  prefix: made.prefix,
  own: made.own,
  written: made.written,
  count: made.count,
  group: made.group,
  countsAs: made.countsAs,
  names: made.names,
  brackets: made.brackets,
  prefixFrom: made.prefixFrom,
  restartedBy: made.restartedBy,
})

/** A ledger of a document, with what it was computed from. */
export interface WorkLedger extends Ledger {
  scans: readonly DivisionScan[]
  /** The same object for as long as every number stays what it is. */
  stamp: object
}

/**
 * Numbers the whole work. Given the previous ledger, and when no division changed in a way that can change a number, the
 * numbers stand and only the nodes that carry texts are renewed; unchanged works give back the same ledger.
 */
export function numberWork(doc: Node, scheme: Scheme, previous?: WorkLedger): WorkLedger {
  const scans = doc.children.map(scanDivision)
  if (previous && standsAs(previous, scans, scheme)) return renewed(previous, scans)
  const items = scans.flatMap((scan, index) => scan.items.map((item): [NumberedItem, number] => [item, index]))
  return { ...numberItems(items, scheme), scans, stamp: {} }
}

const standsAs = (previous: WorkLedger, scans: readonly DivisionScan[], scheme: Scheme): boolean =>
  previous.scheme === scheme &&
  previous.scans.length === scans.length &&
  scans.every((scan, index) => scan === previous.scans[index] || scan.signature === previous.scans[index]?.signature)

/** The numbers stand; only what names the entries of divisions that were edited may have changed. */
function renewed(previous: WorkLedger, scans: readonly DivisionScan[]): WorkLedger {
  let entries: Entry[] | undefined
  let order = 0
  scans.forEach((scan, index) => {
    if (scan !== previous.scans[index])
      scan.items.forEach((item, at) => {
        const entry = previous.entries[order + at]!
        if (saysTheSame(item, entry.item)) return
        entries ??= previous.entries.slice()
        entries[order + at] = { ...entry, item }
      })
    order += scan.items.length
  })
  if (!entries) return previous
  return { ...previous, entries, byId: new Map(entries.map(entry => [entry.id, entry])), scans }
}

/** Equal signatures leave these open. */
function saysTheSame(a: NumberedItem, b: NumberedItem): boolean {
  if (a === b) return true
  if (a.text !== b.text || a.label !== b.label || a.block !== b.block) return false
  if (a.kind === 'heading' && b.kind === 'heading') return a.listed === b.listed && a.shortTitle === b.shortTitle
  if (a.kind === 'series' && b.kind === 'series') return a.shortText === b.shortText
  return a.kind !== 'listItem' || b.kind !== 'listItem' || a.partOf === b.partOf
}
