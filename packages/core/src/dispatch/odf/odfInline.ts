/** The words of a line in an OpenDocument text: spans, fields that say what is so, formulas, notes where they are called. */
import type { PieceMark } from '../../content/pieces.ts'
import type { InlineName, SaidFormula, SaidInline, SaidPiece, SaidReference, SaidText } from '../manuscript/manuscript.ts'
import { spoken } from '../manuscript/within.ts'
import { anchorOf } from '../markup/anchors.ts'
import { element, type Markup } from '../markup/markup.ts'
import type { OdfContext } from './odfContext.ts'
import { o, points, words } from './odfElements.ts'
import type { SequenceNumber } from './outlineNumbers.ts'

type Handlers = { [Name in InlineName]: (said: Extract<SaidInline, { kind: Name }>, context: OdfContext) => Markup[] }

export const markStyles: Record<PieceMark, string> = {
  emphasis: 'Emphasis',
  strong: 'Strong',
  code: 'CodeInText',
  smallCapitals: 'SmallCapitals',
  subscript: 'Subscript',
  superscript: 'Superscript',
}

function spans({ text, marks, language, lost }: SaidText, { languages }: OdfContext): Markup[] {
  let inner = words(text)
  for (const mark of marks) inner = [o('text:span', { 'text:style-name': markStyles[mark] }, inner)]
  if (language) {
    languages.add(language)
    inner = [o('text:span', { 'text:style-name': `Language-${language}` }, inner)]
  }
  return lost ? [o('text:span', { 'text:style-name': 'Lost' }, inner)] : inner
}

function linked(target: string | undefined, address: string | undefined, inner: readonly Markup[], { kinds }: OdfContext): Markup[] {
  if (target && kinds.has(target)) return [o('text:a', { 'xlink:type': 'simple', 'xlink:href': `#${anchorOf(target)}` }, inner)]
  return address ? [o('text:a', { 'xlink:type': 'simple', 'xlink:href': address }, inner)] : [...inner]
}

/** An object of MathML with a drawing for programs that show none, as high and deep in its line as it is on the page. */
export function formulaOdf(said: SaidFormula, context: OdfContext): Markup[] {
  if (!said.mathMl) return [o('text:span', { 'text:style-name': 'CodeInText' }, words(said.notation || '□'))]
  const { manuscript, formulaAt, drawings } = context
  const drawn = manuscript.drawingOf(said)
  const { size } = manuscript.work.houseStyle.body
  const { object, shown } = formulaAt(said)
  return [
    o(
      'draw:frame',
      {
        'draw:style-name': 'FormulaFrame',
        'draw:name': `Formula ${drawings.next++}`,
        'text:anchor-type': 'as-char',
        'svg:y': points(-drawn.height * size),
        'svg:width': points(Math.max(0.1, drawn.width * size)),
        'svg:height': points(Math.max(0.1, (drawn.height + drawn.depth) * size)),
      },
      o('draw:object', { 'xlink:href': `./${object}`, 'xlink:type': 'simple', 'xlink:show': 'embed', 'xlink:actuate': 'onLoad' }),
      o('draw:image', { 'xlink:href': `./${shown}`, 'xlink:type': 'simple', 'xlink:show': 'embed', 'xlink:actuate': 'onLoad' }),
      o('svg:desc', {}, spoken(said, manuscript.language)),
    ),
  ]
}

/** A number of a sequence where it stands: what it counts is told, what it shows is ours. */
export const sequenceOdf = (id: string, number: SequenceNumber | { text: string }): Markup[] => {
  if ('text' in number) return [number.text]
  const { before, sequence, says, startAt, format, after, again } = number
  const name = anchorOf(sequence)
  return [
    ...(before ? [before] : []),
    o(
      'text:sequence',
      {
        'text:ref-name': anchorOf(`number ${id}`),
        'text:name': name,
        // One more than before, where nothing is told.
        'text:formula': again ? name : startAt,
        'style:num-format': format,
      },
      says,
    ),
    ...(after ? [after] : []),
  ]
}

/** What of a piece is the number of its target, or the label of its page: that part is asked for by a field. */
function referring(piece: SaidPiece, { wording }: SaidReference, context: OdfContext): Markup[] {
  if (piece.kind !== 'text' || !piece.target || !context.kinds.has(piece.target)) return inlineOdf([piece], context)
  const { manuscript, plans } = context
  const { target, text } = piece
  const name = anchorOf(target)
  const around = (part: string, asked: Markup): Markup[] => {
    const at = text.lastIndexOf(part)
    const inner = [...words(text.slice(0, at)), asked, ...words(text.slice(at + part.length))]
    return piece.marks.reduce<Markup[]>((made, mark) => [o('text:span', { 'text:style-name': markStyles[mark] }, made)], inner)
  }
  const entry = manuscript.ledger.byId.get(target)
  const bare = entry?.bare ?? ''
  const page = manuscript.pageOf(target)
  if (['page', 'nameNumberAndPage'].includes(wording) && page && text.endsWith(page) && !(bare && text.endsWith(bare) && bare !== page))
    return around(page, o('text:bookmark-ref', { 'text:reference-format': 'page', 'text:ref-name': name }, page))
  if (entry && bare && text.includes(bare)) {
    const heading = plans.headings.get(target)
    // What stands around the counters of a heading is not asked for everywhere alike: those without are.
    if (heading?.live && entry.number === bare)
      return around(bare, o('text:bookmark-ref', { 'text:reference-format': 'number', 'text:ref-name': name }, bare))
    const number = plans.numbers.get(target)
    if (number && !('text' in number) && !number.again && text.includes(number.says) && !number.after)
      return around(
        number.says,
        o('text:sequence-ref', { 'text:reference-format': 'value', 'text:ref-name': anchorOf(`number ${target}`) }, number.says),
      )
    if (entry.item.kind === 'note' && context.countedNotes.has(target)) {
      const className = manuscript.notes.get(target)?.place === 'foot' ? 'footnote' : 'endnote'
      return around(
        bare,
        o('text:note-ref', { 'text:note-class': className, 'text:reference-format': 'text', 'text:ref-name': name }, bare),
      )
    }
  }
  return linked(target, undefined, spans(piece, context), context)
}

/** What an inline thing is in an OpenDocument text: a kind that is missing here does not compile. */
const handlers: Handlers = {
  text: (said, context) => linked(said.target, said.address, spans(said, context), context),
  formula: (said, context) => linked(said.target, undefined, formulaOdf(said, context), context),
  noteMark: ({ note, number, parted }, { noteOf }) => {
    const made = noteOf(note)
    const raised = (text: string): Markup => o('text:span', { 'text:style-name': 'Superscript' }, text)
    return [...(parted ? [raised(',')] : []), made ?? raised(number)]
  },
  reference: (said, context) => said.said.flatMap(piece => referring(piece, said, context)),
  mention: ({ occurrence, said }, context) => context.places.around(occurrence, inlineOdf(said, context)),
  citation: ({ id, said }, context) => context.places.around(id, inlineOdf(said, context)),
  field: ({ said }, context) => inlineOdf(said, context),
  place: ({ id, term, main, range }, { manuscript, termOf, places }) => {
    const [first, second, ...rest] = termOf(term)
    if (!first) return []
    // A range without an end is a place, and an end without a beginning is none.
    const begins = manuscript.ranges.get(id)
    const ends = begins ? { 'text:id': anchorOf(`range ${begins}`) } : null
    if (range === 'end') return ends ? [element('text:alphabetical-index-mark-end', ends)] : []
    // Two words above the last at most: what stands deeper stands with the last.
    const keys = second ? { 'text:key1': first, ...(rest.length ? { 'text:key2': second } : {}) } : {}
    const value = rest.length ? rest.join(', ') : (second ?? first)
    const attributes = { ...keys, 'text:main-entry': main ? 'true' : null }
    return [
      ...places.around(id, []),
      ends
        ? element('text:alphabetical-index-mark-start', { ...ends, ...attributes })
        : element('text:alphabetical-index-mark', { 'text:string-value': value, ...attributes }),
    ]
  },
}

export const inlineOdf = (said: readonly SaidInline[], context: OdfContext): Markup[] =>
  // The table has the handler of this kind for what is of this kind, which the compiler cannot follow through a variable.
  said.flatMap(each => (handlers[each.kind] as (said: SaidInline, context: OdfContext) => Markup[])(each, context))
