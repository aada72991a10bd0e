/** The words of a line by JATS 1.3. */
import type { PieceMark } from '../../content/pieces.ts'
import type { InlineName, Manuscript, SaidFormula, SaidInline, SaidText } from '../manuscript/manuscript.ts'
import { anchorOf } from '../markup/anchors.ts'
import { element, type Markup, written } from '../markup/markup.ts'

export interface JatsContext {
  manuscript: Manuscript
  /** What leads somewhere says to what: by the names of its attribute `ref-type`. Things that have no name in the file are not in it. */
  kinds: ReadonlyMap<string, string>
  /** The words of terms, for marks of the index. */
  termOf(id: string): readonly string[]
  pictureAt(name: string): string
  /** Names that stand in the file already: a text that is said twice has a name once. */
  named: Set<string>
}

type Handlers = { [Name in InlineName]: (said: Extract<SaidInline, { kind: Name }>, context: JatsContext) => Markup[] }

const looks: Record<PieceMark, string> = {
  emphasis: 'italic',
  strong: 'bold',
  code: 'monospace',
  smallCapitals: 'sc',
  subscript: 'sub',
  superscript: 'sup',
}

/** A name, the first time that something asks for it. */
export function nameOnce(id: string, { named }: JatsContext): { id?: string } {
  if (!id || named.has(id)) return {}
  named.add(id)
  return { id: anchorOf(id) }
}

function linked(target: string | undefined, inner: Markup, { kinds }: JatsContext): Markup {
  const kind = target === undefined ? undefined : kinds.get(target)
  return target !== undefined && kind ? element('xref', { 'ref-type': kind, rid: anchorOf(target) }, inner) : inner
}

function text(said: SaidText, context: JatsContext): Markup[] {
  const { text: words, marks, target, address, language, expansion } = said
  let inner: Markup = words
  if (expansion) inner = element('abbrev', { 'xlink:title': expansion }, inner)
  for (const mark of marks) inner = element(looks[mark], {}, inner)
  if (language) inner = element('named-content', { 'content-type': 'language', 'xml:lang': language }, inner)
  if (address) inner = element('ext-link', { 'ext-link-type': 'uri', 'xlink:href': address }, inner)
  return [linked(target, inner, context)]
}

/** MathML under the prefix that the standard's document types know it by. */
export const mathOf = ({ mathMl }: SaidFormula): Markup =>
  written(mathMl.replace(/<(\/?)([a-zA-Z])/g, '<$1mml:$2').replace('xmlns=', 'xmlns:mml='))

export const formulaJats = (formula: SaidFormula): Markup => (formula.mathMl ? mathOf(formula) : element('monospace', {}, formula.notation))

/** What an inline thing is in JATS: a kind that is missing here does not compile. */
const handlers: Handlers = {
  text,
  formula: (formula, context) => [linked(formula.target, element('inline-formula', {}, formulaJats(formula)), context)],
  noteMark: ({ note, number, parted }) => [
    ...(parted ? [element('sup', {}, ',')] : []),
    element('xref', { 'ref-type': 'fn', rid: anchorOf(note) }, element('sup', {}, number)),
  ],
  reference: ({ said }, context) => inlineJats(said, context),
  mention: ({ occurrence, said }, context) => {
    const own = nameOnce(occurrence, context)
    return own.id ? [element('named-content', { 'content-type': 'mention', ...own }, inlineJats(said, context))] : inlineJats(said, context)
  },
  citation: ({ id, said }, context) => {
    const own = nameOnce(id, context)
    return own.id
      ? [element('named-content', { 'content-type': 'citation', ...own }, inlineJats(said, context))]
      : inlineJats(said, context)
  },
  field: ({ said }, context) => inlineJats(said, context),
  place: ({ id, term, range }, context) => {
    const own = nameOnce(id, context)
    const words = context.termOf(term)
    if (range === 'end' || !own.id || !words.length) return []
    const under = (at: number): Markup =>
      element('index-term', at ? {} : own, element('term', {}, words[at]!), at + 1 < words.length ? under(at + 1) : null)
    return [under(0)]
  },
}

export const inlineJats = (said: readonly SaidInline[], context: JatsContext): Markup[] =>
  // The table has the handler of this kind for what is of this kind, which the compiler cannot follow through a variable.
  said.flatMap(each => (handlers[each.kind] as (said: SaidInline, context: JatsContext) => Markup[])(each, context))
