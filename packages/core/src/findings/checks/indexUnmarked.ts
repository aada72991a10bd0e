import { type KnownWords, knownWords } from '../../content/index/knownWords.ts'
import { rangeMarksIn } from '../../content/index/marks.ts'
import { isKind } from '../../work/kinds/index.ts'
import { matterOf, type Node } from '../../work/schema.ts'
import { workCheck } from '../check.ts'
import { indexDivision } from '../indexFacts.ts'

interface Place extends KnownWords {
  division: number
  section: string
  holder: string
  identity: string
}

/** Share of the places of a term that may be undecided where the author has gone through them. */
const mostUndecided = 1 / 3

/**
 * Words of known terms in new text. What is new is told by what was done: where most places of a term stand in sections that mark it, or were said no to,
 * the author has gone through them, and the others came later.
 */
export const indexUnmarked = workCheck('indexUnmarked', {
  title: 'Index: words of a known term, not marked',
  weight: 'worthALook',
  *look({ turnover }) {
    const { doc, terms, settings } = turnover.work
    if (!indexDivision(turnover) || Object.keys(terms).length === 0) return
    const byTerm = new Map<string, Place[]>()
    const within = rangesOf(doc)
    /** A mark stands for its section: its words are not marked again there. */
    const markedIn = new Set<string>()
    for (const [division, node] of doc.children.entries()) {
      // Front matter names what the work is about.
      if (matterOf(node) === 'front') continue
      let section = `${division}`
      for (const { block, words } of knownWords(node, terms, settings.language)) {
        if (isKind(block.block, 'heading')) section = `${division} ${block.start}`
        for (const each of words) {
          if (each.marked || within(each.term, division, block.start + each.from)) markedIn.add(`${each.term} ${section}`)
          // Titles and lists name what the text says.
          if (!isKind(block.block, 'paragraph')) continue
          const place = { ...each, division, section, holder: block.holder, identity: block.identity }
          const places = byTerm.get(each.term)
          if (places) places.push(place)
          else byTerm.set(each.term, [place])
        }
      }
    }
    for (const [term, places] of byTerm) {
      const refused = new Set(terms[term]!.refused)
      const undecided = places.filter(({ section, key }) => !markedIn.has(`${term} ${section}`) && !refused.has(key))
      if (undecided.length > places.length * mostUndecided) continue
      for (const { division, holder, identity, from, to, text } of undecided)
        yield {
          message: `“${text}” stands here, and is not marked for the index; most other places of “${terms[term]!.heading}” are.`,
          advice: 'Mark it where readers learn something about it, or say no to it among its words at the index desk.',
          place: holder,
          division,
          range: { identity, from, to },
          remedy: { says: 'Mark it', does: 'markWords', range: { identity, from, to }, expected: text, term },
        }
    }
  },
})

/** Tells whether a place lies within a range of a term: by the term, the division, and the position from that of the division. */
function rangesOf(doc: Node): (term: string, division: number, at: number) => boolean {
  const byTerm = new Map<string, { division: number; at: number; begins: boolean }[]>()
  for (const [division, node] of doc.children.entries())
    for (const { term, range, at } of rangeMarksIn(node))
      byTerm.set(term, [...(byTerm.get(term) ?? []), { division, at, begins: range === 'start' }])
  return (term, division, at) => {
    let open = 0
    for (const end of byTerm.get(term) ?? []) {
      if (end.division > division || (end.division === division && end.at > at)) break
      open = Math.max(0, open + (end.begins ? 1 : -1))
    }
    return open > 0
  }
}
