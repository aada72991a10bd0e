/** What a reference says: its targets grouped, sorted, joined into ranges and worded in the work's language. */
import { capital } from '../../languages/capital.ts'
import type { Words } from '../../languages/language.ts'
import { saysFormula } from '../../numbers/item.ts'
import type { Entry, Ledger } from '../../numbers/ledger.ts'
import { attributesOf } from '../../work/kinds/index.ts'
import type { Wording } from '../../work/kinds/inline.ts'
import { noteRulesOf, wordsOf } from '../../work/parts/scheme.ts'
import type { Node } from '../../work/schema.ts'
import { joiner, lostPiece, merged, type Piece, textOfPieces } from '../pieces.ts'
import { shortened, titleOf } from '../titles.ts'
import { type EntryRun, groupBySeries, isUnnumbered, runsOf } from './groups.ts'
import { joinList } from './joinList.ts'
import { byPages, type PageOf, pageItems } from './pagesOf.ts'
import { opensSentence } from './sentences.ts'

export type { Wording } from '../../work/kinds/inline.ts'
export type { PageOf } from './pagesOf.ts'

/** What authors call the wordings. */
export const wordings: Record<Wording, string> = {
  nameAndNumber: 'Name and number',
  number: 'Number',
  page: 'Page',
  nameNumberAndPage: 'Name, number and page',
  nearby: 'Name, number and how near it is',
  title: 'Title',
  mark: 'Mark of a note, again',
}

/** Whether a wording says a page, and so is known only when pages are made. */
export const saysPage = (wording: Wording): boolean => wording === 'page' || wording === 'nameNumberAndPage' || wording === 'nearby'

/** Whether a wording says more than numbers and names: pages, or the words of its target. */
export const saysMore = (wording: Wording): boolean => saysPage(wording) || wording === 'title'

/** How far the page of a target is from the page the reference stands on, in pages, and whether the two face each other. */
export interface Nearness {
  pages: number
  facing: boolean
}

export interface ReferenceContext {
  ledger: Ledger
  language: string
  /** The page a target stands on, or undefined while pages are not known. */
  pageOf: (id: string) => PageOf | undefined
  /** What stands before the reference, a line feed for the begin of its text. */
  before: string
  nearness?: ((id: string) => Nearness | undefined) | undefined
  /** Index of the division that the reference stands in, where that is known. */
  division?: number | undefined
}

export interface ReferenceToWord {
  targets: readonly string[]
  wording: Wording
  was: Readonly<Record<string, string>>
}

/** Titles may hold references to things that are called by their titles: so many deep they are said, and no deeper. */
const deepest = 2

interface Saying extends ReferenceContext {
  words: Words
  depth: number
}

export function wordReference(reference: ReferenceToWord, context: ReferenceContext): Piece[] {
  const { ledger, language, pageOf, before, nearness, division } = context
  // Field by field: thousands are said at each turnover.
  return say(reference, { ledger, language, pageOf, before, nearness, division, words: wordsOf(ledger.scheme, language), depth: 0 })
}

function say({ targets, wording, was }: ReferenceToWord, saying: Saying): Piece[] {
  const { ledger, language, words, before } = saying
  const distinct = targets.length > 1 ? [...new Set(targets)] : targets
  const found = distinct.map(id => ledger.byId.get(id)).filter(entry => entry !== undefined)
  const lost = found.length < distinct.length || targets.length === 0 ? lostPieces(distinct, was, saying) : []
  const clauses = clausesOf(found, wording, saying)
  const pieces = joinList(lost.length ? [...clauses, ...lost.map(piece => [piece])] : clauses, ledger.scheme, language)
  const [first] = pieces
  if (first?.word && opensSentence(before, words)) pieces[0] = { ...first, text: capital(first.text, language) }
  return merged(pieces)
}

function lostPieces(targets: readonly string[], was: ReferenceToWord['was'], { ledger, words }: Saying): Piece[] {
  if (targets.length === 0) return [{ text: words.nowhere, lost: true, word: true }]
  return targets
    .filter(id => !ledger.byId.has(id))
    .map(target => ({ ...lostPiece(Object.hasOwn(was, target) ? was[target] : '', words), target, word: true }))
}

/** What is said of the targets, as the items of one list. */
function clausesOf(found: readonly Entry[], wording: Wording, saying: Saying): Piece[][] {
  if (found.length === 0) return []
  const groups = groupBySeries(found)
  switch (wording) {
    case 'page':
      return [pages(found, saying)]
    case 'title':
      return [...found].sort((a, b) => a.order - b.order).map(entry => title(entry, saying))
    case 'number':
      return groups.flatMap(group => runsOf(group).map(run => runPieces(run, saying)))
    // A mark stands where that of the note itself would.
    case 'mark':
      return found.map(entry => [{ text: entry.number || entry.bare, target: entry.id, marks: ['superscript'] }])
    case 'nameAndNumber':
      return groups.flatMap(group => named(group, saying))
    case 'nameNumberAndPage':
    case 'nearby':
      return groups.flatMap(group => byPages(group, saying.pageOf)).map(entries => namedOnPage(entries, saying, wording === 'nearby'))
  }
}

/** A group under its name: “Figures 5.2–5.5 and 5.9”; what has no number is called by its own words, one by one. */
function named(group: readonly Entry[], saying: Saying): Piece[][] {
  const [first] = group
  if (!first) return []
  if (isUnnumbered(first)) return group.map(entry => title(entry, saying))
  const { names } = first
  const { nameForm } = saying.ledger.scheme
  const name = group.length > 1 ? (nameForm === 'short' ? names.shortMany : names.many) : nameForm === 'short' ? names.shortOne : names.one
  const items = runsOf(group).map(run => runPieces(run, saying))
  return [[{ text: name + joiner, target: first.id, word: true }, ...list(items, saying), ...chapterOf(group, saying)]]
}

const list = (items: Piece[][], { ledger, language }: Saying): Piece[] => joinList(items, ledger.scheme, language)

/** “ in Chapter 3”: of a note in another chapter, where the scheme asks for it. */
function chapterOf(group: readonly Entry[], { division, ledger, words }: Saying): Piece[] {
  const [note] = group
  const { nameForm } = ledger.scheme
  if (note?.item.kind !== 'note' || note.division === division) return []
  const { sayChapter, restart } = noteRulesOf(ledger.scheme, note.item.other)
  if (!sayChapter || restart === 'work') return []
  if (group.some(other => other.division !== note.division)) return []
  const chapter = ledger.entries.find(({ division: index, item }) => index === note.division && item.block === 'division')
  if (!chapter?.number) return []
  return [
    { text: `${words.in}${nameForm === 'short' ? chapter.names.shortOne : chapter.names.one}${joiner}${chapter.bare}`, target: note.id },
  ]
}

/** Entries that share the mention of their pages: “Figure 4 on page 31”. */
function namedOnPage(entries: Entry[], saying: Saying, near: boolean): Piece[] {
  const [first] = entries
  if (!first) return []
  const pieces = list(named(entries, saying), saying)
  const how = near ? howNear(first, saying) : ''
  return how ? [...pieces, { text: how, target: first.id }] : [...pieces, { text: saying.words.on }, ...pages(entries, saying)]
}

/** “ on the next page”, or nothing where the target is farther away or the pages are not known. */
function howNear(entry: Entry, { nearness, words }: Saying): string {
  const near = nearness?.(entry.id)
  if (!near) return ''
  if (near.pages === 0) return words.this
  if (near.facing) return words.facing
  return near.pages === 1 ? words.next : near.pages === -1 ? words.previous : ''
}

function pages(entries: readonly Entry[], saying: Saying): Piece[] {
  const { words, ledger, pageOf } = saying
  const items = pageItems(entries, pageOf)
  const several = items.length > 1 || items.some(item => item.length > 1)
  const short = ledger.scheme.nameForm === 'short'
  const name = several ? (short ? words.shortPages : words.pages) : short ? words.shortPage : words.page
  const target = entries[0]?.id
  return [{ text: name + joiner, word: true, ...(target ? { target } : {}) }, ...list(items, saying)]
}

function runPieces({ first, last }: EntryRun, saying: Saying): Piece[] {
  if (first === last) return isUnnumbered(first) ? title(first, saying) : [{ text: printed(first), target: first.id }]
  const between = needsWord(first) || needsWord(last) ? saying.words.to : '–'
  // Panels of one figure are told apart by their signs: 1.4(a)–(c).
  const end = last.item.kind === 'member' && !last.brackets ? last.own : printed(last)
  return [
    { text: printed(first), target: first.id },
    { text: between, target: first.id },
    { text: end, target: last.id },
  ]
}

const printed = ({ brackets, number, bare }: Entry): string => (brackets ? number : bare)

/** A dash between numbers that hold dashes, or are words, would not be read as one. */
const needsWord = ({ bare, written }: Entry): boolean => /[-–—]/.test(bare) || written.some(({ form }) => form === 'words')

/** The words of an entry in quotation marks; its number, where it has no words. References in them say their name and number. */
function title(entry: Entry, saying: Saying): Piece[] {
  const { words, depth } = saying
  const { id, names, brackets, item } = entry
  const own = depth < deepest ? titleOf(entry, reference => inTitle(reference, saying)) : []
  // Headings are said whole; what is called by a text is called by its first words.
  const said = item.kind === 'heading' ? own : shortened(own)
  if (said.length > 0) return [{ text: words.quotesOpen }, ...said, { text: words.quotesClose }].map(piece => ({ ...piece, target: id }))
  if (isUnnumbered(entry)) return [{ text: names.one, target: id, word: true }]
  return [{ text: `${names.one}${joiner}${brackets && saysFormula(item) ? entry.number : entry.bare}`, target: id, word: true }]
}

function inTitle(reference: Node, saying: Saying): Piece[] {
  const { targets, was } = attributesOf(reference, 'reference')
  return say({ targets, was, wording: 'nameAndNumber' }, { ...saying, before: '', depth: saying.depth + 1 })
}

/** The text of a reference. */
export const referenceText = (pieces: readonly Piece[]): string => textOfPieces(pieces)
