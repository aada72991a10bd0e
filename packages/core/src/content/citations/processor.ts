/**
 * The processor of citations: sources, a style file and a language in, what every citation and every entry of a list says out. Around
 * `citeproc`, a processor of the Citation Style Language 1.0.2, which holds the rules of sorting, joining, positions and telling alike ones
 * apart; here it is given everything at once, and what it has formatted from the same data is not formatted again.
 */
import CSL, { type Citation, type Cite, type Engine, type Item } from 'citeproc'
import type { Cited } from '../../work/kinds/inline.ts'
import type { Entries } from '../../work/registers/register.ts'
import type { Source } from '../../work/registers/sources.ts'
import { citationLocale, localeFile } from './locales/index.ts'
import { readSaid, type Said, saidFormat, unmarked } from './saidForm.ts'

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
  /** The sources by the places that leads name. */
  ids: readonly string[]
  /** Later lines of an entry stand further in. */
  hanging: boolean
}

/** How many formatted citations and entries are kept: those of a large work under a few styles. */
const mostKept = 6000

const items = new WeakMap<Source, Item>()

/** A source as an item of CSL-JSON; what could be taken for a mark is left out. */
function itemOf(id: string, source: Source): Item {
  let item = items.get(source)
  if (item?.id !== id) {
    const { key: _key, other: _other, ...fields } = source
    item = JSON.parse(unmarked(JSON.stringify({ ...fields, id }))) as Item
    items.set(source, item)
  }
  return item
}

const citeOf = ({ source, label, locator, prefix, suffix, withoutAuthor }: Cited): Cite => ({
  id: source,
  ...(locator ? { locator: unmarked(locator), label } : {}),
  ...(prefix ? { prefix: `${unmarked(prefix)} ` } : {}),
  ...(suffix ? { suffix: /^[\p{P}\s]/u.test(suffix) ? unmarked(suffix) : ` ${unmarked(suffix)}` } : {}),
  ...(withoutAuthor ? { 'suppress-author': true } : {}),
})

export class CitationProcessor {
  private engine: Engine | null = null
  /** What the engine has in its registry: the same ids of the same sources, in the same order, need no other engine. */
  private registered: { ids: readonly string[]; cited: number; sources: readonly Source[] } | null = null
  private readonly kept = new Map<string, string>()
  private numbers = new WeakMap<Source, number>()
  private count = 0
  readonly style: string
  readonly language: string

  /** Throws where the processor cannot make sense of the style file. */
  constructor(style: string, language: string) {
    this.style = style
    this.language = language
    this.engine = this.newEngine({}, [])
  }

  /** Formats all citations of a scope, in the order of the text. `listed` are the sources that its list holds beside the cited ones. */
  format(clusters: readonly Cluster[], sources: Entries<Source>, listed: readonly string[]): Formatted {
    const cited = [...new Set(clusters.flatMap(({ cites }) => cites.map(({ source }) => source)))]
    const known = new Set(cited)
    const ids = [...cited, ...listed.filter(id => !known.has(id))]
    const engine = this.engineFor(ids, cited.length, sources)
    const citations = this.formatCitations(engine, clusters, sources)
    const entries = this.formatEntries(engine, sources)
    while (this.kept.size > mostKept) this.kept.delete(this.kept.keys().next().value!)
    return { citations, entries: entries.entries, ids, hanging: entries.hanging }
  }

  private newEngine(sources: Entries<Source>, ids: readonly string[]): Engine {
    const places = new Map(ids.map((id, place) => [id, place]))
    const engine = new CSL.Engine(
      {
        retrieveLocale: tag => localeFile(tag === 'en-US' ? 'en' : this.language),
        retrieveItem: id => itemOf(id, sources[id]!),
        // It hands over what a stretch of text is of only where somebody could ask.
        variableWrapper: () => '',
        placeOf: id => places.get(id) ?? -1,
      },
      this.style,
      citationLocale(this.language).tag,
      true,
    )
    engine.setOutputFormat(saidFormat)
    return engine
  }

  private engineFor(ids: readonly string[], cited: number, sources: Entries<Source>): Engine {
    const own = ids.map(id => sources[id]!)
    const { registered } = this
    const same =
      this.engine !== null &&
      // What is cited first, and in which note, may decide how alike ones are told apart.
      this.engine.opt.xclass !== 'note' &&
      registered?.cited === cited &&
      registered.ids.length === ids.length &&
      ids.every((id, index) => registered.ids[index] === id && registered.sources[index] === own[index])
    if (same) return this.engine!
    const engine = this.newEngine(sources, ids)
    engine.updateItems(ids.slice(0, cited))
    if (ids.length > cited) engine.updateUncitedItems(ids.slice(cited))
    this.engine = engine
    this.registered = { ids, cited, sources: own }
    return engine
  }

  private formatCitations(engine: Engine, clusters: readonly Cluster[], sources: Entries<Source>): Map<string, Said[]> {
    const said = new Map<string, Said[]>()
    const [first, ...rest] = clusters.filter(({ cites }) => cites.length).map(cluster => this.register(engine, cluster))
    if (!first) return said
    // This one is sorted by the processor itself.
    first.properties.unsorted = false
    // Everything is asked for: the processor formats what holds a source that changed.
    for (const { citationItems } of [first, ...rest]) for (const { id } of citationItems) engine.tmp.taintedItemIDs[id] = true
    const format = engine.process_CitationCluster
    engine.process_CitationCluster = (sorted, citation) =>
      this.once(engine, sorted, citation, sources, () => format.call(engine, sorted, citation))
    const after = rest.map(({ citationID, properties }): [string, number] => [citationID, properties.noteIndex])
    const [, made] = engine.processCitationCluster(first, [], after, CSL.ASSUME_ALL_ITEMS_REGISTERED)
    engine.process_CitationCluster = format
    const byNumber = new Map([...Object.values(engine.registry.registry)].map(entry => [entry.seq, engine.sys.placeOf(String(entry.id))]))
    for (const [, text, id] of made) said.set(id, readSaid(text, number => byNumber.get(number)).rest)
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
  private once(engine: Engine, sorted: [Item, Cite][], citation: Citation, sources: Entries<Source>, format: () => string): string {
    const key = sorted
      .map(([, cite]) => {
        const { id, locator, label, prefix, suffix, position } = cite
        const more = [cite['suppress-author'], cite['near-note'], cite['first-reference-note-number']]
        return JSON.stringify([this.stateOf(engine, id, sources), locator, label, prefix, suffix, position, ...more])
      })
      .join()
    const { noteIndex, 'suppress-trailing-punctuation': open } = citation.properties
    return this.keep(`c${noteIndex ? 'n' : ''}${open ? 'w' : ''}${key}`, format)
  }

  private keep(key: string, format: () => string): string {
    const before = this.kept.get(key)
    const says = before ?? format()
    // What is used goes behind all that is not.
    if (before !== undefined) this.kept.delete(key)
    this.kept.set(key, says)
    return says
  }

  /** What the registry knows of a source: its number, and how it is told apart from others. */
  private stateOf(engine: Engine, id: string, sources: Entries<Source>): unknown[] {
    const { seq, disambig } = engine.registry.registry[id] ?? {}
    return [id, this.numberOf(sources[id]!), seq, disambig, engine.sys.placeOf(id)]
  }

  /** A number for the state that an entry of the register is in. */
  private numberOf(source: Source): number {
    let number = this.numbers.get(source)
    if (number === undefined) this.numbers.set(source, (number = this.count++))
    return number
  }

  private formatEntries(engine: Engine, sources: Entries<Source>): { entries: FormattedEntry[]; hanging: boolean } {
    const { opt } = engine.bibliography
    const order = Object.values(engine.registry.registry).sort((a, b) => a.seq - b.seq)
    const ids = order.map(({ id }) => String(id))
    const keys = new Map(ids.map(id => [id, `e${JSON.stringify(this.stateOf(engine, id, sources))}`]))
    // Where a name is replaced under the same one above, an entry depends on its neighbour.
    const alone = opt['subsequent-author-substitute'] === undefined
    const missing = alone ? ids.filter(id => !this.kept.has(keys.get(id)!)) : ids
    const made = missing.length
      ? engine.makeBibliography(missing.length < ids.length ? { include: missing.map(value => ({ field: 'id', value })) } : undefined)
      : null
    const fresh = new Map<string, string>()
    if (made) made[0].entry_ids.forEach(([id], index) => id !== undefined && fresh.set(id, made[1][index] ?? ''))
    const entries = ids.flatMap((source): FormattedEntry[] => {
      const says = alone ? this.keep(keys.get(source)!, () => fresh.get(source) ?? '') : (fresh.get(source) ?? '')
      const { margin, rest } = readSaid(says, () => undefined)
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
    engine.tmp.authorstring_request = true
    CSL.getAmbiguousCite.call(engine, item, engine.registry.registry[item.id]?.disambig)
    engine.tmp.authorstring_request = false
    cite.sortkeys = [engine.registry.authorstrings[item.id] ?? '', ...cite.sortkeys!]
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

/** What a full and unshared run of the processor says, for those who compare: one text for each citation, in their order. */
export function formattedPlainly(style: string, language: string, clusters: readonly Cluster[], sources: Entries<Source>): string[] {
  const engine = new CSL.Engine(
    {
      retrieveLocale: tag => localeFile(tag === 'en-US' ? 'en' : language),
      retrieveItem: id => itemOf(id, sources[id]!),
      placeOf: () => -1,
    },
    style,
    citationLocale(language).tag,
    true,
  )
  const citations = clusters.map(
    ({ id, note, amongWords, cites }): Citation => ({
      citationID: id,
      citationItems: cites.map(citeOf),
      properties: { noteIndex: note, 'suppress-trailing-punctuation': amongWords && engine.opt.xclass === 'note' },
    }),
  )
  return engine.rebuildProcessorState(citations, 'text', []).map(([, , says]) => says)
}
