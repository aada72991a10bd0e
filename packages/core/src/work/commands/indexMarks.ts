/** What is done with terms and their marks all over a work: each as one change of the document and its register. */
import type { Transform } from 'prosemirror-transform'
import { isKind } from '../kinds/index.ts'
import type { Term } from '../registers/terms.ts'
import { type Node, schema } from '../schema.ts'
import { setEntry } from '../steps/registerStep.ts'
import type { Work } from '../work.ts'

/** Positions of the marks of a term. */
export function marksAt(doc: Node, term: string): number[] {
  const places: number[] = []
  doc.descendants((node, at) => {
    if (isKind(node, 'indexMark') && node.attrs.term === term) places.push(at)
  })
  return places
}

/** The position of a mark by its id, or -1. */
export function markAt(doc: Node, id: string): number {
  let found = -1
  doc.descendants((node, at) => {
    if (found < 0 && isKind(node, 'indexMark') && node.attrs.id === id) found = at
    return found < 0
  })
  return found
}

/** Whether a mark may stand at a position. */
export function mayMark(doc: Node, at: number): boolean {
  const $at = doc.resolve(at)
  return $at.parent.inlineContent && $at.parent.canReplaceWith($at.index(), $at.index(), schema.nodes.indexMark)
}

/** Marks several places, those behind first, so that positions hold. */
export function markPlaces<T extends Transform>(
  tr: T,
  places: readonly { at: number; main: boolean }[],
  term: string,
  newId: () => string,
): T {
  for (const { at, main } of [...places].sort((a, b) => b.at - a.at))
    if (mayMark(tr.doc, at)) tr.insert(at, schema.nodes.indexMark.create({ id: newId(), term, main }))
  return tr
}

/** Without an id in a list of terms that readers are sent to. */
const sendsNoMore = (term: Term, id: string): Term => ({
  ...term,
  see: term.see.filter(each => each !== id),
  seeAlso: term.seeAlso.filter(each => each !== id),
})

/** Every entry but some, changed; only those that are otherwise then. */
function changeOthers<T extends Transform>(tr: T, work: Work, but: readonly string[], change: (term: Term) => Term): T {
  for (const [id, term] of Object.entries(work.terms)) {
    if (but.includes(id)) continue
    const changed = change(term)
    if (JSON.stringify(changed) !== JSON.stringify(term)) setEntry(tr, work, 'terms', id, changed)
  }
  return tr
}

/** One term takes over another: its marks, what stands under it, and what sends to it. */
export function mergeTerms<T extends Transform>(tr: T, work: Work, from: string, into: string): T {
  const gone = work.terms[from]
  const kept = work.terms[into]
  if (!gone || !kept || from === into) return tr
  for (const at of marksAt(tr.doc, from)) tr.setNodeAttribute(at, 'term', into)
  const instead = (ids: readonly string[]): string[] => [...new Set(ids.map(id => (id === from ? into : id)))]
  changeOthers(tr, work, [from, into], term => ({
    ...term,
    under: term.under === from ? into : term.under,
    see: instead(term.see),
    seeAlso: instead(term.seeAlso),
  }))
  const both = (name: 'see' | 'seeAlso'): string[] => [...new Set([...kept[name], ...gone[name]])].filter(id => id !== from && id !== into)
  // What stood under the other one moves up where it would stand under itself.
  setEntry(tr, work, 'terms', into, {
    ...kept,
    under: kept.under === from ? gone.under : kept.under,
    see: both('see'),
    seeAlso: both('seeAlso'),
  })
  return setEntry(tr, work, 'terms', from, null)
}

/** Takes a term out, with its marks; what stood under it moves one level up. */
export function removeTerm<T extends Transform>(tr: T, work: Work, id: string): T {
  const gone = work.terms[id]
  if (!gone) return tr
  for (const at of marksAt(tr.doc, id).reverse()) tr.delete(at, at + 1)
  changeOthers(tr, work, [id], term => ({ ...sendsNoMore(term, id), under: term.under === id ? gone.under : term.under }))
  return setEntry(tr, work, 'terms', id, null)
}

/** Whether a term may stand under another: not under itself, and no deeper than three levels with all that stands under it. */
export function mayStandUnder(terms: Work['terms'], id: string, upper: string): boolean {
  if (!upper) return true
  const depthUnder = (of: string, seen: readonly string[] = []): number =>
    1 +
    Math.max(
      0,
      ...Object.entries(terms).flatMap(([each, term]) =>
        term.under === of && !seen.includes(each) ? [depthUnder(each, [...seen, of])] : [],
      ),
    )
  let levels = 1
  for (let at = upper; at; at = terms[at]?.under ?? '') {
    if (at === id || ++levels > 4) return false
  }
  return levels - 1 + depthUnder(id) <= 3
}
