declare module 'citeproc' {
  /** An item of CSL-JSON. */
  type Item = Readonly<Record<string, unknown>> & { readonly id: string }
  type Cite = Record<string, unknown> & { id: string; sortkeys?: unknown[] }
  interface Citation {
    citationID: string
    citationItems: Cite[]
    properties: { noteIndex: number; index?: number; unsorted?: boolean; 'suppress-trailing-punctuation'?: boolean }
    sortedItems?: [Item, Cite][]
  }
  interface System {
    retrieveLocale(language: string): string
    retrieveItem(id: string): Item
    variableWrapper?(): string
    /** Ours: the place of a source among those that the processor knows. */
    placeOf(id: string): number
    /** Ours: what was found before from the same state of a source, or is found now. */
    memo?<Value>(key: string, find: () => Value): Value
    stateOf?(id: string): string
    lookOf?(id: string): string
    /** Ours: the names that a source shares with those that are registered, while alike ones are told apart. */
    namesOf?: ((id: string) => string) | undefined
    namesakes?(): (id: string) => string
  }
  /** How one source is told apart from others. */
  interface Disambiguation {
    names: number[]
    givens: number[][]
    year_suffix: unknown
    disambiguate: unknown
    use_initials?: boolean
  }
  interface Engine {
    readonly sys: System
    readonly opt: {
      xclass: 'in-text' | 'note'
      update_mode: number
      grouped_sort: boolean
      citation_number_sort?: unknown
      development_extensions: Record<string, boolean>
    }
    readonly fun: { readonly flipflopper: { processTags(blob: { blobs: string }): void } }
    readonly bibliography: { readonly opt: Record<string, unknown> }
    readonly citation_sort: { readonly tokens: readonly unknown[] }
    readonly citation: { readonly srt: { compareCompositeKeys(a: [Item, Cite], b: [Item, Cite]): number } }
    readonly tmp: {
      authorstring_request: boolean
      taintedItemIDs: Record<string, boolean>
      just_looking: boolean
      suppress_decorations: boolean
      area: string
      root: string
      disambig_override?: boolean
      disambig_request: Disambiguation | false
      disambig_settings: Disambiguation
      names_max: { mystack: unknown[] }
    }
    readonly registry: {
      readonly registry: Record<string, { seq: number; disambig: Disambiguation } & Record<string, unknown>>
      readonly authorstrings: Record<string, string>
      readonly citationreg: { citationById: Record<string, Citation> }
    }
    setOutputFormat(name: string): void
    getTerm(name: string): string
    updateItems(ids: string[], unsorted?: boolean, disambiguateAll?: boolean): void
    updateUncitedItems(ids: string[]): void
    retrieveItem(id: string): Item
    processCitationCluster(
      citation: Citation,
      before: [string, number][],
      after: [string, number][],
      flag?: number,
    ): [unknown, [index: number, says: string, id: string][]]
    process_CitationCluster(sorted: [Item, Cite][], citation: Citation): string
    rebuildProcessorState(citations: Citation[], mode: string, uncited: string[]): [id: string, note: number, says: string][]
    makeBibliography(section?: {
      include: { field: string; value: string }[]
    }): false | [{ entry_ids: string[][]; hangingindent?: number; 'second-field-align': string | false }, string[]]
  }
  interface Format {
    [name: string]: unknown
  }
  const CSL: {
    Engine: new (system: System, style: string, language: string, force: boolean) => Engine
    Output: { Formats: Record<string, Format>; Formatters: { passthrough: unknown } }
    /** The tree of a style or locale, which the engine takes as JSON text as well. */
    parseXml: (xml: string) => object
    ASSUME_ALL_ITEMS_REGISTERED: number
    Registry: { prototype: { setdisambigs(this: { state: Engine }): void } }
    parseLocator: (this: Engine, cite: Cite) => Cite
    getSortKeys: (this: Engine, item: Item, area: string) => unknown[]
    getAmbiguousCite: (this: Engine, item: Item, asked?: Disambiguation, ...more: unknown[]) => string
    cloneAmbigConfig: (settings: Disambiguation) => Disambiguation
    toLocaleLowerCase: (this: Engine, text: string) => string
    stringCompare: (a: string, b: string) => number
  }
  export default CSL
  export type { Citation, Cite, Disambiguation, Engine, Item, System }
}
