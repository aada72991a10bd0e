/**
 * A turnover: one complete computation of a work, in which numbers, references, lists and pages agree with each other.
 *
 *     prepare → (content → strips → pages → facts) until nothing changes → result
 *
 * Every turnover goes through the same rounds from the same beginning, with or without kept results, so that an edited work and
 * the same work opened afresh give the same pages.
 */

import { asPrinted } from '../content/citations/asPrinted.ts'
import { CitationEngine } from '../content/citations/citationEngine.ts'
import type { Citations, SourceList } from '../content/citations/citations.ts'
import { collationOf } from '../content/index/collation.ts'
import { type IndexEntry, indexEntries } from '../content/index/entries.ts'
import { marksOf, placesOf } from '../content/index/marks.ts'
import { entriesOf } from '../content/lists/entries.ts'
import { type ListedRow, listedRows } from '../content/mentions/listed.ts'
import { firstPlaces, type Mentions, standingOf } from '../content/mentions/standing.ts'
import { textOfPieces } from '../content/pieces.ts'
import { plainTextOf, type WordingOf } from '../content/plainText.ts'
import type { PageOf } from '../content/references/pagesOf.ts'
import { type CollectedSymbol, collectSymbols } from '../formulas/symbols/collect.ts'
import { lettersOf } from '../formulas/symbols/lettersOf.ts'
import type { FormulaDrawing, FormulaTypesetter } from '../formulas/typesetter.ts'
import { numberWork, type WorkLedger } from '../numbers/ledger.ts'
import { isGenerated } from '../numbers/scan.ts'
import type { PageBody } from '../pages/filling.ts'
import { measureOf } from '../pages/measure.ts'
import {
  bodiesOf,
  type Flow,
  type FlowCache,
  flowsOf,
  joinFlows,
  makePages,
  type Page,
  type PagePlace,
  placePages,
  topOf,
} from '../pages/page.ts'
import { type Setting, SettingCache } from '../pages/setting.ts'
import { divisionStrips, type Written } from '../pages/strip.ts'
import { explainPage, type PageReasons } from '../pages/why.ts'
import type { Fonts } from '../type/fonts.ts'
import { formulaScaleOf } from '../type/formulaScale.ts'
import { wordsOf } from '../work/parts/scheme.ts'
import { division, type Node, titleOf } from '../work/schema.ts'
import type { Work } from '../work/work.ts'
import { Balance, mostRounds } from './balance.ts'
import { changesBetween, type Facts, noFacts, readFacts } from './facts/index.ts'
import { nearbyReferences } from './facts/nearness.ts'
import { notesCountByPage, withNoteNumbers } from './facts/noteNumbers.ts'
import type { About } from './facts/pageFact.ts'
import { printedIds } from './facts/pageLabels.ts'
import { referencesByPlace, WordingCache, type WordingContext } from './round.ts'

export interface Turnover {
  work: Work
  ledger: WorkLedger
  pages: Page[]
  /** Index of the page on which an entry or identified block begins. */
  pageIndexOf: Map<string, number>
  pageOf(id: string): PageOf | undefined
  /** What an index of the work says, by the id of its division. */
  indexOf(division: string): IndexEntry[]
  /** What a list of abbreviations or symbols says. */
  rowsOf(role: 'abbreviations' | 'symbols'): ListedRow[]
  /** Index of the page on which each mark for an index stands. */
  markPages: ReadonlyMap<string, number>
  /** Index of the page on which each reference stands that says how near its target is, by its place. */
  referencePages: ReadonlyMap<string, number>
  wordingOf: WordingOf
  /** What each mention of an abbreviation says, and why. */
  mentions: Mentions
  /** What each citation says, and each list of sources. */
  citations: Citations
  /** Plain text of a title, heading or caption with an identity, its references worded. */
  textOf(node: Node, identity: string): string
  /** The symbols of its formulas, in the order of their first use. */
  symbols(): CollectedSymbol[]
  /** A formula as it is drawn and said. */
  formulaOf(source: string, display: boolean): FormulaDrawing
  /** What is wrong with a formula, empty where nothing is. */
  errorOf(source: string, display: boolean): string
  /** How often pages were made up until nothing changed. */
  rounds: number
  /** How many references and note marks chased the pages they depend on, and were given a place that fits whatever they say. */
  reserved: number
  /** False where even that did not bring the books into balance. */
  settled: boolean
}

/** How far a turnover has come; between two of these its host may do other things, or drop it. */
export interface TurnoverProgress {
  done: number
  of: number
}

/** A work that is being turned over, and what holds for all of its rounds. */
interface Prepared {
  work: Work
  about: About
  context: WordingContext
  balance: Balance
}
/** A round: the setting that its pages were made in, and where they stand. */
interface Round {
  setting: Setting
  /** What its references were worded from. */
  context: WordingContext
  places: PagePlace[]
}

/** Holds what is kept from one turnover of a work to the next. */
export class TurnoverEngine {
  private cache = new SettingCache()
  private language = ''
  private readonly flows: FlowCache = new Map()
  private readonly wordings = new WordingCache()
  private ledger: WorkLedger | undefined
  private pages: Page[] = []
  /** How the pages of the last turnover came about, for those who ask why. */
  private latest: Round | null = null
  /** Takes in what citations said in another sitting. */
  readonly citing = new CitationEngine()
  readonly fonts: Fonts
  readonly formulas: FormulaTypesetter

  constructor(fonts: Fonts, formulas: FormulaTypesetter) {
    this.fonts = fonts
    this.formulas = formulas
  }

  /** Runs to the end without pause. */
  run(work: Work): Turnover {
    const steps = this.steps(work)
    for (;;) {
      const step = steps.next()
      if (step.done) return step.value
    }
  }

  *steps(work: Work): Generator<TurnoverProgress, Turnover> {
    const prepared = this.prepare({ ...work, doc: asPrinted(work) })
    const { about, balance } = prepared
    let facts = noFacts
    let settled = true
    for (let rounds = 1; ; rounds++) {
      const round = yield* this.round(prepared, facts, rounds - 1)
      const found = readFacts(round.places, about)
      const { context } = round
      const say: Parameters<typeof changesBetween>[3] = ({ node, occurrence }, under) =>
        textOfPieces(this.wordings.word(node, occurrence, context, under))
      const changes = changesBetween(facts, found, about, say)
      if (changes.length) balance.note(facts, found, changes, context)
      settled = changes.length === 0
      if (settled || rounds >= mostRounds) return { ...this.result(prepared, round, { began: facts, found }, rounds, settled), work }
      facts = found
    }
  }

  private prepare(work: Work): Prepared {
    const { doc, scheme, houseStyle, settings } = work
    if (settings.language !== this.language) this.cache = new SettingCache()
    this.language = settings.language
    const ledger = numberWork(doc, scheme, this.ledger)
    this.ledger = ledger
    const mentions = standingOf(doc, work.abbreviations, houseStyle.mentions)
    const citations = this.citing.citations(work)
    const { twoSided } = houseStyle.page
    const listsShortForms = doc.children.some(node => ['abbreviations', 'symbols'].includes(division(node).role))
    const withPages = houseStyle.mentions.pages && listsShortForms
    const citesPages = houseStyle.citations.pages && citations.lists.size > 0
    return {
      work,
      about: {
        doc,
        ledger,
        scheme,
        twoSided,
        printed: printedIds(doc, ledger),
        near: nearbyReferences(doc),
        marked: new Set([
          ...marksOf(doc).map(({ id }) => id),
          // Lists lead back to them, whether or not they say a page.
          ...(citations.lists.size ? citations.byPlace.keys() : []),
          ...(listsShortForms ? [...firstPlaces(mentions).values()].map(({ occurrence }) => occurrence) : []),
        ]),
        indexed: hasIndex(doc) || withPages || citesPages,
      },
      context: {
        ledger,
        language: settings.language,
        twoSided,
        references: referencesByPlace(doc),
        mentions,
        citations,
        told: { settings, title: titleOf(doc) },
      },
      balance: new Balance(),
    }
  }

  /** Notes that count by page have other numbers from round to round. */
  private contextUnder({ noteNumbers }: Facts, { context, work }: Prepared): WordingContext {
    const byPage = notesCountByPage(work.scheme) && noteNumbers.size > 0
    return byPage ? { ...context, ledger: withNoteNumbers(context.ledger, noteNumbers) } : context
  }

  /** Content, strips, pages: everything made up once under facts. */
  private *round(prepared: Prepared, facts: Facts, order: number): Generator<TurnoverProgress, Round> {
    const { doc } = prepared.work
    const context = this.contextUnder(facts, prepared)
    const setting = this.settingUnder(prepared, context, facts)
    const strips = new Map<Node, ReturnType<typeof divisionStrips>>()
    for (const [index, node] of doc.children.entries()) {
      strips.set(node, divisionStrips(node, setting, isGenerated(node) ? this.writtenIn(node, prepared, context, facts) : null))
      yield { done: index + 1, of: doc.childCount }
    }
    const made: { flow: Flow; bodies: PageBody[] }[] = []
    for (const flow of flowsOf(doc, node => strips.get(node) ?? [], setting)) {
      flow.top = topOf(flow, made.at(-1), setting)
      made.push({ flow, bodies: bodiesOf(flow, order, this.flows, setting) })
      yield { done: doc.childCount, of: doc.childCount }
    }
    return { setting, context, places: placePages(joinFlows(made), setting) }
  }

  /** What the program writes into a generated division under the pages of a round. */
  private writtenIn(node: Node, prepared: Prepared, { mentions, citations }: WordingContext, facts: Facts): Written {
    const { doc, houseStyle } = prepared.work
    const { role } = division(node)
    if (role === 'sources') return { kind: 'sources', entries: citations.lists.get('') ?? noSources }
    if (role === 'index') return { kind: 'index', entries: this.indexOf(node, prepared, facts) }
    if (role === 'abbreviations' || role === 'symbols') return { kind: 'rows', entries: this.rowsOf(role, prepared.work, mentions, facts) }
    return { kind: 'entries', entries: entriesOf(node, doc, prepared.about.ledger, houseStyle.contents) }
  }

  /** What a list of abbreviations or symbols says. */
  private rowsOf(
    role: 'abbreviations' | 'symbols',
    { settings, houseStyle }: Work,
    mentions: Mentions,
    { indexPages }: Facts,
  ): ListedRow[] {
    const labelOf = (occurrence: string): string => {
      const page = indexPages.pages.get(occurrence)
      return page === undefined ? '…' : (indexPages.labels[page] ?? '…')
    }
    return listedRows({
      kind: role === 'symbols' ? 'symbol' : 'abbreviation',
      mentions,
      language: settings.language,
      lettersOf: formula => lettersOf(this.formulas.set(formula, false).mathMl),
      pageOf: houseStyle.mentions.pages ? labelOf : null,
    })
  }

  /** What an index says under the pages of a round. */
  private indexOf(node: Node, { work }: Pick<Prepared, 'work'>, { indexPages }: Facts): IndexEntry[] {
    const { doc, terms, houseStyle, scheme, settings } = work
    return indexEntries({
      index: division(node).series,
      terms,
      places: placesOf(marksOf(doc)),
      found: indexPages,
      collation: collationOf(settings.language, houseStyle.index.umlauts),
      runs: houseStyle.index.runs,
      words: wordsOf(scheme, settings.language),
    })
  }

  private settingUnder({ work, balance }: Prepared, context: WordingContext, facts: Facts): Setting {
    const { doc, scheme, houseStyle, settings, pictures } = work
    const { page } = houseStyle
    const said = new Map<string, ReturnType<WordingOf>>()
    return {
      fonts: this.fonts,
      formulas: this.formulas,
      houseStyle,
      scheme,
      language: settings.language,
      words: wordsOf(scheme, settings.language),
      title: titleOf(doc),
      author: settings.author,
      keywords: settings.keywords,
      sourceLists: context.citations.lists,
      citedOn: houseStyle.citations.pages ? facts.indexPages : null,
      ledger: context.ledger,
      pageOf: id => facts.labels.get(id)?.label,
      pictures,
      measure: measureOf(houseStyle),
      height: page.height - page.top - page.bottom,
      cache: this.cache,
      wordingOf: (node, occurrence) => {
        let pieces = said.get(occurrence)
        if (!pieces) said.set(occurrence, (pieces = this.wordings.word(node, occurrence, context, facts)))
        return pieces
      },
      reserveOf: occurrence => balance.references.get(occurrence),
      noteMark: id => context.ledger.byId.get(id)?.number ?? '',
      noteReserve: id => balance.notes.get(id),
      formulaScale: formulaScaleOf(this.fonts),
    }
  }

  private result(
    { work, balance }: Prepared,
    round: Round,
    { began, found }: { began: Facts; found: Facts },
    rounds: number,
    settled: boolean,
  ): Turnover {
    const { setting, places } = round
    const pages = makePages(places, setting, this.pages)
    const pageIndexOf = indexPages(pages)
    this.pages = pages
    this.latest = round
    this.forgetFlows(work.doc)
    return {
      work,
      ledger: setting.ledger,
      pages,
      pageIndexOf,
      pageOf: id => {
        const index = pageIndexOf.get(id)
        const page = index === undefined ? undefined : pages[index]
        return page && { label: page.label, index: page.index }
      },
      indexOf: id => {
        const node = work.doc.children.find(each => division(each).id === id)
        return node ? this.indexOf(node, { work }, began) : []
      },
      rowsOf: role => this.rowsOf(role, work, round.context.mentions, began),
      // Where nothing says a page of a mark, no round began with them.
      markPages: found.indexPages.pages,
      referencePages: began.indexes.references,
      wordingOf: setting.wordingOf,
      mentions: round.context.mentions,
      citations: round.context.citations,
      textOf: (node, identity) => plainTextOf(node, identity, setting.wordingOf),
      symbols: () => collectSymbols(work.doc, this.formulas, work.settings.language),
      formulaOf: (source, display) => this.formulas.set(source, display),
      errorOf: (source, display) => this.formulas.set(source, display).error,
      rounds,
      settled,
      reserved: balance.references.size + balance.notes.size,
    }
  }

  /** Why a page of the last turnover ended where it did, and its figures and tables stand where they stand; null for empty pages. */
  why(index: number): PageReasons | null {
    const place = this.latest?.places[index]
    return this.latest && place?.body ? explainPage(place, this.latest.places, this.latest.setting) : null
  }

  private forgetFlows(doc: Node): void {
    const present = new Set(doc.children.map(node => division(node).id))
    for (const key of this.flows.keys()) if (!present.has(key.slice(0, key.indexOf(' ')))) this.flows.delete(key)
  }
}

const noSources: SourceList = { entries: [], hanging: false }

const hasIndex = (doc: Node): boolean => doc.children.some(node => division(node).role === 'index')

/** The first page of everything. */
function indexPages(pages: readonly Page[]): Map<string, number> {
  const index = new Map<string, number>()
  for (const page of pages) for (const id of page.ids) if (!index.has(id)) index.set(id, page.index)
  return index
}
