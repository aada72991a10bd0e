/** What an entry is called by its own words. */

import { saysFormula } from '../numbers/item.ts'
import type { Entry } from '../numbers/ledger.ts'
import { attributesOf, type InlineKind, isInlineKind, kindOf } from '../work/kinds/index.ts'
import { type Node, plainText } from '../work/schema.ts'
import { type Piece, type PieceMark, textOfPieces } from './pieces.ts'

/** Says a reference or mention that stands in a title. */
type SayReference = (worded: Node) => Piece[]

const told: ReadonlySet<string> = new Set<PieceMark>(['emphasis', 'strong', 'code', 'smallCapitals', 'subscript', 'superscript'])

/** What an inline thing says in a title: a kind that is missing here does not compile. */
const inTitles: Record<InlineKind, (node: Node, say: SayReference) => Piece[]> = {
  formula: node => [{ text: '□', formula: attributesOf(node, 'formula').formula }],
  reference: (node, say) => say(node).map(({ text }) => ({ text })),
  mention: (node, say) => say(node),
  citation: (node, say) => say(node).map(({ target: _target, address: _address, ...piece }) => piece),
  field: (node, say) => say(node),
  note: () => [],
  indexMark: () => [],
}

/** The inline content of a text block as it is said elsewhere: with its look, without its notes and links. */
export function piecesOf(node: Node, say: SayReference): Piece[] {
  const pieces: Piece[] = []
  node.forEach(child => {
    const marks = child.marks.map(mark => mark.type.name).filter(name => told.has(name)) as PieceMark[]
    const look = marks.length ? { marks } : {}
    if (child.text !== undefined) pieces.push({ text: child.text.replace(/\s+/g, ' '), ...look })
    const kind = kindOf(child)
    if (isInlineKind(kind)) for (const piece of inTitles[kind](child, say)) pieces.push({ ...piece, ...look })
  })
  return pieces
}

/** Longest text that is said whole, and how much of a longer one is said, in UTF-16 code units. */
const longest = 80
const opening = 60

/** The first words of a text that is too long to be said whole. */
export function shortened(pieces: readonly Piece[]): Piece[] {
  let length = 0
  for (const { text } of pieces) length += text.length
  if (length <= longest) return [...pieces]
  const out: Piece[] = []
  let room = opening
  for (const piece of pieces) {
    if (piece.text.length >= room) {
      const cut = piece.text.slice(0, room).replace(/\s+\S*$/, '')
      return [...out, { ...piece, text: cut }, { text: ' …' }]
    }
    out.push(piece)
    room -= piece.text.length
  }
  return out
}

/** The words of an entry; empty where it has none, as equations. */
export const titleOf = ({ item }: Pick<Entry, 'item'>, say: SayReference): Piece[] =>
  item.text && !saysFormula(item) ? trimmed(piecesOf(item.text, say)) : []

function trimmed(pieces: readonly Piece[]): Piece[] {
  if (!textOfPieces(pieces).trim()) return []
  const last = pieces.length - 1
  return pieces.map((piece, index) => {
    const text = index === 0 ? piece.text.trimStart() : piece.text
    return { ...piece, text: index === last ? text.trimEnd() : text }
  })
}

/** What an entry is called in an interface: its name and number; by its own words where it has none, and no chapter then. */
export function entryName({ item, names, number, bare, brackets }: Pick<Entry, 'item' | 'names' | 'number' | 'bare' | 'brackets'>): string {
  if (number && bare) return `${names.one} ${brackets ? number : bare}`
  const words = item.text && !saysFormula(item) ? plainText(item.text) : ''
  if (words) return `“${textOfPieces(shortened([{ text: words }]))}”`
  return item.block === 'division' ? 'Untitled' : names.one
}
