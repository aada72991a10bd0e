/** Notes: their lines, and where they stand when it is not the foot of the page. */

import type { Node } from 'prosemirror-model'
import { byKindOfNote, endnoteGroups, isOtherNote } from '../content/endnotes.ts'
import { noteParagraphIdentity } from '../numbers/occurrences.ts'
import { scanDivision } from '../numbers/scan.ts'
import { type NoteRules, noteRulesOf } from '../work/parts/scheme.ts'
import { noteParagraphs } from '../work/schema.ts'
import { type Box, lineBoxes, type StripItem, settable, space } from './box.ts'
import { blockDependencies, type Setting, setText, setWords, words } from './setting.ts'
import { saysMoreThanNumbers } from './strip.ts'

export const noteIdsIn = (node: Node): string[] =>
  scanDivision(node)
    .items.filter(item => item.kind === 'note')
    .map(item => item.id)

const headStrips = new WeakMap<object, Map<string, StripItem[]>>()

/** Where a note stands, by the rules of its kind. */
export function placeOfNote(id: string, { ledger, scheme }: Setting): NoteRules['place'] {
  return noteRulesOf(scheme, isOtherNote(ledger.byId.get(id))).place
}

/** Notes of a division under a heading of their own, for its end: those of one kind, then those of the other. */
export function chapterNotes(ids: readonly string[], setting: Setting): StripItem[][] {
  return [head(setting.words.notes, setting), ...byKindOfNote(ids, setting.ledger).map(id => noteBoxes(id, setting))]
}

/** All notes that stand in a division of their own. */
export const allNotes = (setting: Setting): StripItem[][] =>
  endnoteGroups(setting).flatMap(group => [
    ...(group.head ? [head(group.head, setting)] : []),
    ...group.notes.map(id => noteBoxes(id, setting)),
  ])

/** A heading that is not in the document; the same strip for the same words, so that pages can be compared at a glance. */
function head(text: string, setting: Setting): StripItem[] {
  const { houseStyle } = setting
  let known = headStrips.get(houseStyle)
  if (!known) headStrips.set(houseStyle, (known = new Map()))
  const key = `${setting.measure} ${text}`
  let strip = known.get(key)
  if (!strip) {
    const style = houseStyle.headings[1] ?? houseStyle.headings[0]!
    const boxes = lineBoxes(setWords([words(text, style)], setting, style, setting.measure), { ...style, x: 0, tag: 'H2', block: '' })
    for (const box of boxes) box.breakAfter = Infinity
    known.set(key, (strip = [space(style.before), ...boxes, space(style.after)]))
  }
  return strip
}

/** The lines of a note as they stand at the foot of a page or at the end of the text, mark first. */
export function noteBoxes(id: string, setting: Setting): Box[] {
  const { cache, houseStyle, pictures, ledger } = setting
  const entry = ledger.byId.get(id)
  const node = entry?.item.text
  if (!node) return []
  const place = String(setting.measure)
  const kept = cache.settled.get(node)
  if (kept && kept.stamp === ledger.stamp && kept.houseStyle === houseStyle && kept.place === place && !saysMoreThanNumbers(node))
    return kept.value as Box[]
  const { note: style } = houseStyle
  const set = (): Box[] => {
    const mark = words(`${entry.number}\u2002`, style, { size: style.size * 0.75, rise: style.size * 0.3 })
    const paragraphs = noteParagraphs(node)
    return paragraphs.flatMap(({ node: paragraph, order }, index) => {
      const opening = index === 0 ? { leadIn: [mark] } : { indent: style.size }
      const lines = setText(paragraph, setting, { style, measure: setting.measure, ...opening, identity: noteParagraphIdentity(id, order) })
      const within = [`Note ${id}`, `P ${id} ${index}`]
      return lineBoxes(lines, { ...style, x: 0, tag: 'Note', block: id, begins: index === 0 ? [id] : [], within })
    })
  }
  const value = cache.notes.get(node, `${place}|${entry.number}|${blockDependencies(node, setting)}`, houseStyle, () => settable(id, set))
  cache.settled.set(node, { stamp: ledger.stamp, place, houseStyle, pictures, value })
  return value
}
