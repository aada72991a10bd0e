/**
 * The document of a work: one tree, `division+`, each a title and blocks. Computed text is never in it; captions, notes and
 * table cells are content, so that they can hold emphasis, formulas and references.
 */

import { type MarkSpec, type Node, type NodeSpec, Schema } from 'prosemirror-model'
import { writeLength } from './lengths.ts'

/** What a division is for. The role decides where it stands, how it is numbered and whether its content is generated. */
export type Role = 'titlePage' | 'abstract' | 'contents' | 'seriesList' | 'part' | 'chapter' | 'appendix' | 'endnotes'
export type Matter = 'front' | 'main' | 'back'

/** Roles and the matter they stand in, in reading order. */
export const roles: Record<Role, { matter: Matter; generated: boolean; name: string }> = {
  titlePage: { matter: 'front', generated: false, name: 'Title page' },
  abstract: { matter: 'front', generated: false, name: 'Abstract' },
  contents: { matter: 'front', generated: true, name: 'Contents' },
  seriesList: { matter: 'front', generated: true, name: 'List of a series' },
  part: { matter: 'main', generated: false, name: 'Part' },
  chapter: { matter: 'main', generated: false, name: 'Chapter' },
  appendix: { matter: 'back', generated: false, name: 'Appendix' },
  endnotes: { matter: 'back', generated: true, name: 'Notes' },
}

/** Attribute specifications: default, and what a file may give instead. */
const string = (usual = '') => ({ default: usual, validate: 'string' })
const boolean = (usual: boolean) => ({ default: usual, validate: 'boolean' })
const number = (usual: number) => ({ default: usual, validate: 'number' })
/** The number that a heading starts again at, against the rule of its level; null where it follows the rule. */
const startAt = {
  default: null,
  validate: (value: unknown) => {
    if (value !== null && !(Number.isInteger(value) && (value as number) >= 0 && (value as number) <= 100_000))
      throw new RangeError('a heading starts at a number that it cannot start at')
  },
}
const oneOf = (usual: string | null, allowed: (string | null)[]) => ({
  default: usual,
  validate: (value: unknown) => {
    if (!allowed.includes(value as string | null)) throw new RangeError(`“${value}” is not one of ${allowed.join(', ')}`)
  },
})
const record = (usual: object, isFine: (value: unknown) => boolean) => ({
  default: usual,
  validate: (value: unknown) => {
    if (!isFine(value)) throw new RangeError('an attribute has a value it cannot have')
  },
})
const isStrings = (value: unknown): boolean => Array.isArray(value) && value.every(item => typeof item === 'string')
const isStringRecord = (value: unknown): boolean => typeof value === 'object' && value !== null && isStrings(Object.values(value))

/** Where a figure or table may stand: where it is or at the head of a later page, held here, at a head, at a foot, alone on a page. */
export type Placement = 'auto' | 'here' | 'head' | 'foot' | 'page'
const placement = oneOf('auto', ['auto', 'here', 'head', 'foot', 'page'])

const identified = { id: string() }
const labelled = { id: string(), label: string() }
/** What an author may ask of page make-up for any block: that no page turn parts it, or it from what follows. */
const kept = { keepTogether: boolean(false), keepWithNext: boolean(false) }

/**
 * How a kind that plain HTML has no word for goes to the clipboard and back: every attribute as JSON beside its tag. On the way
 * back only attributes that the kind knows, of the type they have, are taken; anything else keeps its default.
 */
function carried(name: string, tag: string, attrs: Record<string, { default: unknown }>, leaf = false): Partial<NodeSpec> {
  return {
    attrs,
    toDOM: node => {
      const carrier = { 'data-kind': name, 'data-attributes': JSON.stringify(node.attrs) }
      return leaf ? [tag, carrier] : [tag, carrier, 0]
    },
    parseDOM: [{ tag: `${tag}[data-kind="${name}"]`, priority: 70, getAttrs: dom => readAttributes(dom as unknown as Element, attrs) }],
  }
}

interface Element {
  getAttribute(name: string): string | null
}

function readAttributes(dom: Element, attrs: Record<string, { default: unknown }>): Record<string, unknown> {
  const found: Record<string, unknown> = {}
  try {
    const given = JSON.parse(dom.getAttribute('data-attributes') ?? '{}')
    for (const [key, { default: usual }] of Object.entries(attrs))
      if (typeof given[key] === typeof usual && Array.isArray(given[key]) === Array.isArray(usual)) found[key] = given[key]
  } catch {
    return {}
  }
  return found
}

const nodes: Record<string, NodeSpec> = {
  doc: { content: 'division+' },
  division: {
    ...carried('division', 'section', {
      ...labelled,
      role: oneOf('chapter', Object.keys(roles)),
      numbered: boolean(true),
      listed: boolean(true),
      startAt,
      series: string(),
    }),
    content: 'title block*',
    isolating: true,
    defining: true,
    selectable: false,
  },
  title: { content: 'inline*', defining: true, parseDOM: [{ tag: 'h1', priority: 60 }], toDOM: () => ['h1', 0] },
  paragraph: {
    group: 'block',
    content: 'inline*',
    // `pin` is the line of its page that it stands on, from 1; 0 for where the text comes to it.
    // A paragraph with a label is a place that page references can lead to.
    attrs: { ...labelled, ...kept, align: oneOf(null, [null, 'left', 'centre', 'right']), pin: number(0) },
    parseDOM: [{ tag: 'p' }],
    toDOM: node => ['p', node.attrs.align ? { 'data-align': node.attrs.align } : {}, 0],
  },
  heading: {
    group: 'block',
    content: 'inline*',
    attrs: { ...labelled, level: number(2), numbered: boolean(true), appendix: boolean(false), startAt, listed: boolean(true) },
    defining: true,
    parseDOM: [2, 3, 4, 5, 6].map(level => ({
      tag: `h${level}`,
      getAttrs: dom => ({
        level,
        id: (dom as unknown as Element).getAttribute('data-id') ?? '',
        label: (dom as unknown as Element).getAttribute('data-label') ?? '',
      }),
    })),
    toDOM: node => [`h${Math.min(6, node.attrs.level as number)}`, { 'data-id': node.attrs.id, 'data-label': node.attrs.label }, 0],
  },
  /** Empty space of a height in points; of height 0, it takes what a page has left, so that what follows stands at its foot. */
  fill: {
    ...carried('fill', 'hr', { ...identified, height: number(0) }, true),
    toDOM: node => [
      'hr',
      {
        'data-kind': 'fill',
        'data-attributes': JSON.stringify(node.attrs),
        ...(node.attrs.height > 0 ? { 'data-height': `${writeLength(node.attrs.height, 'mm')} mm` } : {}),
      },
    ],
    group: 'block',
    atom: true,
  },
  bulletedList: {
    group: 'block',
    content: 'listItem+',
    attrs: { ...identified, ...kept, look: string() },
    parseDOM: [{ tag: 'ul' }],
    toDOM: () => ['ul', 0],
  },
  numberedList: {
    group: 'block',
    content: 'listItem+',
    // `look` is the key of a list look of the scheme; empty for the first of its kind.
    attrs: { ...identified, ...kept, continued: boolean(false), look: string() },
    parseDOM: [{ tag: 'ol' }],
    toDOM: () => ['ol', 0],
  },
  listItem: {
    content: 'paragraph (paragraph | bulletedList | numberedList)*',
    attrs: labelled,
    defining: true,
    parseDOM: [{ tag: 'li' }],
    toDOM: () => ['li', 0],
  },
  quotation: {
    group: 'block',
    content: 'paragraph+',
    attrs: { ...identified, ...kept },
    defining: true,
    parseDOM: [{ tag: 'blockquote' }],
    toDOM: () => ['blockquote', 0],
  },
  /** Verse: every paragraph is a line of it; a stanza is a block of its own. */
  verse: { ...carried('verse', 'div', { ...identified, ...kept }), group: 'block', content: 'paragraph+', defining: true },
  epigraph: { ...carried('epigraph', 'div', identified), group: 'block', content: 'paragraph+ attribution?', defining: true },
  attribution: { ...carried('attribution', 'cite', {}), content: 'inline*', defining: true },
  /** A line to sign on, with what stands under it. */
  signature: { ...carried('signature', 'p', { ...identified, ...kept }), group: 'block', content: 'inline*', defining: true },
  descriptionList: {
    group: 'block',
    content: '(term description)+',
    attrs: { ...identified, ...kept },
    parseDOM: [{ tag: 'dl' }],
    toDOM: () => ['dl', 0],
  },
  term: { content: 'inline*', defining: true, parseDOM: [{ tag: 'dt' }], toDOM: () => ['dt', 0] },
  description: { content: 'paragraph+', defining: true, parseDOM: [{ tag: 'dd' }], toDOM: () => ['dd', 0] },
  /** A theorem, lemma, definition …: an entry of the series it names, with or without a name of its own. */
  statement: {
    ...carried('statement', 'div', { ...labelled, ...kept, series: string('theorem'), numbered: boolean(true) }),
    group: 'block',
    content: 'statementName? paragraph (paragraph | equation | equationGroup | bulletedList | numberedList)*',
    defining: true,
  },
  statementName: { ...carried('statementName', 'p', {}), content: 'text*', marks: '', defining: true },
  proof: {
    ...carried('proof', 'div', { ...identified, ...kept }),
    group: 'block',
    content: 'paragraph (paragraph | equation | equationGroup | bulletedList | numberedList)*',
    defining: true,
  },
  /** Text set as it stands, line by line, under a caption. */
  listing: {
    ...carried('listing', 'figure', { ...labelled, ...kept, placement, series: string() }),
    group: 'block',
    content: 'caption shortCaption? listingText',
    isolating: true,
  },
  listingText: {
    content: 'text*',
    marks: '',
    code: true,
    defining: true,
    whitespace: 'pre',
    parseDOM: [{ tag: 'pre', preserveWhitespace: 'full' }],
    toDOM: () => ['pre', ['code', 0]],
  },
  figure: {
    ...carried('figure', 'figure', {
      ...labelled,
      picture: string(),
      width: number(0.8),
      alternative: string(),
      placement,
      numbered: boolean(true),
      series: string(),
      ...kept,
    }),
    group: 'block',
    content: 'caption shortCaption? panel*',
    isolating: true,
  },
  /** One of the pictures of a figure, with words of its own: (a), (b) … Where a figure has panels, it shows them and no picture of its own. */
  panel: {
    ...carried('panel', 'div', { ...labelled, picture: string(), width: number(0.45), alternative: string() }),
    content: 'inline*',
    isolating: true,
    defining: true,
  },
  /** Text in a frame, under a caption. */
  box: {
    ...carried('box', 'aside', { ...labelled, ...kept, placement, series: string() }),
    group: 'block',
    content: 'caption shortCaption? (paragraph | equation | equationGroup | bulletedList | numberedList)+',
    isolating: true,
  },
  /** Figures side by side, each with a number and caption of its own; they stand where the row stands, their widths are shares of it. */
  row: { ...carried('row', 'div', { ...identified, ...kept, placement }), group: 'block', content: 'figure+', isolating: true },
  table: {
    ...carried('table', 'figure', { ...labelled, ...kept, placement, series: string() }),
    group: 'block',
    content: 'caption shortCaption? grid tableNotes?',
    isolating: true,
  },
  /** What has to be said about a table, below it. */
  tableNotes: { ...carried('tableNotes', 'div', {}), content: 'paragraph+', defining: true },
  caption: { content: 'inline*', isolating: true, parseDOM: [{ tag: 'figcaption' }, { tag: 'caption' }], toDOM: () => ['figcaption', 0] },
  shortCaption: { ...carried('shortCaption', 'figcaption', {}), content: 'inline*', isolating: true },
  grid: { content: 'gridRow+', tableRole: 'table', isolating: true, parseDOM: [{ tag: 'table' }], toDOM: () => ['table', ['tbody', 0]] },
  gridRow: { content: '(gridCell | gridHead)*', tableRole: 'row', parseDOM: [{ tag: 'tr' }], toDOM: () => ['tr', 0] },
  gridCell: cell('cell', 'td'),
  gridHead: cell('header_cell', 'th'),
  equation: {
    ...carried('equation', 'div', { ...labelled, ...kept, formula: string(), numbered: boolean(true) }, true),
    group: 'block',
    atom: true,
  },
  /** Equations that belong together: they stand under each other, and count as lines of one number: (11a), (11b). */
  equationGroup: {
    ...carried('equationGroup', 'div', { ...labelled, ...kept, numbered: boolean(true) }),
    group: 'block',
    content: 'equation+',
  },
  /** What stands in this division, written by the program: its headings down to a level. */
  miniContents: { ...carried('miniContents', 'nav', { ...identified, depth: number(2) }, true), group: 'block', atom: true },
  /** The keywords of the work, in words of its language; like a paragraph it can be held at a line of its page. */
  keywords: { ...carried('keywords', 'p', { ...identified, ...kept, pin: number(0) }, true), group: 'block', atom: true },
  formula: { ...carried('formula', 'span', { formula: string() }, true), group: 'inline', inline: true, atom: true },
  note: {
    ...carried('note', 'span', labelled),
    group: 'inline',
    inline: true,
    atom: true,
    content: '(text | formula | reference | noteBreak)*',
    isolating: true,
  },
  /** Where a paragraph of a note ends and the next one begins. Read in notes alone: a line break elsewhere must not make a note around itself. */
  noteBreak: {
    inline: true,
    atom: true,
    parseDOM: [{ tag: 'br', context: 'note/' }],
    toDOM: () => ['br', { 'data-kind': 'noteBreak' }],
  },
  /** `was` keeps, by target id, what a target was called when it was deleted: history, never a cached number. */
  reference: {
    ...carried(
      'reference',
      'a',
      {
        targets: record([], isStrings),
        wording: oneOf('nameAndNumber', ['number', 'nameAndNumber', 'page', 'nameNumberAndPage', 'nearby', 'title']),
        was: record({}, isStringRecord),
      },
      true,
    ),
    group: 'inline',
    inline: true,
    atom: true,
  },
  text: { group: 'inline' },
}

function cell(role: string, tag: string): NodeSpec {
  return {
    content: 'paragraph+',
    tableRole: role,
    isolating: true,
    attrs: { colspan: number(1), rowspan: number(1), colwidth: { default: null }, align: oneOf(null, [null, 'left', 'centre', 'right']) },
    parseDOM: [{ tag }],
    toDOM: node => {
      const { colspan, rowspan, align } = node.attrs
      return [tag, { colspan: String(colspan), rowspan: String(rowspan), ...(align ? { 'data-align': align } : {}) }, 0]
    },
  }
}

const marks: Record<string, MarkSpec> = {
  emphasis: { parseDOM: [{ tag: 'em' }, { tag: 'i' }], toDOM: () => ['em', 0] },
  strong: { parseDOM: [{ tag: 'strong' }, { tag: 'b' }], toDOM: () => ['strong', 0] },
  code: { parseDOM: [{ tag: 'code' }], toDOM: () => ['code', 0] },
  /** Words in another language: hyphenated by its rules, and said so to those who listen. */
  language: {
    attrs: {
      tag: {
        validate: (value: unknown) => {
          if (typeof value !== 'string' || !/^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$/.test(value))
            throw new RangeError(`“${value}” is not a language`)
        },
      },
    },
    parseDOM: [{ tag: 'span[lang]', getAttrs: dom => readLanguage((dom as { getAttribute(name: string): string }).getAttribute('lang')) }],
    toDOM: mark => ['span', { lang: mark.attrs.tag }, 0],
  },
  /** Small letters drawn as small capitals, where the face has them. */
  smallCapitals: {
    parseDOM: [{ tag: 'span[data-small-capitals]' }, { style: 'font-variant=small-caps' }, { style: 'font-variant-caps=small-caps' }],
    toDOM: () => ['span', { 'data-small-capitals': '', style: 'font-variant-caps: small-caps' }, 0],
  },
  subscript: { excludes: 'superscript', parseDOM: [{ tag: 'sub' }], toDOM: () => ['sub', 0] },
  superscript: { excludes: 'subscript', parseDOM: [{ tag: 'sup' }], toDOM: () => ['sup', 0] },
  link: {
    attrs: {
      address: {
        validate: (value: unknown) => {
          if (typeof value !== 'string' || !safeAddress(value)) throw new RangeError(`“${value}” is not a web or mail address`)
        },
      },
    },
    inclusive: false,
    parseDOM: [{ tag: 'a[href]', getAttrs: dom => safeAddress((dom as { getAttribute(name: string): string }).getAttribute('href')) }],
    toDOM: mark => ['a', { href: mark.attrs.address, rel: 'noreferrer' }, 0],
  },
}

const readLanguage = (tag: string): { tag: string } | false => (/^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$/.test(tag) ? { tag } : false)

/** Only addresses that open a page or a letter may become links; anything else stays plain text. */
export function safeAddress(address: string | null): { address: string } | false {
  return address && /^(https?:\/\/|mailto:)/i.test(address) ? { address } : false
}

export const schema = new Schema({ nodes, marks })

export const division = (node: Node): { id: string; role: Role; numbered: boolean; listed: boolean; series: string } => node.attrs as never
export type { Node }
export const matterOf = (node: Node): Matter => roles[division(node).role].matter

/** The name of the work: the title of its first title page, else of its first division. */
export function titleOf(doc: Node): string {
  let title = ''
  doc.forEach(node => {
    if (!title && division(node).role === 'titlePage') title = plainText(node.firstChild!)
  })
  return title || plainText(doc.firstChild!.firstChild!) || 'Untitled'
}

/** The series that a captioned block counts in: one that the author gave it, or that of its kind. */
export const seriesOf = (node: Node): string => (node.attrs.series as string) || node.type.name

/** The grid of a table. */
export const gridOf = (table: Node): Node => table.children.find(child => child.type.name === 'grid')!
/** The notes below a table, where it has any. */
export const tableNotesOf = (table: Node): Node | undefined => table.children.find(child => child.type.name === 'tableNotes')

/** Text of a node as a reader would say it; notes are left out and formulas stand as a placeholder sign. `say` words references. */
export function plainText(node: Node, say?: (reference: Node) => string): string {
  let text = ''
  node.descendants(child => {
    if (child.isText) text += child.text
    else if (child.type.name === 'formula') text += '□'
    else if (child.type.name === 'reference') text += say?.(child) ?? ''
    else if (child.type.name === 'noteBreak') text += ' '
    else if (child.isTextblock && text) text += ' '
    return child.type.name !== 'note'
  })
  return text.replace(/\s+/g, ' ').trim()
}

const paragraphs = new WeakMap<Node, Node[]>()

/** The paragraphs of a note, each as a note of its own; the same nodes every time, so that what is kept for them is found again. */
export function noteParagraphs(note: Node): Node[] {
  let found = paragraphs.get(note)
  if (!found) {
    const parts: Node[][] = [[]]
    for (const child of note.children) {
      if (child.type.name === 'noteBreak') parts.push([])
      else parts.at(-1)!.push(child)
    }
    // Empty ones are never printed; a note that holds nothing has its mark all the same.
    const filled = parts.filter((part, index) => part.length || (index === 0 && parts.every(other => !other.length)))
    found = parts.length === 1 ? [note] : filled.map(part => note.type.create(note.attrs, part))
    paragraphs.set(note, found)
  }
  return found
}

/** Words in a node, cached by its identity. */
const wordCounts = new WeakMap<Node, number>()
export function countWords(node: Node): number {
  let count = wordCounts.get(node)
  if (count === undefined) {
    count = 0
    if (node.isTextblock) count = plainText(node).match(/\S+/g)?.length ?? 0
    else node.forEach(child => void (count! += countWords(child)))
    wordCounts.set(node, count)
  }
  return count
}
