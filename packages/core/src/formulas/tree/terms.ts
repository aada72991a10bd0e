/**
 * A formula as its author builds it: rows of terms, and structures with slots that hold rows. It is what the composer edits; a work
 * keeps the notation written from it. Everything is immutable.
 */

export type Row = readonly Term[]

/** Letters of other faces. Without one a letter is set as the kind of sign asks: slanted variables, upright capitals of Greek, digits. */
export type Face =
  | 'upright'
  | 'bold'
  | 'boldItalic'
  | 'script'
  | 'calligraphic'
  | 'boldScript'
  | 'double'
  | 'fraktur'
  | 'sans'
  | 'mono'
  | 'italic'

/** One letter, digit or sign, as one character of Unicode. The minus is the hyphen of the keyboard. */
export interface Sign {
  kind: 'sign'
  char: string
  face?: Face
}

/** A function called by an upright name: sin, lim. What stands below one with limits is set under it in displays. */
export interface Name {
  kind: 'name'
  text: string
  limits?: boolean
}

export type SpaceWidth = 'negativeThin' | 'thin' | 'medium' | 'thick' | 'wide' | 'double'
/** Their widths, in em. */
export const spaceWidths: Record<SpaceWidth, number> = {
  negativeThin: -0.167,
  thin: 0.167,
  medium: 0.222,
  thick: 0.278,
  wide: 1,
  double: 2,
}
export interface Space {
  kind: 'space'
  width: SpaceWidth
}

/** A part that the composer cannot take apart: kept as it was read, moved and removed as one. */
export interface Kept {
  kind: 'kept'
  source: string
}

/**
 * How a structure that typing opened ends. `script`, `term` and `letter` take one term or a bracketed group; `letter` leaves scripts to
 * what comes after it. `wide` takes all to the next space, `group` all to its closing bracket, slot by slot at commas, `cells` by rows too.
 */
export type Typed = 'script' | 'term' | 'letter' | 'wide' | 'group' | 'cells' | 'bracket' | 'quote'

interface Holder {
  slots: readonly Row[]
  typed?: Typed
  /** The word that opened it: with the next one it may be another name. */
  word?: string
}

export interface Fraction extends Holder {
  kind: 'fraction'
  size?: 'text' | 'display'
  /** Without a bar it is the inside of a binomial. */
  bar?: false
}
/** Slots: what stands under it, and the degree if there is one. */
export interface Root extends Holder {
  kind: 'root'
}
export type ScriptPlaces = 'below' | 'above' | 'both'
/** Scripts of the term before it. With both, the first slot is the lower one. */
export interface Scripts extends Holder {
  kind: 'scripts'
  has: ScriptPlaces
  /** They belong to the term after them. */
  left?: boolean
  /** Set below and above, or beside, wherever the formula stands and whatever their base asks for. */
  limits?: boolean
}
/** Something over or under a term. Slots: the term, then below, then above. */
export interface Stack extends Holder {
  kind: 'stack'
  has: ScriptPlaces
}
/** An empty bracket is none. It grows with what it holds unless told; `always` sets it as a unit with the space of one. */
export interface Fence extends Holder {
  kind: 'fence'
  open: string
  close: string
  grow?: 'always' | 'never'
  /** Typed, and not yet closed. */
  ghost?: boolean
  /** Typed after a space: no argument of the letter before it. */
  apart?: boolean
}
export interface Decoration extends Holder {
  kind: 'decoration'
  mark: string
}
/** Upright words; its row holds their characters. */
export interface Words extends Holder {
  kind: 'words'
}
/** Slots row by row. Rules are numbers of the column or row that they come after. */
export interface Grid extends Holder {
  kind: 'grid'
  open: string
  close: string
  /** One letter a column: l, c, r. */
  columns: string
  columnRules?: readonly number[]
  rowRules?: readonly number[]
}
/** An arrow as long as what stands over and under it. Slots: above, below. */
export interface Arrow extends Holder {
  kind: 'arrow'
  sign: string
}
/** Asks for a face or a size of what is typed into it, and is gone when it is left. One that asks for nothing is a place to fill. */
export interface Setting extends Holder {
  kind: 'setting'
  face?: Face
  size?: 'text' | 'display'
}

export type Structure = Fraction | Root | Scripts | Stack | Fence | Decoration | Words | Grid | Arrow | Setting
export type Term = Sign | Name | Space | Kept | Structure

export const isStructure = (term: Term | undefined): term is Structure => term !== undefined && 'slots' in term

export const sign = (char: string, face?: Face): Sign => (face ? { kind: 'sign', char, face } : { kind: 'sign', char })
export const signs = (text: string, face?: Face): Sign[] => [...text].map(char => sign(char, face))
export const space = (width: SpaceWidth): Space => ({ kind: 'space', width })
export const fraction = (top: Row = [], bottom: Row = [], more: Partial<Fraction> = {}): Fraction => ({
  kind: 'fraction',
  slots: [top, bottom],
  ...more,
})
export const root = (body: Row = [], degree?: Row): Root => ({ kind: 'root', slots: degree ? [body, degree] : [body] })
export const scripts = (below?: Row, above?: Row, more: Partial<Scripts> = {}): Scripts => ({
  kind: 'scripts',
  has: below ? (above ? 'both' : 'below') : 'above',
  slots: [below, above].filter(row => row !== undefined),
  ...more,
})
export const stack = (base: Row, below?: Row, above?: Row): Stack => ({
  kind: 'stack',
  has: below ? (above ? 'both' : 'below') : 'above',
  slots: [base, ...[below, above].filter(row => row !== undefined)],
})
export const fence = (body: Row = [], open = '(', close = ')', more: Partial<Fence> = {}): Fence => ({
  kind: 'fence',
  open,
  close,
  slots: [body],
  ...more,
})
export const decoration = (mark: string, body: Row = []): Decoration => ({ kind: 'decoration', mark, slots: [body] })
export const words = (text: string): Words => ({ kind: 'words', slots: [signs(text)] })
export const grid = (rows: readonly (readonly Row[])[], more: Partial<Grid> = {}): Grid => ({
  kind: 'grid',
  open: '',
  close: '',
  columns: 'c'.repeat(rows[0]!.length),
  slots: rows.flat(),
  ...more,
})
export const arrow = (char: string, above: Row = [], below?: Row): Arrow => ({
  kind: 'arrow',
  sign: char,
  slots: below ? [above, below] : [above],
})

export const place = (): Setting => ({ kind: 'setting', slots: [[]] })

/** The rows of scripts, a stack by place. */
export function scriptRows(term: Scripts | Stack): { below?: Row; above?: Row } {
  const own = term.kind === 'stack' ? term.slots.slice(1) : term.slots
  return term.has === 'both' ? { below: own[0]!, above: own[1]! } : { [term.has]: own[0]! }
}

/** The order in which Tab goes through the slots of a structure. */
export const slotOrder = (term: Structure): number[] => {
  const order = term.slots.map((_, index) => index)
  return term.kind === 'root' ? order.reverse() : order
}

/** What a slot is called, for those who hear where the caret is. */
export function slotName(term: Structure, slot: number): string {
  switch (term.kind) {
    case 'fraction':
      return slot === 0 ? 'numerator' : 'denominator'
    case 'root':
      return slot === 0 ? 'under the root' : 'degree of the root'
    case 'scripts':
      return term.has === 'above' || slot === 1 ? 'superscript' : 'subscript'
    case 'stack':
      return slot === 0 ? 'the term' : term.has === 'above' || slot === 2 ? 'above' : 'below'
    case 'fence':
      return 'in brackets'
    case 'decoration':
      return term.mark
    case 'words':
      return 'words'
    case 'grid':
      return `row ${Math.floor(slot / term.columns.length) + 1}, column ${(slot % term.columns.length) + 1}`
    case 'arrow':
      return slot === 0 ? 'over the arrow' : 'under the arrow'
    case 'setting':
      return term.face ?? (term.size ? `${term.size} size` : 'a place to fill')
  }
}

/** Every term of a row and of the rows within it, outermost first. */
export function* allTerms(row: Row): Iterable<Term> {
  for (const term of row) {
    yield term
    if (isStructure(term)) for (const slot of term.slots) yield* allTerms(slot)
  }
}

/** Whether a slot somewhere waits for something. */
export const hasEmptySlot = (row: Row): boolean =>
  [...allTerms(row)].some(term => isStructure(term) && term.kind !== 'words' && term.slots.some(slot => slot.length === 0))
