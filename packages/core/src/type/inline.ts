/** The inline content of a text block as styled runs: what is set, in which face, and where it leads. */
import type { Node } from 'prosemirror-model'
import { type Piece, textOfPieces } from '../content/pieces.ts'
import type { WordingOf } from '../content/plainText.ts'
import type { FormulaDrawing, FormulaTypesetter } from '../formulas/typesetter.ts'
import { occurrenceOf, placeOf, wordedIn } from '../numbers/occurrences.ts'
import { attributesOf, type InlineKind, isInlineKind, isKind, kindOf, traitsOf } from '../work/kinds/index.ts'
import type { MarkName } from '../work/kinds/marks.ts'
import type { FaceName, TextStyle } from '../work/parts/houseStyle.ts'
import { faceWith, strongOf } from './faces.ts'

/** Where a piece of text leads: an entry of the work, an address outside, or a note. */
export type Lead = { entry: string } | { address: string } | { note: string }

export interface Run {
  text: string
  face: FaceName
  /** Type size in points. */
  size: number
  /** Height above the baseline in points; negative is below. */
  rise: number
  lead: Lead | null
  /** A formula stands here; `text` is then one placeholder letter. */
  formula: FormulaDrawing | null
  source: string
  /** The note whose mark this is. */
  note: string
  /** Words may be hyphenated. */
  divisible: boolean
  /** Something that must be mended: a lost target, a formula that cannot be set. */
  marked: boolean
  /** Other texts that the place of this one must have room for: the widest of all decides its width. */
  reserve?: readonly string[]
  /** OpenType features: small capitals, old-style figures. */
  features?: string
  /** Places whose page is asked for and that stand here: of a reference that says how near its target is, and of marks for an index. */
  anchors?: readonly string[]
  /** A line ends in it at spaces only: numbers and ranges that references say are not torn apart. */
  whole?: true
  /** BCP 47 tag of words in another language than the work's. */
  language?: string
  /** What an abbreviation stands for, where its short form is printed alone. */
  expansion?: string
  /** How deep it stands in changes of direction, where its paragraph has any: odd levels run from right to left (Unicode Annex 9). */
  level?: number
}

/** What inline content needs to know of the rest of the work. */
export interface InlineContext {
  /** How much larger formulas are set than the text around them, so that their numerals are as high as its. */
  formulaScale: number
  formulas: FormulaTypesetter
  wordingOf: WordingOf
  /** What a reference said in rounds that did not settle: its place is as wide as the widest, whatever it says in the end. */
  reserveOf(occurrence: string): readonly string[] | undefined
  /** The number of a note by id, and what else it was in rounds that did not settle. */
  noteMark(id: string): string
  noteReserve(id: string): readonly string[] | undefined
}

/** Share of the type size that raised and lowered text and note marks have, and how far they move. */
const scriptSize = 0.68
const raised = 0.36
const lowered = -0.14
/** Shares of the type size: of code within text, and of the source of a formula that cannot be set. */
const codeSize = 0.92
const sourceSize = 0.85

/** A run of words without marks; most are. */
function plainRun(text: string, face: FaceName, size: number, features: string): Run {
  const run: Run = { text, face, size, rise: 0, lead: null, formula: null, source: '', note: '', divisible: true, marked: false }
  if (features) run.features = features
  return run
}

const featuresOf = ({ smallCapitals, oldStyleFigures }: TextStyle): string =>
  [...(smallCapitals ? ['smcp'] : []), ...(oldStyleFigures ? ['onum'] : [])].join(' ')

/** The text block whose runs are made. */
interface Making {
  style: TextStyle
  context: InlineContext
  /** A run like all others of the block, without words. */
  plain: Run
  /** What the block is told apart by; its own id unless another is given. */
  identity: string
  /** How many worded things stand before what is made, and what stands right before it. */
  worded: number
  before: Node | null
}

const makingOf = (style: TextStyle, context: InlineContext, identity: string): Making => ({
  style,
  context,
  identity,
  plain: plainRun('', style.face, style.size, featuresOf(style)),
  worded: 0,
  before: null,
})

/** What an inline thing is set as: a kind that is missing here does not compile. */
const inlineRuns: Record<InlineKind, (node: Node, making: Making) => Run[]> = {
  formula: (node, making) => [formulaRun(attributesOf(node, 'formula').formula, faceOf(node, making.style), making)],
  reference: (node, making) => {
    const occurrence = occurrenceOf(making.identity, making.worded++)
    return referenceRuns(node, faceOf(node, making.style), occurrence, making)
  },
  mention: (node, making) => {
    const occurrence = occurrenceOf(making.identity, making.worded++)
    const [first, ...rest] = making.context.wordingOf(node, occurrence).map(piece => mentionRun(piece, faceOf(node, making.style), making))
    return first ? [{ ...first, anchors: [occurrence] }, ...rest] : []
  },
  citation: (node, making) => {
    const occurrence = attributesOf(node, 'citation').id
    const [first, ...rest] = making.context.wordingOf(node, occurrence).map(piece => citationRun(piece, faceOf(node, making.style), making))
    return first ? [{ ...first, anchors: [occurrence] }, ...rest] : []
  },
  field: (node, making) => {
    const occurrence = occurrenceOf(making.identity, making.worded++)
    return making.context.wordingOf(node, occurrence).map(piece => pieceRun(piece, faceOf(node, making.style), making))
  },
  note: (node, making) => {
    const run = noteRun(attributesOf(node, 'note').id, making)
    const { note: _note, reserve: _reserve, ...plain } = run
    // Marks at one place are parted.
    return making.before && isKind(making.before, 'note') ? [{ ...plain, note: '', lead: null, text: ',' }, run] : [run]
  },
  // Marks stand with a word beside them: `withMarks` finds it.
  indexMark: () => [],
}

/** The inline content of a text block. `identity` tells the block apart where it has no id of its own. */
export function runsOf(node: Node, style: TextStyle, context: InlineContext, identity: string = node.attrs.id ?? ''): Run[] {
  if (hasMarks(node)) return withMarks(node, style, context, identity)
  const making = makingOf(style, context, identity)
  return node.children.flatMap(child => childRuns(child, making))
}

const hasMarks = (node: Node): boolean => node.children.some(child => isKind(child, 'indexMark'))

const unmarked = new WeakMap<Node, { node: Node; marks: readonly { id: string; at: number }[] }>()

/** A text block without its marks for an index, and where each stands: how many letters and things are before it. */
function withoutMarks(node: Node): { node: Node; marks: readonly { id: string; at: number }[] } {
  let found = unmarked.get(node)
  if (!found) {
    const marks: { id: string; at: number }[] = []
    const rest: Node[] = []
    let at = 0
    for (const child of node.children) {
      if (isKind(child, 'indexMark')) marks.push({ id: child.attrs.id, at })
      else {
        rest.push(child)
        // Things count one each, as their runs have one letter at the least.
        at += child.text?.length ?? 1
      }
    }
    unmarked.set(node, (found = { node: node.type.create(node.attrs, rest, node.marks), marks }))
  }
  return found
}

/** Where the word begins that a mark at an offset stands with: the one it stands in or behind, else the one that follows. */
function wordAt(text: string, offset: number): number {
  const startOf = (within: number): number => text.lastIndexOf(' ', within - 1) + 1
  let at = startOf(offset)
  if (at === offset) {
    while (at < text.length && text[at] === ' ') at++
    if (at === text.length) at = startOf(text.trimEnd().length)
  }
  // A figure and its unit are kept together by the words of one run.
  while (at > 1 && /[0-9] $/.test(text.slice(at - 2, at))) at = startOf(at - 1)
  return at
}

/**
 * The runs of a text block as they are without its marks, so that no mark moves a letter; a run is parted before the word that a mark
 * stands with, where a space parts it anyway.
 */
function withMarks(block: Node, style: TextStyle, context: InlineContext, identity: string): Run[] {
  const { node, marks } = withoutMarks(block)
  const runs: Run[] = []
  /** How many letters and things of the block stand before the child whose runs are made. */
  let before = 0
  const making = makingOf(style, context, identity)
  for (const child of node.children) {
    const length = child.text?.length ?? 1
    const own = marks.filter(({ at }) => at >= before && (at < before + length || (at === before + length && child === node.lastChild)))
    const made = childRuns(child, making)
    if (own.length && child.text !== undefined) {
      const [run] = made as [Run]
      const cuts = new Map<number, string[]>()
      for (const { id, at } of own) {
        const cut = wordAt(child.text, at - before)
        cuts.set(cut, [...(cuts.get(cut) ?? []), id])
      }
      const starts = [...new Set([0, ...cuts.keys()])].sort((a, b) => a - b)
      starts.forEach((start, index) => {
        const part: Run = { ...run, text: run.text.slice(start, starts[index + 1]) }
        const anchors = cuts.get(start)
        runs.push(anchors ? { ...part, anchors } : part)
      })
    } else if (own.length && made[0])
      runs.push({ ...made[0], anchors: [...(made[0].anchors ?? []), ...own.map(({ id }) => id)] }, ...made.slice(1))
    else runs.push(...made)
    before += length
  }
  // With no word left beside them, marks stand with a space that nobody sees, as they would else be on no page.
  return runs.length ? runs : [{ ...making.plain, text: '\u00a0', anchors: marks.map(({ id }) => id) }]
}

function childRuns(child: Node, making: Making): Run[] {
  const { style } = making
  if (child.text !== undefined) {
    making.before = child
    return [child.marks.length ? markedRun(child, child.text, making) : plainRun(child.text, style.face, style.size, featuresOf(style))]
  }
  const kind = kindOf(child)
  const made = isInlineKind(kind) ? inlineRuns[kind](child, making) : []
  making.before = child
  return made
}

const has = (node: Node, name: MarkName): boolean => node.marks.some(mark => mark.type.name === name)

const faceOf = (node: Node, { face }: TextStyle): FaceName =>
  node.marks.length
    ? faceWith(face, { emphasis: has(node, 'emphasis'), strong: has(node, 'strong'), code: has(node, 'code') })
    : faceWith(face, { emphasis: false, strong: false, code: false })

function markedRun(child: Node, text: string, { style, plain }: Making): Run {
  const face = faceOf(child, style)
  const attribute = (mark: MarkName, name: string): string | undefined => child.marks.find(found => found.type.name === mark)?.attrs[name]
  const address = attribute('link', 'address')
  const language = attribute('language', 'tag')
  const script = has(child, 'superscript') ? raised : has(child, 'subscript') ? lowered : 0
  return {
    ...plain,
    text,
    face,
    size: style.size * (script ? scriptSize : face === 'mono' ? codeSize : 1),
    rise: script * style.size,
    lead: address === undefined ? null : { address },
    divisible: face !== 'mono' && address === undefined,
    ...(has(child, 'smallCapitals') ? { features: style.oldStyleFigures ? 'smcp onum' : 'smcp' } : {}),
    ...(language ? { language } : {}),
  }
}

function formulaRun(source: string, face: FaceName, { style, context, plain }: Making): Run {
  const formula = context.formulas.set(source, false)
  return formula.error
    ? { ...plain, text: source || '□', face: 'mono', size: style.size * sourceSize, divisible: false, marked: true }
    : { ...plain, text: 'x', face, size: plain.size * context.formulaScale, formula, source, divisible: false }
}

/** What a reference says. Where it must have room for several texts it is one run. */
function referenceRuns(node: Node, face: FaceName, occurrence: string, making: Making): Run[] {
  const { context, plain } = making
  const pieces = context.wordingOf(node, occurrence)
  const reserve = context.reserveOf(occurrence)
  const anchor = isKind(node, 'reference') && node.attrs.wording === 'nearby' ? { anchors: [occurrence] } : {}
  if (!reserve) return pieces.map(piece => ({ ...pieceRun(piece, face, making), divisible: true, whole: true, ...anchor }))
  const target = pieces.find(piece => piece.target && !piece.lost)?.target
  const text = textOfPieces(pieces).replaceAll(' ', '\u00a0')
  const marked = pieces.some(piece => piece.lost)
  return [{ ...plain, text, face, lead: target ? { entry: target } : null, divisible: false, whole: true, marked, reserve, ...anchor }]
}

/** A short form is never torn apart; the words that are written out are words like others. */
const mentionRun = (piece: Piece, face: FaceName, making: Making): Run => {
  const run = {
    ...pieceRun(piece, face, making),
    divisible: Boolean(piece.authored),
    ...(piece.language ? { language: piece.language } : {}),
    ...(piece.expansion ? { expansion: piece.expansion } : {}),
  }
  return piece.authored ? run : { ...run, whole: true }
}

/** Numbers in brackets are not torn apart; words of sources are words like others. */
const citationRun = (piece: Piece, face: FaceName, making: Making): Run => {
  const run = pieceRun(piece, face, making)
  const inWords = !run.lead || 'entry' in run.lead
  return { ...run, divisible: inWords && /\p{L}{5}/u.test(piece.text) }
}

/** A piece of what something says, in the face around it. */
function pieceRun({ text, target, address, lost, marks = [], formula }: Piece, face: FaceName, making: Making): Run {
  const lead = target && !lost ? { entry: target } : address ? { address } : null
  if (formula !== undefined) return { ...formulaRun(formula, face, making), lead }
  const { style, plain } = making
  const script = marks.includes('superscript') ? raised : marks.includes('subscript') ? lowered : 0
  const own = marks.length
    ? faceWith(face, { emphasis: marks.includes('emphasis'), strong: marks.includes('strong'), code: marks.includes('code') })
    : face
  return {
    ...plain,
    text,
    face: own,
    ...(script ? { size: style.size * scriptSize, rise: script * style.size } : {}),
    ...(marks.includes('smallCapitals') ? { features: style.oldStyleFigures ? 'smcp onum' : 'smcp' } : {}),
    lead,
    marked: Boolean(lost),
  }
}

function noteRun(id: string, { style, context, plain }: Making): Run {
  const reserve = context.noteReserve(id)
  return {
    ...plain,
    text: context.noteMark(id),
    face: style.face,
    size: style.size * scriptSize,
    rise: raised * style.size,
    lead: { note: id },
    note: id,
    divisible: false,
    ...(reserve ? { reserve } : {}),
  }
}

/** Pieces that the program writes, in a style: an entry of a register in a list. */
export function runsOfPieces(pieces: readonly Piece[], style: TextStyle, context: InlineContext): Run[] {
  const making = makingOf(style, context, '')
  return pieces.map(piece => ({ ...pieceRun(piece, style.face, making), divisible: false, whole: true }))
}

/** Pieces that stand before a text: what is strong or emphasised is set so, and strong words are not torn apart. */
export function headRuns(pieces: readonly Piece[], style: TextStyle): Run[] {
  return pieces.map(({ text, marks = [], authored }) => {
    const run = plainRun(text, style.face, style.size, '')
    run.divisible = Boolean(authored)
    if (marks.includes('strong')) return { ...run, face: strongOf(style.face), whole: true }
    if (marks.includes('emphasis')) return { ...run, face: faceWith(style.face, { emphasis: true, strong: false, code: false }) }
    return run
  })
}

/** What the setting of a text block depends on beside the node and its style, as one string to compare. */
export function dependencies(node: Node, context: InlineContext, identity: string = node.attrs.id ?? ''): string {
  // Most blocks have neither: looking is cheaper than keeping that.
  if (!node.children.some(child => traitsOf(child).worded || isKind(child, 'note'))) return ''
  let key = ''
  for (const worded of wordedIn(node)) {
    const occurrence = placeOf(identity, worded)
    for (const { text, target = '', address = '', lost, marks, formula, language, expansion } of context.wordingOf(
      worded.node,
      occurrence,
    )) {
      key += `${text}>${target}${address}|`
      if (lost) key += '!'
      if (marks) key += marks.join()
      if (formula) key += formula
      if (language) key += language
      if (expansion) key += `=${expansion}`
    }
    const reserve = context.reserveOf(occurrence)
    if (reserve) key += reserve.join('=')
    // Its lines say where it stands.
    if (worded.node.attrs.wording === 'nearby' || isKind(worded.node, 'mention') || isKind(worded.node, 'citation')) key += occurrence
  }
  for (const note of notesIn(node)) key += `${context.noteMark(note)}${context.noteReserve(note)?.join('=') ?? ''}~`
  return key
}

const noteIds = new WeakMap<Node, readonly string[]>()

/** Notes whose marks stand in a text block. */
function notesIn(block: Node): readonly string[] {
  let found = noteIds.get(block)
  if (!found) noteIds.set(block, (found = block.children.flatMap(child => (isKind(child, 'note') ? [child.attrs.id] : []))))
  return found
}
