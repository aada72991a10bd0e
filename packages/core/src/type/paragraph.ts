/** Sets a paragraph: runs become boxes, glue and penalties, lines are broken, and every line is left with its pieces in place. */
import LineBreaker from 'linebreak'
import { formulaPart, partBegin, partCount, partEnd } from '../formulas/formulaParts.ts'
import type { FormulaBox } from '../formulas/typesetter.ts'
import type { TextStyle } from '../work/parts/houseStyle.ts'
import { breakLines, fillLines, forbidden, Items } from './breakLines.ts'
import type { Fonts, HyphenPoint, OpenFace, Shape } from './fonts.ts'
import { divisionsOf } from './hyphenation.ts'
import type { Run } from './inline.ts'
import { Line, type PieceStyle, pieceStyleOf } from './line.ts'

export interface ParagraphOptions {
  measure: number
  style: TextStyle
  /** Indent of the first line in points. */
  indent: number
  hyphenate: boolean
  /** Signs hang over the edges of justified text. */
  opticalMargins?: boolean
  language: string
}

const hyphenCost = 60
/** Break after a hyphen or dash the author typed. */
const openBreakCost = 20
/** Break after a relation of a formula: rather two stretched lines. */
const relationCost = 300
/** Break between a figure and its unit. */
const unitCost = 1000
/** The items of a paragraph with words left whole, and with divided ones, which few paragraphs need. */
const wholeItems = new Items()
const dividedItems = new Items()
/** Those that the lines are set from. */
let items = wholeItems

/** An unbroken stretch of one run: a text, or a part of a formula. */
interface Chunk {
  run: Run
  style: PieceStyle
  /** Null for a formula. */
  shape: Shape | null
  width: number
  /** Which part of its formula it is. */
  part: number
}

export function setParagraph(runs: Run[], fonts: Fonts, options: ParagraphOptions): Line[] {
  const { measure, style } = options
  const justified = style.align === 'justified'
  const chunks = build(runs, fonts, options)
  const breaks = justified
    ? totalFit(measure, () => (options.hyphenate ? divide(chunks, fonts, options.language) : wholeItems))
    : ragged(measure)
  const hang = justified && options.opticalMargins === true
  const lines: Line[] = []
  let start = 0
  for (let index = 0; index < breaks.length; index++) {
    const end = breaks[index]!
    const indent = index === 0 ? options.indent : 0
    lines.push(emit(chunks, fonts, start, end, { measure, style, indent, last: index === breaks.length - 1, hang }))
    start = items.lineStart(end)
  }
  return lines
}

/** `divided` puts hyphens into the items; it is asked for only where whole words do not fill the lines well. */
function totalFit(measure: number, divided: () => Items): number[] {
  const scrap = measure * 0.06
  const whole = breakLines(items, measure, { tolerance: 100, emergency: 0, hyphenate: false, scrap })
  if (whole && !endsInScrap(whole, scrap)) return whole
  items = divided()
  const hyphenated = breakLines(items, measure, { tolerance: 1000, emergency: 0, hyphenate: true, scrap })
  // A paragraph that could only end in a scrap of a line may divide words to avoid it.
  if (hyphenated && !(whole && endsInScrap(hyphenated, scrap))) return hyphenated
  if (whole) {
    items = wholeItems
    return whole
  }
  // However loose: a line over the edge of the text is worse than any.
  return (
    breakLines(items, measure, { tolerance: Number.POSITIVE_INFINITY, emergency: measure * 0.1, hyphenate: true, scrap }) ??
    fillLines(items, measure)
  )
}

const endsInScrap = (breaks: number[], scrap: number): boolean => breaks.length > 1 && lastWidth(breaks) < scrap

/** Shares of the measure: a last line below the first is a scrap; lines are shortened down to the second to give it company. */
const scrapShare = 0.2
const shortestShare = 0.72

/** Every line takes what it can, but for a last line of a word or two: then all are a little shorter, in as many lines. */
function ragged(measure: number): number[] {
  const full = fillLines(items, measure)
  if (full.length < 2 || lastWidth(full) >= measure * scrapShare) return full
  for (let share = 0.98; share >= shortestShare; share -= 0.02) {
    const shorter = fillLines(items, measure * share)
    if (shorter.length > full.length) break
    if (lastWidth(shorter) >= measure * scrapShare) return shorter
  }
  return full
}

/** Width of the last line, without the glue that ends a paragraph. */
const lastWidth = (breaks: number[]): number => items.width[breaks.at(-1)!]! - items.width[items.lineStart(breaks.at(-2)!)]!

/** Fills the shared items from the runs, words left whole. Payloads of boxes are chunk numbers. */
function build(runs: Run[], fonts: Fonts, options: ParagraphOptions): Chunk[] {
  items = wholeItems
  items.clear()
  if (options.indent) items.box(options.indent, -1)
  const builder = new ItemBuilder(fonts, options.style.align === 'justified')
  cutRuns(runs, builder)
  items.glue(0, 1e5, 0, -1)
  items.penalty(-forbidden, 0, 0, false, -1)
  return builder.chunks
}

/** Puts stretches of runs into the shared items. What all stretches of a run have in common is found once for the run. */
class ItemBuilder {
  readonly chunks: Chunk[] = []
  private run: Run | null = null
  private style!: PieceStyle
  private face!: OpenFace
  private readonly fonts: Fonts
  private readonly stretches: boolean

  constructor(fonts: Fonts, stretches: boolean) {
    this.fonts = fonts
    this.stretches = stretches
  }

  private begin(run: Run): void {
    if (run === this.run) return
    this.run = run
    this.style = pieceStyleOf(run)
    this.face = this.fonts[run.face]
  }

  /** `binds` where it stands between a figure and its unit. */
  space(run: Run, binds: boolean): void {
    // Space at the start, and more than one space, is the author's slip and never printed.
    if (this.chunks.length === 0 || items.isGlue(items.count - 1)) return
    this.begin(run)
    const width = this.face.shape(' ').width * run.size
    // A break here is one at the penalty: glue after a penalty is none.
    if (binds) items.penalty(unitCost, 0, 0, false, -1)
    items.glue(width, this.stretches ? width * 0.5 : 0, this.stretches ? width * 0.333 : 0, 0)
  }

  /** A word of one run, where a line can end nowhere within it; false and nothing done where it might. */
  simple(run: Run, text: string): boolean {
    this.begin(run)
    const shape = this.face.shape(text, run.features)
    if (!(shape.whole ??= isSimple(text))) return false
    this.text(run, shape)
    return true
  }

  /** `breaks` where a line may end after it. */
  stretch(run: Run, text: string, breaks: boolean): void {
    this.begin(run)
    if (run.formula) this.formula(run, run.formula)
    else this.text(run, this.face.shape(text, run.features))
    if (breaks) items.penalty(openBreakCost, 0, 0, false, -1)
  }

  private text(run: Run, shape: Shape): void {
    const width = placeOf(shape, run, this.fonts) * run.size
    items.box(width, this.chunks.length)
    this.chunks.push({ run, style: this.style, shape, width, part: 0 })
  }

  private formula(run: Run, formula: FormulaBox): void {
    const parts = partCount(formula)
    for (let part = 0; part < parts; part++) {
      const begin = partBegin(formula, part)
      const next = part + 1 < parts ? partBegin(formula, part + 1) : formula.width
      const width = (next - begin) * run.size
      items.box(width, this.chunks.length)
      // Unbroken, the space after the relation is kept; a line that ends here ends with the relation.
      if (part + 1 < parts) items.penalty(relationCost, (partEnd(formula, part) - next) * run.size, 0, false, -1)
      this.chunks.push({ run, style: this.style, shape: null, width, part })
    }
  }
}

/** Width in em of the place of a text: its own, or that of the widest text it must have room for. */
const placeOf = (shape: Shape, run: Run, fonts: Fonts): number =>
  run.reserve ? Math.max(shape.width, ...run.reserve.map(text => fonts[run.face].shape(text, run.features).width)) : shape.width

/** Where a text may be divided, kept with its shape for the language last asked for. */
function pointsOf(shape: Shape, fonts: Fonts, language: string): readonly HyphenPoint[] {
  if (shape.divisions?.language === language) return shape.divisions.points
  const points: HyphenPoint[] = []
  const word = /\p{L}{5,}/u.exec(shape.text)
  if (word) {
    const face = fonts[shape.face]
    let sum = 0
    let glyph = 0
    for (const division of divisionsOf(word[0], language)) {
      const at = word.index + division
      while (glyph < shape.glyphs.length && shape.clusters[glyph]! < at) sum += shape.advances[glyph++]!
      points.push({
        at,
        sum,
        before: face.shape(`${shape.text.slice(0, at)}-`, shape.features).width,
        after: face.shape(shape.text.slice(at), shape.features).width,
      })
    }
  }
  shape.divisions = { language, points }
  return points
}

/** The items with words divided wherever they may be. Payloads of hyphens are chunk numbers times 256 plus the UTF-16 index. */
function divide(chunks: Chunk[], fonts: Fonts, language: string): Items {
  dividedItems.clear()
  for (let i = 0; i < wholeItems.count; i++) {
    const number = wholeItems.payload[i]!
    const chunk = number >= 0 && wholeItems.isBox(i) ? chunks[number]! : null
    if (chunk?.shape && chunk.run.divisible && chunk.shape.text.length > 4)
      boxesWithHyphens(chunk.shape, chunk.run, number, fonts, chunk.run.language ?? language)
    else dividedItems.copy(wholeItems, i)
  }
  return dividedItems
}

function boxesWithHyphens(shape: Shape, run: Run, number: number, fonts: Fonts, language: string): void {
  let sum = 0
  for (const point of pointsOf(shape, fonts, language)) {
    dividedItems.box((point.sum - sum) * run.size, number)
    sum = point.sum
    dividedItems.penalty(
      hyphenCost,
      (point.before - point.sum) * run.size,
      (point.after - (shape.width - point.sum)) * run.size,
      true,
      number * 256 + point.at,
    )
  }
  dividedItems.box((shape.width - sum) * run.size, number)
}

const isFigure = (code: number): boolean => code >= 48 && code <= 57
/** Signs of units of the SI and those used with it, with prefixes and powers, as one word. */
const unit =
  /(?:°[CFK]?|[%‰′″]|(?:[yzafpnµmcdhkMGTPE]|da)?(?:m|g|s|A|K|mol|cd|Hz|N|Pa|J|W|C|V|F|Ω|S|Wb|T|H|lm|lx|Bq|Gy|Sv|kat|l|L|t|eV|bar|Wh)|min|h|d|ha)[²³⁻¹0-9]*(?=[\s/·.,;:)]|$)/uy
function unitAt(text: string, at: number): boolean {
  unit.lastIndex = at
  return unit.test(text)
}

/** Cuts runs at spaces, at run ends and at the break opportunities of Unicode Annex 14. */
function cutRuns(runs: Run[], builder: ItemBuilder): void {
  /** The stretches of several runs, or of unusual signs, that no space parts. */
  let word: { run: Run; text: string }[] = []
  for (const run of runs) {
    const text = otherSpace.test(run.text) ? run.text.replace(otherSpaces, ' ') : run.text
    let from = 0
    for (let space = text.indexOf(' '); space >= 0; space = text.indexOf(' ', from)) {
      if (space > from) {
        const stretch = text.slice(from, space)
        // Most words stand between spaces of one run and are of letters alone: nothing has to be put together for them.
        if (word.length > 0 || run.note || space - from >= longestPiece || !builder.simple(run, stretch)) word.push({ run, text: stretch })
      }
      if (word.length) {
        cutWord(word, builder)
        word = []
      }
      builder.space(run, space > 0 && isFigure(text.charCodeAt(space - 1)) && unitAt(text, space + 1))
      from = space + 1
    }
    if (text.length > from) word.push({ run, text: text.slice(from) })
  }
  if (word.length) cutWord(word, builder)
}

const otherSpace = /[\n\t]/
const otherSpaces = /[\n\t]/g
const simpleWord = /^[\p{L}\p{N}'’“”"‘(),.;:!?\u00a0]*$/u
const wordJoiner = '\u2060'

/** Whether a line can end nowhere within a word, as far as its letters and signs tell. */
const isSimple = (text: string): boolean => simpleWord.test(text)

/** Most code units shaped as one: a longer unbroken text is cut, so that hostile input stays bounded. */
const longestPiece = 200

function cutWord(word: { run: Run; text: string }[], builder: ItemBuilder): void {
  const whole = word.map(part => (part.run.note ? wordJoiner.repeat(part.text.length) : part.text)).join('')
  const opportunities = whole.length < longestPiece && isSimple(whole) ? none : opportunitiesIn(whole)
  let offset = 0
  for (const { run, text } of word) {
    let from = 0
    for (let i = 1; i <= text.length; i++) {
      const breaks = opportunities.has(offset + i) && !(run.whole && i < text.length)
      if (i < text.length && !breaks && i - from < longestPiece) continue
      builder.stretch(run, text.slice(from, i), breaks)
      from = i
    }
    offset += text.length
  }
}

const none: ReadonlySet<number> = new Set()

/** Where a line may end within an unbroken text, as UTF-16 indices: Unicode Annex 14, with our rules for addresses and units. */
export function opportunitiesIn(text: string): ReadonlySet<number> {
  const found = new Set<number>()
  const breaker = new LineBreaker(text)
  for (let next = breaker.nextBreak(); next; next = breaker.nextBreak())
    if (next.position < text.length && !insideUnit(text, next.position)) found.add(next.position)
  // An address may be broken after its punctuation, before what follows.
  if (/^(https?:\/\/|www\.)/.test(text))
    for (const match of text.matchAll(/[/.?&=_-]+(?=[^/.?&=_-])/g)) if (match.index > 7) found.add(match.index + match[0].length)
  return found
}

/** Annex 14 lets a line end after a slash; units and fractions such as W/m are not torn apart, long words are. */
function insideUnit(text: string, at: number): boolean {
  if (text[at - 1] !== '/') return false
  const before = /[\p{L}\p{N}]*$/u.exec(text.slice(0, at - 1))![0].length
  const after = /^[\p{L}\p{N}]*/u.exec(text.slice(at))![0].length
  return before < 5 || after < 5
}

interface EmitOptions {
  measure: number
  style: TextStyle
  indent: number
  last: boolean
  hang: boolean
}

/** The pieces of the line that is being set: where each begins, what it is, the run it belongs to, and the stretch before it. */
const places: number[] = []
const things: (Shape | FormulaBox)[] = []
const styles: PieceStyle[] = []
const stretches: number[] = []

/** What stands on a line, gathered in the lists of `places`, `things`, `styles` and `stretches`: how much, and how it measures, in points. */
interface Gathered {
  count: number
  natural: number
  /** Of the last piece. */
  tailWidth: number
  stretch: number
  above: number
  below: number
  notes: string[]
  anchors: string[]
  /** Whether all pieces look alike, as they do on most lines. */
  alike: boolean
}

/** Gathers the pieces between two breaks at their natural places. What is asserted here is so by how items are built: each box has a chunk. */
function gather(chunks: Chunk[], fonts: Fonts, start: number, end: number, indent: number): Gathered {
  let count = 0
  let tailWidth = 0
  let natural = indent
  let stretch = 0
  let above = 0
  let below = 0
  const notes: string[] = []
  const anchors: string[] = []
  let number = -1
  let firstPart = 0
  let lastPart = -1
  let measured: Run | null = null
  let alike = true
  for (let i = start; i < end; i++) {
    const payload = items.payload[i]!
    if (payload < 0) continue
    if (items.isGlue(i)) {
      const width = items.width[i + 1]! - items.width[i]!
      stretch += width
      natural += width
      continue
    }
    if (payload === number || !items.isBox(i)) continue
    number = payload
    const chunk = chunks[payload]!
    const { run, shape, part: formulaIndex } = chunk
    let { width } = chunk
    let thing: Shape | FormulaBox
    if (run.formula) {
      above = Math.max(above, run.formula.height * run.size)
      below = Math.max(below, run.formula.depth * run.size)
      // Parts that stand on one line are one formula again; a part at the end of its line leaves out the space after it.
      const whole = formulaIndex > 0 && chunks[payload - 1]!.run === run && lastPart === payload - 1 && count > 0
      lastPart = payload
      if (whole) {
        things[count - 1] = formulaPart(run.formula, firstPart, formulaIndex)
        natural += width
        tailWidth += width
        continue
      }
      firstPart = formulaIndex
      thing = formulaPart(run.formula, formulaIndex, formulaIndex)
    } else {
      if (run !== measured) {
        measured = run
        const face = fonts[run.face]
        above = Math.max(above, face.ascender * run.size * 0.8 + run.rise)
        below = Math.max(below, face.descender * run.size * 0.8 - run.rise)
        if (run.note && !notes.includes(run.note)) notes.push(run.note)
        if (run.anchor && !anchors.includes(run.anchor)) anchors.push(run.anchor)
      }
      thing = partOnLine(fonts, payload, shape!, start, end)
      if (thing !== shape) width = placeOf(thing, run, fonts) * run.size
    }
    // Places are natural first, then opened by the glue before them.
    places[count] = natural
    things[count] = thing
    styles[count] = chunk.style
    if (chunk.style !== styles[0]) alike = false
    stretches[count] = stretch
    count++
    natural += width
    tailWidth = width
  }
  // A line that ends within a formula ends with its relation.
  if (items.isPenalty(end) && items.before[end]! < 0) {
    natural += items.before[end]!
    tailWidth += items.before[end]!
  }
  return { count, natural, tailWidth, stretch, above, below, notes, anchors, alike }
}

/** Sets the items from `start` up to the break at `end` on a line of their own. */
function emit(chunks: Chunk[], fonts: Fonts, start: number, end: number, { measure, style, indent, last, hang }: EmitOptions): Line {
  const { count, natural, tailWidth, stretch, above, below, notes, anchors, alike } = gather(chunks, fonts, start, end, indent)
  const overLeft = hang && indent === 0 && count > 0 ? overhang(things[0]!, styles[0]!, 0) : 0
  const overRight = hang && count > 0 ? overhang(things[count - 1]!, styles[count - 1]!, -1) : 0
  const left = measure - natural + overLeft + overRight
  const justified = style.align === 'justified' && (!last || left < 0)
  const each = justified && stretch > 0 ? Math.max(left / stretch, -0.4) : 0
  const shift = style.align === 'centre' ? Math.max(0, left / 2) : style.align === 'right' ? Math.max(0, left) : -overLeft
  for (let i = 0; i < count; i++) places[i]! += shift + each * stretches[i]!
  const ends = count === 0 ? indent + shift : places[count - 1]! + tailWidth
  // Lists that were filled one by one have room to spare: copies have none.
  return new Line(places.slice(0, count), things.slice(0, count), styles.slice(0, alike ? Math.min(1, count) : count), {
    end: ends,
    above,
    below,
    notes,
    anchors,
    hyphenated: items.flagged[end] === 1,
  })
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
function overhang(thing: Shape | FormulaBox, style: PieceStyle, end: 0 | -1): number {
  if (!('glyphs' in thing) || style.rise !== 0) return 0
  const sign = thing.text.at(end)!
  const found = overhangs.find(([signs]) => signs.includes(sign))
  return found ? found[end === 0 ? 1 : 2] * thing.advances.at(end)! * style.size : 0
}

/** The part of a chunk between the hyphens at which its lines are broken; the hyphen is shaped with it. */
function partOnLine(fonts: Fonts, number: number, shape: Shape, start: number, end: number): Shape {
  const opened = start > 0 && items.flagged[start - 1] && items.payload[start - 1]! >> 8 === number ? items.payload[start - 1]! % 256 : 0
  const closed = items.flagged[end] && items.payload[end]! >> 8 === number ? items.payload[end]! % 256 : -1
  if (!opened && closed < 0) return shape
  const { text } = shape
  return fonts[shape.face].shape(closed < 0 ? text.slice(opened) : `${text.slice(opened, closed)}-`, shape.features)
}
