/** Blocks by JATS 1.3. */

import type {
  BlockName,
  SaidBlock,
  SaidCell,
  SaidFigure,
  SaidGrid,
  SaidInline,
  SaidOf,
  SaidPicture,
  SaidPiece,
} from '../manuscript/manuscript.ts'
import { type Section, sectioned } from '../manuscript/within.ts'
import { anchorOf } from '../markup/anchors.ts'
import { type Element, element, type Markup } from '../markup/markup.ts'
import { formulaJats, inlineJats, type JatsContext, nameOnce } from './inlineJats.ts'
import { listJats, registerJats, sourcesJats } from './listsJats.ts'

type Handlers = { [Name in BlockName]: (block: SaidOf<Name>, context: JatsContext) => Markup[] }

const p = (id: string, said: readonly Markup[], context: JatsContext): Element => element('p', nameOnce(id, context), said)

/** “Figure 3.4”, without the sign that parts it from its words. */
const label = (head: readonly SaidPiece[], context: JatsContext): Element | null => {
  if (!head.length) return null
  const pieces = head.map((piece, at) =>
    piece.kind === 'text'
      ? { ...piece, marks: [], text: at === head.length - 1 ? piece.text.replace(/[\s.:–—-]+$/u, '') : piece.text }
      : piece,
  )
  return element('label', {}, inlineJats(pieces, context))
}

const caption = (said: readonly SaidInline[], context: JatsContext): Element | null =>
  said.length ? element('caption', {}, element('p', {}, inlineJats(said, context))) : null

const picture = ({ picture: shown, alternative }: SaidPicture, context: JatsContext): Element =>
  shown
    ? element(
        'graphic',
        { 'xlink:href': context.pictureAt(shown.name), mimetype: 'image', 'mime-subtype': shown.type.split('/')[1] },
        alternative ? element('alt-text', {}, alternative) : null,
      )
    : element('p', {}, 'No picture yet')

function figure(block: SaidFigure, context: JatsContext): Element {
  const names = [label(block.head, context), caption(block.caption, context)]
  if (block.picture) return element('fig', nameOnce(block.id, context), names, picture(block.picture, context))
  return element(
    'fig-group',
    nameOnce(block.id, context),
    names,
    block.panels.map(panel =>
      element(
        'fig',
        nameOnce(panel.id, context),
        label(panel.head, context),
        caption(panel.said, context),
        picture(panel.picture, context),
      ),
    ),
  )
}

const cell = ({ heads, columns, rows, align, blocks }: SaidCell, context: JatsContext): Element => {
  const [only, ...more] = blocks
  return element(
    heads ? 'th' : 'td',
    {
      colspan: columns > 1 ? columns : null,
      rowspan: rows > 1 ? rows : null,
      align: align === 'centre' ? 'center' : align === 'decimal' ? 'char' : align,
      char: align === 'decimal' ? '.' : null,
      scope: heads === 'column' ? 'col' : heads,
    },
    only && !more.length ? inlineJats(only.said, context) : blocksJats(blocks, context),
  )
}

const grid = ({ rows, heads }: SaidGrid, context: JatsContext): Element => {
  const set = rows.map(row =>
    element(
      'tr',
      {},
      row.map(each => cell(each, context)),
    ),
  )
  return element(
    'table',
    {},
    heads && heads < set.length ? element('thead', {}, set.slice(0, heads)) : null,
    element('tbody', {}, heads < set.length ? set.slice(heads) : set),
  )
}

const list = ({ id, form, items }: SaidOf<'list'>, context: JatsContext): Element =>
  element(
    'list',
    { ...nameOnce(id, context), 'list-type': form ? 'order' : 'bullet' },
    items.map(item =>
      element(
        'list-item',
        nameOnce(item.id, context),
        item.sign ? element('label', {}, item.sign) : null,
        blocksJats(item.blocks, context),
      ),
    ),
  )

/** A statement holds paragraphs: what else stands in it stands in one. */
function headed(
  head: readonly SaidInline[],
  kind: string,
  { id, blocks }: { id: string; blocks: readonly SaidBlock[] },
  context: JatsContext,
): Element {
  return element(
    'statement',
    { ...nameOnce(id, context), 'content-type': kind },
    element('title', {}, inlineJats(head, context)),
    blocks.flatMap(block => {
      const said = blocksJats([block], context)
      return block.kind === 'paragraph' ? said : element('p', {}, said)
    }),
  )
}

const equation = ({ id, number, formula }: SaidOf<'equation'>, context: JatsContext): Element =>
  element('disp-formula', nameOnce(id, context), number ? element('label', {}, number) : null, formulaJats(formula))

/** What a block is in JATS: a kind that is missing here does not compile. */
const handlers: Handlers = {
  paragraph: ({ id, said }, context) => (said.length ? [p(id, inlineJats(said, context), context)] : []),
  // Sections have their headings; one within something else is a line of its own.
  heading: ({ id, number, said }, context) => [
    p(id, [element('bold', {}, number ? `${number} ` : '', inlineJats(said, context))], context),
  ],
  list: (block, context) => [list(block, context)],
  figure: (block, context) => [figure(block, context)],
  row: ({ id, figures }, context) => [
    element(
      'fig-group',
      nameOnce(id, context),
      figures.map(each => figure(each, context)),
    ),
  ],
  table: ({ id, head, caption: said, grids, notes }, context) => {
    const foot = notes.length
      ? element(
          'table-wrap-foot',
          {},
          notes.map(note => element('fn', {}, blocksJats([note], context))),
        )
      : null
    const names = [label(head, context), caption(said, context)]
    const [only, ...more] = grids
    if (only && !more.length) return [element('table-wrap', nameOnce(id, context), names, grid(only, context), foot)]
    return [
      element(
        'table-wrap-group',
        nameOnce(id, context),
        names,
        grids.map((each, at) =>
          element(
            'table-wrap',
            nameOnce(each.id, context),
            label(each.head, context),
            caption(each.caption, context),
            grid(each, context),
            at === grids.length - 1 ? foot : null,
          ),
        ),
      ),
    ]
  },
  box: ({ id, head, caption: said, blocks }, context) => [
    element('boxed-text', nameOnce(id, context), label(head, context), caption(said, context), blocksJats(blocks, context)),
  ],
  equation: (block, context) => [equation(block, context)],
  equationGroup: ({ id, lines }, context) => [
    element(
      'disp-formula-group',
      nameOnce(id, context),
      lines.map(line => equation(line, context)),
    ),
  ],
  quotation: ({ id, blocks }, context) => [element('disp-quote', nameOnce(id, context), blocksJats(blocks, context))],
  verse: ({ id, blocks }, context) => [
    element(
      'verse-group',
      nameOnce(id, context),
      blocks.map(line => element('verse-line', {}, inlineJats(line.said, context))),
    ),
  ],
  epigraph: ({ id, blocks, attribution }, context) => [
    element(
      'disp-quote',
      { ...nameOnce(id, context), 'content-type': 'epigraph' },
      blocksJats(blocks, context),
      attribution.length ? element('attrib', {}, inlineJats(attribution, context)) : null,
    ),
  ],
  descriptions: ({ id, entries }, context) => [
    element(
      'def-list',
      nameOnce(id, context),
      entries.map(({ term, blocks }) =>
        element(
          'def-item',
          {},
          element('term', {}, inlineJats(term, context)),
          element('def', {}, blocks.length ? blocksJats(blocks, context) : element('p')),
        ),
      ),
    ),
  ],
  listing: ({ id, head, caption: said, lines }, context) => [
    element(
      'fig',
      { ...nameOnce(id, context), 'fig-type': 'listing' },
      label(head, context),
      caption(said, context),
      element('preformat', { 'xml:space': 'preserve' }, lines.join('\n')),
    ),
  ],
  signature: ({ id, said }, context) => [p(id, inlineJats(said, context), context)],
  statement: (block, context) => [headed(block.head, block.series, block, context)],
  proof: (block, context) => [headed(block.head, 'proof', block, context)],
  space: () => [],
  keywords: ({ id, head, words }, context) => [p(id, [...inlineJats(head, context), words.join(', ')], context)],
  entries: (block, context) => [listJats(block, context)],
  index: (block, context) => indexJats(block, context),
  register: (block, context) => registerJats(block, context),
  sources: (block, context) => [sourcesJats(block, context)],
  notes: ({ groups }, context) => groups.map(({ head, notes }) => notesJats(head, notes, context)),
}

function indexJats({ id, entries }: SaidOf<'index'>, context: JatsContext): Markup[] {
  const { words } = context.manuscript
  return [
    element(
      'list',
      { ...nameOnce(id, context), 'list-type': 'simple', 'list-content': 'index' },
      entries.map(({ level, heading, locators, see, seeAlso }) =>
        element(
          'list-item',
          {},
          element(
            'p',
            { 'content-type': `level-${level}` },
            heading,
            locators.flatMap(({ text, main, mark }) => [
              ', ',
              context.kinds.has(mark)
                ? element('xref', { 'ref-type': 'other', rid: anchorOf(mark) }, main ? element('bold', {}, text) : text)
                : main
                  ? element('bold', {}, text)
                  : text,
            ]),
            see.length ? [', ', element('italic', {}, words.see), ` ${see.join('; ')}`] : null,
            seeAlso.length
              ? [see.length || locators.length ? '; ' : ', ', element('italic', {}, words.seeAlso), ` ${seeAlso.join('; ')}`]
              : null,
          ),
        ),
      ),
    ),
  ]
}

/** Notes under their heading. */
export function notesJats(head: string, notes: readonly string[], context: JatsContext): Element {
  return element(
    'fn-group',
    {},
    head ? element('title', {}, head) : null,
    notes.flatMap(id => {
      const note = context.manuscript.notes.get(id)
      if (!note) return []
      return [
        element(
          'fn',
          nameOnce(id, context),
          note.number ? element('label', {}, note.number) : null,
          note.paragraphs.map(said => element('p', {}, inlineJats(said, context))),
        ),
      ]
    }),
  )
}

export const blocksJats = (blocks: readonly SaidBlock[], context: JatsContext): Markup[] =>
  // The table has the handler of this kind for blocks of this kind, which the compiler cannot follow through a variable.
  blocks.flatMap(block => (handlers[block.kind] as (block: SaidBlock, context: JatsContext) => Markup[])(block, context))

/** Blocks with their headings as sections within sections. */
export function sectionsJats(blocks: readonly SaidBlock[], context: JatsContext): Markup[] {
  const section = ({ heading, blocks: own, sections }: Section): Element =>
    element(
      'sec',
      nameOnce(heading.id, context),
      heading.number ? element('label', {}, heading.number) : null,
      element('title', {}, inlineJats(heading.said, context)),
      blocksJats(own, context),
      sections.map(section),
    )
  const { blocks: own, sections } = sectioned(blocks)
  return [...blocksJats(own, context), ...sections.map(section)]
}
