/** Words that become mentions: the selection, the word at the cursor, and short forms as they are typed. */
import { shortForms } from '@steady-ledger/core/content/mentions/plainShort.ts'
import { fullFormBefore } from '@steady-ledger/core/content/mentions/proposal.ts'
import { mayMention } from '@steady-ledger/core/work/commands/mentions.ts'
import type { Abbreviation } from '@steady-ledger/core/work/registers/abbreviations.ts'
import type { Entries } from '@steady-ledger/core/work/registers/register.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import { InputRule } from '@tiptap/pm/inputrules'
import type { EditorState } from '@tiptap/pm/state'
import { remember, remembered } from '../app/remembered.ts'
import { wordsToMark } from './indexMarks.ts'
import type { LiveNumbers } from './live.ts'

/** What is to become a mention: where it stands, and what short and full form it says. */
export interface ToMention {
  from: number
  to: number
  short: string
  full: string
}

const inBrackets = /^(.*\S)\s*\(([^()]{1,40})\)$/su

/** From “sectional ground survey (SGS)”, from “SGS” behind such words, or from a word alone; null where no mention may stand. */
export function toMention(state: EditorState): ToMention | null {
  const { from, to, empty, $from, $to } = state.selection
  if (!$from.sameParent($to) || !mayMention(state.doc, from, to)) return null
  const textBefore = (at: number): string => $from.parent.textBetween(0, at - $from.start(), '', '\ufffc')
  if (!empty) {
    const words = state.doc.textBetween(from, to, '', '\ufffc')
    if (words.includes('\ufffc')) return null
    const text = words.replace(/\s+/g, ' ').trim()
    const lead = words.length - words.trimStart().length
    const own = { from: from + lead, to: from + words.trimEnd().length }
    const both = inBrackets.exec(text)
    return both ? { ...own, short: both[2]!.trim(), full: both[1]! } : withFullForm(state, own, text, textBefore(own.from))
  }
  const word = wordsToMark(state)
  if (!word) return { from, to, short: '', full: '' }
  const start = from - (/[\p{L}\p{N}’'-]*$/u.exec(textBefore(from))?.[0].length ?? 0)
  return withFullForm(state, { from: start, to: start + word.length }, word, textBefore(start))
}

/** The words before an opened bracket go with the short form in it. */
function withFullForm(state: EditorState, own: { from: number; to: number }, short: string, before: string): ToMention {
  const full = fullFormBefore(before, short)
  const $to = state.doc.resolve(own.to)
  const bracketed = /\(\s*$/.test(before) && $to.parent.textBetween($to.parentOffset, $to.parent.content.size, '', '\ufffc').startsWith(')')
  if (!full || !bracketed) return { ...own, short, full }
  const words = before.slice(0, before.lastIndexOf('(')).trimEnd()
  return { from: own.from - (before.length - (words.length - full.length)), to: own.to + 1, short, full }
}

/** The entry of a short form as it is written, of one or of many. */
export const entryOfShort = (
  entries: Entries<Abbreviation>,
  short: string,
  language: string,
): { entry: string; plural: boolean } | undefined =>
  shortForms(entries, language).get(short) ??
  // A single letter is known where it is asked for.
  Object.entries(entries).flatMap(([entry, { short: own }]) => (short && own === short ? [{ entry, plural: false }] : []))[0]

const place = 'typed short forms'
/** Whether known short forms become mentions as they are typed; remembered in this browser. */
export const shortFormsAreTyped = (): boolean => remembered(place) !== 'off'
export const typeShortForms = (on: boolean): void => remember(place, on ? null : 'off')

/** A known short form becomes a mention with the sign that ends it; undo makes it words again. */
export function typedMention(live: LiveNumbers): InputRule {
  let known: { entries: Entries<Abbreviation>; language: string; forms: ReturnType<typeof shortForms> } | null = null
  return new InputRule(/(?:^|[\s(“‘"'\ufffc–—-])([\p{L}\p{N}][^\s\ufffc]{0,39}?)([\s.,;:!?)’”])$/u, (state, match, start, end) => {
    const { abbreviations: entries, language } = live
    if (!shortFormsAreTyped() || !Object.keys(entries).length) return null
    if (known?.entries !== entries || known.language !== language) known = { entries, language, forms: shortForms(entries, language) }
    const [whole, word, sign] = match as unknown as [string, string, string]
    const found = known.forms.get(word)
    const from = start + whole.length - word.length - sign.length
    if (!found || !mayMention(state.doc, from, end)) return null
    const marks = state.doc.resolve(end).marks()
    if (marks.some(mark => mark.type.name === 'code')) return null
    const mention = schema.nodes.mention.create(found, null, marks)
    return closeHistory(state.tr).replaceWith(from, end, [mention, schema.text(sign, marks)])
  })
}
