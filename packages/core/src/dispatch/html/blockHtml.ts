/** Blocks as HTML. */

import type { BlockName, SaidBlock, SaidFigure, SaidInline, SaidOf, SaidPicture, SaidPiece } from '../manuscript/manuscript.ts'
import { notesIn } from '../manuscript/within.ts'
import { anchorOf, linkTo } from '../markup/anchors.ts'
import { type Element, element, type Markup } from '../markup/markup.ts'
import type { HtmlContext } from './context.ts'
import { callOf, formulaHtml, inlineHtml } from './inlineHtml.ts'
import { entriesHtml, indexHtml, keywordsHtml, registerHtml, sourcesHtml } from './listsHtml.ts'
import { tableHtml } from './tableHtml.ts'

type Handlers = { [Name in BlockName]: (block: SaidOf<Name>, context: HtmlContext) => Markup[] }

const idOf = (id: string): { id?: string } => (id ? { id: anchorOf(id) } : {})

/** A heading of any level: HTML has names for six. */
export const headingHtml = (level: number, attributes: Record<string, string | undefined>, ...content: Markup[]): Element =>
  level <= 6
    ? element(`h${level}`, attributes, ...content)
    : element('div', { ...attributes, role: 'heading', 'aria-level': level }, ...content)

/** Number and words of a heading. */
export const numbered = (number: string, said: readonly SaidInline[], context: HtmlContext): Markup[] => [
  ...(number ? [element('span', { class: 'number' }, number), ' '] : []),
  ...inlineHtml(said, context),
]

export function captionHtml(head: readonly SaidPiece[], caption: readonly SaidInline[], context: HtmlContext): Element[] {
  if (head.length === 0 && caption.length === 0) return []
  return [element('figcaption', {}, inlineHtml(head, context), inlineHtml(caption, context))]
}

const inOrder = (above: boolean, caption: Element[], ...rest: Markup[]): Markup[] => (above ? [...caption, ...rest] : [...rest, ...caption])

function pictureHtml({ picture, alternative, width }: SaidPicture, { pictureAt, widths }: HtmlContext): Element {
  if (!picture) return element('span', { class: 'lost' }, 'No picture yet')
  const share = Math.max(5, Math.round(width * 20) * 5)
  widths.add(share)
  return element('img', {
    src: pictureAt(picture),
    alt: alternative,
    class: `wide-${share}`,
    width: Math.round(picture.width),
    height: Math.round(picture.height),
  })
}

function figureHtml(figure: SaidFigure, context: HtmlContext): Element {
  const shown = figure.picture
    ? [pictureHtml(figure.picture, context)]
    : [
        element(
          'div',
          { class: 'panels' },
          figure.panels.map(panel =>
            element(
              'figure',
              { ...idOf(panel.id), class: 'panel' },
              pictureHtml(panel.picture, context),
              captionHtml(panel.head, panel.said, context),
            ),
          ),
        ),
      ]
  return element('figure', idOf(figure.id), ...inOrder(figure.above, captionHtml(figure.head, figure.caption, context), ...shown))
}

/** Blocks with words that begin in the first line: the head of a statement or a proof. */
function headed(head: readonly SaidInline[], blocks: readonly SaidBlock[], context: HtmlContext): Markup[] {
  const [first, ...rest] = blocks
  const said = element('span', { class: 'head' }, inlineHtml(head, context))
  if (first?.kind !== 'paragraph') return [element('p', {}, said), ...blocksHtml(blocks, context)]
  return [element('p', idOf(first.id), said, inlineHtml(first.said, context)), ...blocksHtml(rest, context)]
}

const equationHtml = ({ id, number, formula }: SaidOf<'equation'>, context: HtmlContext): Element =>
  element(
    'div',
    { ...idOf(id), class: 'equation' },
    element('div', { class: 'formula' }, formulaHtml(formula, context)),
    number ? element('span', { class: 'number' }, number) : null,
  )

const quoteHtml = ({ kind, id, blocks }: SaidOf<'quotation' | 'verse'>, context: HtmlContext): Markup[] => [
  element('blockquote', { ...idOf(id), class: kind === 'verse' ? 'verse' : undefined }, blocksHtml(blocks, context)),
]

/** What a block is in HTML: a kind that is missing here does not compile. */
const handlers: Handlers = {
  paragraph: ({ id, align, said }, context) => [element('p', { ...idOf(id), class: align ?? undefined }, inlineHtml(said, context))],
  heading: ({ id, level, number, said }, context) => [headingHtml(context.top + level - 1, idOf(id), ...numbered(number, said, context))],
  list: ({ id, form, items }, context) => [
    element(
      form ? 'ol' : 'ul',
      { ...idOf(id), class: 'signed' },
      items.map(item =>
        element(
          'li',
          idOf(item.id),
          item.sign ? element('span', { class: 'sign' }, item.sign, ' ') : null,
          element('div', { class: 'said' }, blocksHtml(item.blocks, context)),
        ),
      ),
    ),
  ],
  figure: (figure, context) => [figureHtml(figure, context)],
  row: ({ id, figures }, context) => [
    element(
      'div',
      { ...idOf(id), class: 'row' },
      figures.map(figure => figureHtml(figure, context)),
    ),
  ],
  table: (table, context) => [tableHtml(table, context)],
  box: ({ id, head, caption, above, blocks }, context) => [
    element(
      'figure',
      { ...idOf(id), class: 'box' },
      ...inOrder(above, captionHtml(head, caption, context), ...blocksHtml(blocks, context)),
    ),
  ],
  equation: (equation, context) => [equationHtml(equation, context)],
  equationGroup: ({ id, lines }, context) => [
    element(
      'div',
      { ...idOf(id), class: 'equations' },
      lines.map(line => equationHtml(line, context)),
    ),
  ],
  quotation: quoteHtml,
  verse: quoteHtml,
  epigraph: ({ id, blocks, attribution }, context) => [
    element(
      'blockquote',
      { ...idOf(id), class: 'epigraph' },
      blocksHtml(blocks, context),
      attribution.length ? element('p', { class: 'attribution' }, inlineHtml(attribution, context)) : null,
    ),
  ],
  descriptions: ({ id, entries }, context) => [
    element(
      'dl',
      idOf(id),
      entries.flatMap(({ term, blocks }) => [element('dt', {}, inlineHtml(term, context)), element('dd', {}, blocksHtml(blocks, context))]),
    ),
  ],
  listing: ({ id, head, caption, above, lines, numbered: counts }, context) => [
    element(
      'figure',
      { ...idOf(id), class: 'listing' },
      ...inOrder(
        above,
        captionHtml(head, caption, context),
        element(
          'pre',
          { class: counts ? 'counted' : undefined, tabindex: 0 },
          lines.flatMap((line, index) => [index ? '\n' : '', element('code', {}, line)]),
        ),
      ),
    ),
  ],
  signature: ({ id, said }, context) => [element('p', { ...idOf(id), class: 'signature' }, inlineHtml(said, context))],
  statement: ({ id, head, slanted, blocks }, context) => [
    element('div', { ...idOf(id), class: slanted ? 'statement slanted' : 'statement' }, headed(head, blocks, context)),
  ],
  proof: ({ id, head, blocks }, context) => [element('div', { ...idOf(id), class: 'proof' }, headed(head, blocks, context))],
  space: () => [],
  keywords: (block, context) => [keywordsHtml(block, context)],
  entries: (block, context) => [entriesHtml(block, context)],
  index: (block, context) => [indexHtml(block, context)],
  register: (block, context) => [registerHtml(block, context)],
  sources: (block, context) => [sourcesHtml(block, context)],
  notes: ({ id, groups }, context) => [
    element(
      'section',
      { ...idOf(id), class: 'notes', role: 'doc-endnotes', 'aria-label': context.manuscript.words.notes },
      groups.flatMap(({ head, notes }) => [
        head ? headingHtml(context.top + 1, {}, head) : null,
        element(
          'ol',
          { class: 'signed' },
          notes.map(note => noteHtml(note, 'li', context)),
        ),
      ]),
    ),
  ],
}

/** A note with its number, which leads back to where it is called. */
export function noteHtml(id: string, name: 'aside' | 'li', context: HtmlContext): Element | null {
  const note = context.manuscript.notes.get(id)
  if (!note) return null
  const back = element('a', { href: linkTo(callOf(id)), role: 'doc-backlink', class: 'sign' }, note.number || '↑', ' ')
  const [first = [], ...rest] = note.paragraphs
  const said = [element('p', {}, inlineHtml(first, context)), ...rest.map(each => element('p', {}, inlineHtml(each, context)))]
  return name === 'aside'
    ? element('aside', { id: anchorOf(id), class: 'note', role: 'doc-footnote' }, back, element('div', { class: 'said' }, said))
    : element('li', { id: anchorOf(id), class: 'note' }, back, element('div', { class: 'said' }, said))
}

export const blocksHtml = (blocks: readonly SaidBlock[], context: HtmlContext): Markup[] =>
  // The table has the handler of this kind for blocks of this kind, which the compiler cannot follow through a variable.
  blocks.flatMap(block => [
    ...context.before(block.id),
    ...(handlers[block.kind] as (block: SaidBlock, context: HtmlContext) => Markup[])(block, context),
  ])

/** Blocks of a division, each with the notes of the foot of the page that are called in it. */
export const blocksWithNotes = (blocks: readonly SaidBlock[], context: HtmlContext): Markup[] =>
  blocks.flatMap(block => {
    const said = blocksHtml([block], context)
    const notes = notesIn(block).flatMap(note =>
      context.manuscript.notes.get(note)?.place === 'foot' ? (noteHtml(note, 'aside', context) ?? []) : [],
    )
    return notes.length ? [element('div', { class: 'called' }, said, notes)] : said
  })
