/** A few words in which the demo works are written down: tagged templates that make blocks and inline content. */
import { writeNotation } from '@steady-ledger/core/formulas/tree/writeNotation.ts'
import { finished } from '@steady-ledger/core/formulas/typing/leave.ts'
import { endWord, typeText } from '@steady-ledger/core/formulas/typing/type.ts'
import { writingOf } from '@steady-ledger/core/formulas/typing/writing.ts'
import { type Cited, plainCited } from '@steady-ledger/core/work/kinds/inline.ts'
import { type Node, schema } from '@steady-ledger/core/work/schema.ts'

export type Inline = Node | string | Inline[]

const nodes = schema.nodes
const marked = (name: string, parts: Inline, attrs?: object): Inline =>
  inline([parts]).map(node => (node.isText ? node.mark(schema.marks[name]!.create(attrs as never).addToSet(node.marks)) : node))

export const em = (words: Inline): Inline => marked('emphasis', words)
export const strong = (words: Inline): Inline => marked('strong', words)
export const code = (words: Inline): Inline => marked('code', words)
export const sub = (words: Inline): Inline => marked('subscript', words)
export const sup = (words: Inline): Inline => marked('superscript', words)
export const smallCapitals = (words: Inline): Inline => marked('smallCapitals', words)
/** Words in another language, by its BCP 47 tag. */
export const inLanguage = (tag: string, words: Inline): Inline => marked('language', words, { tag })
export const link = (words: string, address: string): Inline => marked('link', words, { address })
/** An inline formula. */
export const formula = (source: string): Node => nodes.formula.create({ formula: source })
export const f = (source: TemplateStringsArray): Node => formula(String.raw(source))
/** What an author would type, in the notation of the file. */
const typedNotation = (text: string): string => writeNotation(finished(endWord(typeText(writingOf([]), text)).row))
/** A formula in the line, as it is typed in the composer. */
export const typed = (text: string): Node => formula(typedNotation(text))
/** An equation, as it is typed in the composer. */
export const typedEq = (label: string, text: string): Node => eq(label, typedNotation(text))
/** A paragraph of parts that are already made. */
export const paragraph = (parts: Inline[]): Node => nodes.paragraph.create(null, inline(parts))
/** A reference to labels by name and number; other wordings have functions of their own. */
export const ref = (...labels: string[]): Node => reference('nameAndNumber', labels)
export const num = (...labels: string[]): Node => reference('number', labels)
export const page = (...labels: string[]): Node => reference('page', labels)
export const full = (...labels: string[]): Node => reference('nameNumberAndPage', labels)
export const reference = (wording: string, targets: string[]): Node => nodes.reference.create({ targets, wording })

/** A mention of an abbreviation or symbol, by the id of its entry; as it is written out or short by itself, or always the same. */
export const mention = (entry: string, more: { form?: 'auto' | 'short' | 'full' | 'both'; plural?: boolean } = {}): Node =>
  nodes.mention.create({ entry, ...more })

/** A citation of sources by their ids; `at` is a place in the one before it: `cite('brandt', at('12–14'))`. */
export const cite = (...sources: (string | Partial<Cited>)[]): Node => {
  const cites: Partial<Cited>[] = []
  for (const one of sources) {
    if (typeof one === 'string') cites.push({ source: one })
    else if (one.source || !cites.length) cites.push(one)
    else cites[cites.length - 1] = { ...cites.at(-1), ...one }
  }
  return nodes.citation.create({ cites: cites.map(one => ({ ...plainCited(one.source ?? ''), ...one })) })
}
export const at = (locator: string, label: Cited['label'] = 'page'): Partial<Cited> => ({ locator, label })
/** The sources that are cited in its chapter. */
export const chapterSources = (): Node => nodes.sourceList.create()

function inline(parts: Inline[]): Node[] {
  return parts.flatMap(part => (Array.isArray(part) ? inline(part) : typeof part === 'string' ? (part ? [schema.text(part)] : []) : [part]))
}

/** Template text: line breaks and indentation of the source are single spaces. */
function woven(strings: TemplateStringsArray, values: Inline[]): Node[] {
  const parts: Inline[] = []
  strings.forEach((text, i) => {
    parts.push(text.replace(/[ \n]+/g, ' '))
    if (i < values.length) parts.push(values[i]!)
  })
  const made = inline(parts)
  const trim = (index: number, pattern: RegExp): void => {
    const node = made[index]
    if (!node?.isText) return
    const text = node.text!.replace(pattern, '')
    if (text === node.text) return
    made.splice(index, 1, ...(text ? [schema.text(text, node.marks)] : []))
  }
  trim(0, /^ +/)
  trim(made.length - 1, / +$/)
  return made
}

type Template<T> = (strings: TemplateStringsArray, ...values: Inline[]) => T

export const note: Template<Node> = (strings, ...values) => nodes.note.create(null, woven(strings, values))
/** Between two paragraphs of a note. */
export const paragraphEnd = (): Node => nodes.noteBreak.create()
/** The keywords of the work, as the program prints them. */
export const keywords = (pin = 0): Node => nodes.keywords.create({ pin })
/** A block that no page turn parts, or parts from what follows. */
export const keptTogether = (block: Node): Node => block.type.create({ ...block.attrs, keepTogether: true }, block.content, block.marks)
export const keptWithNext = (block: Node): Node => block.type.create({ ...block.attrs, keepWithNext: true }, block.content, block.marks)
export const t: Template<Node[]> = (strings, ...values) => woven(strings, values)
export const p: Template<Node> = (strings, ...values) => nodes.paragraph.create(null, woven(strings, values))
const heading = (level: number, label: string, words: string): Node => nodes.heading.create({ level, label }, schema.text(words))
export const h2 = (label: string, words: string): Node => heading(2, label, words)
export const h3 = (label: string, words: string): Node => heading(3, label, words)
/** An appendix at the end of a chapter. */
export const appendixHeading = (label: string, words: string): Node =>
  nodes.heading.create({ level: 2, label, appendix: true }, schema.text(words))
export const eq = (label: string, source: string): Node => nodes.equation.create({ label, formula: source })
export const plainEq = (source: string): Node => nodes.equation.create({ formula: source, numbered: false })
const item = (content: Node[]): Node => nodes.listItem.create(null, nodes.paragraph.create(null, content))
export const bullets = (...items: Node[][]): Node => nodes.bulletedList.create(null, items.map(item))
export const steps = (...items: Node[][]): Node => nodes.numberedList.create(null, items.map(item))
export const quote = (...paragraphs: Node[]): Node => nodes.quotation.create(null, paragraphs)
export const verse = (...lines: string[]): Node =>
  nodes.verse.create(
    null,
    lines.map(line => paragraph([line])),
  )
export const epigraph = (words: Node[], from: Node[]): Node =>
  nodes.epigraph.create(null, [nodes.paragraph.create(null, words), nodes.attribution.create(null, from)])
export const described = (...pairs: [term: Node[], meaning: Node][]): Node =>
  nodes.descriptionList.create(
    null,
    pairs.flatMap(([term, meaning]) => [nodes.term.create(null, term), nodes.description.create(null, meaning)]),
  )
export const listing = (label: string, caption: Node[], text: string): Node =>
  nodes.listing.create({ label }, [nodes.caption.create(null, caption), nodes.listingText.create(null, schema.text(text))])
/** A statement of a series: a name, or none, and what is stated. */
export const stated = (series: string, label: string, name: string, ...content: Node[]): Node =>
  nodes.statement.create({ series, label }, [...(name ? [nodes.statementName.create(null, schema.text(name))] : []), ...content])
export const proof = (...content: Node[]): Node => nodes.proof.create(null, content)
/** A proof that says what it proves. */
export const proofOf = (name: Node[], ...content: Node[]): Node =>
  nodes.proof.create(null, [nodes.proofName.create(null, name), ...content])
export const signature = (who: string): Node => nodes.signature.create(null, schema.text(who))
export const fill = (height = 0): Node => nodes.fill.create({ height })
export const row = (...figures: Node[]): Node => nodes.row.create(null, figures)

interface FigureOptions {
  picture: string
  numbered?: boolean
  placement?: string
  width?: number
  short?: Node[]
  alternative: string
}
export const fig = (label: string, { short, ...attrs }: FigureOptions, caption: Node[]): Node =>
  nodes.figure.create({ label, ...attrs }, [
    nodes.caption.create(null, caption),
    ...(short ? [nodes.shortCaption.create(null, short)] : []),
  ])

/** One picture of several in a figure, with words of its own. */
export const panel = (label: string, attrs: { picture: string; alternative: string; width?: number }, words: Node[]): Node =>
  nodes.panel.create({ label, ...attrs }, words)
export const panels = (label: string, caption: Node[], ...all: Node[]): Node =>
  nodes.figure.create({ label }, [nodes.caption.create(null, caption), ...all])
/** Equations under one number. */
export const group = (label: string, ...lines: Node[]): Node => nodes.equationGroup.create({ label }, lines)
/** The headings of a chapter at its head, down to a level. */
export const chapterContents = (depth = 2): Node => nodes.miniContents.create({ depth })

/** Text in a frame, under a caption. */
export const boxed = (label: string, caption: Node[], ...blocks: Node[]): Node =>
  nodes.box.create({ label }, [nodes.caption.create(null, caption), ...blocks])

/** A table from rows of words; the first row heads it. Columns are aligned by a letter each: l, c or r. Notes are paragraphs below it. */
export function tab(label: string, caption: Node[], columns: string, rows: (string | Node[])[][], short?: Node[], ...notes: Node[]): Node {
  const align = (i: number): string | null => ({ c: 'centre', r: 'right' })[columns[i]!] ?? null
  const grid = nodes.grid.create(
    null,
    rows.map((cells, row) =>
      nodes.gridRow.create(
        null,
        cells.map((cell, i) => {
          const content = typeof cell === 'string' ? inline([cell]) : cell
          return nodes[row === 0 ? 'gridHead' : 'gridCell']!.create({ align: align(i) }, nodes.paragraph.create(null, content))
        }),
      ),
    ),
  )
  return nodes.table.create({ label }, [
    nodes.caption.create(null, caption),
    ...(short ? [nodes.shortCaption.create(null, short)] : []),
    grid,
    ...(notes.length ? [nodes.tableNotes.create(null, notes)] : []),
  ])
}

export interface DivisionOptions {
  role: string
  label?: string
  numbered?: boolean
  listed?: boolean
  series?: string
}
export const div = (options: DivisionOptions, title: string, ...blocks: (Node | Node[])[]): Node =>
  nodes.division.create({ ...options }, [nodes.title.create(null, title ? schema.text(title) : null), ...blocks.flat()])

/** Gives every block its id, the same in every run, and turns labels in references into the ids they stand for. */
export function identified(divisions: Node[], prefix: string): Node {
  const ids = new Map<string, string>()
  let count = 0
  const idOf = (): string => `${prefix}${(++count).toString(36)}`
  let citations = 0
  const withIds = (node: Node): Node => {
    if (node.isText) return node
    const takesId = 'id' in (node.type.spec.attrs ?? {})
    // Citations count by themselves: all other ids are what they are without them.
    const id = node.type.name === 'citation' ? `${prefix}-c${(++citations).toString(36)}` : takesId ? idOf() : ''
    if (takesId && node.attrs.label) {
      if (ids.has(node.attrs.label)) throw new Error(`The label “${node.attrs.label}” stands twice.`)
      ids.set(node.attrs.label, id)
    }
    const content = node.children.map(withIds)
    return node.type.create(takesId ? { ...node.attrs, id } : node.attrs, content, node.marks)
  }
  const withTargets = (node: Node): Node => {
    if (node.isText) return node
    if (node.type.name === 'reference') {
      const targets = (node.attrs.targets as string[]).map(label => {
        const id = ids.get(label)
        if (!id) throw new Error(`Nothing carries the label “${label}”.`)
        return id
      })
      return node.type.create({ ...node.attrs, targets })
    }
    return node.type.create(node.attrs, node.children.map(withTargets), node.marks)
  }
  const doc = nodes.doc.create(null, divisions.map(withIds).map(withTargets))
  doc.check()
  return doc
}
