/** What an office text is written with. */
import type { Picture } from '../../work/work.ts'
import type { Manuscript, SaidDivision } from '../manuscript/manuscript.ts'
import type { Element, Markup } from '../markup/markup.ts'
import type { Lost } from '../output.ts'
import type { Plans } from './planNumbers.ts'
import { w } from './wordElements.ts'

/** Names of places are letters, numerals and “_”, forty at most (17.13.6.2). */
const longestName = 40

export class Bookmarks {
  private readonly names = new Map<string, string>()
  private readonly taken = new Set<string>()
  private readonly placed = new Set<string>()
  private next = 0

  /** What a place is called; the same every time. */
  nameOf(id: string): string {
    let name = this.names.get(id)
    if (!name) {
      const base = `e_${id.replace(/-/g, '_').replace(/[^A-Za-z0-9_]/gu, sign => `_${sign.codePointAt(0)!.toString(16)}`)}`
      name = base.slice(0, longestName)
      for (let again = 2; this.taken.has(name.toLowerCase()); again++) name = `${base.slice(0, longestName - 5)}_${again}`
      this.taken.add(name.toLowerCase())
      this.names.set(id, name)
    }
    return name
  }

  /** What stands in the place of something, between its marks. What is said a second time has its place where it was said first. */
  around(id: string, inner: readonly Markup[]): Markup[] {
    if (!id || this.placed.has(id)) return [...inner]
    this.placed.add(id)
    const number = this.next++
    return [w('bookmarkStart', { id: number, name: this.nameOf(id) }), ...inner, w('bookmarkEnd', { id: number })]
  }

  /** Marks whose ends stand far apart. */
  start(id: string): Element[] {
    if (this.placed.has(id)) return []
    this.placed.add(id)
    const number = this.next++
    this.open.set(id, number)
    return [w('bookmarkStart', { id: number, name: this.nameOf(id) })]
  }
  end(id: string): Element[] {
    const number = this.open.get(id)
    this.open.delete(id)
    return number === undefined ? [] : [w('bookmarkEnd', { id: number })]
  }
  private readonly open = new Map<string, number>()
}

/** Relationships of a part of the package: pictures and addresses that it names. */
export class Relationships {
  readonly list: { id: string; type: string; target: string; outside: boolean }[] = []
  private readonly known = new Map<string, string>()

  to(type: string, target: string, outside = false): string {
    const key = `${type} ${target}`
    let id = this.known.get(key)
    if (!id) {
      id = `r${this.list.length + 1}`
      this.known.set(key, id)
      this.list.push({ id, type, target, outside })
    }
    return id
  }
}

/** How the notes of a work are told apart by office texts: those of the foot of the page, and those at an end. */
export interface PlannedNote {
  part: 'footnotes' | 'endnotes'
  number: number
  /** What it is called by, where the program that opens the text would count otherwise. */
  mark: string | null
}

export interface WordContext {
  manuscript: Manuscript
  plans: Plans
  division: SaidDivision
  bookmarks: Bookmarks
  relationships: Relationships
  notes: ReadonlyMap<string, PlannedNote>
  /** Everything that has a place in the text. */
  kinds: ReadonlyMap<string, string>
  /** A picture of the package, by its relationship: of a drawing the dots that it is drawn in. */
  pictureOf(picture: Picture): string
  /** Width of the text, in points. */
  measure: number
  /** The lists of the numbering part, by what they are for. */
  numbers: Map<string, number>
  /** Numbers that tell drawings apart. */
  drawings: { next: number }
  /** The words of a term, outermost first. */
  termOf(id: string): readonly string[]
  /** Hears what stands in another form. */
  onLost(lost: Lost): void
}
