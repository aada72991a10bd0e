/** One round of a turnover: what every reference, mention and note mark says under the facts that the pages before it gave. */
import { type Citations, wordCitation } from '../content/citations/citations.ts'
import { type ToldOfWork, wordField } from '../content/fields.ts'
import type { Mentions } from '../content/mentions/standing.ts'
import { wordMention } from '../content/mentions/wordMention.ts'
import type { Piece } from '../content/pieces.ts'
import { unknownPage } from '../content/references/pagesOf.ts'
import { type ReferenceContext, saysPage, wordReference } from '../content/references/wordReference.ts'
import type { WorkLedger } from '../numbers/ledger.ts'
import { type FoundReference, scanDivision } from '../numbers/scan.ts'
import { attributesOf, isKind } from '../work/kinds/index.ts'
import { wordsOf } from '../work/parts/scheme.ts'
import type { Node } from '../work/schema.ts'
import type { Facts } from './facts/index.ts'
import { nearnessIn } from './facts/nearness.ts'

/** A reference in its place, and the division it stands in. */
export interface PlacedReference extends FoundReference {
  division: number
}

// Field by field: there are thousands, anew at each turnover.
const placed = ({ node, targets, holder, occurrence, before }: FoundReference, division: number): PlacedReference => ({
  node,
  targets,
  holder,
  occurrence,
  before,
  division,
})

/** Every reference of a document by its place. */
export function referencesByPlace(doc: Node): ReadonlyMap<string, PlacedReference> {
  const found = new Map<string, PlacedReference>()
  doc.forEach((node, _at, division) => {
    for (const reference of scanDivision(node).references) found.set(reference.occurrence, placed(reference, division))
  })
  return found
}

/** What wording a reference takes beside the facts of the pages. */
export interface WordingContext {
  ledger: WorkLedger
  language: string
  twoSided: boolean
  references: ReadonlyMap<string, PlacedReference>
  mentions: Mentions
  citations: Citations
  /** What the work says of itself. */
  told: ToldOfWork
}

/** What a reference said under some numbers, by the pages it said it with. */
interface Kept {
  stamp: object
  language: string
  before: string
  division: number | undefined
  said: { pages: string; pieces: Piece[] }[]
}

/** A turnover says the same under “…” and under the pages of its first and last rounds; what was said longer ago is not asked for. */
const mostKept = 6

/** What a reference says depends on the numbers and on the pages of its targets: it is kept with them. */
export class WordingCache {
  private readonly kept = new WeakMap<Node, Kept>()

  word(node: Node, occurrence: string, context: WordingContext, facts: Facts): Piece[] {
    if (isKind(node, 'mention')) return mentionAt(node, occurrence, context)
    if (isKind(node, 'field')) return wordField(node, context.told)
    if (isKind(node, 'citation')) return wordCitation(occurrence, context.citations, id => context.ledger.byId.get(id)?.number ?? '')
    const place = context.references.get(occurrence)
    const { wording, targets } = attributesOf(node, 'reference')
    // Titles may hold references of their own, and how near something is depends on where this one stands.
    if (wording === 'title' || wording === 'nearby') return wordAt(node, occurrence, place, context, facts)
    const { said } = this.under(node, place, context)
    const pages = saysPage(wording) ? pagesOf(targets, facts) : ''
    const kept = said.find(before => before.pages === pages)
    if (kept) return kept.pieces
    const pieces = wordAt(node, occurrence, place, context, facts)
    if (said.length >= mostKept) said.shift()
    said.push({ pages, pieces })
    return pieces
  }

  private under(node: Node, place: PlacedReference | undefined, { ledger: { stamp }, language }: WordingContext): Kept {
    let kept = this.kept.get(node)
    const before = place?.before ?? ''
    const division = place?.division
    if (kept?.stamp !== stamp || kept.language !== language || kept.before !== before || kept.division !== division)
      this.kept.set(node, (kept = { stamp, language, before, division, said: [] }))
    return kept
  }
}

const mentionAt = (node: Node, occurrence: string, { mentions, language, ledger }: WordingContext): Piece[] =>
  wordMention(node, occurrence, { mentions, language, words: wordsOf(ledger.scheme, language) })

/** The pages of some targets as one string; for a single one it does not matter where among all pages its own is. */
function pagesOf(targets: readonly string[], { labels }: Facts): string {
  const [only] = targets
  if (only !== undefined && targets.length === 1) return labels.get(only)?.label ?? unknownPage
  return targets.map(id => `${labels.get(id)?.label ?? unknownPage}@${labels.get(id)?.index ?? ''}`).join()
}

/** What a reference says at a place under facts of pages. */
export const wordUnder = (node: Node, occurrence: string, context: WordingContext, facts: Facts): Piece[] =>
  wordAt(node, occurrence, context.references.get(occurrence), context, facts)

function wordAt(
  node: Node,
  occurrence: string,
  place: PlacedReference | undefined,
  context: WordingContext,
  { labels, indexes }: Facts,
): Piece[] {
  const { targets, wording, was } = attributesOf(node, 'reference')
  const reading: ReferenceContext = {
    ledger: context.ledger,
    language: context.language,
    pageOf: id => labels.get(id),
    before: place?.before ?? '',
    division: place?.division,
    nearness: nearnessIn(indexes, occurrence, context.twoSided),
  }
  return wordReference({ targets, wording, was }, reading)
}
