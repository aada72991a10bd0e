/** Sets one line of a paragraph: its pieces in place, what it measures, and what is called for in it. */
import { formulaPart } from '../formulas/formulaParts.ts'
import type { FormulaDrawing } from '../formulas/typesetter.ts'
import type { TextStyle } from '../work/parts/houseStyle.ts'
import type { Items } from './breakLines.ts'
import type { Fonts, Shape } from './fonts.ts'
import type { Run } from './inline.ts'
import { Line, type PieceStyle } from './line.ts'
import { type Chunk, placeOf, roomGlue, spaceGives, spaceGlue } from './runItems.ts'
import { placeByLevel } from './writingDirection.ts'

/** A paragraph as its lines are set from it. */
export interface SetParts {
  items: Items
  chunks: Chunk[]
  fonts: Fonts
}

/** Lengths in points. */
export interface LineOptions {
  measure: number
  style: TextStyle
  indent: number
  last: boolean
  /** Whether signs hang over the edges. */
  hang: boolean
  /** Some of its paragraph runs from right to left, or the paragraph itself does. */
  direction?: 'mixed' | 'leftward' | undefined
}

/** The pieces of the line that is being set: where each begins, what it is, how it looks, and the glue before it. */
const places: number[] = []
const things: (Shape | FormulaDrawing)[] = []
const styles: PieceStyle[] = []
const stretches: number[] = []
/** The width of the words before each, which may give way a little. */
const elastics: number[] = []
/** Of lines in which something runs to the left: the widths of the pieces, and how deep each stands in changes of direction. */
const widths: number[] = []
const levels: number[] = []
/** Whether a space stands before each, and its level; -1 for none. */
const spaces: boolean[] = []
const spaceLevels: number[] = []

/** What stands on a line, put into the lists of `places`, `things`, `styles` and `stretches`, and how it measures, in points. */
class Gathering {
  count = 0
  /** The width with all glue at its natural width. */
  natural: number
  /** Of the last piece, and of all words that may be widened or narrowed. */
  tailWidth = 0
  elastic = 0
  stretch = 0
  above = 0
  below = 0
  readonly notes: string[] = []
  readonly anchors: string[] = []
  /** Whether all pieces look alike, as they do on most lines. */
  alike = true
  /** The run of the last text, which is measured once for all its pieces. */
  private measured: Run | null = null
  /** The level of the space that stands before what comes next; -1 for none. */
  private spaced = -1
  /** Something stands apart from what is before it and has no space there, as the signs of Chinese do. */
  apart = false
  /** The number of the last part of a formula, and the part that its formula begins with on this line. */
  private lastFormula = -1
  private firstPart = 0

  constructor(indent: number) {
    this.natural = indent
  }

  glue(width: number, payload: number): void {
    if (payload === roomGlue) this.apart = true
    else this.spaced = payload - spaceGlue
    this.stretch += width
    this.natural += width
  }

  text({ run, style }: Chunk, shape: Shape, width: number, fonts: Fonts): void {
    if (run !== this.measured) {
      this.measured = run
      const face = fonts[run.face]
      this.above = Math.max(this.above, face.ascender * run.size * 0.8 + run.rise)
      this.below = Math.max(this.below, face.descender * run.size * 0.8 - run.rise)
      if (run.note && !this.notes.includes(run.note)) this.notes.push(run.note)
      this.note(run.anchors)
    }
    levels[this.count] = run.level ?? 0
    this.put(shape, style, width)
    if (!run.reserve) this.elastic += width
  }

  private note(anchors: readonly string[] = []): void {
    for (const anchor of anchors) if (!this.anchors.includes(anchor)) this.anchors.push(anchor)
  }

  /** Parts that stand on one line are one formula again. `number` is that of the chunk. */
  formula({ run, style, part, width }: Chunk, formula: FormulaDrawing, number: number): void {
    this.above = Math.max(this.above, formula.height * run.size)
    this.below = Math.max(this.below, formula.depth * run.size)
    if (part === 0) this.note(run.anchors)
    const goesOn = part > 0 && this.lastFormula === number - 1
    this.lastFormula = number
    if (goesOn) {
      things[this.count - 1] = formulaPart(formula, this.firstPart, part)
      this.widen(width)
    } else {
      this.firstPart = part
      levels[this.count] = run.level ?? 0
      this.put(formulaPart(formula, part, part), style, width)
    }
  }

  /** Changes the width of the last piece. */
  widen(width: number): void {
    this.natural += width
    this.tailWidth += width
    widths[this.count - 1]! += width
  }

  /** Places are natural first, then opened by the glue before them. */
  private put(thing: Shape | FormulaDrawing, style: PieceStyle, width: number): void {
    const at = this.count++
    places[at] = this.natural
    things[at] = thing
    styles[at] = style
    if (style !== styles[0]) this.alike = false
    stretches[at] = this.stretch
    elastics[at] = this.elastic
    widths[at] = width
    spaces[at] = this.spaced >= 0
    spaceLevels[at] = this.spaced
    this.spaced = -1
    this.natural += width
    this.tailWidth = width
  }
}

/** Gathers the pieces between two breaks. What is asserted here is so by how items are built: the payload of a box is that of a chunk. */
function gather({ items, chunks, fonts }: SetParts, start: number, end: number, indent: number): Gathering {
  const gathered = new Gathering(indent)
  let last = -1
  for (let i = start; i < end; i++) {
    const number = items.payload[i]!
    if (number < 0) continue
    if (items.isGlue(i)) gathered.glue(items.width[i + 1]! - items.width[i]!, number)
    else if (number !== last && items.isBox(i)) {
      last = number
      const chunk = chunks[number]!
      if (chunk.formula) gathered.formula(chunk, chunk.formula, number)
      else {
        const shape = partOnLine(items, fonts, number, chunk.shape, start, end)
        gathered.text(chunk, shape, shape === chunk.shape ? chunk.width : placeOf(shape, chunk.run, fonts) * chunk.run.size, fonts)
      }
    }
  }
  // A line that ends within a formula ends with its relation.
  if (items.isPenalty(end) && items.before[end]! < 0) gathered.widen(items.before[end]!)
  return gathered
}

/** Sets the items from `start` up to the break at `end` on a line of their own. */
export function setLine(parts: SetParts, start: number, end: number, options: LineOptions): Line {
  const { measure, style, indent, last, direction } = options
  const hang = options.hang && !direction
  const { count, natural, tailWidth, stretch, elastic, above, below, notes, anchors, alike, apart } = gather(parts, start, end, indent)
  const overLeft = hang && indent === 0 && count > 0 ? overhang(things[0]!, styles[0]!, 0) : 0
  const overRight = hang && count > 0 ? overhang(things[count - 1]!, styles[count - 1]!, -1) : 0
  const left = measure - natural + overLeft + overRight
  const justified = style.align === 'justified' && (!last || left < 0)
  const fit = justified ? fitOf(left, stretch, elastic, parts.items.letterFit) : 0
  const each = justified && stretch > 0 ? Math.max((left - fit * elastic) / stretch, -0.4) : 0
  const shift = style.align === 'centre' ? Math.max(0, left / 2) : style.align === 'right' ? Math.max(0, left) : -overLeft
  for (let i = 0; i < count; i++) places[i]! += shift + each * stretches[i]! + fit * elastics[i]!
  if (fit) for (let i = 0; i < count; i++) if ('glyphs' in things[i]!) widths[i]! *= 1 + fit
  let right = count === 0 ? indent + shift : places[count - 1]! + (fit ? widths[count - 1]! : tailWidth)
  if (direction) {
    placeByLevel(places, { widths, levels, spaceLevels, count }, direction === 'leftward' ? measure : null)
    right = 0
    for (let i = 0; i < count; i++) right = Math.max(right, places[i]! + widths[i]!)
  }
  // Lists that were filled one by one have room to spare: copies have none.
  return new Line(places.slice(0, count), things.slice(0, count), styles.slice(0, alike ? Math.min(1, count) : count), {
    end: right,
    above,
    below,
    notes,
    anchors,
    hyphenated: parts.items.flagged[end]! > 0,
    ...(fit ? { fit } : {}),
    ...(direction || apart ? { spaces: spaces.slice(0, count) } : {}),
    runsOn: !last && parts.items.isPenalty(end) && !parts.items.isGlue(end + 1),
  })
}

/** What of a line's room its words take, as a share of their width: as much of what they may give as its spaces do of theirs. */
function fitOf(left: number, spaces: number, words: number, letterFit: number): number {
  if (!letterFit || !words) return 0
  const gives = spaces * (left > 0 ? spaceGives.more : spaceGives.less) + words * letterFit
  return Math.max(-letterFit, Math.min(letterFit, (left / gives) * letterFit))
}

/** How much of its width a sign hangs over the left and the right edge. */
const overhangs: [signs: string, left: number, right: number][] = [
  ['.,-\u2010', 0, 0.7],
  ['“‘„«‹"\'', 0.6, 0.6],
  ['’”»›', 0.5, 0.7],
  [':;', 0, 0.5],
  ['–—', 0.2, 0.3],
  ['!?)]', 0, 0.2],
  ['([', 0.2, 0],
]

/** In points; `end` is 0 for the left end of the line and -1 for the right one. */
function overhang(thing: Shape | FormulaDrawing, style: PieceStyle, end: 0 | -1): number {
  if (!('glyphs' in thing) || style.rise !== 0) return 0
  const sign = thing.text.at(end)!
  const found = overhangs.find(([signs]) => signs.includes(sign))
  return found ? found[end === 0 ? 1 : 2] * thing.advances.at(end)! * style.size : 0
}

/** The part of a chunk between the hyphens at which its lines are broken; the hyphen is shaped with it. */
function partOnLine(items: Items, fonts: Fonts, number: number, shape: Shape, start: number, end: number): Shape {
  const opened = start > 0 && items.flagged[start - 1] && items.payload[start - 1]! >> 8 === number ? items.payload[start - 1]! % 256 : 0
  const closed = items.flagged[end] && items.payload[end]! >> 8 === number ? items.payload[end]! % 256 : -1
  if (!opened && closed < 0) return shape
  const { text } = shape
  return fonts[shape.face]!.shape(closed < 0 ? text.slice(opened) : `${text.slice(opened, closed)}-`, shape.features)
}
