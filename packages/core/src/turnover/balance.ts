/**
 * Bringing the books into balance. Where page numbers chase each other, each reference and note mark that took part gets a place as
 * wide as the widest thing it said; what it says no longer moves anything, and can be what is true.
 */
import { textOfPieces } from '../content/pieces.ts'
import { saysPage } from '../content/references/wordReference.ts'
import { isKind } from '../work/kinds/index.ts'
import type { Facts } from './facts/index.ts'
import { type WordingContext, wordUnder } from './round.ts'

/** Most rounds before a turnover says that it did not settle. */
export const mostRounds = 30

export class Balance {
  /** What references and note marks must have room for, by place and by id. */
  readonly references = new Map<string, readonly string[]>()
  readonly notes = new Map<string, readonly string[]>()
  /** States of the rounds so far by what they changed, and the facts each round began with. */
  private readonly seen = new Map<string, number>()
  private readonly history: Facts[] = []

  /** Takes note of a round that began with facts, and whose pages gave others that differ by `changes`. */
  note(began: Facts, gave: Facts, changes: readonly string[], context: WordingContext): void {
    const state = changes.join()
    this.history.push(began)
    const cycle = this.seen.get(state)
    if (cycle === undefined) {
      this.seen.set(state, this.history.length - 1)
      return
    }
    this.reserve([...this.history.slice(cycle), gave], context)
    this.seen.clear()
  }

  private reserve(states: readonly Facts[], context: WordingContext): void {
    for (const [occurrence, { node }] of context.references) {
      if (!isKind(node, 'reference') || !saysPage(node.attrs.wording)) continue
      const said = new Set(this.references.get(occurrence))
      for (const facts of states) said.add(textOfPieces(wordUnder(node, occurrence, context, facts)).replaceAll(' ', '\u00a0'))
      if (said.size > 1) this.references.set(occurrence, [...said])
    }
    for (const id of states.at(-1)?.noteNumbers.keys() ?? []) {
      const said = new Set([...(this.notes.get(id) ?? []), ...states.flatMap(({ noteNumbers }) => noteNumbers.get(id) ?? [])])
      if (said.size > 1) this.notes.set(id, [...said])
    }
  }
}
