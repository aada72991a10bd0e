/** A work as lines of plain text, for a letter: numbers in their places, notes after what calls them, tables in columns. */
import type {
  BlockName,
  Manuscript,
  SaidBlock,
  SaidDivision,
  SaidGrid,
  SaidInline,
  SaidOf,
  SaidPicture,
  SaidPiece,
} from '../manuscript/manuscript.ts'
import { notesIn } from '../manuscript/within.ts'
import type { Lost } from '../output.ts'
import { inlineText } from './inlineText.ts'
import { filled, lengthOf, padded } from './lines.ts'

/** How many signs a line has. */
export const usualWidth = 72

interface Writing {
  manuscript: Manuscript
  division: SaidDivision
  /** How many signs a line has here. */
  width: number
}

/** Lines of a block; an empty line parts them from the next one. */
type Handlers = { [Name in BlockName]: (block: SaidOf<Name>, writing: Writing) => string[] }

const indented = (lines: readonly string[], by: number): string[] => lines.map(line => (line ? ' '.repeat(by) + line : ''))

/** Blocks with an empty line between them. */
const parted = (groups: readonly string[][]): string[] =>
  groups.filter(lines => lines.length).flatMap((lines, index) => (index ? ['', ...lines] : lines))

const all = (blocks: readonly SaidBlock[], writing: Writing): string[] => parted(blocks.map(block => linesOf(block, writing)))

const inside = (blocks: readonly SaidBlock[], writing: Writing, by: number): string[] =>
  indented(all(blocks, { ...writing, width: Math.max(20, writing.width - by) }), by)

const say = (said: readonly SaidInline[], { manuscript }: Writing): string => inlineText(said, manuscript)

const caption = (head: readonly SaidPiece[], said: readonly SaidInline[], writing: Writing): string[] => {
  const text = say(head, writing) + say(said, writing)
  return text ? filled(text, writing.width) : []
}

const around = (above: boolean, named: string[], lines: string[]): string[] => parted(above ? [named, lines] : [lines, named])

const picture = ({ picture: shown, alternative }: SaidPicture, { width }: Writing): string[] =>
  shown || alternative ? filled(`[${alternative || shown?.name}]`, width) : []

/** Signs before their blocks: “(a)”, “–”. */
const item = (sign: string, blocks: readonly SaidBlock[], writing: Writing): string[] => {
  const opening = sign ? `${sign} ` : ''
  const room = Math.max(2, lengthOf(opening))
  const [first = '', ...rest] = inside(blocks, writing, room)
  return [padded(opening, room) + first.trimStart(), ...rest]
}

const quoted = ({ blocks }: SaidOf<'quotation' | 'verse'>, writing: Writing): string[] => inside(blocks, writing, 4)

function headed(head: readonly SaidInline[], blocks: readonly SaidBlock[], writing: Writing): string[] {
  const [first, ...rest] = blocks
  if (first?.kind !== 'paragraph') return parted([filled(say(head, writing), writing.width), all(blocks, writing)])
  return parted([filled(say(head, writing) + say(first.said, writing), writing.width), all(rest, writing)])
}

const equation = ({ formula, number }: SaidOf<'equation'>, writing: Writing): string[] =>
  indented(filled([say([formula], writing), number].filter(Boolean).join('   '), writing.width - 4), 4)

/** Columns as wide as what stands in them, or narrower where they would not fit; cells fill their lines. */
function grid({ rows, columns, heads }: SaidGrid, writing: Writing): string[] {
  const placed = place(
    rows.map(row => row.map(cell => ({ ...cell, text: cell.blocks.map(block => say(block.said, writing)).join(' ') }))),
    columns,
  )
  const gap = 2
  const widths = Array.from({ length: columns }, (_, at) =>
    Math.max(1, ...placed.flat().map(cell => (cell.at === at && cell.columns === 1 ? lengthOf(cell.text) : 1))),
  )
  const room = Math.max(columns * 4, writing.width - gap * (columns - 1))
  while (widths.reduce((sum, width) => sum + width, 0) > room && Math.max(...widths) > 4) widths[widths.indexOf(Math.max(...widths))]!--
  const rule = '-'.repeat(
    Math.min(
      writing.width,
      widths.reduce((sum, width) => sum + width + gap, -gap),
    ),
  )
  const lines = placed.flatMap((row, order) => {
    const cells = row.map(cell => {
      const width = widths.slice(cell.at, cell.at + cell.columns).reduce((sum, each) => sum + each + gap, -gap)
      const align = cell.align === 'decimal' ? 'right' : (cell.align ?? 'left')
      return { ...cell, width, lines: filled(cell.text, width).map(line => padded(line, width, align)) }
    })
    const high = Math.max(1, ...cells.map(cell => cell.lines.length))
    const own = Array.from({ length: high }, (_, line) => {
      let text = ''
      for (const cell of cells) {
        const start = widths.slice(0, cell.at).reduce((sum, each) => sum + each + gap, 0)
        text = padded(text, start) + (cell.lines[line] ?? '')
      }
      return text.trimEnd()
    })
    return order === heads - 1 ? [...own, rule] : own
  })
  return [rule, ...lines, rule]
}

/** Which column each cell begins in, cells that reach down taken into account. */
function place<Cell extends { columns: number; rows: number }>(
  rows: readonly (readonly Cell[])[],
  columns: number,
): (Cell & { at: number })[][] {
  const reaching = new Array<number>(columns).fill(0)
  return rows.map(row => {
    let at = 0
    const placed = row.map(cell => {
      while (reaching[at]) at++
      const own = { ...cell, at }
      for (let i = 0; i < cell.columns; i++) reaching[at + i] = cell.rows
      at += cell.columns
      return own
    })
    for (let i = 0; i < reaching.length; i++) reaching[i] = Math.max(0, (reaching[i] ?? 0) - 1)
    return placed
  })
}

const figure = (block: SaidOf<'figure'>, writing: Writing): string[] =>
  around(
    block.above,
    caption(block.head, block.caption, writing),
    block.picture
      ? picture(block.picture, writing)
      : parted(block.panels.map(panel => [...picture(panel.picture, writing), ...caption(panel.head, panel.said, writing)])),
  )

/** What a block is in plain text: a kind that is missing here does not compile. */
const handlers: Handlers = {
  paragraph: ({ said, align }, writing) => {
    const text = say(said, writing)
    if (!text.trim()) return []
    const lines = filled(text, writing.width)
    return align === 'centre' || align === 'right' ? lines.map(line => padded(line, writing.width, align).trimEnd()) : lines
  },
  heading: ({ number, said }, writing) => ['', ...filled(say(said, writing), writing.width, number ? `${number}  ` : '')],
  list: ({ items }, writing) => items.flatMap(({ sign, blocks }) => item(sign, blocks, writing)),
  figure,
  row: ({ figures }, writing) => parted(figures.map(each => figure(each, writing))),
  table: ({ above, head, caption: said, grids, notes }, writing) =>
    around(
      above,
      caption(head, said, writing),
      parted([...grids.map(each => parted([caption(each.head, each.caption, writing), grid(each, writing)])), all(notes, writing)]),
    ),
  box: ({ above, head, caption: said, blocks }, writing) => around(above, caption(head, said, writing), inside(blocks, writing, 4)),
  equation,
  equationGroup: ({ lines }, writing) => lines.flatMap(line => equation(line, writing)),
  quotation: quoted,
  verse: quoted,
  epigraph: ({ blocks, attribution }, writing) => [
    ...inside(blocks, writing, 8),
    ...(attribution.length ? indented(filled(say(attribution, writing), writing.width - 8), 8) : []),
  ],
  descriptions: ({ entries }, writing) =>
    entries.flatMap(({ term, blocks }) => [...filled(say(term, writing), writing.width), ...inside(blocks, writing, 4)]),
  listing: ({ above, head, caption: said, lines, numbered }, writing) => {
    const room = String(lines.length).length
    return around(
      above,
      caption(head, said, writing),
      lines.map((line, index) => `    ${numbered ? `${padded(String(index + 1), room, 'right')}  ` : ''}${line}`.trimEnd()),
    )
  },
  signature: ({ said }, writing) => ['', '', '_'.repeat(30), ...filled(say(said, writing), writing.width)],
  statement: ({ head, blocks }, writing) => headed(head, blocks, writing),
  proof: ({ head, blocks }, writing) => [...headed(head, blocks, writing), padded('□', writing.width, 'right')],
  space: () => [],
  keywords: ({ head, words }, writing) => filled(say(head, writing) + words.join(', '), writing.width),
  entries: ({ entries }, writing) => {
    const first = Math.min(...entries.map(({ level }) => level))
    return entries.flatMap(({ number, said, level, page }) => {
      const opening = ' '.repeat(2 * Math.max(0, level - first)) + (number ? `${number}  ` : '')
      const lines = filled(say(said, writing), writing.width - 8, opening)
      const last = lines.at(-1)!
      return page
        ? [...lines.slice(0, -1), `${last} ${'.'.repeat(Math.max(2, writing.width - lengthOf(last) - lengthOf(page) - 2))} ${page}`]
        : lines
    })
  },
  index: ({ entries }, writing) =>
    entries.flatMap(({ level, heading, locators, see, seeAlso }) => {
      const { words } = writing.manuscript
      const sent = [
        ...(see.length ? [`, ${words.see} ${see.join('; ')}`] : []),
        ...(seeAlso.length ? [`${see.length || locators.length ? ';' : ','} ${words.seeAlso} ${seeAlso.join('; ')}`] : []),
      ].join('')
      return filled(
        [heading, ...locators.map(({ text }) => text)].join(', ') + sent,
        writing.width,
        ' '.repeat(2 * (level - 1)),
        ' '.repeat(2 * level + 2),
      )
    }),
  register: ({ rows }, writing) => {
    const shorts = rows.map(row => say(row.short, writing))
    const room = Math.min(24, Math.max(0, ...shorts.map(lengthOf)) + 2)
    return rows.flatMap(({ full, unit, opens, page }, order) => {
      const said = [full?.text ?? '', unit.length ? `(${say(unit, writing)})` : '', page ? `– ${page}` : ''].filter(Boolean).join(' ')
      return [...(opens ? ['', opens] : []), ...filled(said, writing.width, padded(shorts[order]!, room), ' '.repeat(room))]
    })
  },
  sources: ({ entries }, writing) =>
    entries.flatMap(({ margin, said, pages }) => {
      const opening = margin.length ? `${say(margin, writing)} ` : ''
      return filled(say(said, writing) + say(pages, writing), writing.width, opening, ' '.repeat(margin.length ? lengthOf(opening) : 4))
    }),
  notes: ({ groups }, writing) =>
    parted(groups.map(({ head, notes }) => [...(head ? [head, ''] : []), ...notes.flatMap(note => noteLines(note, writing))])),
}

function noteLines(id: string, writing: Writing): string[] {
  const note = writing.manuscript.notes.get(id)
  if (!note) return []
  const opening = `[${note.number}] `
  return note.paragraphs.flatMap((said, order) =>
    filled(say(said, writing), writing.width, order ? ' '.repeat(lengthOf(opening)) : opening, ' '.repeat(lengthOf(opening))),
  )
}

// The table has the handler of this kind for blocks of this kind, which the compiler cannot follow through a variable.
const linesOf = (block: SaidBlock, writing: Writing): string[] =>
  (handlers[block.kind] as (block: SaidBlock, writing: Writing) => string[])(block, writing)

/** A block with the notes of the foot of its page behind it. */
function withNotes(said: object, lines: string[], writing: Writing): string[][] {
  const notes = notesIn(said).filter(note => writing.manuscript.notes.get(note)?.place === 'foot')
  return [lines, notes.flatMap(note => indented(noteLines(note, { ...writing, width: writing.width - 4 }), 4))]
}

export function writeText(manuscript: Manuscript, width = usualWidth, onLost: (lost: Lost) => void = () => {}): string {
  const look = (blocks: readonly SaidBlock[]): void => {
    for (const block of blocks)
      if (block.kind === 'figure') {
        const name = inlineText(block.head, manuscript)
          .replace(/[\s.:]+$/u, '')
          .replaceAll('\u00a0', ' ')
        onLost({ id: block.id, says: `${name || 'A picture without a number'} is its description in words.` })
      } else if (block.kind === 'row') look(block.figures)
  }
  for (const { blocks } of manuscript.divisions) look(blocks)
  const divisions = manuscript.divisions.map(division => {
    const writing: Writing = { manuscript, division, width }
    const { number, title, untitled } = division
    const heading = untitled ? [] : filled(say(title, writing), width, number ? `${number}  ` : '')
    const line = heading.length ? ['='.repeat(Math.min(width, Math.max(...heading.map(lengthOf))))] : []
    return parted([
      ...withNotes(title, [...heading, ...line], writing),
      ...division.blocks.flatMap(block => withNotes(block, linesOf(block, writing), writing)),
    ])
  })
  return `${divisions.map(lines => lines.join('\n')).join('\n\n\n')}\n`
}
