/** What is done with sources and their citations all over a work: each as one change of the document and its register. */
import type { Transform } from 'prosemirror-transform'
import { isKind } from '../kinds/index.ts'
import type { Cited } from '../kinds/inline.ts'
import type { Source } from '../registers/sources.ts'
import type { Node } from '../schema.ts'
import { setEntry } from '../steps/registerStep.ts'
import type { Work } from '../work.ts'

/** Where a source is cited: positions of the citations. */
export function citationsAt(doc: Node, source: string): number[] {
  const places: number[] = []
  doc.descendants((node, at) => {
    if (isKind(node, 'citation') && node.attrs.cites.some(one => one.source === source)) places.push(at)
  })
  return places
}

/** How often each source is cited. */
export function citedTimes(doc: Node): Map<string, number> {
  const times = new Map<string, number>()
  doc.descendants(node => {
    if (isKind(node, 'citation')) for (const { source } of node.attrs.cites) times.set(source, (times.get(source) ?? 0) + 1)
  })
  return times
}

function changeCites(tr: Transform, source: string, change: (one: Cited) => Cited): void {
  for (const at of citationsAt(tr.doc, source)) {
    const node = tr.doc.nodeAt(at)
    if (!node || !isKind(node, 'citation')) continue
    const cites = node.attrs.cites.map(one => (one.source === source ? change(one) : one))
    // Two that say the same have become one.
    tr.setNodeAttribute(at, 'cites', [...new Map(cites.map(one => [JSON.stringify(one), one])).values()])
  }
}

/** Takes a source out; its citations keep the name that it had, and are told. */
export function removeSource<T extends Transform>(tr: T, work: Work, id: string, called: string): T {
  if (!Object.hasOwn(work.sources, id)) return tr
  changeCites(tr, id, one => ({ ...one, was: called.slice(0, 300) }))
  return setEntry(tr, work, 'sources', id, null)
}

/** One source takes over the citations of another, which goes; `both` is what it says from now on. */
export function mergeSources<T extends Transform>(tr: T, work: Work, from: string, into: string, both: Source): T {
  if (from === into || !Object.hasOwn(work.sources, from) || !Object.hasOwn(work.sources, into)) return tr
  changeCites(tr, from, one => ({ ...one, source: into }))
  setEntry(tr, work, 'sources', into, both)
  return setEntry(tr, work, 'sources', from, null)
}
