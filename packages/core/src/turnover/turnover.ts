/**
 * A turnover: one complete computation of a work, in which numbers, references, lists and pages agree with each other.
 *
 *     numbers → references, lists → type, formulas → pages → page labels → references again, until nothing changes
 *
 * Every turnover goes through the same rounds from the same beginning, with or without kept results, so that an edited work and
 * the same work opened afresh give the same pages.
 */
import type { Node } from 'prosemirror-model'
import type { FormulaTypesetter } from '../formulas/typesetter.ts'
import { entriesOf } from '../lists/entries.ts'
import { numberWork, type WorkLedger } from '../numbers/ledger.ts'
import { isGenerated, scanDivision } from '../numbers/scan.ts'
import { idsOn } from '../pages/idsOn.ts'
import { bodiesOf, type FlowCache, flowsOf, makePages, type Page, type PagePlace, placePages } from '../pages/page.ts'
import { type Setting, SettingCache } from '../pages/setting.ts'
import { divisionStrips } from '../pages/strip.ts'
import { explainPage, type PageReasons } from '../pages/why.ts'
import {
  plainTextOf,
  type ReferencePart,
  referenceText,
  saysMore,
  saysPage,
  type Wording,
  wordReference,
} from '../references/wordReference.ts'
import type { Fonts } from '../type/fonts.ts'
import { division, titleOf } from '../work/schema.ts'
import type { Work } from '../work/work.ts'
import { nearbyReferences, nearnessIn, noIndexes, type PageIndexes, pageIndexes } from './nearness.ts'
import { notesByPage, notesCountByPage, withNoteNumbers } from './notesByPage.ts'

export interface Turnover {
  work: Work
  ledger: WorkLedger
  pages: Page[]
  /** Index of the page on which an entry or identified block begins. */
  pageIndexOf: Map<string, number>
  /** Index of the page on which each reference stands that says how near its target is. */
  referencePages: Map<Node, number>
  wordingOf(reference: Node): ReferencePart[]
  /** Plain text of a title, heading or caption, its references worded. */
  textOf(node: Node): string
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

const mostRounds = 30

/** Holds what is kept from one turnover of a work to the next. */
export class TurnoverEngine {
  private cache = new SettingCache()
  private language = ''
  private readonly flows: FlowCache = new Map()
  private readonly numberWordings = new WeakMap<Node, { stamp: object; language: string; opensSentence: boolean; parts: ReferencePart[] }>()
  private ledger: WorkLedger | undefined
  private pages: Page[] = []
  /** How the pages of the last turnover came about, for those who ask why. */
  private latest: { places: PagePlace[]; setting: Setting } | null = null
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
    const { doc, scheme, houseStyle, settings, pictures } = work
    if (settings.language !== this.language) this.cache = new SettingCache()
    this.language = settings.language
    const ledger = numberWork(doc, scheme, this.ledger)
    this.ledger = ledger
    const sentences = sentenceOpenings(doc)
    const { page } = houseStyle
    const near = nearbyReferences(doc)
    let labels = new Map<string, string>()
    let indexes = noIndexes
    let wordings = new Map<Node, ReferencePart[]>()
    const wordingOf = (node: Node): ReferencePart[] => {
      let parts = wordings.get(node)
      if (!parts)
        wordings.set(
          node,
          (parts = this.word(
            node,
            { ledger: setting.ledger, language: settings.language, sentences, twoSided: page.twoSided },
            labels,
            indexes,
          )),
        )
      return parts
    }
    const setting: Setting = {
      fonts: this.fonts,
      formulas: this.formulas,
      houseStyle,
      scheme,
      language: settings.language,
      title: titleOf(doc),
      author: settings.author,
      keywords: settings.keywords,
      ledger,
      pageOf: id => labels.get(id),
      pictures,
      measure: page.width - page.inner - page.outer,
      height: page.height - page.top - page.bottom,
      cache: this.cache,
      wordingOf: node => wordingOf(node),
      reserveOf: node => reserved.get(node),
      noteMark: id => setting.ledger.byId.get(id)?.number ?? '',
      noteReserve: id => reservedNotes.get(id),
    }
    const byPage = notesCountByPage(scheme)
    let noteNumbers = new Map<string, string>()
    const printed = new Set(relevantIds(doc, ledger))
    /** States of the rounds so far by what they changed, and the labels each round began with. */
    const seen = new Map<string, number>()
    const history: RoundState[] = []
    const reserved = new Map<Node, string[]>()
    const reservedNotes = new Map<string, string[]>()
    let places: ReturnType<typeof placePages> = []
    let settled = true
    let rounds = 0
    for (;;) {
      const strips = new Map<Node, ReturnType<typeof divisionStrips>>()
      for (let i = 0; i < doc.childCount; i++) {
        const node = doc.child(i)
        const listing = isGenerated(node) ? entriesOf(node, doc, ledger, houseStyle.contents) : null
        strips.set(node, divisionStrips(node, setting, listing))
        yield { done: i + 1, of: doc.childCount }
      }
      const made = []
      for (const flow of flowsOf(doc, node => strips.get(node)!, setting)) {
        made.push({ flow, bodies: bodiesOf(flow, rounds, this.flows, setting) })
        yield { done: doc.childCount, of: doc.childCount }
      }
      places = placePages(made, setting)
      rounds++
      const next = new Map<string, string>()
      for (const { body, label } of places)
        if (body) for (const id of idsOn(body)) if (printed.has(id) && !next.has(id)) next.set(id, label)
      const nextNumbers = byPage ? notesByPage(places, scheme) : noteNumbers
      const nextIndexes = near.length ? pageIndexes(places) : indexes
      const changed = [...printed].filter(id => labels.get(id) !== next.get(id)).map(id => `${id}:${next.get(id)}`)
      for (const [id, number] of nextNumbers) if (setting.noteMark(id) !== number) changed.push(`${id}:${number}`)
      const context = { ledger: setting.ledger, language: settings.language, sentences, twoSided: page.twoSided }
      for (const [order, reference] of near.entries()) {
        const said = referenceText(this.word(reference, context, next, nextIndexes))
        if (said !== referenceText(wordingOf(reference))) changed.push(`${order}:${said}`)
      }
      if (changed.length === 0) break
      const state = changed.join()
      history.push({ labels, noteNumbers, indexes })
      const cycle = seen.get(state)
      if (cycle !== undefined) {
        // The labels chase each other. Each reference that took part gets a place as wide as the widest thing it said; what it says
        // no longer moves anything, and can be what is true.
        const states = [...history.slice(cycle), { labels: next, noteNumbers: nextNumbers, indexes: nextIndexes }]
        this.reserve(doc, states, reserved, context)
        for (const id of nextNumbers.keys()) {
          const said = new Set([...(reservedNotes.get(id) ?? []), ...states.flatMap(found => found.noteNumbers.get(id) ?? [])])
          if (said.size > 1) reservedNotes.set(id, [...said])
        }
        seen.clear()
      } else seen.set(state, history.length - 1)
      if (rounds >= mostRounds) {
        settled = false
        break
      }
      labels = next
      indexes = nextIndexes
      noteNumbers = nextNumbers
      if (byPage) setting.ledger = withNoteNumbers(ledger, noteNumbers)
      wordings = new Map()
    }
    const pages = makePages(places, setting, this.pages)
    const pageIndexOf = indexPages(pages)
    this.pages = pages
    this.latest = { places, setting }
    this.forgetFlows(doc)
    const errorOf = (source: string, display: boolean): string => this.formulas.set(source, display).error
    const textOf = (node: Node): string => plainTextOf(node, wordingOf)
    return {
      work,
      ledger: setting.ledger as WorkLedger,
      pages,
      pageIndexOf,
      referencePages: indexes.references,
      wordingOf,
      textOf,
      errorOf,
      rounds,
      settled,
      reserved: reserved.size + reservedNotes.size,
    }
  }

  /** Why a page of the last turnover ended where it did, and its figures and tables stand where they stand; null for empty pages. */
  why(index: number): PageReasons | null {
    const place = this.latest?.places[index]
    return place?.body ? explainPage(place, this.latest!.places, this.latest!.setting) : null
  }

  /** Notes what each page reference said under any of the labels; only those that said more than one thing matter. */
  private reserve(doc: Node, states: RoundState[], reserved: Map<Node, string[]>, context: WordingContext): void {
    for (const node of doc.children)
      for (const { node: reference } of scanDivision(node).references) {
        if (!saysPage(reference.attrs.wording)) continue
        const said = new Set(reserved.get(reference))
        for (const { labels, indexes } of states)
          said.add(referenceText(this.word(reference, context, labels, indexes)).replaceAll(' ', '\u00a0'))
        if (said.size > 1) reserved.set(reference, [...said])
      }
  }

  /** Wordings that say no page depend on the numbers alone and are kept with them. */
  private word(
    node: Node,
    { ledger, language, sentences, twoSided }: WordingContext,
    labels: Map<string, string>,
    indexes: PageIndexes,
  ): ReferencePart[] {
    const { targets, wording, was } = node.attrs as { targets: string[]; wording: Wording; was: Record<string, string> }
    const opensSentence = sentences.get(node) ?? false
    const say = (): ReferencePart[] =>
      wordReference(
        { targets, wording, was },
        { ledger, language, pageOf: id => labels.get(id), opensSentence, nearness: nearnessIn(indexes, node, twoSided) },
      )
    if (saysMore(wording)) return say()
    const kept = this.numberWordings.get(node)
    if (kept && kept.stamp === ledger.stamp && kept.language === language && kept.opensSentence === opensSentence) return kept.parts
    const parts = say()
    this.numberWordings.set(node, { stamp: ledger.stamp, language, opensSentence, parts })
    return parts
  }

  private forgetFlows(doc: Node): void {
    const present = new Set(doc.children.map(node => division(node).id))
    for (const key of this.flows.keys()) if (!present.has(key.slice(0, key.lastIndexOf(' ')))) this.flows.delete(key)
  }
}

/** What the pages of a round said. */
interface RoundState {
  labels: Map<string, string>
  noteNumbers: Map<string, string>
  indexes: PageIndexes
}
/** What wording a reference takes beside the pages. */
interface WordingContext {
  ledger: WorkLedger
  language: string
  sentences: WeakMap<Node, boolean>
  twoSided: boolean
}

function sentenceOpenings(doc: Node): WeakMap<Node, boolean> {
  const openings = new WeakMap<Node, boolean>()
  for (const node of doc.children)
    for (const reference of scanDivision(node).references) openings.set(reference.node, reference.opensSentence)
  return openings
}

/** The first page of everything. */
function indexPages(pages: Page[]): Map<string, number> {
  const index = new Map<string, number>()
  for (const page of pages) for (const id of page.ids) if (!index.has(id)) index.set(id, page.index)
  return index
}

/** The ids whose page is printed somewhere: listed entries and targets of page references. */
function relevantIds(doc: Node, ledger: WorkLedger): string[] {
  const ids = new Set<string>()
  if (doc.children.some(node => isGenerated(node) || node.children.some(block => block.type.name === 'miniContents')))
    for (const entry of ledger.entries) if (entry.item.kind !== 'note' && entry.item.kind !== 'listItem') ids.add(entry.id)
  for (const node of doc.children)
    for (const { node: reference, targets } of scanDivision(node).references)
      if (saysPage(reference.attrs.wording)) for (const target of targets) ids.add(target)
  return [...ids]
}
