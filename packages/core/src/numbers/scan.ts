/** What a division holds that is numbered or refers: found once per division node and kept with it. */
import type { Node } from 'prosemirror-model'
import { division, roles, seriesOf } from '../work/schema.ts'
import type { RuleSet } from '../work/scheme.ts'

/** Something that draws, or could draw, a number. The engine of numbers sees only a list of these. */
export interface NumberedItem {
  id: string
  kind: 'heading' | 'series' | 'note' | 'part' | 'listItem' | 'place'
  /** Block kind in the document: figure, table, equation, heading, note, division. */
  block: string
  numbered: boolean
  /** Headings: 0 for the title of a part, 1 for that of another division, 2 to 9 inside it. Items of lists: their depth, from 1. */
  level: number
  rules: RuleSet
  /** Series entries: the key of their series. Items of lists: the key of their look. */
  series: string
  /** Headings: the number it starts again at, against the rule; null where it follows the rule. */
  startAt: number | null
  /** Items of lists: the list they stand in, and whether its first item counts on from the list before it. */
  list: { id: string; continued: boolean } | null
  /** Parts: the entry they belong to (panel of a figure, line of an equation group). Items of lists: the item they stand in, if any. */
  partOf: string
  label: string
  /** The node whose text names the entry: a title, heading, caption, equation or note. */
  text: Node | null
  shortText: Node | null
}

/** Whether what names an entry is a formula and not words. */
export const saysFormula = (item: NumberedItem): boolean => item.text?.type.name === 'equation'

export interface FoundReference {
  node: Node
  targets: string[]
  /** The id of the innermost identified block or note that holds it. */
  holder: string
  /** True where it opens a sentence, and so starts with a capital. */
  opensSentence: boolean
}

export interface DivisionScan {
  items: NumberedItem[]
  references: FoundReference[]
  /** Changes when the items change in a way that can change a number. */
  readonly signature: string
}

const scans = new WeakMap<Node, DivisionScan>()

export function scanDivision(node: Node): DivisionScan {
  let scan = scans.get(node)
  if (!scan) scans.set(node, (scan = scanAnew(node)))
  return scan
}

function scanAnew(root: Node): DivisionScan {
  const items: NumberedItem[] = []
  const references: FoundReference[] = []
  const { id, role, numbered } = division(root)
  const numberable = role === 'part' || role === 'chapter' || role === 'appendix'
  const outer: RuleSet = role === 'appendix' ? 'appendix' : 'main'
  let rules: RuleSet = outer
  const item = ({
    id: own,
    kind,
    block,
    numbered: counted = true,
    level = 0,
    series = '',
    startAt = null,
    list = null,
    partOf = '',
    label = '',
    text = null,
    shortText = null,
  }: Partial<NumberedItem> & Pick<NumberedItem, 'id' | 'kind' | 'block'>): void => {
    items.push({ id: own, kind, block, numbered: counted, level, rules, series, startAt, list, partOf, label, text, shortText })
  }
  item({
    id,
    kind: 'heading',
    block: 'division',
    level: role === 'part' ? 0 : 1,
    startAt: root.attrs.startAt,
    numbered: numberable && numbered,
    label: root.attrs.label,
    text: root.firstChild,
  })

  const lists: ({ id: string; look: string; continued: boolean } | null)[] = []
  const outerItems: string[] = []
  let groupCounts = true
  /** What stands in a table stands where the table does: a cell has no place of its own on the pages. */
  const visit = (node: Node, holder: string, inTable = false, parent = id, parentKind = 'division'): void => {
    const attrs = node.attrs
    const own = (!(inTable && node.type.name === 'paragraph') && (attrs.id as string)) || holder
    switch (node.type.name) {
      case 'heading':
        if (attrs.level <= 2) rules = attrs.appendix && outer === 'main' ? 'chapterAppendix' : outer
        item({
          id: own,
          kind: 'heading',
          block: 'heading',
          level: attrs.level,
          startAt: attrs.startAt,
          numbered: numberable && numbered && attrs.numbered,
          label: attrs.label,
          text: node,
        })
        break
      case 'paragraph':
        if (attrs.label && !inTable) item({ id: own, kind: 'place', block: 'paragraph', numbered: false, label: attrs.label, text: node })
        break
      case 'figure':
      case 'box':
      case 'table':
      case 'listing': {
        const short = node.maybeChild(1)?.type.name === 'shortCaption' ? node.child(1) : null
        item({
          id: own,
          kind: 'series',
          block: node.type.name,
          series: seriesOf(node),
          numbered: attrs.numbered ?? true,
          label: attrs.label,
          text: node.firstChild,
          shortText: short,
        })
        break
      }
      case 'panel':
        item({ id: own, kind: 'part', block: 'panel', partOf: parent, label: attrs.label, text: node })
        break
      case 'equation': {
        const { numbered: counted, label } = attrs
        if (parentKind === 'equationGroup')
          item({ id: own, kind: 'part', block: 'equation', partOf: parent, numbered: groupCounts && counted, label, text: node })
        else item({ id: own, kind: 'series', block: 'equation', series: 'equation', numbered: counted, label, text: node })
        break
      }
      case 'equationGroup':
        item({
          id: own,
          kind: 'series',
          block: 'equationGroup',
          series: 'equation',
          numbered: attrs.numbered,
          label: attrs.label,
          text: node.firstChild,
        })
        groupCounts = attrs.numbered
        break
      case 'numberedList':
        lists.push({ id: attrs.id || `${lists.at(-1)?.id ?? ''} ${node.childCount}`, look: attrs.look, continued: attrs.continued })
        node.forEach(child => visit(child, own, inTable, parent, 'numberedList'))
        lists.pop()
        return
      case 'bulletedList':
        lists.push(null)
        node.forEach(child => visit(child, own, inTable, parent, 'bulletedList'))
        lists.pop()
        return
      case 'listItem': {
        const list = lists.at(-1)
        if (!list || !attrs.id) break
        const { id: listId, look, continued } = list
        item({
          id: own,
          kind: 'listItem',
          block: 'listItem',
          series: look,
          level: lists.length,
          list: { id: listId, continued: continued && lists.length === 1 },
          partOf: outerItems.at(-1) ?? '',
          label: attrs.label,
          text: node.firstChild,
        })
        outerItems.push(own)
        node.forEach(child => visit(child, own, inTable, parent, 'listItem'))
        outerItems.pop()
        return
      }
      case 'statement': {
        const [first] = node.children
        const name = first!.type.name === 'statementName' && first!.content.size === 0 ? node.child(1) : first!
        item({
          id: own,
          kind: 'series',
          block: 'statement',
          series: attrs.series,
          numbered: attrs.numbered,
          label: attrs.label,
          text: name,
        })
        break
      }
      case 'note':
        item({ id: own, kind: 'note', block: 'note', label: attrs.label, text: node })
        break
    }
    if (node.inlineContent) visitInline(node, own)
    else {
      const kind = node.type.name
      for (const child of node.children) visit(child, own, inTable || kind === 'table', own, kind)
    }
  }
  const visitInline = (node: Node, holder: string): void => {
    const { children } = node
    for (let i = 0; i < children.length; i++) {
      const child = children[i]!
      if (child.isText) continue
      if (child.type.name === 'reference')
        references.push({ node: child, targets: child.attrs.targets, holder, opensSentence: opensSentence(children, i) })
      else if (child.type.name === 'note') visit(child, holder)
    }
  }
  root.forEach(child => visit(child, id))
  let signature: string | undefined
  return {
    items,
    references,
    // Only edits ask for it.
    get signature() {
      signature ??= items.map(signatureOf).join('')
      return signature
    },
  }
}

/** What can change a number. A heading without a number is called by its words, so they count as well. */
function signatureOf({ id, kind, series, level, numbered, text, rules, startAt, list }: NumberedItem): string {
  const unnumbered = numbered ? '' : `-${kind === 'heading' ? text?.textContent : ''}`
  const counts = startAt === null && !list ? '' : `${startAt ?? ''}${list ? `${list.id}${list.continued}` : ''}`
  return `${id}|${kind}|${series}|${level}|${rules}${unnumbered}${counts};`
}

/** Most code units that may stand between the end of a sentence and what opens the next: closing signs and spaces. */
const closing = 32

/** Whether a sentence ends right before the inline node at an index, or nothing stands there at all; notes do not count. */
function opensSentence(children: readonly Node[], index: number): boolean {
  let before = ''
  let first = index
  while (first > 0 && before.length < closing) {
    const child = children[--first]!
    if (child.type.name !== 'note') before = (child.isText ? child.text! : '#') + before
  }
  return before === '' || /[.!?…]["”’)]*\s+$/.test(before)
}

/** True for divisions whose content the program writes: contents and lists. */
export const isGenerated = (node: Node): boolean => roles[division(node).role].generated
