/**
 * Editing commands as transformations of the document: whole sections and divisions move, rise and sink with all that they hold,
 * and keep their ids, so that everything that refers to them follows.
 */
import { Fragment } from 'prosemirror-model'
import type { Transform } from 'prosemirror-transform'
import { deepestLevel } from '../kinds/heading.ts'
import { attributesOf, isKind, type NodeOfKind } from '../kinds/index.ts'
import { division, type Node, schema } from '../schema.ts'

/** A division, or a heading with everything up to the next heading of its level. Positions are in the document. */
export interface Section {
  kind: 'division' | 'section'
  id: string
  level: number
  from: number
  to: number
  /** Index of the division it is or stands in. */
  division: number
}

export function findSection(doc: Node, id: string): Section | null {
  let start = 0
  for (let index = 0; index < doc.childCount; index++) {
    const node = doc.child(index)
    if (division(node).id === id) return { kind: 'division', id, level: 1, from: start, to: start + node.nodeSize, division: index }
    let at = start + 1
    for (let i = 0; i < node.childCount; i++) {
      const block = node.child(i)
      if (isKind(block, 'heading') && block.attrs.id === id) {
        let to = at + block.nodeSize
        for (let k = i + 1; k < node.childCount; k++) {
          const next = node.child(k)
          if (isKind(next, 'heading') && next.attrs.level <= block.attrs.level) break
          to += next.nodeSize
        }
        return { kind: 'section', id, level: block.attrs.level, from: at, to, division: index }
      }
      at += block.nodeSize
    }
    start += node.nodeSize
  }
  return null
}

const places = new WeakMap<Node, Map<string, number>>()

/** Where the identified nodes of a division stand, counted from the position before it. */
function placesIn(root: Node): Map<string, number> {
  let found = places.get(root)
  if (!found) {
    found = new Map([[root.attrs.id as string, 0]])
    root.descendants((node, at) => {
      if (node.attrs.id && !found!.has(node.attrs.id)) found!.set(node.attrs.id, at + 1)
    })
    places.set(root, found)
  }
  return found
}

/** Position of the identified block or note, or -1. */
export function findBlock(doc: Node, id: string): number {
  let start = 0
  for (const node of doc.children) {
    const at = id ? placesIn(node).get(id) : undefined
    if (at !== undefined) return start + at
    start += node.nodeSize
  }
  return -1
}

export { deepestLevel }

/** Shifts the levels of a section's headings; levels stay between 2 and 9. */
function shiftLevels(blocks: readonly Node[], by: number): Node[] {
  return blocks.map(block =>
    isKind(block, 'heading') && by
      ? block.type.create(
          { ...block.attrs, level: Math.min(deepestLevel, Math.max(2, block.attrs.level + by)) },
          block.content,
          block.marks,
        )
      : block,
  )
}

/** Takes a range out and puts content in at another place, given in the document as it is before both. */
function moveContent(tr: Transform, from: number, to: number, at: number, content: readonly Node[]): void {
  const before = tr.steps.length
  tr.delete(from, to)
  tr.insert(tr.mapping.slice(before).map(at), content)
}

/** Moves a division before another place among the divisions (`to` counts in the document as it is). */
export function moveDivision(tr: Transform, from: number, to: number): boolean {
  const { doc } = tr
  if (to === from || to === from + 1 || from < 0 || to < 0 || from >= doc.childCount || to > doc.childCount) return false
  const at = positionOf(doc, from)
  const node = doc.child(from)
  moveContent(tr, at, at + node.nodeSize, positionOf(doc, to), [node])
  return true
}

function positionOf(doc: Node, index: number): number {
  let at = 0
  for (let i = 0; i < index; i++) at += doc.child(i).nodeSize
  return at
}

/** The division that a heading of level 2 becomes, of the role of the one it stood in. It counts on: only its host starts where it starts. */
export function divisionFrom(heading: Node, host: Node, blocks: readonly Node[]): Node {
  const { id, label, numbered, listed, shortTitle } = attributesOf(heading, 'heading')
  return schema.nodes.division.create({ ...host.attrs, id, label, numbered, listed: listed !== false, shortTitle, startAt: null }, [
    schema.nodes.title.create(null, heading.content),
    ...blocks,
  ])
}

/** The heading that the title of a division becomes when it goes on in another. */
export function headingFrom(node: Node): Node {
  const { id, label, numbered, listed, shortTitle } = division(node)
  return schema.nodes.heading.create({ id, label, numbered, listed: listed ? null : false, shortTitle, level: 2 }, node.firstChild!.content)
}

/** One level up. A section of level 2 in a chapter or appendix becomes a division of its own. */
export function promote(tr: Transform, id: string): boolean {
  const section = findSection(tr.doc, id)
  if (!section || section.kind === 'division') return false
  const blocks = tr.doc.slice(section.from, section.to).content.content
  if (section.level > 2) {
    tr.replaceWith(section.from, section.to, shiftLevels(blocks, -1))
    return true
  }
  const host = tr.doc.child(section.division)
  const { role } = division(host)
  if (role !== 'chapter' && role !== 'appendix') return false
  const hostEnd = positionOf(tr.doc, section.division) + host.nodeSize
  const rest = tr.doc.slice(section.to, hostEnd - 1).content.content
  const made = divisionFrom(blocks[0]!, host, [...shiftLevels(blocks.slice(1), -1), ...rest])
  moveContent(tr, section.from, hostEnd - 1, hostEnd, [made])
  return true
}

/** One level down. A division sinks into the one before it, where that can hold sections. */
export function demote(tr: Transform, id: string): boolean {
  const section = findSection(tr.doc, id)
  if (!section) return false
  if (section.kind === 'section') {
    const blocks = tr.doc.slice(section.from, section.to).content.content
    if (blocks.some(block => isKind(block, 'heading') && block.attrs.level >= deepestLevel)) return false
    tr.replaceWith(section.from, section.to, shiftLevels(blocks, 1))
    return true
  }
  const node = tr.doc.child(section.division)
  const host = section.division > 0 ? tr.doc.child(section.division - 1) : null
  const { role } = division(node)
  if (!host || (role !== 'chapter' && role !== 'appendix') || division(host).role !== role) return false
  const blocks = [headingFrom(node), ...shiftLevels(node.content.content.slice(1), 1)]
  tr.delete(section.from, section.to)
  tr.insert(section.from - 1, Fragment.from(blocks))
  return true
}

/** Where a moved section goes: before or after another one, as its fellow, or into it as its first part. */
export type Destination = 'before' | 'after' | 'into'

/** Moves a section or division with all that it holds. Nothing moves into itself. */
export function moveSection(tr: Transform, id: string, target: string, where: Destination): boolean {
  const source = findSection(tr.doc, id)
  const goal = findSection(tr.doc, target)
  if (!source || !goal || id === target) return false
  if (source.kind === 'division') {
    const to = goal.division + (where === 'before' ? 0 : 1)
    return goal.kind === 'division' && moveDivision(tr, source.division, to)
  }
  if (goal.from >= source.from && goal.to <= source.to) return false
  const level = goal.kind === 'division' ? 2 : where === 'into' ? Math.min(deepestLevel, goal.level + 1) : goal.level
  const blocks = shiftLevels(tr.doc.slice(source.from, source.to).content.content, level - source.level)
  const at = insertionPoint(tr.doc, goal, where)
  if (at === source.from || at === source.to) {
    if (level === source.level) return false
    tr.replaceWith(source.from, source.to, blocks)
    return true
  }
  moveContent(tr, source.from, source.to, at, blocks)
  return true
}

function insertionPoint(doc: Node, goal: Section, where: Destination): number {
  if (goal.kind === 'section') return where === 'before' ? goal.from : where === 'after' ? goal.to : afterOpening(doc, goal.from)
  const node = doc.child(goal.division)
  if (where === 'after') return goal.to - 1
  // Into a division: before its first section, after what opens it.
  let at = goal.from + 1
  for (const block of node.children) {
    if (isKind(block, 'heading')) break
    at += block.nodeSize
  }
  return at
}

/** Behind a heading and the text that opens its section. */
function afterOpening(doc: Node, from: number): number {
  const $from = doc.resolve(from)
  let at = from + $from.nodeAfter!.nodeSize
  for (let i = $from.index() + 1; i < $from.parent.childCount; i++) {
    const block = $from.parent.child(i)
    if (isKind(block, 'heading')) break
    at += block.nodeSize
  }
  return at
}

/** Moves a section past its neighbour of the same level, or a division past the next one of the same matter. */
export function moveStep(tr: Transform, id: string, step: -1 | 1): boolean {
  const section = findSection(tr.doc, id)
  if (!section) return false
  if (section.kind === 'division') {
    const to = step < 0 ? section.division - 1 : section.division + 2
    return moveDivision(tr, section.division, to)
  }
  const host = tr.doc.child(section.division)
  const fellows: string[] = []
  for (const block of host.children)
    if (isKind(block, 'heading') && block.attrs.level <= section.level)
      fellows.push(block.attrs.level === section.level ? block.attrs.id : '')
  const neighbour = fellows[fellows.indexOf(id) + step]
  return neighbour ? moveSection(tr, id, neighbour, step < 0 ? 'before' : 'after') : false
}

/** Sets attributes of the identified block. */
export function setAttributes(tr: Transform, id: string, attributes: Record<string, unknown>): boolean {
  const at = findBlock(tr.doc, id)
  if (at < 0) return false
  for (const [name, value] of Object.entries(attributes)) tr.setNodeAttribute(at, name, value)
  return true
}

/** Removes the identified block, or a division; the last division stays. */
export function removeBlock(tr: Transform, id: string): boolean {
  const at = findBlock(tr.doc, id)
  const node = at < 0 ? null : tr.doc.nodeAt(at)
  if (!node || (isKind(node, 'division') && tr.doc.childCount === 1)) return false
  tr.delete(at, at + node.nodeSize)
  return true
}

/**
 * Takes a lost or unwanted target out of the references in a block; a reference left without targets goes too. Where nothing else
 * stands in its line it becomes the words that its target was called by: no title is emptied.
 */
export function removeTarget(tr: Transform, holder: string, target: string): boolean {
  const at = findBlock(tr.doc, holder)
  const block = at < 0 ? null : tr.doc.nodeAt(at)
  if (!block) return false
  // What a division holds itself is its title; the blocks below hold their own.
  const within = isKind(block, 'division') ? block.child(0) : block
  const start = within === block ? at : at + 1
  const found: { at: number; node: Node & NodeOfKind<'reference'>; parent: Node | null }[] = []
  within.descendants((node, offset, parent) => {
    if (!isKind(node, 'reference')) return
    const { targets } = node.attrs
    if (targets.includes(target) || (!target && targets.length === 0)) found.push({ at: start + 1 + offset, node, parent })
  })
  for (const { at: place, node, parent } of found.reverse()) {
    const left = node.attrs.targets.filter(id => id !== target)
    const words = parent?.childCount === 1 ? wordsFor(node, target, parent) : ''
    if (left.length) tr.setNodeAttribute(place, 'targets', left)
    else if (words) tr.replaceWith(place, place + node.nodeSize, schema.text(words, node.marks))
    else tr.delete(place, place + node.nodeSize)
  }
  return found.length > 0
}

/** What stands for a reference that was all of its line. */
function wordsFor({ attrs: { was } }: NodeOfKind<'reference'>, target: string, line: Node): string {
  const called = Object.hasOwn(was, target) ? was[target] : ''
  return called || (isKind(line, 'title') || isKind(line, 'heading') ? 'Untitled' : '')
}
