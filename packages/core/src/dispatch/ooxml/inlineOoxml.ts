/** The words of a line in an office text: runs, fields that say what is so, formulas, notes. */
import type { PieceMark } from '../../content/pieces.ts'
import type { InlineName, SaidFormula, SaidInline, SaidPiece, SaidReference, SaidText } from '../manuscript/manuscript.ts'
import type { Element, Markup } from '../markup/markup.ts'
import type { WordContext } from './context.ts'
import { type NumberPiece, paragraphNumberSwitch } from './liveNumbers.ts'
import { officeMath } from './mathOoxml.ts'
import { field, type Properties, run, w } from './wordElements.ts'

type Handlers = { [Name in InlineName]: (said: Extract<SaidInline, { kind: Name }>, context: WordContext, look: Properties) => Markup[] }

export const hyperlinkType = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships/hyperlink'

const looks: Record<PieceMark, () => Element[]> = {
  emphasis: () => [w('i'), w('iCs')],
  strong: () => [w('b'), w('bCs')],
  code: () => [w('rStyle', { val: 'CodeInText' })],
  smallCapitals: () => [w('smallCaps')],
  subscript: () => [w('vertAlign', { val: 'subscript' })],
  superscript: () => [w('vertAlign', { val: 'superscript' })],
}

/** A look that is told twice is told once, by what is nearest to the words. */
const together = (look: Properties, own: readonly Element[]): Properties => [
  ...look.filter(each => each && !own.some(({ name }) => name === each.name)),
  ...own,
]

function lookOf({ marks, language, lost }: SaidText, around: Properties): Properties {
  const own = [
    ...marks.flatMap(mark => looks[mark]()),
    ...(language ? [w('lang', { val: language })] : []),
    ...(lost ? [w('color', { val: 'A4262C' })] : []),
  ]
  return own.length ? together(around, own) : around
}

/** What leads to a place in the text, or to an address outside. */
function linked({ target, address }: SaidText, inner: readonly Markup[], context: WordContext): Markup[] {
  if (target && context.kinds.has(target)) return [w('hyperlink', { anchor: context.bookmarks.nameOf(target), history: 1 }, inner)]
  if (address) return [w('hyperlink', { 'r:id': context.relationships.to(hyperlinkType, address, true), history: 1 }, inner)]
  return [...inner]
}

/** One that cannot be set, or that the format has no form for, stands as its notation, so that nothing is lost. */
export function formulaOoxml({ mathMl, notation }: SaidFormula, { division, onLost }: WordContext): Markup {
  if (mathMl)
    try {
      return officeMath(mathMl)
    } catch {
      onLost({ id: division.id, says: `The formula “${notation}” stands as its notation: it has no form in office texts.` })
    }
  return run(notation, [w('rStyle', { val: 'CodeInText' })])
}

/** Pieces of a number: words, and fields with what they say. */
export const numberOoxml = (pieces: readonly NumberPiece[], look: Properties): Markup[] =>
  pieces.flatMap(({ text, instruction }) => (instruction ? field(instruction, [run(text, look)]) : [run(text, look)]))

/** What of a piece is the number of its target, or the label of its page: that part is asked for by a field. */
function referring(piece: SaidPiece, { wording }: SaidReference, context: WordContext, look: Properties): Markup[] {
  if (piece.kind !== 'text' || !piece.target || !context.kinds.has(piece.target)) return inlineOoxml([piece], context, look)
  const { manuscript, bookmarks, plans } = context
  const { target, text } = piece
  const own = lookOf(piece, look)
  const split = (part: string, instruction: string): Markup[] => {
    const at = text.lastIndexOf(part)
    return [text.slice(0, at), null, text.slice(at + part.length)].flatMap((each): Markup[] =>
      each === null ? field(`${instruction} \\h`, [run(part, own)]) : each ? [run(each, own)] : [],
    )
  }
  const entry = manuscript.ledger.byId.get(target)
  const page = manuscript.pageOf(target)
  const { bare } = entry ?? { bare: '' }
  const saysPage =
    ['page', 'nameNumberAndPage'].includes(wording) && page !== '' && text.endsWith(page) && !(bare && text.endsWith(bare) && bare !== page)
  if (saysPage) return split(page, `PAGEREF ${bookmarks.nameOf(target)}`)
  if (entry && bare && text.includes(bare)) {
    const heading = plans.headings.get(target)
    const asks = heading?.live ? paragraphNumberSwitch(entry.number, bare) : null
    if (asks) return split(bare, `REF ${bookmarks.nameOf(target)} ${asks}`)
    if (heading?.live === false || plans.numbers.get(target)?.length) return split(bare, `REF ${bookmarks.nameOf(`number ${target}`)}`)
    if (entry.item.kind === 'note' && context.notes.get(target)?.mark === null)
      return split(bare, `NOTEREF ${bookmarks.nameOf(`call ${target}`)}`)
  }
  return linked(piece, [run(text, own)], context)
}

/** What an inline thing is in an office text: a kind that is missing here does not compile. */
const handlers: Handlers = {
  text: (said, context, look) => linked(said, [run(said.text, lookOf(said, look))], context),
  formula: (said, context) => {
    const { target } = said
    const inner = formulaOoxml(said, context)
    return target && context.kinds.has(target) ? [w('hyperlink', { anchor: context.bookmarks.nameOf(target), history: 1 }, inner)] : [inner]
  },
  noteMark: ({ note, number, parted }, { notes, bookmarks }) => {
    const planned = notes.get(note)
    const raised = [w('vertAlign', { val: 'superscript' })]
    if (!planned) return [run(number, raised)]
    const style = planned.part === 'footnotes' ? 'FootnoteReference' : 'EndnoteReference'
    const name = planned.part === 'footnotes' ? 'footnoteReference' : 'endnoteReference'
    const mark = w(
      'r',
      {},
      w('rPr', {}, w('rStyle', { val: style })),
      w(name, { id: planned.number, customMarkFollows: planned.mark === null ? null : 1 }),
      planned.mark === null ? null : w('t', {}, planned.mark),
    )
    return [...(parted ? [run(',', raised)] : []), ...bookmarks.around(`call ${note}`, [mark])]
  },
  reference: (said, context, look) => said.said.flatMap(piece => referring(piece, said, context, look)),
  mention: ({ occurrence, said }, context, look) => context.bookmarks.around(occurrence, inlineOoxml(said, context, look)),
  citation: ({ id, said }, context, look) => context.bookmarks.around(id, inlineOoxml(said, context, look)),
  field: ({ said }, context, look) => inlineOoxml(said, context, look),
  place: ({ id, term, main, range }, { manuscript, termOf, bookmarks }) => {
    const words = termOf(term).map(each => each.replace(/[":\\;]/g, sign => `\\${sign}`))
    // A range without an end is a place, and an end without a beginning is none.
    const begins = manuscript.ranges.get(id)
    const whole = begins ? `range ${begins}` : ''
    if (range === 'end') return whole ? bookmarks.end(whole) : []
    if (!words.length) return []
    const opened = whole ? bookmarks.start(whole) : []
    const switches = `${main ? ' \\b' : ''}${whole ? ` \\r ${bookmarks.nameOf(whole)}` : ''}`
    return [...opened, ...bookmarks.around(id, hidden(`XE "${words.join(':')}"${switches}`))]
  },
}

/** A field that says nothing. */
const hidden = (instruction: string): Element[] => [
  w('r', {}, w('fldChar', { fldCharType: 'begin' })),
  w('r', {}, w('instrText', { 'xml:space': 'preserve' }, ` ${instruction} `)),
  w('r', {}, w('fldChar', { fldCharType: 'end' })),
]

export const inlineOoxml = (said: readonly SaidInline[], context: WordContext, look: Properties = []): Markup[] =>
  // The table has the handler of this kind for what is of this kind, which the compiler cannot follow through a variable.
  said.flatMap(each => (handlers[each.kind] as (said: SaidInline, context: WordContext, look: Properties) => Markup[])(each, context, look))
