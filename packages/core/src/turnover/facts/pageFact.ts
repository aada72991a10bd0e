/** Page facts: what is printed and depends on the pages. They go round with the pages until they agree. */
import type { WorkLedger } from '../../numbers/ledger.ts'
import type { FoundReference } from '../../numbers/scan.ts'
import type { PagePlace } from '../../pages/page.ts'
import type { Scheme } from '../../work/parts/scheme.ts'
import type { Node } from '../../work/schema.ts'

/** What facts are read about. */
export interface About {
  doc: Node
  ledger: WorkLedger
  scheme: Scheme
  twoSided: boolean
  /** Ids whose page is printed somewhere. */
  printed: ReadonlySet<string>
  /** References that say how near their target is, in order. */
  near: readonly FoundReference[]
  /** Marks for an index, and whether the work has one: only then does their page matter to others. */
  marked: ReadonlySet<string>
  indexed: boolean
}

export interface PageFact<Value> {
  /** Before any pages are made. */
  readonly none: Value
  /** What the pages say. */
  read(places: readonly PagePlace[], about: About): Value
  /** What is said otherwise after than before, each as words that are the same for the same difference; nothing where both agree. */
  changes(before: Value, after: Value, about: About, say: SayUnder<Value>): string[]
}

/** What a reference says under a value of a fact, all other facts being what they are after it. */
export type SayUnder<Value> = (reference: FoundReference, value: Value) => string
