/** Sets a paragraph: runs become boxes, glue and penalties, lines are broken, and every line is left with its pieces in place. */
import LineBreaker from 'linebreak'
import type { Node } from 'prosemirror-model'
import { formulaPart, partBegin, partCount, partEnd } from '../formulas/formulaParts.ts'
import type { FormulaBox } from '../formulas/typesetter.ts'
import type { TextStyle } from '../work/houseStyle.ts'
import { breakLines, fillLines, forbidden, Items } from './breakLines.ts'
import type { Fonts, Shape } from './fonts.ts'
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
const items = new Items()

/** An unbroken stretch of one run. */
interface Chunk {
  run: Run
  style: PieceStyle
  text: string
  shape: Shape | null
  width: number
  /** Which part of its formula it is. */
  part: number
}

export function setParagraph(runs: Run[], fonts: Fonts, options: ParagraphOptions): Line[] {
  const { measure, style } = options
  const justified = style.align === 'justified'
  const chunks = build(runs, fonts, options, justified && options.hyphenate)
  const breaks = justified ? totalFit(measure) : ragged(measure)
  const lines: Line[] = []
  let start = 0
  breaks.forEach((end, index) => {
    const last = index === breaks.length - 1
    lines.push(
      emit(chunks, fonts, start, end, {
        measure,
        style,
        indent: index === 0 ? options.indent : 0,
        last,
        hang: justified && options.opticalMargins === true,
      }),
    )
    start = items.lineStart(end)
  })
  return lines
}

function totalFit(measure: number): number[] {
  const scrap = measure * 0.06
  const plain = breakLines(items, measure, { tolerance: 100, emergency: 0, hyphenate: false, scrap })
  if (plain && !endsInScrap(plain, scrap)) return plain
  const hyphenated = breakLines(items, measure, { tolerance: 1000, emergency: 0, hyphenate: true, scrap })
  // A paragraph that could only end in a scrap of a line may divide words to avoid it.
  if (hyphenated && !(plain && endsInScrap(hyphenated, scrap))) return hyphenated
  // However loose: a line over the edge of the text is worse than any.
  return (
    plain ??
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

/** Fills the shared items from the runs. Payloads are chunk numbers; of hyphens, chunk number times 256 plus the UTF-16 index. */
function build(runs: Run[], fonts: Fonts, options: ParagraphOptions, hyphenate: boolean): Chunk[] {
  items.clear()
  const chunks: Chunk[] = []
  if (options.indent) items.box(options.indent, -1)
  const stretches = options.style.align === 'justified'
  let styled: Run | null = null
  let style: PieceStyle | null = null
  cutRuns(runs, (run, text, breaks, binds) => {
    if (run !== styled || !style) {
      styled = run
      style = pieceStyleOf(run)
    }
    if (text === ' ') {
      // Space at the start, and more than one space, is the author's slip and never printed.
      if (chunks.length === 0 || items.isGlue(items.count - 1)) return
      const width = fonts[run.face].shape(' ').width * run.size
      // A break here is one at the penalty: glue after a penalty is none.
      if (binds) items.penalty(unitCost, 0, 0, false, -1)
      items.glue(width, stretches ? width * 0.5 : 0, stretches ? width * 0.333 : 0, chunks.length)
      chunks.push({ run, style, text, shape: null, width, part: 0 })
      return
    }
    const number = chunks.length
    if (run.formula) {
      const parts = partCount(run.formula)
      for (let part = 0; part < parts; part++) {
        const begin = partBegin(run.formula, part)
        const next = part + 1 < parts ? partBegin(run.formula, part + 1) : run.formula.width
        const width = (next - begin) * run.size
        items.box(width, chunks.length)
        // Unbroken, the space after the relation is kept; a line that ends here ends with the relation.
        if (part + 1 < parts) items.penalty(relationCost, (partEnd(run.formula, part) - next) * run.size, 0, false, -1)
        chunks.push({ run, style, text, shape: null, width, part })
      }
    } else {
      const shape = fonts[run.face].shape(text, run.features)
      const width = placeOf(shape, run, fonts) * run.size
      chunks.push({ run, style, text, shape, width, part: 0 })
      if (hyphenate && run.divisible && text.length > 4) boxesWithHyphens(shape, run, number, fonts, run.language ?? options.language)
      else items.box(width, number)
    }
    if (breaks) items.penalty(openBreakCost, 0, 0, false, -1)
  })
  items.glue(0, 1e5, 0, -1)
  items.penalty(-forbidden, 0, 0, false, -1)
  return chunks
}

/** Width in em of the place of a text: its own, or that of the widest text it must have room for. */
const placeOf = (shape: Shape, run: Run, fonts: Fonts): number =>
  run.reserve ? Math.max(shape.width, ...run.reserve.map(text => fonts[run.face].shape(text, run.features).width)) : shape.width

interface HyphenPoint {
  at: number
  /** Width in em up to here, of the part before it with its hyphen, and of what comes after it. */
  sum: number
  before: number
  after: number
}
const hyphenPoints = new WeakMap<Shape, { language: string; points: HyphenPoint[] }>()

function pointsOf(shape: Shape, fonts: Fonts, language: string): HyphenPoint[] {
  const kept = hyphenPoints.get(shape)
  if (kept?.language === language) return kept.points
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
  hyphenPoints.set(shape, { language, points })
  return points
}

function boxesWithHyphens(shape: Shape, run: Run, number: number, fonts: Fonts, language: string): void {
  let sum = 0
  for (const point of pointsOf(shape, fonts, language)) {
    items.box((point.sum - sum) * run.size, number)
    sum = point.sum
    items.penalty(
      hyphenCost,
      (point.before - point.sum) * run.size,
      (point.after - (shape.width - point.sum)) * run.size,
      true,
      number * 256 + point.at,
    )
  }
  items.box((shape.width - sum) * run.size, number)
}

/** Takes an unbroken stretch of a run: whether a line may end after it, and whether it is a space between a figure and its unit. */
type TakeStretch = (run: Run, text: string, breaks: boolean, binds: boolean) => void

const isFigure = (code: number): boolean => code >= 48 && code <= 57
/** Signs of units of the SI and those used with it, with prefixes and powers, as one word. */
const unit =
  /(?:°[CFK]?|[%‰′″]|(?:[yzafpnµmcdhkMGTPE]|da)?(?:m|g|s|A|K|mol|cd|Hz|N|Pa|J|W|C|V|F|Ω|S|Wb|T|H|lm|lx|Bq|Gy|Sv|kat|l|L|t|eV|bar|Wh)|min|h|d|ha)[²³⁻¹0-9]*(?=[\s/·.,;:)]|$)/uy
function unitAt(text: string, at: number): boolean {
  unit.lastIndex = at
  return unit.test(text)
}

/** Cuts runs at spaces, at run ends and at the break opportunities of Unicode Annex 14. */
function cutRuns(runs: Run[], take: TakeStretch): void {
  let word: { run: Run; text: string }[] = []
  for (const run of runs) {
    let from = 0
    for (let i = 0; i <= run.text.length; i++) {
      const code = i < run.text.length ? run.text.charCodeAt(i) : -1
      const space = code === 32 || code === 10 || code === 9
      if (code >= 0 && !space) continue
      if (i > from) {
        const text = run.text.slice(from, i)
        // Most words stand between spaces of one run and are of letters alone: nothing has to be put together or looked up for them.
        if (space && word.length === 0 && !run.note && text.length < longestPiece && isSimple(text)) take(run, text, false, false)
        else word.push({ run, text })
      }
      if (space) {
        if (word.length) cutWord(word, take)
        word = []
        take(run, ' ', false, i > 0 && isFigure(run.text.charCodeAt(i - 1)) && unitAt(run.text, i + 1))
        from = i + 1
      }
    }
  }
  if (word.length) cutWord(word, take)
}

const simpleWord = /^[\p{L}\p{N}'’“”"‘(),.;:!?\u00a0]*$/u
const simpleSigns = Uint8Array.from({ length: 128 }, (_, code) => (simpleWord.test(String.fromCharCode(code)) ? 1 : 0))
const wordJoiner = '\u2060'

/** Whether a line can end nowhere within a word, as far as its letters and signs tell. */
function isSimple(text: string): boolean {
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    if (code >= 128) return simpleWord.test(text)
    if (!simpleSigns[code]) return false
  }
  return true
}

/** Most code units shaped as one: a longer unbroken text is cut, so that hostile input stays bounded. */
const longestPiece = 200

function cutWord(word: { run: Run; text: string }[], take: TakeStretch): void {
  const whole = word.map(part => (part.run.note ? wordJoiner.repeat(part.text.length) : part.text)).join('')
  const opportunities = whole.length < longestPiece && isSimple(whole) ? none : opportunitiesIn(whole)
  let offset = 0
  for (const { run, text } of word) {
    let from = 0
    for (let i = 1; i <= text.length; i++) {
      const breaks = opportunities.has(offset + i) && !(run.whole && i < text.length)
      if (i < text.length && !breaks && i - from < longestPiece) continue
      take(run, text.slice(from, i), breaks, false)
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

/** Sets the items from `start` up to the break at `end` on a line of their own. */
function emit(chunks: Chunk[], fonts: Fonts, start: number, end: number, { measure, style, indent, last, hang }: EmitOptions): Line {
  const places: number[] = []
  const things: (Shape | FormulaBox)[] = []
  const styles: PieceStyle[] = []
  const glues: number[] = []
  let tailWidth = 0
  let natural = indent
  let stretch = 0
  let above = 0
  let below = 0
  const notes: string[] = []
  const anchors: Node[] = []
  const hyphenated = items.flagged[end] === 1
  /** Places are natural first, then opened by the glue before them. */
  const add = (thing: Shape | FormulaBox, style: PieceStyle, width: number): void => {
    places.push(natural)
    things.push(thing)
    styles.push(style)
    glues.push(stretch)
    natural += width
    tailWidth = width
  }
  let number = -1
  let firstPart = 0
  let lastPart = -1
  for (let i = start; i < end; i++) {
    if (items.isGlue(i)) {
      if (items.payload[i]! < 0) continue
      const width = items.width[i + 1]! - items.width[i]!
      stretch += width
      natural += width
      continue
    }
    const payload = items.payload[i]!
    if (!items.isBox(i) || payload < 0 || payload === number) continue
    number = payload
    const { run, style: pieceStyle, shape, width, part: formulaIndex } = chunks[payload]!
    if (run.formula) {
      // Parts that stand on one line are one formula again; a part at the end of its line leaves out the space after it.
      if (formulaIndex > 0 && chunks[payload - 1]!.run === run && lastPart === payload - 1 && things.length) {
        things[things.length - 1] = formulaPart(run.formula, firstPart, formulaIndex)
        natural += width
        tailWidth += width
      } else {
        firstPart = formulaIndex
        add(formulaPart(run.formula, formulaIndex, formulaIndex), pieceStyle, width)
      }
      lastPart = payload
      above = Math.max(above, run.formula.height * run.size)
      below = Math.max(below, run.formula.depth * run.size)
      continue
    }
    const part = partOnLine(chunks, fonts, payload, shape!, start, end)
    above = Math.max(above, fonts[run.face].ascender * run.size * 0.8 + run.rise)
    below = Math.max(below, fonts[run.face].descender * run.size * 0.8 - run.rise)
    if (run.note && !notes.includes(run.note)) notes.push(run.note)
    if (run.anchor && !anchors.includes(run.anchor)) anchors.push(run.anchor)
    add(part, pieceStyle, placeOf(part, run, fonts) * run.size)
  }
  // A line that ends within a formula ends with its relation.
  if (items.isPenalty(end) && items.before[end]! < 0) {
    natural += items.before[end]!
    tailWidth += items.before[end]!
  }
  const overLeft = hang && indent === 0 ? overhang(things[0], styles[0], 0) : 0
  const overRight = hang ? overhang(things.at(-1), styles.at(-1), -1) : 0
  const left = measure - natural + overLeft + overRight
  const justified = style.align === 'justified' && (!last || left < 0)
  const each = justified && stretch > 0 ? Math.max(left / stretch, -0.4) : 0
  const shift = style.align === 'centre' ? Math.max(0, left / 2) : style.align === 'right' ? Math.max(0, left) : -overLeft
  for (let i = 0; i < places.length; i++) places[i]! += shift + each * glues[i]!
  const tail = places.length - 1
  return new Line(places, things, styles, {
    end: tail < 0 ? indent + shift : places[tail]! + tailWidth,
    above,
    below,
    notes,
    anchors,
    hyphenated,
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
function overhang(thing: Shape | FormulaBox | undefined, style: PieceStyle | undefined, end: 0 | -1): number {
  if (!thing || !style || !('glyphs' in thing) || style.rise !== 0) return 0
  const sign = thing.text.at(end)!
  const found = overhangs.find(([signs]) => signs.includes(sign))
  return found ? found[end === 0 ? 1 : 2] * thing.advances.at(end)! * style.size : 0
}

/** The part of a chunk between the hyphens at which its lines are broken; the hyphen is shaped with it. */
function partOnLine(chunks: Chunk[], fonts: Fonts, number: number, shape: Shape, start: number, end: number): Shape {
  const opened = start > 0 && items.flagged[start - 1] && items.payload[start - 1]! >> 8 === number ? items.payload[start - 1]! % 256 : 0
  const closed = items.flagged[end] && items.payload[end]! >> 8 === number ? items.payload[end]! % 256 : -1
  if (!opened && closed < 0) return shape
  const text = chunks[number]!.text
  return fonts[shape.face].shape(closed < 0 ? text.slice(opened) : `${text.slice(opened, closed)}-`, shape.features)
}
