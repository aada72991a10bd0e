/** Carries out remedies, each on what it expects to find and on nothing else. */
import type { Transform } from 'prosemirror-transform'
import { textBetween } from '../content/index/textBlocks.ts'
import { mayMark } from '../work/commands/indexMarks.ts'
import { mayMention, mentionPlaces } from '../work/commands/mentions.ts'
import { findBlock, removeBlock, removeTarget, setAttributes } from '../work/commands/sections.ts'
import { plainCited } from '../work/kinds/inline.ts'
import type { Node } from '../work/schema.ts'
import { schema } from '../work/schema.ts'
import { marksFrom, stopBeside } from './checks/notePunctuation.ts'
import type { Remedy, TextRange } from './finding.ts'

type Does = Remedy['does']

const carryOut: { [Name in Does]: (tr: Transform, remedy: Extract<Remedy, { does: Name }>) => boolean } = {
  removeEmpty: (tr, { block }) => {
    const at = findBlock(tr.doc, block)
    return at >= 0 && tr.doc.nodeAt(at)?.content.size === 0 && removeBlock(tr, block)
  },
  removeTarget: (tr, { holder, target }) => removeTarget(tr, holder, target),
  setAttribute: (tr, { block, attribute, expected, value }) => {
    const at = findBlock(tr.doc, block)
    const node = at < 0 ? null : tr.doc.nodeAt(at)
    return node?.attrs[attribute] === expected && setAttributes(tr, block, { [attribute]: value })
  },
  replaceText: (tr, { range, expected, text }) => {
    const found = findText(tr.doc, range)
    if (!found || tr.doc.textBetween(found.from, found.to, '', '\ufffc') !== expected) return false
    if (text) tr.replaceWith(found.from, found.to, schema.text(text, tr.doc.nodeAt(found.from)?.marks))
    else tr.delete(found.from, found.to)
    return true
  },
  markWords: (tr, { range, expected, term }) => {
    const found = findText(tr.doc, range)
    if (!found || textBetween(tr.doc, found.from, found.to) !== expected) return false
    if (!mayMark(tr.doc, found.from)) return false
    // Its id is given where the edit is made, as that of all that is new.
    tr.insert(found.from, schema.nodes.indexMark.create({ term }))
    return true
  },
  moveNote: (tr, { note, side, over }) => {
    const at = findBlock(tr.doc, note)
    const $at = at < 0 ? null : tr.doc.resolve(at)
    if (!$at || stopBeside($at.parent, $at.index(), side) !== over) return false
    const marks = $at.parent.children.slice($at.index(), $at.index() + marksFrom($at.parent, $at.index()))
    const length = marks.reduce((size, { nodeSize }) => size + nodeSize, 0)
    tr.delete(at, at + length)
    tr.insert(side === 'after' ? at + over : at - over, marks)
    return true
  },
  mentionWords: (tr, { range, expected, entry, plural }) => {
    const found = findText(tr.doc, range)
    if (!found || textBetween(tr.doc, found.from, found.to) !== expected || !mayMention(tr.doc, found.from, found.to)) return false
    mentionPlaces(tr, [{ ...found, plural }], entry)
    return true
  },
  citeWords: (tr, { range, expected, cites }) => {
    const found = findText(tr.doc, range)
    if (!found || textBetween(tr.doc, found.from, found.to) !== expected) return false
    const $from = tr.doc.resolve(found.from)
    const { citation } = schema.nodes
    if (!$from.parent.canReplaceWith($from.index(), $from.index() + 1, citation)) return false
    tr.replaceWith(found.from, found.to, citation.create({ cites: cites.map(one => ({ ...plainCited(one.source), ...one })) }))
    return true
  },
}

/** Carries out a remedy on a document; false where the document has moved on and there is nothing to mend. */
export const applyRemedy = (tr: Transform, remedy: Remedy): boolean =>
  (carryOut[remedy.does] as (tr: Transform, remedy: Remedy) => boolean)(tr, remedy)

/** Positions of a range in the document; null where its block is not there, or is too short. */
export function findText(doc: Node, { identity, from, to }: TextRange): { from: number; to: number } | null {
  const [id = '', ...way] = identity.split('.')
  let at = findBlock(doc, id)
  if (at < 0) return null
  for (const step of way) {
    const node = doc.nodeAt(at)
    const index = Number(step)
    if (!node || index >= node.childCount) return null
    at += 1
    for (let i = 0; i < index; i++) at += node.child(i).nodeSize
  }
  const block = doc.nodeAt(at)
  return block?.inlineContent && to <= block.content.size ? { from: at + 1 + from, to: at + 1 + to } : null
}
