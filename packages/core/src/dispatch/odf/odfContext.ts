/** What an OpenDocument text is written with. */
import type { Picture } from '../../work/work.ts'
import type { Manuscript, SaidDivision, SaidFormula } from '../manuscript/manuscript.ts'
import { anchorOf } from '../markup/anchors.ts'
import type { Element, Markup } from '../markup/markup.ts'
import { o } from './odfElements.ts'
import type { OutlinePlans } from './outlineNumbers.ts'

/** Marks of places: each name once. */
export class Places {
  private readonly placed = new Set<string>()

  around(id: string, inner: readonly Markup[]): Markup[] {
    if (!id || this.placed.has(id)) return [...inner]
    this.placed.add(id)
    const name = anchorOf(id)
    return inner.length
      ? [o('text:bookmark-start', { 'text:name': name }), ...inner, o('text:bookmark-end', { 'text:name': name })]
      : [o('text:bookmark', { 'text:name': name })]
  }
}

export interface OdfContext {
  manuscript: Manuscript
  plans: OutlinePlans
  division: SaidDivision
  places: Places
  kinds: ReadonlyMap<string, string>
  /** Whether the mark of a note is counted by the program, and comes to its number. */
  countedNotes: ReadonlySet<string>
  /** Where a picture lies in the package. */
  pictureAt(picture: Picture): { drawn: string; shown: string | null }
  /** Where the object of a formula lies. */
  formulaAt(formula: SaidFormula): { object: string; shown: string }
  /** Styles of languages that the text asks for. */
  languages: Set<string>
  measure: number
  drawings: { next: number }
  termOf(id: string): readonly string[]
  /** Notes are written where they are called: what is within one is in no other. */
  noteOf(id: string): Element | null
}
