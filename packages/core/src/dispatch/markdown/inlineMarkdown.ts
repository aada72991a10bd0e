/** The words of a line as Markdown (CommonMark 0.31). */
import type { PieceMark } from '../../content/pieces.ts'
import type { InlineName, Manuscript, SaidFormula, SaidInline, SaidText } from '../manuscript/manuscript.ts'
import { spoken } from '../manuscript/within.ts'
import { anchorOf, linkTo } from '../markup/anchors.ts'
import { escaped } from '../markup/markup.ts'

export interface MarkdownContext {
  manuscript: Manuscript
  /** Formulas in words, in place of MathML. */
  speaks: boolean
  /** Readers count the notes as they are numbered: they are notes of Markdown then. */
  countsNotes: boolean
  /** Names that something is called by in this file; what leads elsewhere leads nowhere. */
  anchors: ReadonlySet<string>
}

type Handlers = { [Name in InlineName]: (said: Extract<SaidInline, { kind: Name }>, context: MarkdownContext) => string }

/** Signs that would be read as more than signs. */
export const plain = (text: string): string =>
  text
    .replace(/[\\`*_[\]<>&|#~$!]/g, '\\$&')
    .replace(/^(\s*)([-+=])/, '$1\\$2')
    .replace(/^(\s*\d+)([.)])/, '$1\\$2')

/** Around words and not around the spaces beside them, where a mark would be none. */
const around = (text: string, before: string, after = before): string => {
  const [, lead = '', words = '', trail = ''] = /^(\s*)([\s\S]*?)(\s*)$/.exec(text)!
  return words ? `${lead}${before}${words}${after}${trail}` : text
}

const looks: Record<PieceMark, (inner: string) => string> = {
  emphasis: inner => around(inner, '<em>', '</em>'),
  strong: inner => around(inner, '<strong>', '</strong>'),
  code: inner => around(inner, '<code>', '</code>'),
  smallCapitals: inner => inner,
  subscript: inner => around(inner, '<sub>', '</sub>'),
  superscript: inner => around(inner, '<sup>', '</sup>'),
}
/** Signs of Markdown, where words stand free on both sides of them; elements of HTML within words. */
const signs: Partial<Record<PieceMark, string>> = { emphasis: '*', strong: '**' }

function text({ text: words, marks, target, address }: SaidText, { anchors }: MarkdownContext): string {
  let inner = plain(words)
  const [only] = marks
  if (marks.length === 1 && only && signs[only] && /^\s*\p{L}[\s\S]*[\p{L}\p{N}]\s*$/u.test(words)) inner = around(inner, signs[only])
  else for (const mark of marks) inner = looks[mark](inner)
  if (target && anchors.has(anchorOf(target))) return around(inner, '[', `](${linkTo(target)})`)
  return address ? around(inner, '[', `](<${address.replace(/[<>\\\s]/g, encodeURIComponent)}>)`) : inner
}

export const formulaMarkdown = (formula: SaidFormula, { manuscript, speaks }: MarkdownContext): string =>
  !formula.mathMl
    ? `<code>${escaped(formula.notation)}</code>`
    : speaks
      ? plain(spoken(formula, manuscript.language))
      : formula.mathMl.replace(/\s*\n\s*/g, ' ')

export const anchorMarkdown = (id: string): string => (id ? `<a id="${anchorOf(id)}"></a>` : '')

/** What an inline thing is in Markdown: a kind that is missing here does not compile. */
const handlers: Handlers = {
  text,
  formula: formulaMarkdown,
  noteMark: ({ note, number, parted }, { countsNotes }) =>
    countsNotes ? `[^${number}]` : `<sup>${parted ? ',' : ''}[${plain(number)}](${linkTo(note)})</sup>`,
  reference: ({ said }, context) => inlineMarkdown(said, context),
  mention: ({ occurrence, said }, context) => anchorMarkdown(occurrence) + inlineMarkdown(said, context),
  citation: ({ id, said }, context) => anchorMarkdown(id) + inlineMarkdown(said, context),
  field: ({ said }, context) => inlineMarkdown(said, context),
  place: ({ id }) => anchorMarkdown(id),
}

export const inlineMarkdown = (said: readonly SaidInline[], context: MarkdownContext): string =>
  // The table has the handler of this kind for what is of this kind, which the compiler cannot follow through a variable.
  said.map(each => (handlers[each.kind] as (said: SaidInline, context: MarkdownContext) => string)(each, context)).join('')
