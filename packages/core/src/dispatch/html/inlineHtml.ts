/** The words of a line as HTML. */
import type { PieceMark } from '../../content/pieces.ts'
import type { InlineName, SaidFormula, SaidInline, SaidText } from '../manuscript/manuscript.ts'
import { spoken } from '../manuscript/within.ts'
import { anchorOf, linkTo } from '../markup/anchors.ts'
import { element, escapedAttribute, type Markup, written } from '../markup/markup.ts'
import type { HtmlContext } from './context.ts'

type Handlers = { [Name in InlineName]: (said: Extract<SaidInline, { kind: Name }>, context: HtmlContext) => Markup[] }

const looks: Record<PieceMark, (inner: Markup) => Markup> = {
  emphasis: inner => element('em', {}, inner),
  strong: inner => element('strong', {}, inner),
  code: inner => element('code', {}, inner),
  smallCapitals: inner => element('span', { class: 'small-capitals' }, inner),
  subscript: inner => element('sub', {}, inner),
  superscript: inner => element('sup', {}, inner),
}

/** The id of the place where a note is called. */
export const callOf = (note: string): string => `call ${note}`

function textHtml(said: SaidText): Markup[] {
  const { text, marks, target, address, language, expansion, lost } = said
  let inner: Markup = text
  if (expansion) inner = element('abbr', { title: expansion }, inner)
  for (const mark of marks) inner = looks[mark](inner)
  if (language) inner = element('span', { lang: language }, inner)
  if (lost) inner = element('span', { class: 'lost' }, inner)
  if (target) inner = element('a', { href: linkTo(target) }, inner)
  else if (address) inner = element('a', { href: address, rel: 'noreferrer' }, inner)
  return [inner]
}

export function formulaHtml(said: SaidFormula, { speaks, manuscript }: HtmlContext): Markup[] {
  const { mathMl, notation, target } = said
  if (!mathMl) return [element('code', { class: 'lost' }, notation || '□')]
  const formula = written(
    speaks ? mathMl.replace('<math', `<math alttext="${escapedAttribute(spoken(said, manuscript.language))}"`) : mathMl,
  )
  return [target ? element('a', { href: linkTo(target) }, formula) : formula]
}

/** What an inline thing is in HTML: a kind that is missing here does not compile. */
const handlers: Handlers = {
  text: textHtml,
  formula: formulaHtml,
  noteMark: ({ note, number, parted }) => [
    ...(parted ? [element('sup', {}, ',')] : []),
    element('a', { id: anchorOf(callOf(note)), href: linkTo(note), role: 'doc-noteref', class: 'note-mark' }, element('sup', {}, number)),
  ],
  reference: ({ said }, context) => inlineHtml(said, context),
  mention: ({ occurrence, said }, context) => [element('span', { id: anchorOf(occurrence) }, inlineHtml(said, context))],
  citation: ({ id, said }, context) => [element('span', { id: anchorOf(id), class: 'citation' }, inlineHtml(said, context))],
  field: ({ said }, context) => inlineHtml(said, context),
  place: ({ id }) => [element('span', { id: anchorOf(id) })],
}

export const inlineHtml = (said: readonly SaidInline[], context: HtmlContext): Markup[] =>
  // The table has the handler of this kind for what is of this kind, which the compiler cannot follow through a variable.
  said.flatMap(each => (handlers[each.kind] as (said: SaidInline, context: HtmlContext) => Markup[])(each, context))
