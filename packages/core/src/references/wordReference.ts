/** What a reference says: its targets grouped, sorted, joined into ranges and worded in the work's language. */

import type { Node } from 'prosemirror-model'
import type { Entry, Ledger } from '../numbers/ledger.ts'
import { saysFormula } from '../numbers/scan.ts'
import { plainText } from '../work/schema.ts'
import { wordsIn } from '../work/words.ts'

export type Wording = 'number' | 'nameAndNumber' | 'page' | 'nameNumberAndPage' | 'nearby' | 'title'
export const wordings: Record<Wording, string> = {
  nameAndNumber: 'Name and number',
  number: 'Number',
  page: 'Page',
  nameNumberAndPage: 'Name, number and page',
  nearby: 'Name, number and how near it is',
  title: 'Title',
}

/** Whether a wording says a page, and so is known only when pages are made. */
export const saysPage = (wording: Wording): boolean => wording === 'page' || wording === 'nameNumberAndPage' || wording === 'nearby'

/** Whether a wording says more than numbers and names: pages, or the words of its target. */
export const saysMore = (wording: Wording): boolean => saysPage(wording) || wording === 'title'

/** A piece of a reference's text. `target` is what it leads to; `lost` marks a target that is no longer in the work. */
export interface ReferencePart {
  text: string
  target?: string
  lost?: true
}

export interface ReferenceContext {
  ledger: Ledger
  language: string
  /** The page label a target stands on, or undefined while pages are not known. */
  pageOf: (id: string) => string | undefined
  opensSentence: boolean
  /** How far the page of a target is from the page the reference stands on, in pages, and whether the two face each other. */
  nearness?: ((id: string) => Nearness | undefined) | undefined
}

export interface Nearness {
  pages: number
  facing: boolean
}

export interface ReferenceToWord {
  targets: string[]
  wording: Wording
  was: Record<string, string>
}

const joiner = '\u00a0'
const unknownPage = '…'

/** One or more consecutive entries that print as a single item: “5.9”, “5.2–5.5”. */
interface Run {
  first: Entry
  last: Entry
}

export function wordReference({ targets, wording, was }: ReferenceToWord, context: ReferenceContext): ReferencePart[] {
  const { ledger, language } = context
  const distinct = targets.length > 1 ? [...new Set(targets)] : targets
  const present = distinct.every(id => ledger.byId.has(id)) ? distinct : distinct.filter(id => ledger.byId.has(id))
  const found = present.map(id => ledger.byId.get(id)!)
  let clauses = clausesOf(found, wording, context)
  if (found.length < distinct.length || targets.length === 0)
    clauses = [...clauses, ...lostParts(distinct, was, ledger).map(part => [part])]
  const parts = joinList(clauses, context)
  if (context.opensSentence && parts[0])
    parts[0] = { ...parts[0], text: parts[0].text.charAt(0).toLocaleUpperCase(language) + parts[0].text.slice(1) }
  return mergeParts(parts)
}

function lostParts(targets: string[], was: Record<string, string>, { byId }: Ledger): ReferencePart[] {
  if (targets.length === 0) return [{ text: 'a reference without a target', lost: true }]
  return targets
    .filter(id => !byId.has(id))
    .map(target => ({ text: was[target] ? `a deleted target (was ${was[target]})` : 'a deleted target', target, lost: true }))
}

function clausesOf(found: Entry[], wording: Wording, context: ReferenceContext): ReferencePart[][] {
  if (found.length === 0) return []
  if (wording === 'page') return [pages(found, context, false)]
  if (wording === 'title') return found.sort((a, b) => a.order - b.order).map(entry => title(entry, context))
  const groups = groupBySeries(found)
  if (wording === 'nameNumberAndPage' || wording === 'nearby')
    return groups.flatMap(group => byPages(group, context)).map(entries => namedOnPage(entries, context, wording === 'nearby'))
  return groups.map(group => {
    const items = runs(group).map(runParts)
    return wording === 'number' ? joinList(items, context) : named(group, items, context)
  })
}

/** Text of a node as a reader would say it, its references worded. */
export const plainTextOf = (node: Node, wordingOf: (reference: Node) => ReferencePart[]): string =>
  plainText(node, reference => referenceText(wordingOf(reference)))

export const referenceText = (parts: ReferencePart[]): string => parts.map(part => part.text).join('')

function groupBySeries(entries: Entry[]): Entry[][] {
  if (entries.length === 1) return [entries]
  const groups = new Map<string, Entry[]>()
  for (const entry of entries) {
    const key = entry.item.kind === 'heading' ? entry.names.one : entry.group
    const group = groups.get(key)
    if (group) group.push(entry)
    else groups.set(key, [entry])
  }
  return [...groups.values()].map(group => group.sort((a, b) => a.order - b.order))
}

/** Runs of three or more consecutive entries with the same prefix become one; shorter ones stay apart. */
function runs(group: Entry[]): Run[] {
  if (group.length === 1) return [{ first: group[0]!, last: group[0]! }]
  const out: Run[] = []
  for (let i = 0; i < group.length; ) {
    let end = i
    while (end + 1 < group.length && follows(group[end]!, group[end + 1]!)) end++
    if (end - i >= 2) out.push({ first: group[i]!, last: group[end]! })
    else for (let k = i; k <= end; k++) out.push({ first: group[k]!, last: group[k]! })
    i = end + 1
  }
  return out
}

const follows = (a: Entry, b: Entry): boolean =>
  a.group === b.group &&
  a.countsAs === b.countsAs &&
  a.item.kind === b.item.kind &&
  a.prefix === b.prefix &&
  a.item.partOf === b.item.partOf &&
  b.count === a.count + 1 &&
  a.number !== '' &&
  b.number !== ''

/** The first words of a text that is too long to be said whole. */
const opening = (text: string): string => (text.length <= 80 ? text : `${text.slice(0, 60).replace(/\s+\S*$/, '')} …`)

/** An entry without a number is called by its own words: a reference never says nothing. */
const printed = (entry: Entry): string =>
  entry.number === '' ? `“${opening(entry.item.text?.textContent ?? '') || entry.names.one}”` : entry.brackets ? entry.number : entry.bare

function runParts({ first, last }: Run): ReferencePart[] {
  if (first === last) return [{ text: printed(first), target: first.id }]
  return [
    { text: printed(first), target: first.id },
    { text: '–', target: first.id },
    { text: printed(last), target: last.id },
  ]
}

function named(group: Entry[], items: ReferencePart[][], context: ReferenceContext): ReferencePart[] {
  const first = group[0]!
  if (group.length === 1 && first.number === '') return items[0]!
  const { names } = first
  const short = context.ledger.scheme.nameForm === 'short'
  const name = group.length > 1 ? (short ? names.shortMany : names.many) : short ? names.shortOne : names.one
  return [{ text: name + joiner, target: first.id }, ...joinList(items, context)]
}

/** Entries of a group that stand on one page: they share “on page …”. */
function namedOnPage(entries: Entry[], context: ReferenceContext, near: boolean): ReferencePart[] {
  const parts = named(entries, runs(entries).map(runParts), context)
  const how = near ? howNear(entries[0]!, context) : ''
  if (how) return [...parts, { text: how, target: entries[0]!.id }]
  return [...parts, { text: wordsIn(context.language).on }, ...pages(entries.slice(0, 1), context, true)]
}

function byPages(group: Entry[], { pageOf }: ReferenceContext): Entry[][] {
  if (group.length === 1) return [group]
  const found = new Map<string, Entry[]>()
  for (const entry of group) {
    const page = pageOf(entry.id) ?? unknownPage
    const entries = found.get(page)
    if (entries) entries.push(entry)
    else found.set(page, [entry])
  }
  return [...found.values()]
}

/** “ on the next page”, or nothing where the target is farther away or the pages are not known. */
function howNear(entry: Entry, { nearness, language }: ReferenceContext): string {
  const near = nearness?.(entry.id)
  if (!near) return ''
  const said = wordsIn(language)
  if (near.pages === 0) return said.this
  if (near.facing) return said.facing
  return near.pages === 1 ? said.next : near.pages === -1 ? said.previous : ''
}

/** The words of an entry in quotation marks; its number, where it has no words. References in them say their name and number. */
function title({ id, item, number, bare, names }: Entry, context: ReferenceContext): ReferencePart[] {
  const [open, close] = wordsIn(context.language).quotes
  const words = saysFormula(item) || !item.text ? '' : plainText(item.text, inner => titleOfInner(inner, context)).trim()
  return [{ text: words ? open + words + close : number ? `${names.one}${joiner}${bare}` : names.one, target: id }]
}

function titleOfInner(reference: Node, context: ReferenceContext): string {
  const { targets, was } = reference.attrs as ReferenceToWord
  return referenceText(wordReference({ targets, was, wording: 'nameAndNumber' }, { ...context, opensSentence: false }))
}

function pages(entries: Entry[], context: ReferenceContext, single: boolean): ReferencePart[] {
  const labelled = [...entries].sort((a, b) => a.order - b.order).map(({ id }) => ({ text: context.pageOf(id) ?? unknownPage, target: id }))
  const items = labelled.filter((part, i) => labelled.findIndex(({ text }) => text === part.text) === i).map(part => [part])
  const said = wordsIn(context.language)
  const several = items.length > 1 && !single
  const short = context.ledger.scheme.nameForm === 'short'
  const name = several ? (short ? said.shortPages : said.pages) : short ? said.shortPage : said.page
  return [{ text: name + joiner, target: entries[0]!.id }, ...joinList(items, context)]
}

const betweens = new Map<string, string[]>()

/** What a language puts between so many items, one after the other: “, ” and “ and ”. */
function betweenItems(count: number, language: string): string[] {
  const key = `${language} ${count}`
  let found = betweens.get(key)
  if (!found) {
    const items = Array.from({ length: count }, (_, index) => String(index))
    const parts = new Intl.ListFormat(language, { type: 'conjunction' }).formatToParts(items)
    betweens.set(key, (found = parts.filter(({ type }) => type === 'literal').map(({ value }) => value)))
  }
  return found
}

/** What stands between two items, its word replaced by the author's own where there is one. */
const conjoined = (between: string, own: string): string => (own ? between.replace(/\p{L}+/u, () => own) : between)

/** “a, b and c” in the given language. */
function joinList(items: ReferencePart[][], { language, ledger }: ReferenceContext): ReferencePart[] {
  if (items.length < 2) return items[0] ?? []
  const between = betweenItems(items.length, language)
  return items.flatMap((item, index) => (index ? [{ text: conjoined(between[index - 1]!, ledger.scheme.conjunction) }, ...item] : item))
}

/** Neighbours that lead to the same target become one; the parts are changed. */
function mergeParts(parts: ReferencePart[]): ReferencePart[] {
  if (!parts.some((part, i) => i > 0 && joins(parts[i - 1]!, part))) return parts
  const out: ReferencePart[] = []
  for (const part of parts) {
    const last = out.at(-1)
    if (last && joins(last, part)) last.text += part.text
    else out.push(part)
  }
  return out
}

const joins = (a: ReferencePart, b: ReferencePart): boolean => a.target === b.target && !a.lost && !b.lost
