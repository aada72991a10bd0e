/** A line of a paragraph with everything on it in place. Long works keep hundreds of thousands: pieces are packed, and unpacked on demand. */
import type { FormulaDrawing } from '../formulas/typesetter.ts'
import type { Shape } from './fonts.ts'
import type { Lead } from './inline.ts'

/** A shaped text on a line. Lengths in points from the line's left end; y grows upwards from the baseline. */
export interface TextPiece {
  x: number
  shape: Shape
  size: number
  rise: number
  lead: Lead | null
  marked: boolean
  /** BCP 47 tag of words in another language than the work's. */
  language?: string
  /** What an abbreviation stands for, where its short form is printed alone. */
  expansion?: string
  /** Whether a space stands before it, where its distance does not tell. */
  spaced?: boolean
  /** By what share of its width it is widened; narrowed where that is negative. */
  fit?: number
}
export interface FormulaPiece {
  x: number
  spaced?: boolean
  formula: FormulaDrawing
  source: string
  size: number
}
export type LinePiece = TextPiece | FormulaPiece

/** What all pieces of a run have in common. */
export interface PieceStyle {
  size: number
  rise: number
  lead: Lead | null
  marked: boolean
  source: string
  language?: string
  expansion?: string
}

const plainStyles = new Map<string, PieceStyle>()
let latest: PieceStyle | null = null

/** One object for all runs that look alike and lead nowhere, so that a long work does not keep one for each of its runs. */
export function pieceStyleOf({ size, rise, lead, marked, source, language, expansion }: PieceStyle): PieceStyle {
  if (language || expansion)
    return { size, rise, lead, marked, source, ...(language ? { language } : {}), ...(expansion ? { expansion } : {}) }
  if (lead || source) return { size, rise, lead, marked, source }
  if (latest?.size === size && latest.rise === rise && latest.marked === marked) return latest
  const key = `${size} ${rise} ${marked}`
  let style = plainStyles.get(key)
  if (!style) plainStyles.set(key, (style = { size, rise, lead, marked, source }))
  latest = style
  return style
}

export interface LineExtent {
  /** Where the last piece ends, in points from the left end. */
  end: number
  /** How far the line reaches above and below its baseline, in points. */
  above: number
  below: number
  /** Notes whose marks stand on this line. */
  notes: readonly string[]
  /** References on this line that say how near their target is. */
  anchors?: readonly string[]
  hyphenated: boolean
  /** No space stands between this line and the next: a word goes on, with a hyphen that the line has given it or without. */
  runsOn?: boolean
  /** Whether a space stands before each piece: of lines where that cannot be told by distance, as some of it runs from right to left. */
  spaces?: readonly boolean[]
  /** By what share of their width its words are widened. */
  fit?: number
}

const none: readonly string[] = Object.freeze([])

export class Line implements LineExtent {
  readonly end: number
  readonly above: number
  readonly below: number
  readonly notes: readonly string[]
  declare readonly anchors?: readonly string[]
  readonly hyphenated: boolean
  declare readonly runsOn?: boolean
  declare readonly spaces?: readonly boolean[]
  declare readonly fit?: number
  private readonly places: readonly number[]
  private readonly things: readonly (Shape | FormulaDrawing)[]
  private readonly styles: readonly PieceStyle[]

  /** Lists of one length: where each piece begins, what it is, and how it looks; one look stands for all where they look alike. */
  constructor(places: readonly number[], things: readonly (Shape | FormulaDrawing)[], styles: readonly PieceStyle[], extent: LineExtent) {
    this.places = places
    this.things = things
    this.styles = styles
    this.end = extent.end
    this.above = extent.above
    this.below = extent.below
    this.notes = extent.notes.length ? extent.notes : none
    if (extent.anchors?.length) this.anchors = extent.anchors
    this.hyphenated = extent.hyphenated
    if (extent.runsOn) this.runsOn = true
    if (extent.spaces) this.spaces = extent.spaces
    if (extent.fit) this.fit = extent.fit
  }

  get isEmpty(): boolean {
    return this.things.length === 0
  }
  /** Where the leftmost piece begins; the end of an empty line. */
  get start(): number {
    return this.spaces ? Math.min(this.end, ...this.places) : (this.places[0] ?? this.end)
  }

  /** The pieces in the order of reading, which is from left to right but for words that run the other way. Made anew each time. */
  get pieces(): LinePiece[] {
    return this.things.map((thing, i): LinePiece => {
      const { size, rise, lead, marked, source, language, expansion } = this.styles[i] ?? this.styles[0]!
      const x = this.places[i]!
      const spaced = this.spaces ? { spaced: this.spaces[i]! } : null
      if (!('glyphs' in thing)) return { x, formula: thing, source, size, ...spaced }
      const piece: TextPiece = { x, shape: thing, size, rise, lead, marked, ...spaced }
      if (this.fit) piece.fit = this.fit
      if (language) piece.language = language
      if (expansion) piece.expansion = expansion
      return piece
    })
  }
}

/** How wide a piece stands on its line, in points. */
export const widthOfPiece = (piece: LinePiece): number =>
  'shape' in piece ? piece.shape.width * piece.size * (1 + (piece.fit ?? 0)) : piece.formula.width * piece.size

/** A line of one shaped text that leads nowhere; empty where the text is. `size` in points. */
export function plainLine(shape: Shape, size: number): Line {
  const styles = shape.text ? [pieceStyleOf({ size, rise: 0, lead: null, marked: false, source: '' })] : []
  const extent = { end: shape.width * size, above: 0, below: 0, notes: none, hyphenated: false }
  return new Line(shape.text ? [0] : [], shape.text ? [shape] : [], styles, extent)
}
