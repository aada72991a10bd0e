/** Where short forms stand as plain words: what could be a mention. */
import type { Abbreviation } from '../../work/registers/abbreviations.ts'
import type { Entries } from '../../work/registers/register.ts'
import { division, type Node, roles } from '../../work/schema.ts'
import { textBetween, textBlocks } from '../index/textBlocks.ts'
import { shortForm } from './forms.ts'

export interface PlainWord {
  entry: string
  plural: boolean
  /** Positions in the document. */
  from: number
  to: number
  division: number
  holder: string
  text: string
  before: string
  after: string
}

export interface PlainShort extends PlainWord {
  identity: string
  /** UTF-16 indices in the text block. */
  start: number
  end: number
}

/** The forms of a register by which its entries are known in a text: of one and of many, as they are written. Single letters are none. */
export function shortForms(entries: Entries<Abbreviation>, language: string): ReadonlyMap<string, { entry: string; plural: boolean }> {
  const forms = new Map<string, { entry: string; plural: boolean }>()
  const several = new Set<string>()
  const put = (form: string, entry: string, plural: boolean): void => {
    if (form.length < 2 || !/\p{L}/u.test(form)) return
    const known = forms.get(form)
    if (!known) forms.set(form, { entry, plural })
    else if (known.entry !== entry) several.add(form)
  }
  for (const [id, entry] of Object.entries(entries)) put(entry.short, id, false)
  for (const [id, entry] of Object.entries(entries)) put(shortForm(entry, true, language), id, true)
  // Which of two is meant cannot be known.
  for (const form of several) forms.delete(form)
  return forms
}

const escaped = (text: string): string => text.replace(/[\\^$.*+?()[\]{}|/-]/g, '\\$&')
const most = 60

/** What short forms are looked for by: made once for a register. */
interface Matcher {
  language: string
  forms: ReadonlyMap<string, { entry: string; plural: boolean }>
  pattern: RegExp | null
}

const matchers = new WeakMap<Entries<Abbreviation>, Matcher>()

function matcherOf(entries: Entries<Abbreviation>, language: string): Matcher {
  const kept = matchers.get(entries)
  if (kept?.language === language) return kept
  const forms = shortForms(entries, language)
  const either = [...forms.keys()].sort((a, b) => b.length - a.length).map(escaped)
  const pattern = either.length ? new RegExp(`(?<![\\p{L}\\p{N}])(?:${either.join('|')})(?![\\p{L}\\p{N}])`, 'gu') : null
  const matcher = { language, forms, pattern }
  matchers.set(entries, matcher)
  return matcher
}

interface InBlock {
  start: number
  end: number
  text: string
}
const found = new WeakMap<Node, { matcher: Matcher; list: readonly InBlock[] }>()

function shortsIn(block: Node, matcher: Matcher): readonly InBlock[] {
  const kept = found.get(block)
  if (kept?.matcher === matcher) return kept.list
  const list: InBlock[] = []
  let at = 0
  for (const child of block.children) {
    // Letters of a program are no abbreviations.
    if (child.text !== undefined && !child.marks.some(mark => mark.type.name === 'code'))
      for (const { 0: text, index } of child.text.matchAll(matcher.pattern!))
        list.push({ start: at + index, end: at + index + text.length, text })
    at += child.nodeSize
  }
  found.set(block, { matcher, list })
  return list
}

/** Every place, in the order of the text; of one entry, where that is asked for. */
export function plainShorts(doc: Node, entries: Entries<Abbreviation>, language: string, only?: string): PlainShort[] {
  const matcher = matcherOf(entries, language)
  const places: PlainShort[] = []
  if (!matcher.pattern) return places
  doc.forEach((node, offset, index) => {
    if (roles[division(node).role].generated) return
    for (const { block, start: begins, holder, identity } of textBlocks(node))
      for (const { start, end, text } of shortsIn(block, matcher)) {
        const form = matcher.forms.get(text)!
        if (only !== undefined && form.entry !== only) continue
        places.push({
          ...form,
          from: offset + begins + start,
          to: offset + begins + end,
          division: index,
          holder,
          identity,
          start,
          end,
          text,
          before: textBetween(block, 0, start).slice(-most),
          after: textBetween(block, end, block.content.size).slice(0, most),
        })
      }
  })
  return places
}
