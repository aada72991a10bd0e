/** A work as Markdown: CommonMark with the tables and notes that many programs read, pictures beside it, numbers as words that stand. */

import type { Picture } from '../../work/work.ts'
import type { BlockName, Manuscript, SaidBlock, SaidFigure, SaidGrid, SaidInline, SaidOf, SaidPicture } from '../manuscript/manuscript.ts'
import { notesIn, saidAgain, visitSaid } from '../manuscript/within.ts'
import { anchorOf, linkTo } from '../markup/anchors.ts'
import type { Lost } from '../output.ts'
import { anchorMarkdown, formulaMarkdown, inlineMarkdown, type MarkdownContext, plain } from './inlineMarkdown.ts'

interface Context extends MarkdownContext {
  pictures: Map<string, Picture>
  onLost(lost: Lost): void
}

/** Lines of a block; an empty line parts them from the next one. */
type Handlers = { [Name in BlockName]: (block: SaidOf<Name>, context: Context) => string[] }

const parted = (groups: readonly (readonly string[])[]): string[] =>
  groups.filter(lines => lines.length).flatMap((lines, index) => (index ? ['', ...lines] : [...lines]))
const all = (blocks: readonly SaidBlock[], context: Context): string[] => parted(blocks.map(block => linesOf(block, context)))
const prefixed = (lines: readonly string[], first: string, rest = first): string[] =>
  lines.map((line, index) => ((index ? rest : first) + line).trimEnd())

/** A paragraph is one line. */
const oneLine = (said: readonly SaidInline[], context: Context): string =>
  inlineMarkdown(said, context)
    .replace(/\s*\n\s*/g, ' ')
    .trim()

/** A text block with its anchor; nothing for one without words. */
const paragraph = (id: string, text: string): string[] => (text ? [anchorMarkdown(id) + text] : [])

const picture = ({ picture: shown, alternative }: SaidPicture, context: Context): string[] => {
  if (!shown) return []
  context.pictures.set(shown.name, shown)
  return [`![${plain(alternative).replace(/\s+/g, ' ')}](<pictures/${shown.name.replace(/[<>\\]/g, '\\$&')}>)`]
}

const around = (above: boolean, named: string[], lines: string[]): string[] => parted(above ? [named, lines] : [lines, named])

const figure = (block: SaidFigure, context: Context): string[] =>
  around(
    block.above,
    paragraph(block.id, oneLine([...block.head, ...block.caption], context)),
    block.picture
      ? picture(block.picture, context)
      : parted(
          block.panels.flatMap(panel => [
            picture(panel.picture, context),
            paragraph(panel.id, oneLine([...panel.head, ...panel.said], context)),
          ]),
        ),
  )

/** A table of pipes where every cell is one of a row and a column; the elements of HTML where some reach over several. */
function grid(table: string, block: SaidGrid, context: Context): string[] {
  const { rows, heads, columns } = block
  const cell = (at: SaidGrid['rows'][number][number]): string => at.blocks.map(({ said }) => oneLine(said, context)).join('<br>')
  const simple = heads <= 1 && rows.every(row => row.length === columns && row.every(each => each.columns === 1 && each.rows === 1))
  if (simple) {
    const line = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`
    const first = rows[0]!
    const rule = line(
      (rows[heads] ?? first).map(({ align }) => ({ left: '---', centre: ':-:', right: '--:', decimal: '--:' })[align ?? 'left']),
    )
    // Pipes have no table without a head.
    const head = heads ? line(first.map(cell)) : line(first.map(() => ' '))
    return [head, rule, ...rows.slice(heads).map(row => line(row.map(cell)))]
  }
  context.onLost({ id: table, says: 'Its cells reach over others: the table is written in elements of HTML.' })
  return [
    '<table>',
    ...rows.flatMap(row => [
      '<tr>',
      ...row.map(each => {
        const name = each.heads ? 'th' : 'td'
        const over = `${each.columns > 1 ? ` colspan="${each.columns}"` : ''}${each.rows > 1 ? ` rowspan="${each.rows}"` : ''}`
        // A line of its own between empty ones would be Markdown again; within the line it is.
        return `<${name}${over}>${cell(each)}</${name}>`
      }),
      '</tr>',
    ]),
    '</table>',
  ]
}

const quoted = ({ blocks }: SaidOf<'quotation' | 'verse'>, context: Context): string[] => prefixed(all(blocks, context), '> ')

function headed(head: readonly SaidInline[], blocks: readonly SaidBlock[], context: Context): string[] {
  const [first, ...rest] = blocks
  if (first?.kind !== 'paragraph') return parted([paragraph('', oneLine(head, context)), all(blocks, context)])
  return parted([paragraph(first.id, oneLine([...head, ...first.said], context)), all(rest, context)])
}

const equation = ({ id, formula, number }: SaidOf<'equation'>, context: Context): string[] =>
  paragraph(id, [formulaMarkdown(formula, context), plain(number)].filter(Boolean).join('\u2003'))

/** What a block is in Markdown: a kind that is missing here does not compile. */
const handlers: Handlers = {
  paragraph: ({ id, said }, context) => paragraph(id, oneLine(said, context)),
  heading: ({ id, level, number, said }, context) => [
    `${'#'.repeat(Math.min(6, level))} ${anchorMarkdown(id)}${[plain(number), oneLine(said, context)].filter(Boolean).join(' ')}`,
  ],
  list: ({ form, items }, context) =>
    items.flatMap(({ id, sign, blocks }) => {
      const [first = '', ...rest] = all(blocks, context)
      const lines = [anchorMarkdown(id) + (form && sign ? `${plain(sign)} ` : '') + first, ...rest]
      return prefixed(lines, '- ', '  ')
    }),
  figure,
  row: ({ figures }, context) => parted(figures.map(each => figure(each, context))),
  table: ({ id, above, head, caption, grids, notes }, context) =>
    around(
      above,
      paragraph(id, oneLine([...head, ...caption], context)),
      parted([
        ...grids.flatMap(each => [paragraph(each.id, oneLine([...each.head, ...each.caption], context)), grid(id, each, context)]),
        all(notes, context),
      ]),
    ),
  box: ({ id, above, head, caption, blocks }, context) =>
    prefixed(around(above, paragraph(id, oneLine([...head, ...caption], context)), all(blocks, context)), '> '),
  equation,
  equationGroup: ({ id, lines }, context) => {
    const [first = '', ...rest] = parted(lines.map(line => equation(line, context)))
    return [anchorMarkdown(id) + first, ...rest]
  },
  quotation: quoted,
  verse: quoted,
  epigraph: ({ blocks, attribution }, context) =>
    prefixed(parted([all(blocks, context), paragraph('', oneLine(attribution, context))]), '> '),
  descriptions: ({ entries }, context) =>
    parted(entries.flatMap(({ term, blocks }) => [[`**${oneLine(term, context)}**`], prefixed(all(blocks, context), '> ')])),
  listing: ({ id, above, head, caption, lines }, context) => {
    const fence = '`'.repeat(Math.max(3, ...lines.map(line => (/`+/.exec(line)?.[0].length ?? 0) + 1)))
    return around(above, paragraph(id, oneLine([...head, ...caption], context)), [fence, ...lines, fence])
  },
  signature: ({ id, said }, context) => ['---', '', ...paragraph(id, oneLine(said, context))],
  statement: ({ id, head, blocks }, context) => {
    const [first = '', ...rest] = headed(head, blocks, context)
    return [anchorMarkdown(id) + first, ...rest]
  },
  proof: ({ head, blocks }, context) => {
    const lines = headed(head, blocks, context)
    return [...lines.slice(0, -1), `${lines.at(-1) ?? ''} □`]
  },
  space: () => [],
  keywords: ({ id, head, words }, context) => paragraph(id, oneLine(head, context) + plain(` ${words.join(', ')}`)),
  entries: ({ entries }, context) => {
    const first = Math.min(...entries.map(({ level }) => level))
    return entries.map(({ id, number, said, level, page }) => {
      const words = oneLine([{ kind: 'text', text: number ? `${number} ` : '', marks: [] }, ...saidAgain(said)], context)
      return `${'  '.repeat(Math.max(0, level - first))}- [${words}](${linkTo(id)})${page ? `, ${page}` : ''}`
    })
  },
  index: ({ entries }, context) =>
    entries.map(({ level, heading, locators, see, seeAlso }) => {
      const { words } = context.manuscript
      const pages = locators.map(({ text, main, mark }) => `[${main ? `**${text}**` : text}](${linkTo(mark)})`)
      const sent = [
        ...(see.length ? [`, *${words.see}* ${plain(see.join('; '))}`] : []),
        ...(seeAlso.length ? [`${see.length || locators.length ? ';' : ','} *${words.seeAlso}* ${plain(seeAlso.join('; '))}`] : []),
      ].join('')
      return `${'  '.repeat(level - 1)}- ${[plain(heading), ...pages].join(', ')}${sent}`
    }),
  register: ({ rows }, context) => {
    const units = rows.some(({ unit }) => unit.length)
    const pages = rows.some(({ page }) => page)
    const line = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`
    const empty = ['', '', ...(units ? [''] : []), ...(pages ? [''] : [])]
    return [
      line(empty.map(() => ' ')),
      line(empty.map(() => '---')),
      ...rows.flatMap(row => [
        ...(row.opens ? [line([`**${plain(row.opens)}**`, ...empty.slice(1)])] : []),
        line([
          oneLine(row.short, context),
          row.full ? oneLine([row.full], context) : '',
          ...(units ? [oneLine(row.unit, context)] : []),
          ...(pages ? [row.page ? (row.first ? `[${row.page}](${linkTo(row.first)})` : row.page) : ''] : []),
        ]),
      ]),
    ]
  },
  sources: ({ entries }, context) =>
    parted(
      entries.map(({ anchor, margin, said, pages }) => [
        anchorMarkdown(anchor) + oneLine([...margin, ...(margin.length ? [space] : []), ...said, ...pages], context),
      ]),
    ),
  notes: ({ groups }, context) =>
    parted(groups.map(({ head, notes }) => parted([head ? [`## ${plain(head)}`] : [], ...notes.map(note => noteLines(note, context))]))),
}

const space: SaidInline = { kind: 'text', text: ' ', marks: [] }

/** A note as notes of Markdown are, where readers will count them as we do; else words behind their number, which the mark leads to. */
function noteLines(id: string, context: Context): string[] {
  const note = context.manuscript.notes.get(id)
  if (!note) return []
  const lines = parted(note.paragraphs.map(said => [oneLine(said, context)]))
  const [first = '', ...rest] = lines
  return context.countsNotes
    ? prefixed([anchorMarkdown(id) + first, ...rest], `[^${note.number}]: `, '    ')
    : prefixed([`${anchorMarkdown(id)}<sup>${plain(note.number)}</sup> ${first}`, ...rest], '> ')
}

// The table has the handler of this kind for blocks of this kind, which the compiler cannot follow through a variable.
const linesOf = (block: SaidBlock, context: Context): string[] =>
  (handlers[block.kind] as (block: SaidBlock, context: Context) => string[])(block, context)

const atFoot = (said: object, context: Context): string[][] =>
  notesIn(said).flatMap(note => (context.manuscript.notes.get(note)?.place === 'foot' ? [noteLines(note, context)] : []))

/** The text, and the pictures that stand beside it. */
export interface MarkdownFiles {
  text: string
  pictures: Picture[]
}

interface MarkdownOptions {
  /** Formulas are words, in place of MathML. */
  speaks?: boolean
  onLost?(lost: Lost): void
}

export function writeMarkdown(manuscript: Manuscript, { speaks = false, onLost = () => {} }: MarkdownOptions = {}): MarkdownFiles {
  const context: Context = {
    manuscript,
    speaks,
    countsNotes: countThrough(manuscript),
    anchors: anchorsOf(manuscript),
    pictures: new Map(),
    onLost,
  }
  if (!context.countsNotes && manuscript.notes.size)
    onLost({ id: '', says: 'Notes stand behind their numbers as words: readers of Markdown would count them otherwise.' })
  const divisions = manuscript.divisions.map(({ id, number, title, untitled, blocks }) =>
    parted([
      untitled ? [anchorMarkdown(id)] : [`# ${anchorMarkdown(id)}${[plain(number), oneLine(title, context)].filter(Boolean).join(' ')}`],
      ...atFoot(title, context),
      ...blocks.flatMap(block => [linesOf(block, context), ...atFoot(block, context)]),
    ]),
  )
  return { text: `${parted(divisions).join('\n')}\n`, pictures: [...context.pictures.values()] }
}

/** Whether readers, who count notes from 1 in the order of their marks, come to the numbers that they have. */
function countThrough({ divisions, notes }: Manuscript): boolean {
  const called = notesIn(divisions.map(({ title, blocks }) => [title, blocks]))
  return (
    called.length === notes.size && called.every((id, at) => notes.get(id)?.number === String(at + 1) && notes.get(id)?.place === 'foot')
  )
}

/** Everything that has a name in the file. */
function anchorsOf(manuscript: Manuscript): Set<string> {
  const found = new Set<string>()
  visitSaid(manuscript.divisions, ({ id, anchor, occurrence }) => {
    for (const name of [id, anchor, occurrence]) if (name) found.add(anchorOf(name))
  })
  return found
}
