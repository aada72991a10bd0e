/**
 * What every citation of a work says, and every list of sources: found from the register, the style, and all citations in the order of the
 * text. A division that holds a list of its own counts for itself; all others count together.
 */
import { type FoundCitation, scanDivision } from '../../numbers/scan.ts'
import { isKind } from '../../work/kinds/index.ts'
import { division, type Node } from '../../work/schema.ts'
import type { Piece } from '../pieces.ts'

/** An entry of a list of sources. */
export interface ListedSource {
  source: string
  /** What the pages call the entry: citations lead to it. */
  anchor: string
  /** A number that stands in a column of its own; empty where there is none. */
  margin: Piece[]
  text: Piece[]
  /** BCP 47 tag of its words, where it is not that of the work. */
  language: string | null
  /** Where it is cited, in the order of the text: the citation, and what holds it. */
  cited: readonly { id: string; holder: string }[]
}

export interface SourceList {
  entries: readonly ListedSource[]
  /** Later lines of an entry stand further in. */
  hanging: boolean
}

/** What is known of citations; the same object for as long as nothing of it changes. */
export interface Citations {
  byPlace: ReadonlyMap<string, readonly Piece[]>
  /** By the id of the division that has a list of its own; '' for the list of the work. */
  lists: ReadonlyMap<string, SourceList>
  /** Why the style file cannot be used; empty where it can. */
  trouble: string
}

export const noCitations: Citations = { byPlace: new Map(), lists: new Map(), trouble: '' }

/** A scope: what counts together. */
export interface Scope {
  key: string
  found: FoundCitation[]
}

const ownList = new WeakMap<Node, boolean>()

/** Whether a division holds a list of the sources that are cited in it. */
export function hasOwnList(node: Node): boolean {
  let has = ownList.get(node)
  if (has === undefined) ownList.set(node, (has = node.children.some(block => isKind(block, 'sourceList'))))
  return has
}

/** Which list the citations of a division stand in. */
export const scopeOf = (node: Node): string => (hasOwnList(node) ? division(node).id : '')

/** All citations, by what counts together, in the order of the text. */
export function citationsByScope(doc: Node): Scope[] {
  const scopes = new Map<string, Scope>([['', { key: '', found: [] }]])
  for (const node of doc.children) {
    const { citations } = scanDivision(node)
    const key = scopeOf(node)
    if (!scopes.has(key)) scopes.set(key, { key, found: [] })
    if (citations.length) scopes.get(key)!.found.push(...citations)
  }
  return [...scopes.values()]
}

/** What a citation says, with the numbers that notes have now. */
export function wordCitation(id: string, { byPlace }: Pick<Citations, 'byPlace'>, numberOfNote: (id: string) => string): Piece[] {
  const said = byPlace.get(id) ?? [{ text: '…' }]
  return said.map(piece => (piece.noteNumber === undefined ? piece : { ...piece, text: numberOfNote(piece.noteNumber) || '…' }))
}
