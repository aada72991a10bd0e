/** Blocks of an office text. */

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
import { type Element, element, type Markup } from '../markup/markup.ts'
import type { WordContext } from './context.ts'
import { formulaOoxml, inlineOoxml, numberOoxml } from './inlineOoxml.ts'
import { contentsOoxml, indexOoxml, registerOoxml, sourcesOoxml } from './listsOoxml.ts'
import { bareTable, tableOoxml } from './tablesOoxml.ts'
import { emus, type Properties, paragraph, run, twips, w } from './wordElements.ts'

type Handlers = { [Name in BlockName]: (block: SaidOf<Name>, context: WordContext) => Element[] }

const alignment = { left: 'left', centre: 'center', right: 'right' } as const
const keepNext = w('keepNext')

/** Words in the place of something that has a name. */
const placed = (id: string, inner: readonly Markup[], { bookmarks }: WordContext): Markup[] => bookmarks.around(id, inner)

export const said = (style: string, { id, align, said: words }: SaidParagraph, context: WordContext, more: Properties = []): Element =>
  paragraph(style, placed(id, inlineOoxml(words, context), context), [align ? w('jc', { val: alignment[align] }) : null, ...more])

/** A heading: its number is that of its list where the list counts it, and words where it does not. */
export function headingOoxml(
  id: string,
  level: number,
  words: readonly SaidInline[],
  context: WordContext,
  style = level ? `Heading${Math.min(9, level)}` : 'Part',
  more: Properties = [],
): Element {
  const number = context.plans.headings.get(id)
  const inner = placed(id, inlineOoxml(words, context), context)
  if (number?.live)
    return paragraph(style, inner, [
      w(
        'numPr',
        {},
        w('ilvl', { val: number.level }),
        w('numId', { val: numberOf(`${number.list} ${number.startAt === null ? '' : id}`.trim(), context) }),
      ),
      ...more,
    ])
  const none = w('numPr', {}, w('ilvl', { val: 0 }), w('numId', { val: 0 }))
  if (!number) return paragraph(style, inner, [none, ...more])
  const bare = context.manuscript.ledger.byId.get(id)?.bare ?? ''
  const at = bare ? number.text.lastIndexOf(bare) : -1
  const says =
    at < 0
      ? placed(`number ${id}`, [run(number.text)], context)
      : [
          ...(at ? [run(number.text.slice(0, at))] : []),
          ...placed(`number ${id}`, [run(bare)], context),
          ...(at + bare.length < number.text.length ? [run(number.text.slice(at + bare.length))] : []),
        ]
  return paragraph(style, [...says, run('\u2002'), ...inner], [none, ...more])
}

/** The number of a list in the numbering part. */
export const numberOf = (key: string, { numbers }: WordContext): number => {
  let number = numbers.get(key)
  if (number === undefined) numbers.set(key, (number = numbers.size + 1))
  return number
}

/** “Figure 3.4. ” with its number as fields between marks, so that references can ask for it. */
export function captionHeadOoxml(id: string, head: readonly SaidPiece[], context: WordContext): Markup[] {
  const bare = context.manuscript.ledger.byId.get(id)?.bare ?? ''
  const pieces = context.plans.numbers.get(id) ?? []
  let done = false
  return head.flatMap((piece): Markup[] => {
    if (done || !bare || piece.kind !== 'text' || !piece.text.includes(bare) || !pieces.length) return inlineOoxml([piece], context)
    done = true
    const at = piece.text.lastIndexOf(bare)
    const look = piece.marks.includes('strong') ? [w('b'), w('bCs')] : []
    return [
      run(piece.text.slice(0, at), look),
      ...placed(`number ${id}`, numberOoxml(pieces, look), context),
      ...(at + bare.length < piece.text.length ? [run(piece.text.slice(at + bare.length), look)] : []),
    ]
  })
}

export function captionOoxml(
  id: string,
  head: readonly SaidPiece[],
  words: readonly SaidInline[],
  above: boolean,
  context: WordContext,
  style = 'Caption',
): Element[] {
  if (!head.length && !words.length) return []
  return [
    paragraph(
      style,
      placed(id, [...captionHeadOoxml(id, head, context), ...inlineOoxml(words, context)], context),
      above ? [keepNext] : [],
    ),
  ]
}

const around = (above: boolean, caption: Element[], body: Element[]): Element[] => (above ? [...caption, ...body] : [...body, ...caption])

/** A picture in a line of its own; `room` in points. */
function pictureOoxml({ picture, alternative, width }: SaidPicture, room: number, context: WordContext, follows: boolean): Element {
  const more = follows ? [keepNext] : []
  if (!picture) return paragraph('Figure', [run('No picture yet', [w('color', { val: 'A4262C' })])], more)
  const wide = Math.min(room, context.measure * width)
  const high = Math.min((wide * picture.height) / picture.width, context.manuscript.work.houseStyle.page.height * 0.7)
  const across = (high * picture.width) / picture.height
  const shown = context.pictureOf(picture)
  const number = context.drawings.next++
  const extent = { cx: emus(across), cy: emus(high) }
  const drawing = w(
    'drawing',
    {},
    element(
      'wp:inline',
      { distT: 0, distB: 0, distL: 0, distR: 0 },
      element('wp:extent', extent),
      element('wp:docPr', { id: number, name: `Picture ${number}`, descr: alternative }),
      element(
        'a:graphic',
        {},
        element(
          'a:graphicData',
          { uri: 'http://schemas.openxmlformats.org/drawingml/2006/picture' },
          element(
            'pic:pic',
            {},
            element(
              'pic:nvPicPr',
              {},
              element('pic:cNvPr', { id: number, name: picture.name, descr: alternative }),
              element('pic:cNvPicPr'),
            ),
            element('pic:blipFill', {}, element('a:blip', { 'r:embed': shown }), element('a:stretch', {}, element('a:fillRect'))),
            element(
              'pic:spPr',
              {},
              element('a:xfrm', {}, element('a:off', { x: 0, y: 0 }), element('a:ext', extent)),
              element('a:prstGeom', { prst: 'rect' }, element('a:avLst')),
            ),
          ),
        ),
      ),
    ),
  )
  return paragraph('Figure', [w('r', {}, drawing)], more)
}

function figureOoxml(figure: SaidFigure, room: number, context: WordContext): Element[] {
  const { id, head, caption, above, picture, panels } = figure
  const named = captionOoxml(id, head, caption, above, context)
  if (picture) return around(above, named, [pictureOoxml(picture, room, context, !above && named.length > 0)])
  const share = room / panels.length
  const cells = panels.map(panel => [
    pictureOoxml(panel.picture, share - 10, context, true),
    paragraph('PanelCaption', placed(panel.id, [...inlineOoxml(panel.head, context), ...inlineOoxml(panel.said, context)], context)),
  ])
  return around(above, named, [bareTable(cells, room), ...(above ? [paragraph('', [])] : [])])
}

const equationOoxml = ({ id, number, formula }: SaidOf<'equation'>, context: WordContext): Element => {
  const bare = context.manuscript.ledger.byId.get(id)?.bare ?? ''
  const at = bare ? number.indexOf(bare) : -1
  const pieces = context.plans.numbers.get(id) ?? []
  const said =
    at >= 0 && pieces.length
      ? [
          ...(at ? [run(number.slice(0, at))] : []),
          ...placed(`number ${id}`, numberOoxml(pieces, []), context),
          ...(at + bare.length < number.length ? [run(number.slice(at + bare.length))] : []),
        ]
      : number
        ? [run(number)]
        : []
  return paragraph(
    'Equation',
    placed(id, [run('\t'), formulaOoxml(formula, context), ...(said.length ? [run('\t'), ...said] : [])], context),
    [w('tabs', {}, w('tab', { val: 'center', pos: twips(context.measure / 2) }), w('tab', { val: 'right', pos: twips(context.measure) }))],
  )
}

/** Items by their lists; blocks behind the first of an item stand under its text. */
function listOoxml(list: SaidList, depth: number, context: WordContext): Element[] {
  const { indent } = context.manuscript.work.houseStyle.list
  const left = twips(Math.max(indent, 18) * (depth + 1))
  return list.items.flatMap(item => {
    const number = context.plans.items.get(item.id)
    let first = true
    return item.blocks.flatMap((block): Element[] => {
      if (block.kind === 'list') return listOoxml(block, depth + 1, context)
      if (block.kind !== 'paragraph') return blockOoxml(block, context)
      const opening = first
      first = false
      if (!opening) return [said('ListText', block, context, [w('ind', { left })])]
      const inner = placed(item.id, placed(block.id, inlineOoxml(block.said, context), context), context)
      if (number?.live)
        return [
          paragraph('ListText', inner, [
            w('numPr', {}, w('ilvl', { val: number.level }), w('numId', { val: numberOf(number.instance, context) })),
            w('ind', { left, hanging: twips(18) }),
          ]),
        ]
      return [paragraph('ListText', [run(`${item.sign}\t`), ...inner], [w('ind', { left, hanging: twips(18) })])]
    })
  })
}

/** Words that begin the first paragraph of what follows. */
function headed(style: string, head: readonly Markup[], blocks: readonly SaidBlock[], context: WordContext): Element[] {
  const [first, ...rest] = blocks
  const inside = (block: SaidBlock): Element[] => (block.kind === 'paragraph' ? [said(style, block, context)] : blockOoxml(block, context))
  if (first?.kind !== 'paragraph') return [paragraph(style, head), ...blocks.flatMap(inside)]
  return [paragraph(style, [...head, ...placed(first.id, inlineOoxml(first.said, context), context)]), ...rest.flatMap(inside)]
}

/** The head of a statement, its number between marks. */
const statementHead = (block: SaidOf<'statement'>, context: WordContext): Markup[] =>
  placed(
    block.id,
    captionHeadOoxml(block.id, block.head, context).map(each => upright(each, block.slanted)),
    context,
  )

/** Words that stand upright among slanted ones. */
const upright = (markup: Markup, slanted: boolean): Markup => {
  if (!slanted || typeof markup === 'string' || !('name' in markup) || markup.name !== 'w:r') return markup
  const [first, ...rest] = markup.children
  const own = first && typeof first !== 'string' && 'name' in first && first.name === 'w:rPr'
  const straight = [w('i', { val: 0 }), w('iCs', { val: 0 })]
  return own && 'children' in first
    ? { ...markup, children: [{ ...first, children: [...first.children, ...straight] }, ...rest] }
    : { ...markup, children: [w('rPr', {}, straight), ...markup.children] }
}

/** What a block is in an office text: a kind that is missing here does not compile. */
const handlers: Handlers = {
  paragraph: (block, context) => [said('', block, context)],
  heading: ({ id, level, said: words }, context) => [headingOoxml(id, level, words, context)],
  list: (block, context) => listOoxml(block, 0, context),
  figure: (block, context) => figureOoxml(block, context.measure, context),
  row: ({ figures }, context) => [
    bareTable(
      figures.map(each => figureOoxml(each, context.measure / figures.length - 10, context)),
      context.measure,
    ),
    paragraph('', []),
  ],
  table: (block, context) => tableOoxml(block, context),
  box: ({ id, head, caption, above, blocks }, context) => [
    bareTable([around(above, captionOoxml(id, head, caption, above, context), blocksOoxml(blocks, context))], context.measure, true),
    paragraph('', []),
  ],
  equation: (block, context) => [equationOoxml(block, context)],
  equationGroup: ({ id, lines }, context) =>
    lines.map((line, at) => (at ? equationOoxml(line, context) : atStart(id, equationOoxml(line, context), context))),
  quotation: ({ blocks }, context) => blocks.map(block => said('Quote', block, context)),
  verse: ({ blocks }, context) => blocks.map(block => said('Verse', block, context)),
  epigraph: ({ blocks, attribution }, context) => [
    ...blocks.map(block => said('Epigraph', block, context)),
    ...(attribution.length ? [paragraph('Epigraph', inlineOoxml(attribution, context, [w('i', { val: 0 }), w('iCs', { val: 0 })]))] : []),
  ],
  descriptions: ({ entries }, context) =>
    entries.flatMap(({ term, blocks }) => [
      paragraph('Term', inlineOoxml(term, context), [keepNext]),
      ...blocks.map(block => said('Description', block, context)),
    ]),
  listing: ({ id, head, caption, above, lines }, context) =>
    around(above, captionOoxml(id, head, caption, above, context), [
      paragraph(
        'Code',
        lines.flatMap((line, at) => [at ? w('r', {}, w('br')) : null, run(line)]).filter(each => each !== null),
      ),
    ]),
  signature: (block, context) => [
    said('Signature', { kind: 'paragraph', id: block.id, label: '', align: null, said: block.said }, context),
  ],
  statement: (block, context) =>
    headed(block.slanted ? 'StatementSlanted' : 'Statement', statementHead(block, context), block.blocks, context),
  proof: ({ head, blocks }, context) => {
    const made = headed('Statement', inlineOoxml(head, context), blocks, context)
    const last = made.at(-1)!
    return [...made.slice(0, -1), { ...last, children: [...last.children, run('\u2002□')] }]
  },
  space: ({ height }) =>
    height > 0 ? [paragraph('', [], [w('spacing', { before: 0, after: twips(height), line: 20, lineRule: 'exact' })])] : [],
  keywords: ({ id, head, words }, context) => [paragraph('', placed(id, [...inlineOoxml(head, context), run(words.join(', '))], context))],
  entries: (block, context) => contentsOoxml(block, context),
  index: (block, context) => indexOoxml(block, context),
  register: (block, context) => registerOoxml(block, context),
  sources: (block, context) => sourcesOoxml(block, context),
  // The program that opens the text puts them here: at the end of this section.
  notes: ({ groups }) => groups.flatMap(({ head }) => (head ? [paragraph('NotesHead', [run(head)])] : [])),
}

/** Marks at the start of what was made already. */
function atStart(id: string, made: Element, { bookmarks }: WordContext): Element {
  const [properties, ...rest] = made.children
  const own = properties && typeof properties !== 'string' && 'name' in properties && properties.name === 'w:pPr'
  return { ...made, children: own ? [properties, ...bookmarks.around(id, []), ...rest] : [...bookmarks.around(id, []), ...made.children] }
}

// The table has the handler of this kind for blocks of this kind, which the compiler cannot follow through a variable.
export const blockOoxml = (block: SaidBlock, context: WordContext): Element[] =>
  (handlers[block.kind] as (block: SaidBlock, context: WordContext) => Element[])(block, context)

/** Blocks under each other. A paragraph behind anything but a paragraph begins at the margin. */
export const blocksOoxml = (blocks: readonly SaidBlock[], context: WordContext): Element[] =>
  blocks.flatMap((block, at) =>
    block.kind === 'paragraph' && blocks[at - 1]?.kind !== 'paragraph'
      ? [said('', block, context, [w('ind', { firstLine: 0 })])]
      : blockOoxml(block, context),
  )
