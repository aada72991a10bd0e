/** What a division holds that is numbered or refers: found once per division node and kept with it. */
import type { Node } from 'prosemirror-model'
import { division, roles } from '../work/schema.ts'
import type { RuleSet } from '../work/scheme.ts'

/** Something that draws, or could draw, a number. The engine of numbers sees only a list of these. */
export interface NumberedItem {
  id: string
  kind: 'heading' | 'series' | 'note' | 'part'
  /** Block kind in the document: figure, table, equation, heading, note, division. */
  block: string
  numbered: boolean
  /** Headings: 1 for a division's title, 2 to 9 inside it. */
  level: number
  rules: RuleSet
  /** Series entries: the key of their series. */
  series: string
  /** Parts: the entry they belong to (panel of a figure, line of an equation group). */
  partOf: string
  label: string
  /** The node whose text names the entry: a title, heading, caption, equation or note. */
  text: Node | null
  shortText: Node | null
}

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
  signature: string
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
  const numberable = role === 'chapter' || role === 'appendix'
  const outer: RuleSet = role === 'appendix' ? 'appendix' : 'main'
  let rules: RuleSet = outer
  const item = (more: Partial<NumberedItem> & Pick<NumberedItem, 'id' | 'kind' | 'block'>): void => {
    items.push({ numbered: true, level: 0, rules, series: '', partOf: '', label: '', text: null, shortText: null, ...more })
  }
  item({
    id,
    kind: 'heading',
    block: 'division',
    level: 1,
    numbered: numberable && numbered,
    label: root.attrs.label,
    text: root.firstChild,
  })

  /** What stands in a table stands where the table does: a cell has no place of its own on the pages. */
  const visit = (node: Node, holder: string, inTable = false): void => {
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
          numbered: numberable && numbered && attrs.numbered,
          label: attrs.label,
          text: node,
        })
        break
      case 'figure':
      case 'table':
      case 'listing': {
        const short = node.maybeChild(1)?.type.name === 'shortCaption' ? node.child(1) : null
        item({
          id: own,
          kind: 'series',
          block: node.type.name,
          series: node.type.name,
          numbered: attrs.numbered ?? true,
          label: attrs.label,
          text: node.firstChild,
          shortText: short,
        })
        break
      }
      case 'equation':
        item({ id: own, kind: 'series', block: 'equation', series: 'equation', numbered: attrs.numbered, label: attrs.label, text: node })
        break
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
    else node.forEach(child => visit(child, own, inTable || node.type.name === 'table'))
  }
  const visitInline = (node: Node, holder: string): void => {
    let before = ''
    node.forEach(child => {
      if (child.type.name === 'reference') {
        references.push({ node: child, targets: child.attrs.targets, holder, opensSentence: /(^|[.!?…]["”’)]*\s+)$/.test(before) })
        before += '#'
      } else if (child.type.name === 'note') visit(child, holder)
      else before += child.isText ? child.text : '#'
    })
  }
  root.forEach(child => visit(child, id))
  // A heading without a number is called by its words, so they count as well.
  const signature = items
    .map(
      i =>
        `${i.id}|${i.kind[0]}${i.series}${i.level}${i.numbered ? '' : `-${i.kind === 'heading' ? i.text?.textContent : ''}`}${i.rules[0]}${i.rules.length}`,
    )
    .join(';')
  return { items, references, signature }
}

/** True for divisions whose content the program writes: contents and lists. */
export const isGenerated = (node: Node): boolean => roles[division(node).role].generated
