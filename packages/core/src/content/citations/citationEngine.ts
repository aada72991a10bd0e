/** The engine of citations: from the citations of a work to what they and their lists say. It goes where pages are made, and nowhere else. */
import { capital } from '../../languages/capital.ts'
import type { Words } from '../../languages/language.ts'
import type { Cited } from '../../work/kinds/inline.ts'
import type { CitationRules } from '../../work/parts/houseStyle.ts'
import { wordsOf } from '../../work/parts/scheme.ts'
import type { Entries } from '../../work/registers/register.ts'
import type { Source } from '../../work/registers/sources.ts'
import { division } from '../../work/schema.ts'
import type { Work } from '../../work/work.ts'
import { lostPiece, type Piece } from '../pieces.ts'
import { opensSentence } from '../references/sentences.ts'
import { type Citations, citationsByScope, type ListedSource, noCitations, type Scope, type SourceList } from './citations.ts'
import { addressOf } from './identifiers.ts'
import { citationLocale } from './locales/index.ts'
import { CitationProcessor, type Cluster } from './processor.ts'
import { type CitationLead, piecesOf, type Said } from './saidForm.ts'
import { sourceCalled } from './sourceCalled.ts'
import { styleFileOf } from './styles/index.ts'

/** What citations are worded from. */
interface Asked {
  sources: Entries<Source>
  rules: CitationRules
  language: string
  words: Words
}

/** What citations said, and everything they were worded from, as a text. */
export interface KeptCitations {
  of: string
  citations: Citations
}

function textOf(scopes: readonly Scope[], listed: ReadonlySet<string>, { sources, rules, language, words }: Asked): string {
  const cites = scopes.map(({ key, found }) => [
    key,
    listed.has(key),
    found.map(({ node, id, note, holder, before }) => [id, note, holder, note && before, node.attrs.cites]),
  ])
  const register = Object.keys(sources)
    .sort()
    .map(id => [id, sources[id]])
  return JSON.stringify([language, rules, styleFileOf(rules), words, register, cites])
}

const anchorOf = (scope: string, source: string): string => `source:${scope}:${source}`

/** Holds what is kept from one turnover of a work to the next. */
export class CitationEngine {
  private style = ''
  private language = ''
  private readonly processors = new Map<string, CitationProcessor>()
  private before: { key: readonly unknown[]; citations: Citations; text: () => string } | null = null
  private kept: KeptCitations | null = null

  /**
   * Takes in what citations said in another sitting, by the same program: it is said again where they are worded from the same, and nothing
   * is formatted then. A processor begins with the first edit that changes something.
   */
  takeIn(kept: KeptCitations): void {
    this.kept = kept
  }

  /** What citations say since the last turnover; null before the first. */
  handOut(): KeptCitations | null {
    return this.before && { of: this.before.text(), citations: this.before.citations }
  }

  citations({
    doc,
    sources,
    houseStyle,
    settings,
    scheme,
  }: Pick<Work, 'doc' | 'sources' | 'houseStyle' | 'settings' | 'scheme'>): Citations {
    const { language } = settings
    const rules = houseStyle.citations
    const words = wordsOf(scheme, language)
    const scopes = citationsByScope(doc)
    const lists = scopes.filter(({ key }) => key || doc.children.some(node => division(node).role === 'sources'))
    const listed = new Set(lists.map(({ key }) => key))
    const cites = scopes.flatMap(({ key, found }) => [
      key,
      listed.has(key),
      ...found.flatMap(({ node, id, note, holder, before }) => [node, id, note, holder, note && before]),
    ])
    const key = [sources, rules, language, words, ...cites]
    // Typing changes nothing of this: citations stand in nodes that stay the same.
    if (this.before && same(this.before.key, key)) return this.before.citations
    const asked = { sources, rules, language, words }
    const text = (): string => textOf(scopes, listed, asked)
    const any = scopes.some(({ found }) => found.length) || lists.length > 0
    const known = any && this.kept?.of === text() ? this.kept.citations : null
    this.kept = null
    const citations = known ?? (any ? this.made(scopes, listed, asked) : noCitations)
    this.before = { key, citations, text }
    return citations
  }

  private made(scopes: Scope[], listed: ReadonlySet<string>, asked: Asked): Citations {
    const { sources, rules, language } = asked
    const byPlace = new Map<string, readonly Piece[]>()
    const lists = new Map<string, SourceList>()
    let trouble = ''
    for (const key of this.processors.keys()) if (!scopes.some(scope => scope.key === key)) this.processors.delete(key)
    for (const scope of scopes) {
      const wanted = listed.has(scope.key)
      if (scope.found.length === 0 && !wanted) continue
      try {
        const said = formatted(this.processor(scope.key, rules, language), scope, asked, wanted)
        for (const [id, pieces] of said.byPlace) byPlace.set(id, pieces)
        if (wanted) lists.set(scope.key, said.list)
      } catch (error) {
        trouble = (error as Error).message
        this.processors.delete(scope.key)
        for (const { id, node } of scope.found)
          byPlace.set(id, [{ text: `(${node.attrs.cites.map(one => calledAs(one, sources)).join('; ')})` }])
      }
    }
    return { byPlace, lists, trouble }
  }

  private processor(scope: string, rules: CitationRules, language: string): CitationProcessor {
    const style = styleFileOf(rules)
    if (this.style !== style || this.language !== language) this.processors.clear()
    this.style = style
    this.language = language
    let processor = this.processors.get(scope)
    if (!processor) this.processors.set(scope, (processor = new CitationProcessor(style, language)))
    return processor
  }
}

const same = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((value, index) => value === b[index])

const calledAs = ({ source, was }: Cited, sources: Entries<Source>): string =>
  Object.hasOwn(sources, source) ? sourceCalled(sources[source]!) : was || '?'

function formatted(
  processor: CitationProcessor,
  { key, found }: Scope,
  { sources, rules, words }: Asked,
  wanted: boolean,
): { byPlace: Map<string, readonly Piece[]>; list: SourceList } {
  const notes = [...new Set(found.map(({ note }) => note).filter(Boolean))]
  const order = new Map(notes.map((id, index) => [id, index + 1]))
  const isThere = ({ source }: Cited): boolean => Object.hasOwn(sources, source)
  const clusters = found.map(
    ({ id, note, node }): Cluster => ({
      id,
      note: order.get(note) ?? 0,
      // A note that is made of a citation is called as the citation is.
      amongWords: note !== '' && note !== id,
      cites: node.attrs.cites.filter(isThere),
    }),
  )
  const all = wanted && rules.listed === 'all' ? inOrder(sources) : []
  const made = processor.format(clusters, sources, all)
  const led = (lead: CitationLead): Partial<Piece> => leadOf(lead, sources, notes, source => (wanted ? anchorOf(key, source) : ''))
  const byPlace = new Map<string, readonly Piece[]>()
  for (const { id, node, note, before } of found) {
    const said = printable(made.citations.get(id), node.attrs.cites.filter(isThere), sources)
    const gone = node.attrs.cites.filter(one => !isThere(one))
    byPlace.set(id, [
      ...(note ? opened(piecesOf(said, led), opensSentence(before, words), processor.language) : piecesOf(said, led)),
      ...gone.flatMap(({ was }, index) => [...(said.length || index ? [{ text: ' ' }] : []), lostPiece(was, words)]),
      ...(node.attrs.cites.length ? [] : [{ text: words.nowhere, lost: true } as const]),
    ])
  }
  const cited = new Map<string, { id: string; holder: string }[]>()
  for (const { id, holder, node } of found)
    for (const source of new Set(node.attrs.cites.map(one => one.source))) cited.set(source, [...(cited.get(source) ?? []), { id, holder }])
  const entries = made.entries.map(
    ({ source, margin, text }): ListedSource => ({
      source,
      anchor: anchorOf(key, source),
      margin: piecesOf(margin, () => ({})),
      // In the list itself only addresses lead anywhere.
      text: piecesOf(text, lead => (lead.kind === 'address' ? led(lead) : {})).map(piece => ({ ...piece, authored: true })),
      language: languageOf(sources[source]!, processor.language),
      cited: cited.get(source) ?? [],
    }),
  )
  return { byPlace, list: { entries, hanging: made.hanging } }
}

/** In a note a sentence begins with a capital, also where a name, a word of the program or of the author's begins it. */
function opened(pieces: Piece[], opens: boolean, language: string): Piece[] {
  const [first, ...rest] = pieces
  const { ibid = '' } = citationLocale(language).terms
  // The processor takes a note for a sentence of its own.
  if (!opens && first && ibid && first.text.startsWith(capital(ibid, language)))
    return [{ ...first, text: ibid + first.text.slice(ibid.length) }, ...rest]
  return opens && first && !first.marks ? [{ ...first, text: capital(first.text, language) }, ...rest] : pieces
}

/** By name and title: where a style sorts nothing, those that are not cited stand in this order. */
const inOrder = (sources: Entries<Source>): string[] =>
  Object.keys(sources).sort((a, b) => {
    const [one, two] = [a, b].map(id => `${sourceCalled(sources[id]!)} ${sources[id]!.title ?? ''} ${id}`)
    return one! < two! ? -1 : 1
  })

const languageOf = ({ language }: Source, own: string): string | null =>
  language && /^[a-z]{2,3}(-[A-Za-z0-9]+)*$/.test(language) && language.slice(0, 2) !== own.slice(0, 2) ? language : null

/** The processor says so where nothing of a source can be printed: then it is called by its name. */
const unprintable = /CSL STYLE ERROR|NO_PRINTED_FORM/

const printable = (said: readonly Said[] | undefined, cites: readonly Cited[], sources: Entries<Source>): readonly Said[] => {
  if (!said?.some(({ text }) => unprintable.test(text))) return said ?? []
  return [{ text: `(${cites.map(one => calledAs(one, sources)).join('; ')})`, marks: [], lead: null }]
}

function leadOf(
  lead: CitationLead,
  sources: Entries<Source>,
  notes: readonly string[],
  anchor: (source: string) => string,
): Partial<Piece> {
  if (lead.kind === 'note') {
    const note = notes[lead.order - 1]
    return note ? { noteNumber: note, target: note } : {}
  }
  const id = lead.source
  if (!Object.hasOwn(sources, id)) return {}
  if (lead.kind === 'source') {
    const target = anchor(id)
    return target ? { target } : {}
  }
  const address = addressOf(sources[id]!, lead.field)
  return address ? { address } : {}
}
