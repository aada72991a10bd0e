/** Blocks as they are said, by their kinds. */

import type { Node } from 'prosemirror-model'
import { captionHead, keywordsLine, panelHead, proofHead, statementHead } from '../../content/captions.ts'
import { keywordsOf } from '../../content/keywords.ts'
import { type ListEntry, sectionEntries } from '../../content/lists/entries.ts'
import type { Words } from '../../languages/language.ts'
import { identityIn } from '../../numbers/occurrences.ts'
import { isHeadRow, placeCells } from '../../pages/blocks/cells.ts'
import type { Turnover } from '../../turnover/turnover.ts'
import { attributesOf, type BlockKind, isKind, kindOf, type NodeOfKind } from '../../work/kinds/index.ts'
import { listMarkingOf, seriesRule } from '../../work/parts/scheme.ts'
import { gridOf, seriesOf, tableNotesOf } from '../../work/schema.ts'
import { shownPicture } from '../../work/work.ts'
import type {
  SaidBlock,
  SaidCell,
  SaidEntries,
  SaidEquation,
  SaidFigure,
  SaidGrid,
  SaidInline,
  SaidList,
  SaidParagraph,
  SaidPicture,
} from './manuscript.ts'
import { sayFormula, sayInline, sayPieces } from './sayInline.ts'
import { saySources } from './sayLists.ts'

/** Where blocks are said: the turnover that their words are of, and the division that they stand in. */
export interface Saying {
  turnover: Turnover
  words: Words
  division: string
  /** How many lists a list stands in. */
  depth: number
}

type Handler<Kind extends BlockKind> = (node: Node & NodeOfKind<Kind>, saying: Saying) => SaidBlock[]

const named = (node: Node): { id: string; label: string } => ({ id: node.attrs.id ?? '', label: node.attrs.label ?? '' })
const numberOf = (id: string, { turnover }: Saying): string => turnover.ledger.byId.get(id)?.number ?? ''

const sayParagraph = (node: Node, { turnover }: Saying, identity?: string): SaidParagraph => ({
  kind: 'paragraph',
  ...named(node),
  align: isKind(node, 'paragraph') ? node.attrs.align : null,
  said: sayInline(node, turnover, identity),
})

const sayParagraphs = (nodes: readonly Node[], saying: Saying): SaidParagraph[] =>
  nodes.filter(node => isKind(node, 'paragraph')).map(node => sayParagraph(node, saying))

const quoted =
  (kind: 'quotation' | 'verse') =>
  (node: Node, saying: Saying): SaidBlock[] => [{ kind, id: node.attrs.id, blocks: sayParagraphs(node.children, saying) }]

const sayList: Handler<'bulletedList' | 'numberedList'> = (node, saying) => {
  const { scheme } = saying.turnover.work
  const counts = isKind(node, 'numberedList')
  const { levels } = listMarkingOf(scheme, node.type.name as 'bulletedList' | 'numberedList', node.attrs.look)
  const level = levels[saying.depth % levels.length]!
  const bullet = level.pattern.map(tile => ('text' in tile ? tile.text : '')).join('')
  const inner = { ...saying, depth: saying.depth + 1 }
  const list: SaidList = {
    kind: 'list',
    id: node.attrs.id,
    look: node.attrs.look,
    form: counts ? level.form : null,
    items: node.children.map(item => ({
      ...named(item),
      sign: counts ? numberOf(item.attrs.id, saying) : bullet,
      blocks: sayAll(item.children, inner),
    })),
  }
  return [list]
}

/** What stands under a caption, beside what it holds. */
function sayCaption(node: Node, saying: Saying) {
  const { turnover } = saying
  const series = seriesOf(node)
  const rule = seriesRule(turnover.work.scheme, series)
  const text = node.firstChild!
  const entry = turnover.ledger.byId.get(node.attrs.id)
  return {
    ...named(node),
    series,
    number: entry?.number ?? '',
    head: sayPieces(captionHead(entry, rule, text.content.size > 0), turnover),
    caption: sayInline(text, turnover, `${node.attrs.id}.0`),
    above: rule.captionPlace === 'above',
  }
}

const sayPicture = (node: Node, { turnover }: Saying): SaidPicture => {
  const { picture, alternative, width } = node.attrs
  return { picture: shownPicture(turnover.work.pictures, picture) ?? null, alternative, width }
}

const sayFigure = (node: Node, saying: Saying): SaidFigure => {
  const { turnover } = saying
  const panels = node.children.filter(child => isKind(child, 'panel'))
  return {
    kind: 'figure',
    ...sayCaption(node, saying),
    picture: panels.length ? null : sayPicture(node, saying),
    panels: panels.map(panel => ({
      ...named(panel),
      head: sayPieces(panelHead(turnover.ledger.byId.get(panel.attrs.id), panel.content.size > 0), turnover),
      said: sayInline(panel, turnover),
      picture: sayPicture(panel, saying),
    })),
  }
}

function sayGrid(grid: Node, saying: Saying): Pick<SaidGrid, 'heads' | 'rows' | 'columns'> {
  const body = grid.children.findIndex(row => !isHeadRow(row))
  const heads = body < 0 ? grid.childCount : body
  const layout = placeCells(grid)
  const rows = layout.map((cells, at) =>
    cells.map(
      ({ node, columns, rows }): SaidCell => ({
        heads: isKind(node, 'gridHead') ? (at < heads ? 'column' : 'row') : null,
        columns,
        rows,
        align: attributesOf(node, 'gridCell').align,
        blocks: sayParagraphs(node.children, saying),
      }),
    ),
  )
  return { heads, rows, columns: Math.max(1, ...layout.flat().map(({ column, columns }) => column + columns)) }
}

const sayEquation = (node: Node & NodeOfKind<'equation'>, saying: Saying): SaidEquation => ({
  kind: 'equation',
  ...named(node),
  number: numberOf(node.attrs.id, saying),
  formula: sayFormula(node.attrs.formula, true, saying.turnover),
})

/** The entries of the contents, or of a list of a series, as they are said. */
export const sayEntries = (entries: readonly ListEntry[], turnover: Turnover): SaidEntries['entries'] =>
  entries.map(({ id, number, text, identity, level, line }) => ({
    id,
    number,
    // What leads to a note or stands for the index is for the place itself.
    said: sayInline(text, turnover, identity).filter(({ kind }) => kind !== 'noteMark' && kind !== 'place'),
    level,
    page: line ? '' : (turnover.pageOf(id)?.label ?? ''),
    line: Boolean(line),
  }))

/** What a block says: a kind that is missing here does not compile. */
const handlers: { [Kind in BlockKind]: Handler<Kind> } = {
  paragraph: (node, saying) => [sayParagraph(node, saying)],
  heading: (node, saying) => [
    {
      kind: 'heading',
      ...named(node),
      level: node.attrs.level,
      number: numberOf(node.attrs.id, saying),
      said: sayInline(node, saying.turnover),
    },
  ],
  bulletedList: sayList,
  numberedList: sayList,
  figure: (node, saying) => [sayFigure(node, saying)],
  row: (node, saying) => [{ kind: 'row', id: node.attrs.id, figures: node.children.map(figure => sayFigure(figure, saying)) }],
  table: (node, saying) => {
    const { turnover } = saying
    const panels = node.children.filter(child => isKind(child, 'tablePanel'))
    const grids = panels.length
      ? panels.map((panel): SaidGrid => {
          const words = panel.child(0)
          return {
            ...named(panel),
            head: sayPieces(panelHead(turnover.ledger.byId.get(panel.attrs.id), words.content.size > 0), turnover),
            caption: sayInline(words, turnover, `${panel.attrs.id}.0`),
            ...sayGrid(gridOf(panel), saying),
          }
        })
      : [{ id: '', label: '', head: [], caption: [], ...sayGrid(gridOf(node), saying) }]
    return [{ kind: 'table', ...sayCaption(node, saying), grids, notes: sayParagraphs(tableNotesOf(node)?.children ?? [], saying) }]
  },
  box: (node, saying) => [{ kind: 'box', ...sayCaption(node, saying), blocks: sayAll(node.children, saying) }],
  equation: (node, saying) => [sayEquation(node, saying)],
  equationGroup: (node, saying) => [
    {
      kind: 'equationGroup',
      ...named(node),
      number: numberOf(node.attrs.id, saying),
      lines: node.children.filter(child => isKind(child, 'equation')).map(child => sayEquation(child, saying)),
    },
  ],
  quotation: quoted('quotation'),
  verse: quoted('verse'),
  epigraph: (node, saying) => {
    const { id } = node.attrs
    const at = node.children.findIndex(child => isKind(child, 'attribution'))
    const attribution = at < 0 ? [] : sayInline(node.child(at), saying.turnover, identityIn(id, node.child(at), at))
    return [{ kind: 'epigraph', id, blocks: sayParagraphs(node.children, saying), attribution }]
  },
  descriptionList: (node, saying) => {
    const { id } = node.attrs
    const entries = node.children.flatMap((part, index) =>
      isKind(part, 'term')
        ? [
            {
              term: sayInline(part, saying.turnover, `${id}.${index}`),
              blocks: sayParagraphs(node.maybeChild(index + 1)?.children ?? [], saying),
            },
          ]
        : [],
    )
    return [{ kind: 'descriptions', id, entries }]
  },
  listing: (node, saying) => [
    {
      kind: 'listing',
      ...sayCaption(node, saying),
      lines: node.lastChild!.textContent.split('\n'),
      numbered: saying.turnover.work.houseStyle.listing.numbered,
    },
  ],
  signature: (node, saying) => [{ kind: 'signature', id: node.attrs.id, said: sayInline(node, saying.turnover) }],
  statement: (node, saying) => {
    const { turnover } = saying
    const { id, series } = node.attrs
    const rule = seriesRule(turnover.work.scheme, series)
    const entry = turnover.ledger.byId.get(id)
    const name = node.firstChild && isKind(node.firstChild, 'statementName') ? node.firstChild : null
    const head = statementHead(entry, rule, name ? name.children.map(child => ({ text: child.text ?? '' })) : [])
    return [
      {
        kind: 'statement',
        ...named(node),
        series,
        number: entry?.number ?? '',
        head: sayPieces(head, turnover),
        slanted: rule.statement === 'italic',
        blocks: sayAll(node.children, saying),
      },
    ]
  },
  proof: (node, saying) => [{ kind: 'proof', id: node.attrs.id, head: headOfProof(node, saying), blocks: sayAll(node.children, saying) }],
  fill: node => [{ kind: 'space', id: node.attrs.id, height: node.attrs.height }],
  miniContents: (node, { turnover, division }) => {
    const { id, depth } = node.attrs
    const entries = sayEntries(sectionEntries(turnover.ledger, division, depth), turnover)
    return [{ kind: 'entries', id, of: 'division', series: '', depth, entries }]
  },
  keywords: (node, { turnover, words }) => {
    const listed = keywordsOf(node.attrs.own, turnover.work.settings.keywords)
    const [head] = sayPieces(keywordsLine(listed, words), turnover)
    return listed.length ? [{ kind: 'keywords', id: node.attrs.id, head: [head!], words: listed }] : []
  },
  sourceList: (node, { turnover, division }) => [{ kind: 'sources', id: node.attrs.id, entries: saySources(division, turnover) }],
}

function headOfProof(node: Node, { turnover, words }: Saying): SaidInline[] {
  const { firstChild } = node
  if (!firstChild || !isKind(firstChild, 'proofName') || firstChild.content.size === 0) return sayPieces(proofHead(words), turnover)
  const said = sayInline(firstChild, turnover, identityIn(node.attrs.id, firstChild, 0))
  return [...said, { kind: 'text', text: '. ', marks: ['emphasis'] }]
}

const isBlock = (name: string): name is BlockKind => Object.hasOwn(handlers, name)

/** What nodes say that stand under each other; names and captions among them are said by what holds them. */
export const sayAll = (nodes: readonly Node[], saying: Saying): SaidBlock[] =>
  nodes.flatMap(node => {
    const kind = kindOf(node)
    // The table has the handler of this kind for nodes of this kind, which the compiler cannot follow through a variable.
    return isBlock(kind) ? (handlers[kind] as Handler<BlockKind>)(node as Node & NodeOfKind<BlockKind>, saying) : []
  })
