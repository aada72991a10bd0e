/** Blocks of an OpenDocument text. */

import type {
  BlockName,
  SaidBlock,
  SaidFigure,
  SaidInline,
  SaidList,
  SaidOf,
  SaidParagraph,
  SaidPicture,
  SaidPiece,
} from '../manuscript/manuscript.ts'
import type { Element, Markup } from '../markup/markup.ts'
import type { OdfContext } from './odfContext.ts'
import { o, p, points, words } from './odfElements.ts'
import { formulaOdf, inlineOdf, sequenceOdf } from './odfInline.ts'
import { contentsOdf, indexOdf, registerOdf, sourcesOdf } from './odfLists.ts'
import { bareTable, tableOdf } from './odfTables.ts'

type Handlers = { [Name in BlockName]: (block: SaidOf<Name>, context: OdfContext) => Element[] }

const placed = (id: string, inner: readonly Markup[], { places }: OdfContext): Markup[] => places.around(id, inner)

const alignStyles = { left: '-left', centre: '-centre', right: '-right' } as const
export const said = (style: string, { id, align, said: inner }: SaidParagraph, context: OdfContext): Element =>
  p(style === 'Standard' && align ? `Standard${alignStyles[align]}` : style, placed(id, inlineOdf(inner, context), context))

/** A heading: by the outline; in a list of its own; or without a number of the program's, and with ours as words. */
export function headingOdf(id: string, level: number, inner: readonly SaidInline[], context: OdfContext, opens = ''): Element {
  const number = context.plans.headings.get(id)
  const at = Math.min(9, Math.max(1, level))
  const style = `${level === 0 ? 'Part' : `Heading_${at}`}${opens}`
  const content = placed(id, inlineOdf(inner, context), context)
  const heading = (more: Record<string, string | number | null>, inside: readonly Markup[]): Element =>
    o('text:h', { 'text:style-name': style, 'text:outline-level': at, ...more }, inside)
  if (number?.live && number.by === 'outline')
    return heading(number.startAt === null ? {} : { 'text:restart-numbering': 'true', 'text:start-value': number.startAt }, content)
  if (number?.live) {
    let made: Element = o('text:list-item', { 'text:start-value': number.startAt }, heading({}, content))
    for (let depth = at; depth > 1; depth--) made = o('text:list-item', {}, o('text:list', {}, made))
    return o(
      'text:list',
      { 'text:style-name': number.by === 'part' ? 'PartNumbers' : 'AppendixNumbers', 'text:continue-numbering': 'true' },
      made,
    )
  }
  return heading({ 'text:is-list-header': 'true' }, number ? [number.text, '\u2002', ...content] : content)
}

/** “Figure 3.4. ” with its number as a sequence. */
export function captionHeadOdf(id: string, head: readonly SaidPiece[], context: OdfContext): Markup[] {
  const number = context.plans.numbers.get(id)
  const bare = context.manuscript.ledger.byId.get(id)?.bare ?? ''
  let done = false
  return head.flatMap((piece): Markup[] => {
    if (done || !number || !bare || piece.kind !== 'text' || !piece.text.includes(bare)) return inlineOdf([piece], context)
    done = true
    const at = piece.text.lastIndexOf(bare)
    const inner = [...words(piece.text.slice(0, at)), ...sequenceOdf(id, number), ...words(piece.text.slice(at + bare.length))]
    return piece.marks.includes('strong') ? [o('text:span', { 'text:style-name': 'Strong' }, inner)] : inner
  })
}

export const captionOdf = (
  id: string,
  head: readonly SaidPiece[],
  inner: readonly SaidInline[],
  above: boolean,
  context: OdfContext,
  style = 'Caption',
): Element[] =>
  head.length || inner.length
    ? [p(above ? `${style}-above` : style, placed(id, [...captionHeadOdf(id, head, context), ...inlineOdf(inner, context)], context))]
    : []

const around = (above: boolean, caption: Element[], body: Element[]): Element[] => (above ? [...caption, ...body] : [...body, ...caption])

function pictureOdf({ picture, alternative, width }: SaidPicture, room: number, context: OdfContext): Element {
  if (!picture) return p('Figure', o('text:span', { 'text:style-name': 'Lost' }, 'No picture yet'))
  const wide = Math.min(room, context.measure * width)
  const high = Math.min((wide * picture.height) / picture.width, context.manuscript.work.houseStyle.page.height * 0.7)
  const { drawn, shown } = context.pictureAt(picture)
  const image = (at: string): Element =>
    o('draw:image', { 'xlink:href': at, 'xlink:type': 'simple', 'xlink:show': 'embed', 'xlink:actuate': 'onLoad' })
  return p(
    'Figure',
    o(
      'draw:frame',
      {
        'draw:style-name': 'PictureFrame',
        'draw:name': `Picture ${context.drawings.next++}`,
        'text:anchor-type': 'as-char',
        'svg:width': points((high * picture.width) / picture.height),
        'svg:height': points(high),
      },
      image(drawn),
      // The first one that a program knows is shown.
      shown ? image(shown) : null,
      alternative ? o('svg:desc', {}, alternative) : null,
    ),
  )
}

function figureOdf({ id, head, caption, above, picture, panels }: SaidFigure, room: number, context: OdfContext): Element[] {
  const named = captionOdf(id, head, caption, above, context)
  if (picture) return around(above, named, [pictureOdf(picture, room, context)])
  const cells = panels.map(panel => [
    pictureOdf(panel.picture, room / panels.length - 10, context),
    p('PanelCaption', placed(panel.id, [...inlineOdf(panel.head, context), ...inlineOdf(panel.said, context)], context)),
  ])
  return around(above, named, [bareTable(id, cells)])
}

const equationOdf = ({ id, number, formula }: SaidOf<'equation'>, context: OdfContext): Element => {
  const bare = context.manuscript.ledger.byId.get(id)?.bare ?? ''
  const at = bare ? number.indexOf(bare) : -1
  const plan = context.plans.numbers.get(id)
  const tail = at >= 0 && plan ? [number.slice(0, at), ...sequenceOdf(id, plan), number.slice(at + bare.length)] : number ? [number] : []
  return p(
    'Equation',
    placed(id, [o('text:tab'), ...formulaOdf(formula, context), ...(tail.length ? [o('text:tab'), ...tail] : [])], context),
  )
}

/** Items in their lists; one that the list cannot count has its number as words. */
function listOdf(list: SaidList, context: OdfContext): Element {
  const style = `${list.form ? 'Numbered' : 'Bulleted'}-${list.look || 'plain'}`
  return o(
    'text:list',
    { 'text:style-name': style },
    list.items.map(item => {
      const number = context.plans.items.get(item.id)
      const live = number?.live ?? true
      let first = true
      const content = item.blocks.flatMap((block): Element[] => {
        if (block.kind === 'list') return [listOdf(block, context)]
        if (block.kind !== 'paragraph') return blockOdf(block, context)
        const inner = placed(block.id, inlineOdf(block.said, context), context)
        const opening = first
        first = false
        return [p('ListText', opening ? placed(item.id, [...(live ? [] : [item.sign, '\u00a0']), ...inner], context) : inner)]
      })
      return o(
        live ? 'text:list-item' : 'text:list-header',
        live && number?.startAt != null ? { 'text:start-value': number.startAt } : {},
        content,
      )
    }),
  )
}

function headed(style: string, head: readonly Markup[], blocks: readonly SaidBlock[], context: OdfContext): Element[] {
  const [first, ...rest] = blocks
  const inside = (block: SaidBlock): Element[] => (block.kind === 'paragraph' ? [said(style, block, context)] : blockOdf(block, context))
  if (first?.kind !== 'paragraph') return [p(style, head), ...blocks.flatMap(inside)]
  return [p(style, head, placed(first.id, inlineOdf(first.said, context), context)), ...rest.flatMap(inside)]
}

/** What a block is in an OpenDocument text: a kind that is missing here does not compile. */
const handlers: Handlers = {
  paragraph: (block, context) => [said('Standard', block, context)],
  heading: ({ id, level, said: inner }, context) => [headingOdf(id, level, inner, context)],
  list: (block, context) => [listOdf(block, context)],
  figure: (block, context) => figureOdf(block, context.measure, context),
  row: ({ id, figures }, context) => [
    bareTable(
      id,
      figures.map(each => figureOdf(each, context.measure / figures.length - 10, context)),
    ),
  ],
  table: (block, context) => tableOdf(block, context),
  box: ({ id, head, caption, above, blocks }, context) => [
    bareTable(id, [around(above, captionOdf(id, head, caption, above, context), blocksOdf(blocks, context))], true),
  ],
  equation: (block, context) => [equationOdf(block, context)],
  equationGroup: ({ id, lines }, context) =>
    lines.map((line, at) => {
      const made = equationOdf(line, context)
      return at ? made : { ...made, children: [...context.places.around(id, []), ...made.children] }
    }),
  quotation: ({ blocks }, context) => blocks.map(block => said('Quotation', block, context)),
  verse: ({ blocks }, context) => blocks.map(block => said('Verse', block, context)),
  epigraph: ({ blocks, attribution }, context) => [
    ...blocks.map(block => said('Epigraph', block, context)),
    ...(attribution.length ? [p('Attribution', inlineOdf(attribution, context))] : []),
  ],
  descriptions: ({ entries }, context) =>
    entries.flatMap(({ term, blocks }) => [
      p('Term', inlineOdf(term, context)),
      ...blocks.map(block => said('Description', block, context)),
    ]),
  listing: ({ id, head, caption, above, lines }, context) =>
    around(
      above,
      captionOdf(id, head, caption, above, context),
      lines.map(line => p('Code', words(line))),
    ),
  signature: ({ id, said: inner }, context) => [p('Signature', placed(id, inlineOdf(inner, context), context))],
  statement: ({ id, head, blocks, slanted }, context) =>
    headed(
      slanted ? 'StatementSlanted' : 'Statement',
      placed(id, [o('text:span', { 'text:style-name': slanted ? 'Upright' : 'Plain' }, captionHeadOdf(id, head, context))], context),
      blocks,
      context,
    ),
  proof: ({ head, blocks }, context) => {
    const made = headed('Statement', inlineOdf(head, context), blocks, context)
    const last = made.at(-1)!
    return last.name === 'text:p'
      ? [...made.slice(0, -1), { ...last, children: [...last.children, '\u2002□'] }]
      : [...made, p('Statement', '□')]
  },
  space: () => [],
  keywords: ({ id, head, words: listed }, context) => [
    p('Standard', placed(id, [...inlineOdf(head, context), listed.join(', ')], context)),
  ],
  entries: (block, context) => contentsOdf(block, context),
  index: (block, context) => indexOdf(block, context),
  register: (block, context) => registerOdf(block, context),
  sources: (block, context) => sourcesOdf(block, context),
  // Notes are written where they are called; the program puts them where they stand.
  notes: ({ groups }) => groups.flatMap(({ head }) => (head ? [p('NotesHead', head)] : [])),
}

// The table has the handler of this kind for blocks of this kind, which the compiler cannot follow through a variable.
export const blockOdf = (block: SaidBlock, context: OdfContext): Element[] =>
  (handlers[block.kind] as (block: SaidBlock, context: OdfContext) => Element[])(block, context)

/** Blocks under each other. A paragraph behind anything but a paragraph begins at the margin. */
export const blocksOdf = (blocks: readonly SaidBlock[], context: OdfContext): Element[] =>
  blocks.flatMap((block, at) =>
    block.kind === 'paragraph' && !block.align && blocks[at - 1]?.kind !== 'paragraph'
      ? [said('First', block, context)]
      : blockOdf(block, context),
  )
