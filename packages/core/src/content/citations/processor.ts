/**
 * The processor of citations: sources, a style file and a language in, what every citation and every entry of a list says out. Around
 * `citeproc`, a processor of the Citation Style Language 1.0.2, which holds the rules of sorting, joining, positions and telling alike ones
 * apart; here it is given everything at once, and what it has formatted from the same data is not formatted again.
 */
import CSL, { type Citation, type Cite, type Disambiguation, type Engine, type Item, type System } from 'citeproc'
import type { Cited } from '../../work/kinds/inline.ts'
import type { Entries } from '../../work/registers/register.ts'
import type { Source } from '../../work/registers/sources.ts'
import { citationLocale, localeFile } from './locales/index.ts'
import { filled, type Numbered, type NumbersStand, type NumberUse, numberUse, patternOf, withSlots } from './numberSlots.ts'
import { leadsByNumber, readSaid, type Said, saidFormat, unmarked } from './saidForm.ts'

/** A citation as it is formatted. */
export interface Cluster {
  id: string
  /** The order of its note among all notes of its scope, from 1; 0 in the text. */
  note: number
  /** It stands among words of a note, which end by themselves. */
  amongWords: boolean
  /** Of sources that are in the register. */
  cites: readonly Cited[]
}

export interface FormattedEntry {
  source: string
  /** A number that stands in a column of its own. */
  margin: Said[]
  text: Said[]
}

export interface Formatted {
  citations: ReadonlyMap<string, Said[]>
  entries: readonly FormattedEntry[]
  /** Later lines of an entry stand further in. */
  hanging: boolean
}

/** How many formatted citations and entries are kept: those of a large work under a few styles. */
const mostKept = 6000

const items = new WeakMap<Source, Item>()

/** A source as an item of CSL-JSON; what could be taken for a mark is left out. */
export function itemOf(id: string, source: Source): Item {
  let item = items.get(source)
  if (item?.id !== id) {
    const { key: _key, other: _other, ...fields } = source
    item = JSON.parse(unmarked(JSON.stringify({ ...fields, id }))) as Item
    items.set(source, item)
  }
  return item
}

export const citeOf = ({ source, label, locator, prefix, suffix, withoutAuthor }: Cited): Cite => ({
  id: source,
  ...(locator ? { locator: unmarked(locator), label } : {}),
  ...(prefix ? { prefix: `${unmarked(prefix)} ` } : {}),
  ...(suffix ? { suffix: /^[\p{P}\s]/u.test(suffix) ? unmarked(suffix) : ` ${unmarked(suffix)}` } : {}),
  ...(withoutAuthor ? { 'suppress-author': true } : {}),
})

/** What could be a mark of look or a quotation sign in the words of a source. */
const signs = /[<"'‘’“”„‚«»‹›]/

const namesakes = new WeakMap<Source, readonly [last: string, whole: string][]>()
/** All that a source says of people: the last word of a family’s name, under which it is told from others, and all of it. */
function namesOf(source: Source): readonly [last: string, whole: string][] {
  let found = namesakes.get(source)
  if (!found) {
    const people = Object.values(source).filter(value => Array.isArray(value)) as unknown[][]
    found = people.flat().flatMap((name): [string, string][] => {
      if (typeof name !== 'object' || name === null) return []
      const { family, literal } = name as Record<string, string | undefined>
      return [[/[^\s.,’'-]*$/u.exec((family ?? literal ?? '').toLowerCase().replace(/[\s.,’'-]+$/u, ''))![0], JSON.stringify(name)]]
    })
    namesakes.set(source, found)
  }
  return found
}

const noNumbers: ReadonlyMap<number, string> = new Map()

/** What is found for a source, kept from one formatting to the next. */
type Memo = <Value>(key: string, find: () => Value) => Value

// The processor asks for the keys of a source again and again; what they are found from is told by its state.
const findSortKeys = CSL.getSortKeys
CSL.getSortKeys = function (this: Engine, item: Item, area: string): unknown[] {
  const { memo, stateOf } = this.sys
  return memo && stateOf
    ? memo(`${area} ${stateOf(item.id)}`, () => [...findSortKeys.call(this, item, area)])
    : findSortKeys.call(this, item, area)
}

// To tell alike ones apart the processor says each source by itself, after every edit. What it says, and what it notes of names while it
// does, follows from the source, from how it is told apart, and from the names it shares: it is said once. In notes it depends on more, and so
// it does as long as sources are still being added.
const tellApart = CSL.Registry.prototype.setdisambigs
CSL.Registry.prototype.setdisambigs = function (): void {
  const { sys } = this.state
  sys.namesOf = sys.namesakes?.()
  tellApart.call(this)
  sys.namesOf = undefined
}
const sayAlone = CSL.getAmbiguousCite
CSL.getAmbiguousCite = function (this: Engine, item: Item, asked?: Disambiguation, ...more: unknown[]): string {
  const { memo, lookOf, namesOf } = this.sys
  const { tmp } = this
  const usual = !more.some(Boolean) && !tmp.authorstring_request && !tmp.disambig_override && this.opt.xclass !== 'note'
  if (!memo || !lookOf || !namesOf || !usual) return sayAlone.call(this, item, asked, ...more)
  let fresh = false
  const { says, settings, most } = memo(`alone ${namesOf(item.id)} ${lookOf(item.id)} ${JSON.stringify(asked ?? null)}`, () => {
    fresh = true
    const says = sayAlone.call(this, item, asked)
    return { says, settings: copyOf(tmp.disambig_settings), most: [...tmp.names_max.mystack] }
  })
  if (fresh) return says
  const noted = asked ?? this.registry.registry[item.id]?.disambig
  tmp.disambig_settings = noted ? Object.assign(noted, copyOf(settings)) : copyOf(settings)
  tmp.disambig_request = false
  tmp.names_max.mystack = [...most]
  tmp.area = tmp.root = 'citation'
  return says
}
const copyOf = (settings: Disambiguation): Disambiguation => ({
  ...CSL.cloneAmbigConfig(settings),
  ...(settings.use_initials === undefined ? {} : { use_initials: settings.use_initials }),
})

// Where small letters are what they are everywhere, they are found without asking for the rules of a language.
const lowered = CSL.toLocaleLowerCase
CSL.toLocaleLowerCase = function (this: Engine, text: string): string {
  return ownLetters.test(compareLanguage) ? lowered.call(this, text) : text.toLowerCase()
}
const ownLetters = /^(?:tr|az|lt)\b/
let compareLanguage = 'en'

/** Names and titles are compared in the language of the work, by letters and numbers alone. */
const collators = new Map<string, Intl.Collator>()
let compareWords = new Intl.Collator('en').compare
CSL.stringCompare = (a, b) => compareWords(a, b)
function compareIn(language: string): void {
  let collator = collators.get(language)
  if (!collator)
    collators.set(language, (collator = new Intl.Collator(language, { sensitivity: 'base', ignorePunctuation: true, numeric: true })))
  compareWords = collator.compare
  compareLanguage = language
}

/**
 * Styles and locales as the library reads them out of their XML, as JSON text, which it takes as well: to read one takes several times as long,
 * and engines are made often. An author who edits a style leaves many behind.
 */
const readBefore = new Map<string, string>()
const mostRead = 40
function readOnce(xml: string): string {
  const before = readBefore.get(xml)
  if (before !== undefined) return before
  if (readBefore.size >= mostRead) readBefore.clear()
  // What is no XML is told by the engine.
  const json = /^\s*</.test(xml) ? JSON.stringify(CSL.parseXml(xml.trim())) : xml
  readBefore.set(xml, json)
  return json
}

/** The library's own processor, which compares in the language given. */
export function engineOf(style: string, language: string, system: Omit<System, 'retrieveLocale'>): Engine {
  compareIn(language)
  const retrieveLocale = (tag: string): string => readOnce(localeFile(tag === 'en-US' ? 'en' : language))
  return new CSL.Engine({ ...system, retrieveLocale }, readOnce(style), citationLocale(language).tag, true)
}

export class CitationProcessor {
  private engine: Engine | null = null
  /** What the engine has in its registry. */
  private registered: readonly string[] = []
  private registeredSources = new Map<string, Source>()
  /** Of the formatting that goes on. */
  private sources: Entries<Source> = {}
  /** A place for every source that was ever cited: it stays, wherever its citations move. */
  private readonly places = new Map<string, number>()
  private readonly ids: string[] = []
  /** Whether the registry is what it will be. */
  private settled = false
  private readonly kept = new Map<string, string>()
  private readonly readings = new Map<string, ReturnType<typeof readSaid>>()
  /** The states of sources while nothing changes them. */
  private readonly states = new Map<string, string>()
  private readonly found = new Map<string, unknown>()
  private readonly numbers = new WeakMap<Source, number>()
  private count = 0
  private readonly disambiguates: boolean
  private readonly numberUse: NumberUse
  readonly style: string
  readonly language: string

  /** Throws where the processor cannot make sense of the style file. */
  constructor(style: string, language: string) {
    this.style = style
    this.language = language
    this.disambiguates = /\bdisambiguate/.test(style)
    this.numberUse = numberUse(style)
    this.newEngine()
  }

  /** Formats all citations of a scope, in the order of the text. `listed` are the sources that its list holds beside the cited ones. */
  format(clusters: readonly Cluster[], sources: Entries<Source>, listed: readonly string[]): Formatted {
    compareIn(this.language)
    const cited = [...new Set(clusters.flatMap(({ cites }) => cites.map(({ source }) => source)))]
    const known = new Set(cited)
    const beside = listed.filter(id => !known.has(id))
    this.sources = sources
    for (const id of [...cited, ...beside])
      if (!this.places.has(id)) {
        this.places.set(id, this.ids.length)
        this.ids.push(id)
      }
    this.states.clear()
    this.settled = false
    const engine = this.engineFor(cited, beside)
    this.settled = true
    const citations = this.formatCitations(engine, clusters)
    const { entries, hanging } = this.formatEntries(engine)
    for (const kept of [this.kept, this.found, this.readings]) while (kept.size > mostKept) kept.delete(kept.keys().next().value!)
    return { citations, entries, hanging }
  }

  private newEngine(): Engine {
    const engine: Engine = engineOf(this.style, this.language, {
      retrieveItem: id => itemOf(id, this.sources[id]!),
      // It hands over what a stretch of text is of only where somebody could ask.
      variableWrapper: () => '',
      placeOf: id => this.places.get(id) ?? -1,
      memo: this.memo,
      stateOf: id => this.stateOf(engine, id),
      lookOf: id => this.lookOf(engine, id),
      namesakes: () => this.namesakesAmong(Object.keys(engine.registry.registry)),
    })
    engine.setOutputFormat(saidFormat)
    // Most words have neither marks nor quotation signs in them: they are not looked through for any.
    const { flipflopper } = engine.fun
    const look = flipflopper.processTags
    flipflopper.processTags = blob => (signs.test(blob.blobs) ? look(blob) : undefined)
    this.engine = engine
    this.registered = []
    this.registeredSources = new Map()
    return engine
  }

  private readonly memo: Memo = (key, find) => {
    const before = this.found.get(key)
    if (before !== undefined) return before as ReturnType<typeof find>
    const value = find()
    this.found.set(key, value)
    return value
  }

  /** An engine that knows the sources as they are: the one of the last time, told of what changed, where the style allows it. */
  private engineFor(cited: readonly string[], beside: readonly string[]): Engine {
    const changed = (id: string): boolean => this.registeredSources.get(id) !== this.sources[id]
    const same =
      beside.length === 0 &&
      cited.length === this.registered.length &&
      cited.every((id, index) => this.registered[index] === id && !changed(id))
    // What stands beside the cited ones, and what tells alike ones apart by the notes they stand in, is found afresh.
    const goesOn =
      this.engine !== null &&
      beside.length === 0 &&
      this.registered.length > 0 &&
      (this.engine.opt.xclass !== 'note' || !this.disambiguates)
    if (goesOn && same) return this.engine!
    const engine = goesOn ? this.engine! : this.newEngine()
    if (goesOn) {
      const stays = this.registered.filter(id => !changed(id))
      if (stays.length < this.registered.length) engine.updateItems(stays)
    }
    // Whatever is told apart is told apart anew.
    engine.updateItems([...cited], false, goesOn && this.disambiguates)
    if (beside.length) engine.updateUncitedItems([...beside])
    this.registered = beside.length ? [] : cited
    this.registeredSources = new Map(cited.map(id => [id, this.sources[id]!]))
    return engine
  }

  private formatCitations(engine: Engine, clusters: readonly Cluster[]): Map<string, Said[]> {
    const said = new Map<string, Said[]>()
    const [first, ...rest] = clusters.filter(({ cites }) => cites.length).map(cluster => this.register(engine, cluster))
    if (!first) return said
    // This one is sorted by the processor itself.
    first.properties.unsorted = false
    // Everything is asked for: the processor formats what holds a source that changed.
    for (const { citationItems } of [first, ...rest]) for (const { id } of citationItems) engine.tmp.taintedItemIDs[id] = true
    const format = engine.process_CitationCluster
    engine.process_CitationCluster = (sorted, citation) => this.once(engine, sorted, citation, () => format.call(engine, sorted, citation))
    const after = rest.map(({ citationID, properties }): [string, number] => [citationID, properties.noteIndex])
    const [, made] = engine.processCitationCluster(first, [], after, CSL.ASSUME_ALL_ITEMS_REGISTERED)
    engine.process_CitationCluster = format
    const byNumber = new Map(Object.values(engine.registry.registry).map(entry => [entry.seq, String(entry.id)]))
    for (const [, text, id] of made) said.set(id, this.read(text, byNumber).rest)
    return said
  }

  private register(engine: Engine, { id, note, amongWords, cites }: Cluster): Citation {
    const citation: Citation = {
      citationID: id,
      citationItems: cites.map(citeOf),
      properties: {
        noteIndex: note,
        index: 0,
        unsorted: true,
        'suppress-trailing-punctuation': amongWords && engine.opt.xclass === 'note',
      },
    }
    const sorted = citation.citationItems.map((cite): [Item, Cite] => [
      engine.retrieveItem(cite.id),
      CSL.parseLocator.call(engine, { ...cite }),
    ])
    if (engine.citation_sort.tokens.length && sorted.length > 1) sortCites(engine, sorted)
    citation.sortedItems = sorted
    engine.registry.citationreg.citationById[id] = citation
    return citation
  }

  /** What was formatted before from all that it depends on, or formatted now. */
  private once(engine: Engine, sorted: [Item, Cite][], citation: Citation, format: () => string): string {
    const { none, aloneInCitations, plainNotes } = this.numberUse
    const slotted = none || aloneInCitations
    const key = sorted
      .map(([, cite]) => {
        const { id, locator, label, prefix, suffix, position } = cite
        const more = [cite['suppress-author'], cite['near-note'], plainNotes || cite['first-reference-note-number']]
        const state = slotted ? this.lookOf(engine, id) : this.stateOf(engine, id)
        return JSON.stringify([state, locator, label, prefix, suffix, position, ...more])
      })
      .join()
    const sources = sorted.map(([, cite]) => this.numbered(engine, cite.id, cite['first-reference-note-number']))
    const { noteIndex, 'suppress-trailing-punctuation': open } = citation.properties
    return this.keep(
      `c${noteIndex ? 'n' : ''}${open ? 'w' : ''}${patternOf(sources, aloneInCitations)}${key}`,
      format,
      sources,
      aloneInCitations ? 'anywhere' : 'nowhere',
    )
  }

  private numbered(engine: Engine, id: string, note?: unknown): Numbered {
    return {
      place: this.places.get(id) ?? -1,
      number: engine.registry.registry[id]?.seq ?? 0,
      note: note === undefined ? null : Number(note),
    }
  }

  /** What was formatted, read; what leads by its number alone is read anew. */
  private read(text: string, byNumber: ReadonlyMap<number, string>): ReturnType<typeof readSaid> {
    const find = (): ReturnType<typeof readSaid> =>
      readSaid(text, { sourceAt: place => this.ids[place], sourceOfNumber: number => byNumber.get(number) })
    if (leadsByNumber(text)) return find()
    let reading = this.readings.get(text)
    if (!reading) this.readings.set(text, (reading = find()))
    return reading
  }

  /** Kept with slots for its numbers, or where there are too many of them not at all. */
  private keep(key: string, format: () => string, sources: readonly Numbered[], numbers: NumbersStand): string {
    const before = this.kept.get(key)
    if (before !== undefined) {
      // What is used goes behind all that is not.
      this.kept.delete(key)
      this.kept.set(key, before)
      return filled(before, sources)
    }
    const says = format()
    const template = withSlots(says, sources, numbers)
    if (template !== null) this.kept.set(key, template)
    return says
  }

  /** A source as it is and how it is told apart from others: what it says depends on that, but for its number. */
  private lookOf(engine: Engine, id: string): string {
    return `${this.numberOf(this.sources[id]!)} ${id} ${JSON.stringify(engine.registry.registry[id]?.disambig)}`
  }

  /** The same with its number, where a style has numbers: what everything that is found for it depends on. */
  private stateOf(engine: Engine, id: string): string {
    let state = this.states.get(id)
    if (state === undefined) {
      const { seq, disambig } = engine.registry.registry[id] ?? {}
      state = `${this.numberOf(this.sources[id]!)} ${id} ${this.numberUse.none ? '' : seq} ${JSON.stringify(disambig)}`
      // In notes what tells alike ones apart is found as they are formatted.
      if (this.settled && (engine.opt.xclass !== 'note' || !this.disambiguates)) this.states.set(id, state)
    }
    return state
  }

  /** Of each source, the names that it must be told from: those of all sources that share a family’s name with it. */
  private namesakesAmong(ids: readonly string[]): (id: string) => string {
    const sharing = new Map<string, Set<string>>()
    for (const id of ids)
      for (const [last, whole] of namesOf(this.sources[id]!)) {
        const others = sharing.get(last)
        if (others) others.add(whole)
        else sharing.set(last, new Set([whole]))
      }
    const told = new Map([...sharing].map(([last, all]) => [last, [...all].sort().join()]))
    return id =>
      namesOf(this.sources[id]!)
        .map(([last]) => told.get(last))
        .join('|')
  }

  /** A number for the state that an entry of the register is in. */
  private numberOf(source: Source): number {
    let number = this.numbers.get(source)
    if (number === undefined) this.numbers.set(source, (number = this.count++))
    return number
  }

  private formatEntries(engine: Engine): { entries: FormattedEntry[]; hanging: boolean } {
    const { opt } = engine.bibliography
    const order = Object.values(engine.registry.registry).sort((a, b) => a.seq - b.seq)
    const ids = order.map(({ id }) => String(id))
    const { none, onceInEntries } = this.numberUse
    const keys = new Map(ids.map(id => [id, `e${none || onceInEntries ? this.lookOf(engine, id) : this.stateOf(engine, id)}`]))
    // Where a name is replaced under the same one above, an entry depends on its neighbour.
    const alone = opt['subsequent-author-substitute'] === undefined
    const missing = alone ? ids.filter(id => !this.kept.has(keys.get(id)!)) : ids
    const made = missing.length
      ? engine.makeBibliography(missing.length < ids.length ? { include: missing.map(value => ({ field: 'id', value })) } : undefined)
      : null
    const fresh = new Map<string, string>()
    if (made) made[0].entry_ids.forEach(([id], index) => id !== undefined && fresh.set(id, made[1][index] ?? ''))
    const entries = ids.flatMap((source): FormattedEntry[] => {
      const says = alone
        ? this.keep(keys.get(source)!, () => fresh.get(source) ?? '', [this.numbered(engine, source)], none ? 'nowhere' : 'inMargin')
        : (fresh.get(source) ?? '')
      const { margin, rest } = this.read(says, noNumbers)
      return margin.length || rest.length ? [{ source, margin, text: rest }] : []
    })
    return { entries, hanging: Boolean(opt.hangingindent) }
  }
}

/** By the keys of the style; those of one author together, where years or numbers are joined. As the processor does it for one citation. */
function sortCites(engine: Engine, sorted: [Item, Cite][]): void {
  const { compareCompositeKeys } = engine.citation.srt
  for (const [item, cite] of sorted) cite.sortkeys = CSL.getSortKeys.call(engine, item, 'citation_sort')
  if (engine.opt.citation_number_sort || !engine.opt.grouped_sort) {
    sorted.sort(compareCompositeKeys)
    return
  }
  for (const [item, cite] of sorted) {
    const { memo, stateOf } = engine.sys
    const author = memo!(`author ${stateOf!(item.id)}`, () => {
      engine.tmp.authorstring_request = true
      CSL.getAmbiguousCite.call(engine, item, engine.registry.registry[item.id]?.disambig)
      engine.tmp.authorstring_request = false
      return engine.registry.authorstrings[item.id] ?? ''
    })
    cite.sortkeys = [author, ...cite.sortkeys!]
  }
  sorted.sort(compareCompositeKeys)
  // All of one author stand where the first of them does.
  let author: unknown
  let key: unknown
  sorted.forEach(([, { sortkeys }], index) => {
    if (sortkeys![0] !== author) key = sortkeys![1]
    author = sortkeys![0]
    sortkeys![0] = `${key}${index}`
  })
  sorted.sort(compareCompositeKeys)
}
