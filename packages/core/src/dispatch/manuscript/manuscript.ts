/**
 * A work as it is said, from its first word to its last: every text worded, every number in its place, generated lists written out, notes
 * with their marks. One walk over a turnover makes it (`manuscriptOf`), and every output but the pages is written from it, by handlers that
 * are total over these kinds; so no output can say another number than the ledger.
 */
import type { IndexEntry } from '../../content/index/entries.ts'
import type { PieceMark } from '../../content/pieces.ts'
import type { FormulaDrawing } from '../../formulas/typesetter.ts'
import type { Words } from '../../languages/language.ts'
import type { WorkLedger } from '../../numbers/ledger.ts'
import type { Cited, Wording } from '../../work/kinds/inline.ts'
import type { CellAlignment } from '../../work/kinds/table.ts'
import type { CounterForm, NoteRules } from '../../work/parts/scheme.ts'
import type { Role } from '../../work/roles.ts'
import type { Picture, Work } from '../../work/work.ts'

// ── in a line ─────────────────────────────────────────────────────────────

export interface SaidText {
  kind: 'text'
  text: string
  marks: readonly PieceMark[]
  /** The entry that it leads to. */
  target?: string
  /** The address outside that it leads to. */
  address?: string
  /** BCP 47 tag of words in another language than those around them. */
  language?: string
  /** What an abbreviation stands for, where its short form is said alone. */
  expansion?: string
  /** It stands for something that is no longer in the work. */
  lost?: true
}

export interface SaidFormula {
  kind: 'formula'
  /** The notation that it is kept in. */
  notation: string
  /** Empty where it cannot be set; `error` says why. */
  mathMl: string
  error: string
  display: boolean
  target?: string
}

export type SaidPiece = SaidText | SaidFormula

/** The mark of a note; the note itself is found in the manuscript by its id. */
export interface SaidNoteMark {
  kind: 'noteMark'
  note: string
  number: string
  /** It stands right behind another mark: something has to part them. */
  parted: boolean
}

export interface SaidReference {
  kind: 'reference'
  /** Where it stands: the text block, and how many things like it are before it there. */
  occurrence: string
  wording: Wording
  targets: readonly string[]
  said: SaidPiece[]
}

export interface SaidMention {
  kind: 'mention'
  occurrence: string
  /** The entry of the register. */
  entry: string
  said: SaidPiece[]
}

export interface SaidCitation {
  kind: 'citation'
  id: string
  cites: readonly Cited[]
  said: SaidPiece[]
}

export interface SaidField {
  kind: 'field'
  said: SaidPiece[]
}

/** A place that the index leads to; it says nothing. */
export interface SaidPlace {
  kind: 'place'
  id: string
  /** The entry of the register of terms. */
  term: string
  main: boolean
  range: 'no' | 'start' | 'end'
}

export type SaidInline = SaidPiece | SaidNoteMark | SaidReference | SaidMention | SaidCitation | SaidField | SaidPlace
export type InlineName = SaidInline['kind']

// ── blocks ────────────────────────────────────────────────────────────────

interface Named {
  id: string
  label: string
}

export interface SaidParagraph extends Named {
  kind: 'paragraph'
  align: 'left' | 'centre' | 'right' | null
  said: SaidInline[]
}

export interface SaidHeading extends Named {
  kind: 'heading'
  /** From 2: the title of a division is level 1. */
  level: number
  number: string
  said: SaidInline[]
}

export interface SaidListItem extends Named {
  /** Its number, or the sign that its list shows. */
  sign: string
  blocks: SaidBlock[]
}

export interface SaidList {
  kind: 'list'
  id: string
  /** The key of its look in the scheme; empty for the first of its kind. */
  look: string
  /** How its items count; null where they do not. */
  form: CounterForm | null
  items: SaidListItem[]
}

/** A picture in its place; null where it is not there yet. */
export interface SaidPicture {
  picture: Picture | null
  /** What it shows, for readers who cannot see it. */
  alternative: string
  /** Share of the width of the text. */
  width: number
}

interface Captioned extends Named {
  series: string
  /** “Figure 3.4. ”, as the caption begins; nothing where it has no number. */
  head: SaidPiece[]
  number: string
  caption: SaidInline[]
  /** Whether the caption stands above what it describes. */
  above: boolean
}

export interface SaidPanel extends Named {
  head: SaidPiece[]
  said: SaidInline[]
  picture: SaidPicture
}

export interface SaidFigure extends Captioned {
  kind: 'figure'
  /** Null where its panels show its pictures. */
  picture: SaidPicture | null
  panels: SaidPanel[]
}

export interface SaidRow {
  kind: 'row'
  id: string
  figures: SaidFigure[]
}

export interface SaidCell {
  /** What it heads, if anything. */
  heads: 'column' | 'row' | null
  columns: number
  rows: number
  align: CellAlignment | null
  blocks: SaidParagraph[]
}

export interface SaidGrid {
  /** The id of its panel; empty for the only grid of a table. */
  id: string
  label: string
  head: SaidPiece[]
  caption: SaidInline[]
  /** How many rows at the top head the columns. */
  heads: number
  rows: SaidCell[][]
  /** How many columns it has. */
  columns: number
}

export interface SaidTable extends Captioned {
  kind: 'table'
  grids: SaidGrid[]
  notes: SaidParagraph[]
}

export interface SaidBox extends Captioned {
  kind: 'box'
  blocks: SaidBlock[]
}

export interface SaidEquation extends Named {
  kind: 'equation'
  number: string
  formula: SaidFormula
}

export interface SaidEquationGroup extends Named {
  kind: 'equationGroup'
  number: string
  lines: SaidEquation[]
}

export interface SaidQuotation {
  kind: 'quotation'
  id: string
  blocks: SaidParagraph[]
}

/** Every paragraph is a line of it. */
export interface SaidVerse {
  kind: 'verse'
  id: string
  blocks: SaidParagraph[]
}

export interface SaidEpigraph {
  kind: 'epigraph'
  id: string
  blocks: SaidParagraph[]
  /** Where it is from; empty where nobody says. */
  attribution: SaidInline[]
}

export interface SaidDescriptions {
  kind: 'descriptions'
  id: string
  entries: { term: SaidInline[]; blocks: SaidParagraph[] }[]
}

export interface SaidListing extends Captioned {
  kind: 'listing'
  lines: string[]
  numbered: boolean
}

export interface SaidSignature {
  kind: 'signature'
  id: string
  said: SaidInline[]
}

export interface SaidStatement extends Named {
  kind: 'statement'
  series: string
  number: string
  /** “Theorem 4.1 (of the basins). ” */
  head: SaidPiece[]
  slanted: boolean
  blocks: SaidBlock[]
}

export interface SaidProof {
  kind: 'proof'
  id: string
  head: SaidInline[]
  blocks: SaidBlock[]
}

/** Space on the page: a height in points, or all that the page has left, for 0. */
export interface SaidSpace {
  kind: 'space'
  id: string
  height: number
}

export interface SaidKeywords {
  kind: 'keywords'
  id: string
  head: SaidPiece[]
  words: readonly string[]
}

/** An entry of the contents or of a list of a series. */
export interface SaidEntry {
  id: string
  number: string
  said: SaidInline[]
  level: number
  /** The label of its page. */
  page: string
  /** A line of its own above what follows: it says no page. */
  line: boolean
}

export interface SaidEntries {
  kind: 'entries'
  id: string
  /** What is listed: the headings of the work, those of this division, or a series. */
  of: 'contents' | 'division' | 'series'
  /** The key of the series. */
  series: string
  depth: number
  entries: SaidEntry[]
}

export interface SaidIndex {
  kind: 'index'
  id: string
  entries: readonly IndexEntry[]
}

export interface SaidRegisterRow {
  id: string
  short: SaidPiece[]
  full: SaidText | null
  unit: SaidPiece[]
  /** The heading that opens its group. */
  opens: string
  /** The place of its first mention. */
  first: string
  /** The label of the page of its first mention; null where pages are not asked for. */
  page: string | null
}

export interface SaidRegister {
  kind: 'register'
  id: string
  of: 'abbreviations' | 'symbols'
  rows: SaidRegisterRow[]
}

export interface SaidSource {
  source: string
  /** What citations lead to. */
  anchor: string
  margin: SaidPiece[]
  said: SaidPiece[]
  language: string | null
  /** The first citation of it; empty where there is none. */
  first: string
  /** “Cited on pp. 3, 5.”; nothing where pages are not asked for. */
  pages: SaidPiece[]
}

export interface SaidSources {
  kind: 'sources'
  id: string
  entries: SaidSource[]
}

/** Notes that stand here and not at the foot of their pages. */
export interface SaidNotes {
  kind: 'notes'
  id: string
  groups: { head: string; notes: string[] }[]
}

export type SaidBlock =
  | SaidParagraph
  | SaidHeading
  | SaidList
  | SaidFigure
  | SaidRow
  | SaidTable
  | SaidBox
  | SaidEquation
  | SaidEquationGroup
  | SaidQuotation
  | SaidVerse
  | SaidEpigraph
  | SaidDescriptions
  | SaidListing
  | SaidSignature
  | SaidStatement
  | SaidProof
  | SaidSpace
  | SaidKeywords
  | SaidEntries
  | SaidIndex
  | SaidRegister
  | SaidSources
  | SaidNotes
export type BlockName = SaidBlock['kind']
export type SaidOf<Name extends BlockName> = Extract<SaidBlock, { kind: Name }>

// ── the whole ─────────────────────────────────────────────────────────────

export interface SaidNote extends Named {
  number: string
  /** Of the second kind of notes of the work. */
  other: boolean
  place: NoteRules['place']
  paragraphs: SaidInline[][]
}

export interface SaidDivision extends Named {
  role: Role
  matter: 'front' | 'main' | 'back'
  /** 0 for parts, 1 for all others. */
  level: 0 | 1
  number: string
  title: SaidInline[]
  /** Its title is not printed. */
  untitled: boolean
  /** BCP 47 tag, where it is not that of the work. */
  language: string | null
  /** Its pages lie on their side. */
  landscape: boolean
  /** In how many columns its text stands; 0 for as many as the house style says. */
  columns: number
  /** Whether its pages show their folio and heads. */
  folio: 'usual' | 'shown' | 'hidden'
  words: Words
  blocks: SaidBlock[]
}

export interface PageStart {
  label: string
  /** What begins on it first. */
  id: string
}

export interface Manuscript {
  work: Work
  ledger: WorkLedger
  /** In words without formulas: for metadata. */
  title: string
  language: string
  words: Words
  divisions: SaidDivision[]
  notes: ReadonlyMap<string, SaidNote>
  /** A formula as it is drawn. */
  drawingOf(formula: SaidFormula): FormulaDrawing
  /** The label of the page on which something begins; empty for what is on none. */
  pageOf(id: string): string
  /** The marks at both ends of every range of the index: the id of the first one, by the id of each. */
  ranges: ReadonlyMap<string, string>
  /** Pages on which something begins, in order. */
  pages: PageStart[]
}
