/** What a division holds that is numbered or refers: found once per division node and kept with it. */
import { attributesOf, isKind, type KindName, kindOf, type NodeOfKind, traitsOf } from '../work/kinds/index.ts'
import type { Numbering } from '../work/kinds/kind.ts'
import type { RuleSet } from '../work/parts/scheme.ts'
import { division, type Node, roles, seriesOf } from '../work/schema.ts'
import type { ListItemItem, NumberedItem } from './item.ts'
import { identityIn, placeOf, wordedIn } from './occurrences.ts'
import { textBefore } from './textBefore.ts'

/** A mention in its place. */
export interface FoundMention {
  node: Node
  entry: string
  holder: string
  occurrence: string
  before: string
  /** What it stands in, as far as a rule asks for that. */
  within: 'text' | 'heading' | 'caption'
}

/** A citation in its place, which is told by its id. */
export interface FoundCitation {
  node: Node & NodeOfKind<'citation'>
  id: string
  holder: string
  /** The note it stands in; empty for one in the text. */
  note: string
  /** What is said before it, as far as that decides whether a sentence begins with it. */
  before: string
}

/** A reference in its place. */
export interface FoundReference {
  node: Node
  targets: readonly string[]
  /** The id of the innermost identified block or note that holds it. */
  holder: string
  /** The place itself: one node may stand at several. */
  occurrence: string
  /** What is said before it in its text block, as far as that decides whether a sentence begins with it. */
  before: string
}

export interface DivisionScan {
  items: readonly NumberedItem[]
  references: readonly FoundReference[]
  mentions: readonly FoundMention[]
  /** In the order of the text, those of a note where its mark is. */
  citations: readonly FoundCitation[]
  /** Changes when the items change in a way that can change a number. */
  readonly signature: string
}

const scans = new WeakMap<Node, DivisionScan>()

export function scanDivision(node: Node): DivisionScan {
  let scan = scans.get(node)
  if (!scan) scans.set(node, (scan = new Scan(node).result()))
  return scan
}

/** True for divisions whose content the program writes: contents and lists. */
export const isGenerated = (node: Node): boolean => roles[division(node).role].generated

/** Where a node stands, as far as that matters to numbers. */
interface Place {
  identity: string
  /** The innermost identified block. */
  holder: string
  /** The figure or table that panels found here belong to; empty for none. */
  panelsOf: string
  /** The group of equations that equations found here are lines of, and whether it is numbered. */
  linesOf: { id: string; numbered: boolean } | null
  /** What stands in a table stands where the table does: a cell has no place of its own on the pages. */
  inTable: boolean
}

/** One pass over a division. */
class Scan {
  private readonly items: NumberedItem[] = []
  private readonly references: FoundReference[] = []
  private readonly mentions: FoundMention[] = []
  private readonly citations: FoundCitation[] = []
  private readonly root: Node
  private readonly numberable: boolean
  private readonly outer: RuleSet
  private rules: RuleSet
  /** The lists that are open, outermost first; null for those that are not numbered. */
  private readonly lists: ((ListItemItem['list'] & { look: string }) | null)[] = []
  private readonly outerItems: string[] = []

  constructor(root: Node) {
    const { role, numbered } = division(root)
    this.root = root
    this.numberable = numbered && (role === 'part' || role === 'chapter' || role === 'appendix')
    this.outer = role === 'appendix' ? 'appendix' : 'main'
    this.rules = this.outer
  }

  result(): DivisionScan {
    const { root, items, references, mentions, citations } = this
    const { id, role, label, startAt, listed, shortTitle } = division(root)
    items.push({
      kind: 'heading',
      id,
      block: 'division',
      level: role === 'part' ? 0 : 1,
      rules: this.rules,
      startAt,
      numbered: this.numberable,
      label,
      listed,
      shortTitle,
      text: root.firstChild,
    })
    const place: Place = { identity: id, holder: id, panelsOf: '', linesOf: null, inTable: false }
    this.visitChildren(root, place)
    let signature: string | undefined
    return {
      items,
      references,
      mentions,
      citations,
      // Only edits ask for it.
      get signature() {
        signature ??= items.map(signatureOf).join('')
        return signature
      },
    }
  }

  private visit(node: Node, place: Place, index: number): void {
    const id = node.attrs.id as string
    const identity = id || identityIn(place.identity, node, index)
    const own = (!place.inTable || !isKind(node, 'paragraph')) && id ? id : place.holder
    // Field by field: spreading an object for each node was half of the scan.
    const here: Place = { identity, holder: own, panelsOf: place.panelsOf, linesOf: place.linesOf, inTable: place.inTable }
    const inside = finders[traitsOf(node).numbering](node, here, this) ?? here
    if (node.inlineContent) this.visitInline(node, inside)
    else if (isKind(node, 'bulletedList')) this.within(this.lists, null, node, inside)
    else if (isKind(node, 'numberedList')) {
      const { look, continued, startAt } = node.attrs
      this.within(this.lists, { id: identity, look, continued, startAt }, node, inside)
    } else if (isKind(node, 'listItem') && this.lists.at(-1)) this.within(this.outerItems, own, node, inside)
    else this.visitChildren(node, inside)
  }

  private visitChildren(node: Node, place: Place): void {
    const { children } = node
    for (let index = 0; index < children.length; index++) this.visit(children[index]!, place, index)
  }

  /** Visits what stands in a node while a list, or an item of one, is open. */
  private within<Open>(open: Open[], what: Open, node: Node, place: Place): void {
    open.push(what)
    this.visitChildren(node, place)
    open.pop()
  }

  private visitInline(block: Node, place: Place): void {
    for (const worded of wordedIn(block)) {
      const { node, index } = worded
      const { holder } = place
      const occurrence = placeOf(place.identity, worded)
      const before = textBefore(block, index)
      if (isKind(node, 'reference')) this.references.push({ node, targets: node.attrs.targets, holder, occurrence, before })
      else if (isKind(node, 'mention'))
        this.mentions.push({ node, entry: node.attrs.entry, holder, occurrence, before, within: withinOf(block, place) })
    }
    block.children.forEach((child, index) => {
      if (isKind(child, 'note')) this.visit(child, place, index)
      else if (isKind(child, 'citation'))
        this.citations.push({
          node: child,
          id: child.attrs.id,
          holder: place.holder,
          note: isKind(block, 'note') ? block.attrs.id : '',
          before: textBefore(block, index),
        })
    })
  }

  /** Chapter appendices begin with a heading of level 2 that says so, and end with the next one of that level. */
  heading(node: Node, { holder: id }: Place): void {
    const { level, appendix, startAt, numbered, label, listed, shortTitle } = attributesOf(node, 'heading')
    if (level <= 2) this.rules = appendix && this.outer === 'main' ? 'chapterAppendix' : this.outer
    const { rules, numberable } = this
    this.items.push({
      kind: 'heading',
      id,
      block: 'heading',
      level,
      rules,
      startAt,
      numbered: numberable && numbered,
      label,
      listed,
      shortTitle,
      text: node,
    })
  }

  series(
    node: Node,
    id: string,
    more: { text: Node | null; shortText?: Node | null; series?: string; tag?: string; numbered?: boolean },
  ): void {
    const { numbered = true, label } = node.attrs as { numbered?: boolean; label: string }
    const { text, shortText = null, series = seriesOf(node), tag = '' } = more
    this.items.push({ kind: 'series', id, block: kindOf(node), numbered: more.numbered ?? numbered, label, series, text, shortText, tag })
  }

  member(node: Node, id: string, partOf: string, numbered: boolean, text: Node): void {
    this.items.push({ kind: 'member', id, block: kindOf(node), partOf, numbered, label: node.attrs.label as string, text })
  }

  listItem(node: Node, id: string): void {
    const list = this.lists.at(-1)
    if (!list || !node.attrs.id) return
    const { id: listId, look, continued, startAt } = list
    const depth = this.lists.filter(Boolean).length
    this.items.push({
      kind: 'listItem',
      id,
      block: 'listItem',
      numbered: true,
      look,
      depth,
      list: { id: listId, continued: continued && depth === 1, startAt },
      partOf: this.outerItems.at(-1) ?? '',
      label: attributesOf(node, 'listItem').label,
      text: node.firstChild,
    })
  }

  note(node: Node, id: string): void {
    const { label, other } = attributesOf(node, 'note')
    this.items.push({ kind: 'note', id, block: kindOf(node), numbered: true, label, text: node, other })
  }

  labelled(node: Node, id: string, label: string): void {
    this.items.push({ kind: 'place', id, block: kindOf(node), numbered: false, label, text: node })
  }
}

const asHeading: ReadonlySet<string> = new Set<KindName>(['title', 'heading', 'statementName', 'proofName'])
const asCaption: ReadonlySet<string> = new Set<KindName>(['caption', 'shortCaption', 'panel', 'tablePanel'])

/** What floats is read apart from the text: what stands in a table is said as what stands in a caption. */
function withinOf(block: Node, { inTable }: Place): FoundMention['within'] {
  const { name } = block.type
  return asHeading.has(name) ? 'heading' : inTable || asCaption.has(name) ? 'caption' : 'text'
}

/** What is found where something is numbered in a way; the place its content stands in, where that is another one. */
type Finder = (node: Node, place: Place, scan: Scan) => Place | undefined

const finders: Record<Numbering, Finder> = {
  none: () => undefined,
  heading: (node, place, scan) => {
    if (isKind(node, 'heading')) scan.heading(node, place)
    return undefined
  },
  caption: (node, place, scan) => {
    const short = node.maybeChild(1)
    scan.series(node, place.holder, {
      text: node.firstChild,
      shortText: short && isKind(short, 'shortCaption') && short.content.size > 0 ? short : null,
    })
    return { ...place, panelsOf: place.holder, linesOf: null, inTable: place.inTable || isKind(node, 'table') }
  },
  formula: (node, place, scan) => {
    const { linesOf, holder } = place
    const { numbered, tag } = attributesOf(node, 'equation')
    if (linesOf) scan.member(node, holder, linesOf.id, linesOf.numbered && numbered, node)
    else scan.series(node, holder, { text: node, tag })
    return undefined
  },
  formulaGroup: (node, place, scan) => {
    const { numbered, count } = attributesOf(node, 'equationGroup')
    const each = numbered && count === 'each'
    scan.series(node, place.holder, { text: node.firstChild, ...(each && { numbered: false }) })
    return each ? { ...place, linesOf: null } : { ...place, linesOf: { id: place.holder, numbered } }
  },
  statement: (node, place, scan) => {
    const first = node.firstChild
    // A name that is empty says nothing: then the first paragraph does.
    const text = first && isKind(first, 'statementName') && first.content.size === 0 ? node.child(1) : first
    scan.series(node, place.holder, { text, series: attributesOf(node, 'statement').series })
    return undefined
  },
  panel: (node, place, scan) => {
    if (place.panelsOf) scan.member(node, place.holder, place.panelsOf, true, isKind(node, 'panel') ? node : node.child(0))
    return undefined
  },
  listItem: (node, place, scan) => {
    scan.listItem(node, place.holder)
    return undefined
  },
  note: (node, place, scan) => {
    if (isKind(node, 'note')) scan.note(node, place.holder)
    return undefined
  },
  place: (node, place, scan) => {
    const { label } = attributesOf(node, 'paragraph')
    if (label && !place.inTable) scan.labelled(node, place.holder, label)
    return undefined
  },
}

/** What can change a number. What carries no number is called by its words, so they count as well. */
function signatureOf(item: NumberedItem): string {
  const { id, kind, numbered, text } = item
  const unnumbered = numbered || !text ? '' : `-${JSON.stringify(text.toJSON())}`
  return `${id}|${kind}|${rulesOf(item)}${unnumbered};`
}

/** What of an item its rules depend on. */
function rulesOf(item: NumberedItem): string {
  switch (item.kind) {
    case 'heading':
      return `${item.level}|${item.rules}|${item.startAt ?? ''}`
    case 'series':
      return `${item.series}|${item.tag}`
    case 'member':
      return item.partOf
    case 'listItem':
      return `${item.look}|${item.depth}|${item.list.id}${item.list.continued}${item.list.startAt ?? ''}`
    case 'note':
      return item.other ? 'other' : ''
    case 'place':
      return ''
  }
}
