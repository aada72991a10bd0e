/** Numbers and wordings for node views: pushed to them whenever they change, so that showing them costs no decorations. */

import { type Citations, noCitations, wordCitation } from '@steady-ledger/core/content/citations/citations.ts'
import { citesInNotes } from '@steady-ledger/core/content/citations/styles/index.ts'
import { wordField } from '@steady-ledger/core/content/fields.ts'
import { termName } from '@steady-ledger/core/content/index/terms.ts'
import { type Mentions, noMentions, standingOf } from '@steady-ledger/core/content/mentions/standing.ts'
import { wordMention } from '@steady-ledger/core/content/mentions/wordMention.ts'
import type { Piece } from '@steady-ledger/core/content/pieces.ts'
import { plainTextOf } from '@steady-ledger/core/content/plainText.ts'
import { type PageOf, wordReference } from '@steady-ledger/core/content/references/wordReference.ts'
import type { Words } from '@steady-ledger/core/languages/language.ts'
import type { MilestoneChange } from '@steady-ledger/core/milestones/compareMilestones.ts'
import type { Ledger, WorkLedger } from '@steady-ledger/core/numbers/ledger.ts'
import { nearnessIn, noIndexes, type PageIndexes } from '@steady-ledger/core/turnover/facts/nearness.ts'
import { type PlacedReference, referencesByPlace } from '@steady-ledger/core/turnover/round.ts'
import { attributesOf, isKind } from '@steady-ledger/core/work/kinds/index.ts'
import type { CitationRules, MentionRules } from '@steady-ledger/core/work/parts/houseStyle.ts'
import { wordsOf } from '@steady-ledger/core/work/parts/scheme.ts'
import type { Settings } from '@steady-ledger/core/work/parts/settings.ts'
import type { Abbreviation } from '@steady-ledger/core/work/registers/abbreviations.ts'
import type { Entries } from '@steady-ledger/core/work/registers/register.ts'
import type { Term } from '@steady-ledger/core/work/registers/terms.ts'
import { titleOf } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import type { Node } from '@tiptap/pm/model'

/** “was Figure 3.2”, “was on page 31”, “new”, “other words”. */
export function sinceWords({ kinds, before }: MilestoneChange): string {
  if (kinds.includes('new')) return 'new'
  if (kinds.includes('renumbered')) return `was ${before!.name || 'unnumbered'}`
  if (kinds.includes('movedPage')) return `was on page ${before!.page}`
  return 'other words'
}

/** What a turnover says of where things stand. */
export interface StandingOnPages {
  labels: readonly string[]
  /** The page of every entry and block, by id. */
  ids: ReadonlyMap<string, number>
  /** The page of every reference that says how near its target is, by its place. */
  references: ReadonlyMap<string, number>
  twoSided: boolean
  /** Null where they are as they were. */
  citations: Citations | null
}

const sameItems = (one: readonly string[], other: readonly string[]): boolean =>
  one.length === other.length && one.every((item, index) => item === other[index])

function sameMap(one: ReadonlyMap<string, number>, other: ReadonlyMap<string, number>): boolean {
  if (one.size !== other.size) return false
  for (const [key, value] of one) if (other.get(key) !== value) return false
  return true
}

export class LiveNumbers {
  private readonly listeners = new Set<() => void>()
  private doc: Node | null = null
  private places: ReadonlyMap<string, PlacedReference> | null = null
  private readonly previous = new Map<string, { number: string; until: number }>()
  /** Whether something that node views say may be other than they were told, and whether that must not wait. */
  private owed = false
  private urgent = false
  ledger: WorkLedger
  /** Where targets, and the references that say how near they are, stood in the last turnover. */
  private indexes: PageIndexes = noIndexes
  private labels: readonly string[] = []
  private twoSided = false
  /** What changed since the milestone that was asked for, by entry. */
  private changes: ReadonlyMap<string, MilestoneChange> = new Map()
  pictureAddress: (name: string) => string | undefined = () => undefined
  settings: Settings
  /** The terms of the index. */
  terms: Entries<Term> = {}
  abbreviations: Entries<Abbreviation> = {}
  mentionRules: MentionRules
  citationRules: CitationRules
  /** What citations and lists of sources say, as of the last turnover. */
  citations: Citations = noCitations
  /** Where an entry or block begins, as of the last turnover. */
  readonly pageOf = (id: string): PageOf | undefined => {
    const index = this.indexes.ids.get(id)
    const label = index === undefined ? undefined : this.labels[index]
    return index === undefined || label === undefined ? undefined : { label, index }
  }
  private standing: { doc: Node | null; entries: Entries<Abbreviation>; rules: MentionRules; mentions: Mentions } | null = null

  constructor(ledger: WorkLedger, work: Work) {
    this.ledger = ledger
    this.settings = work.settings
    this.mentionRules = work.houseStyle.mentions
    this.citationRules = work.houseStyle.citations
    this.take(work)
  }

  pageLabel(id: string): string | undefined {
    return this.pageOf(id)?.label
  }

  /** What the program writes into the work. */
  get words(): Words {
    return wordsOf(this.ledger.scheme, this.language)
  }

  /** Takes the parts of a work that the text says something of. */
  take({ settings, terms, abbreviations, houseStyle }: Work): void {
    const { mentions, citations } = houseStyle
    const other =
      this.terms !== terms || this.abbreviations !== abbreviations || this.mentionRules !== mentions || this.citationRules !== citations
    if (other) this.owe(true)
    else if (this.settings !== settings) this.owe(false)
    this.settings = settings
    this.terms = terms
    this.abbreviations = abbreviations
    this.mentionRules = mentions
    this.citationRules = citations
  }

  /** A term with those above it; empty for one that is no longer there. */
  termName(id: string): string {
    return termName(this.terms, id)
  }

  get language(): string {
    return this.settings.language
  }

  /** Calls `refresh` now and after every change of numbers or pages; returns the way to stop. */
  follow(refresh: () => void): () => void {
    this.listeners.add(refresh)
    refresh()
    return () => void this.listeners.delete(refresh)
  }

  /** Takes the ledger of a document. Numbers that changed show with it; the rest may wait, so that typing costs no painting. */
  setLedger(ledger: WorkLedger, doc: Node): void {
    const { stamp } = this.mentions()
    const now = performance.now()
    const renumbered = ledger.stamp !== this.ledger.stamp
    if (renumbered)
      for (const entry of ledger.entries) {
        const old = this.ledger.byId.get(entry.id)
        if (old && old.number !== entry.number && old.number) this.previous.set(entry.id, { number: old.bare, until: now + 2000 })
      }
    this.ledger = ledger
    if (this.doc !== doc) this.places = null
    this.doc = doc
    // A mention that is now the first is written out, wherever it stands.
    this.owe(renumbered || this.mentions().stamp !== stamp)
  }

  /** Takes in where everything stands in the pages; most turnovers leave that as it was. */
  setPages({ labels, ids, references, twoSided, citations }: StandingOnPages): void {
    const same = this.twoSided === twoSided && sameItems(this.labels, labels) && sameMap(this.indexes.ids, ids)
    if (!same || !sameMap(this.indexes.references, references) || (citations && citations !== this.citations)) this.owe(false)
    this.labels = labels
    this.indexes = { ids, references }
    this.twoSided = twoSided
    if (citations) this.citations = citations
  }

  setChanges(changes: ReadonlyMap<string, MilestoneChange>): void {
    if (changes.size > 0 || this.changes.size > 0) this.owe(false)
    this.changes = changes
  }

  /** Says that something is other than it was that node views show. */
  owe(urgent: boolean): void {
    this.owed = true
    this.urgent ||= urgent
  }

  /** Tells node views what they were not told yet, when the document that it is of is shown; `urgentOnly` where the rest may wait. */
  push(urgentOnly = false): void {
    if (!(urgentOnly ? this.urgent : this.owed)) return
    this.owed = false
    this.urgent = false
    for (const refresh of this.listeners) refresh()
  }

  number(id: string): string {
    return this.ledger.byId.get(id)?.number ?? ''
  }

  /** The number an entry had until a moment ago, while that is news. */
  was(id: string): string {
    const old = this.previous.get(id)
    if (!old) return ''
    if (old.until > performance.now()) return old.number
    this.previous.delete(id)
    return ''
  }

  /** What changed in an entry since the milestone that is shown, in a few words; empty for nothing. */
  since(id: string): string {
    const change = this.changes.get(id)
    if (!change) return ''
    // The column is narrow, and says what kind of thing it is already.
    const name = change.before?.name.split(/\s/).at(-1)
    return change.kinds.includes('renumbered') && name ? `was ${name}` : sinceWords(change)
  }

  wording(worded: Node, occurrence: string): Piece[] {
    if (isKind(worded, 'citation')) return wordCitation(worded.attrs.id, this.citations, id => this.number(id))
    if (isKind(worded, 'field')) return wordField(worded, { settings: this.settings, title: this.doc ? titleOf(this.doc) : '' })
    if (!isKind(worded, 'mention')) return this.wordingUnder(worded, occurrence, this.ledger)
    return wordMention(worded, occurrence, { mentions: this.mentions(), language: this.language, words: this.words })
  }

  /** Whether citations in the text are notes. */
  get citesInNotes(): boolean {
    return citesInNotes(this.citationRules)
  }

  /** What every mention says, found when one is worded first after an edit. */
  mentions(): Mentions {
    const { doc, abbreviations, mentionRules, standing } = this
    if (standing?.doc === doc && standing.entries === abbreviations && standing.rules === mentionRules) return standing.mentions
    const mentions = doc ? standingOf(doc, abbreviations, mentionRules, standing?.mentions) : noMentions
    this.standing = { doc, entries: abbreviations, rules: mentionRules, mentions }
    return mentions
  }

  /** What a reference would say at its place under another ledger, the pages being what they are. */
  wordingUnder(reference: Node, occurrence: string, ledger: Ledger): Piece[] {
    const { targets, wording, was } = attributesOf(reference, 'reference')
    const { before = '', division } = this.place(occurrence) ?? {}
    return wordReference(
      { targets, wording, was },
      {
        ledger,
        language: this.language,
        pageOf: this.pageOf,
        before,
        division,
        nearness: nearnessIn(this.indexes, occurrence, this.twoSided),
      },
    )
  }

  /** Text of a title or caption that has this identity, its references worded. */
  textOf(node: Node, identity: string): string {
    return plainTextOf(node, identity, (reference, occurrence) => this.wording(reference, occurrence))
  }

  /** Where references stand is looked up when one is worded first after an edit. */
  private place(occurrence: string): PlacedReference | undefined {
    this.places ??= this.doc ? referencesByPlace(this.doc) : new Map()
    return this.places.get(occurrence)
  }
}
