/** The inline content of a text block, worded. */
import type { Node } from 'prosemirror-model'
import type { Piece, PieceMark } from '../../content/pieces.ts'
import { occurrenceOf } from '../../numbers/occurrences.ts'
import type { Turnover } from '../../turnover/turnover.ts'
import { attributesOf, type InlineKind, isInlineKind, isKind, kindOf } from '../../work/kinds/index.ts'
import type { SaidFormula, SaidInline, SaidPiece } from './manuscript.ts'

interface Saying {
  turnover: Turnover
  identity: string
  /** How many worded things stand before what is said, and what stands right before it. */
  worded: number
  before: Node | null
}

/** What an inline thing says: a kind that is missing here does not compile. */
const inlineSayings: Record<InlineKind, (node: Node, saying: Saying) => SaidInline[]> = {
  formula: (node, { turnover }) => [sayFormula(attributesOf(node, 'formula').formula, false, turnover)],
  reference: (node, saying) => {
    const occurrence = occurrenceOf(saying.identity, saying.worded++)
    const { wording, targets } = attributesOf(node, 'reference')
    return [{ kind: 'reference', occurrence, wording, targets, said: sayWorded(node, occurrence, saying) }]
  },
  mention: (node, saying) => {
    const occurrence = occurrenceOf(saying.identity, saying.worded++)
    const { entry } = attributesOf(node, 'mention')
    return [{ kind: 'mention', occurrence, entry, said: sayWorded(node, occurrence, saying) }]
  },
  citation: (node, saying) => {
    const { id, cites } = attributesOf(node, 'citation')
    return [{ kind: 'citation', id, cites, said: sayWorded(node, id, saying) }]
  },
  field: (node, saying) => [{ kind: 'field', said: sayWorded(node, occurrenceOf(saying.identity, saying.worded++), saying) }],
  note: (node, { turnover, before }) => {
    const { id } = attributesOf(node, 'note')
    const number = turnover.ledger.byId.get(id)?.number ?? ''
    return [{ kind: 'noteMark', note: id, number, parted: before !== null && isKind(before, 'note') }]
  },
  indexMark: node => {
    const { id, term, main, range } = attributesOf(node, 'indexMark')
    return [{ kind: 'place', id, term, main, range }]
  },
}

/** The inline content of a text block. `identity` tells the block apart where it has no id of its own. */
export function sayInline(node: Node, turnover: Turnover, identity: string = node.attrs.id ?? ''): SaidInline[] {
  const saying: Saying = { turnover, identity, worded: 0, before: null }
  return node.children.flatMap(child => {
    const kind = kindOf(child)
    const said = child.text !== undefined ? [sayText(child, child.text)] : isInlineKind(kind) ? inlineSayings[kind](child, saying) : []
    saying.before = child
    return said
  })
}

const told: ReadonlySet<string> = new Set<PieceMark>(['emphasis', 'strong', 'code', 'smallCapitals', 'subscript', 'superscript'])
const marksOf = (node: Node): PieceMark[] => node.marks.map(mark => mark.type.name).filter((name): name is PieceMark => told.has(name))

function sayText(node: Node, text: string): SaidInline {
  const of = (mark: string, name: string): string | undefined => node.marks.find(found => found.type.name === mark)?.attrs[name]
  const address = of('link', 'address')
  const language = of('language', 'tag')
  return { kind: 'text', text, marks: marksOf(node), ...(address ? { address } : {}), ...(language ? { language } : {}) }
}

export function sayFormula(notation: string, display: boolean, { formulaOf }: Turnover): SaidFormula {
  const { mathMl, error } = formulaOf(notation, display)
  return { kind: 'formula', notation, mathMl, error, display }
}

/** What something worded says, in the look of where it stands. */
function sayWorded(node: Node, occurrence: string, { turnover }: Saying): SaidPiece[] {
  const around = marksOf(node)
  return turnover.wordingOf(node, occurrence).map(piece => sayPiece(piece, turnover, around))
}

export function sayPiece(piece: Piece, turnover: Turnover, around: readonly PieceMark[] = []): SaidPiece {
  const { text, target, address, lost, marks = [], formula, language, expansion } = piece
  const leads = { ...(target && !lost ? { target } : {}), ...(address ? { address } : {}) }
  if (formula !== undefined) return { ...sayFormula(formula, false, turnover), ...(target && !lost ? { target } : {}) }
  return {
    kind: 'text',
    text,
    marks: around.length ? [...new Set([...around, ...marks])] : marks,
    ...leads,
    ...(language ? { language } : {}),
    ...(expansion ? { expansion } : {}),
    ...(lost ? { lost } : {}),
  }
}

/** Pieces that the program writes: the head of a caption, an entry of a list. */
export const sayPieces = (pieces: readonly Piece[], turnover: Turnover): SaidPiece[] => pieces.map(piece => sayPiece(piece, turnover))
