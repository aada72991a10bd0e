/** Runs of text as boxes, glue and penalties: cut at spaces, at run ends and at the break opportunities of Unicode Annex 14. */
import LineBreaker from 'linebreak'
import { partBegin, partCount, partEnd } from '../formulas/formulaParts.ts'
import type { FormulaDrawing } from '../formulas/typesetter.ts'
import type { TextStyle } from '../work/parts/houseStyle.ts'
import { forbidden, type Items } from './breakLines.ts'
import { pointsOf } from './divideWords.ts'
import type { Fonts, OpenFace, Shape } from './fonts.ts'
import type { Run } from './inline.ts'
import { type PieceStyle, pieceStyleOf } from './line.ts'

/** Break after a hyphen or dash the author typed. */
const openBreakCost = 20
/** Break after a relation of a formula: rather two stretched lines. */
const relationCost = 300
/** Break within what has no place to break. */
const needCost = 5000
/** Break between a figure and its unit. */
const unitCost = 1000
/** An unbroken stretch of one run: a text, or a part of a formula. Both are made alike, since the lines of all paragraphs are set from them. */
export type Chunk = {
  run: Run
  style: PieceStyle
  /** In points. */
  width: number
  /** Which part of its formula it is. */
  part: number
} & ({ shape: Shape; formula: null } | { shape: null; formula: FormulaDrawing })

export interface FillOptions {
  /** Lengths in points. */
  measure: number
  indent: number
  style: TextStyle
  hyphenate: boolean
  language: string
}

/** Fills items from the runs of a paragraph, words left whole. Payloads of boxes are numbers of the chunks that are returned. */
export function fillItems(items: Items, runs: Run[], fonts: Fonts, { measure, indent, style, hyphenate, language }: FillOptions): Chunk[] {
  items.clear()
  if (indent) items.box(indent, -1)
  const justified = style.align === 'justified'
  const builder = new ItemBuilder(items, fonts, justified, measure - Math.max(0, indent), justified && hyphenate ? language : '')
  cutRuns(runs, builder)
  items.glue(0, 1e5, 0, -1)
  items.penalty(-forbidden, 0, 0, false, -1)
  return builder.chunks
}

const graphemes = new Intl.Segmenter(undefined, { granularity: 'grapheme' })

/** Puts stretches of runs into items. What all stretches of a run have in common is found once for the run. */
class ItemBuilder {
  readonly chunks: Chunk[] = []
  private readonly items: Items
  private run: Run | null = null
  private style!: PieceStyle
  private face!: OpenFace
  private readonly fonts: Fonts
  private readonly stretches: boolean
  /** The least width of a line, and how much of it is taken by what stands since the last place where a line may end, in points. */
  private readonly room: number
  private unbroken = 0
  /** The language in which words may be divided; empty where they are not. */
  private readonly divides: string

  constructor(items: Items, fonts: Fonts, stretches: boolean, room: number, divides: string) {
    this.items = items
    this.fonts = fonts
    this.stretches = stretches
    this.room = room
    this.divides = divides
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
    if (this.chunks.length === 0 || this.items.isGlue(this.items.count - 1)) return
    this.begin(run)
    const width = this.face.shape(' ').width * run.size
    // A break here is one at the penalty: glue after a penalty is none.
    if (binds) this.items.penalty(unitCost, 0, 0, false, -1)
    this.unbroken = 0
    this.items.glue(width, this.stretches ? width * 0.5 : 0, this.stretches ? width * 0.333 : 0, 0)
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
    if (breaks) {
      this.items.penalty(openBreakCost, 0, 0, false, -1)
      this.unbroken = 0
    }
  }

  private text(run: Run, shape: Shape): void {
    const width = placeOf(shape, run, this.fonts) * run.size
    if (this.unbroken + width > this.room && !this.dividesWell(run, shape)) {
      // Wider than a line can be: it may end before this, and, where this alone is too wide, between any two letters.
      if (this.unbroken > 0) this.breakInNeed()
      const letters = width > this.room && !run.reserve ? [...graphemes.segment(shape.text)] : []
      if (letters.length > 1) {
        letters.forEach(({ segment }, index) => {
          if (index > 0) this.breakInNeed()
          this.text(run, this.face.shape(segment, run.features))
        })
        return
      }
    }
    this.unbroken += width
    this.items.box(width, this.chunks.length)
    this.chunks.push({ run, style: this.style, shape, formula: null, width, part: 0 })
  }

  /** Whether hyphens part a word into pieces that fit. */
  private dividesWell(run: Run, shape: Shape): boolean {
    if (!this.divides || !run.divisible) return false
    const points = pointsOf(shape, this.fonts, run.language ?? this.divides)
    const ends = [...points.map(({ sum }) => sum), shape.width]
    return points.length > 0 && ends.every((end, index) => (end - (ends[index - 1] ?? 0)) * run.size + run.size / 2 < this.room)
  }

  private breakInNeed(): void {
    this.items.penalty(needCost, 0, 0, false, -1)
    this.unbroken = 0
  }

  private formula(run: Run, formula: FormulaDrawing): void {
    const parts = partCount(formula)
    if (this.unbroken > 0 && this.unbroken + formula.width * run.size > this.room) this.breakInNeed()
    this.unbroken += formula.width * run.size
    for (let part = 0; part < parts; part++) {
      const begin = partBegin(formula, part)
      const next = part + 1 < parts ? partBegin(formula, part + 1) : formula.width
      const width = (next - begin) * run.size
      this.items.box(width, this.chunks.length)
      // Unbroken, the space after the relation is kept; a line that ends here ends with the relation.
      if (part + 1 < parts) this.items.penalty(relationCost, (partEnd(formula, part) - next) * run.size, 0, false, -1)
      this.chunks.push({ run, style: this.style, shape: null, formula, width, part })
    }
  }
}

/** Width in em of the place of a text: its own, or that of the widest text it must have room for. */
export const placeOf = (shape: Shape, run: Run, fonts: Fonts): number =>
  run.reserve ? Math.max(shape.width, ...run.reserve.map(text => fonts[run.face].shape(text, run.features).width)) : shape.width

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
    for (const match of text.matchAll(/[/.?&=_-](?=[^/.?&=_-])/g)) if (match.index > 7) found.add(match.index + 1)
  return found
}

/** Letters from which on a word beside a slash is no unit, in UTF-16 code units. */
const longestUnit = 5

/** Annex 14 lets a line end after a slash; units and fractions such as W/m are not torn apart, long words are. */
function insideUnit(text: string, at: number): boolean {
  if (text[at - 1] !== '/') return false
  const before = /[\p{L}\p{N}]*$/u.exec(text.slice(Math.max(0, at - 1 - longestUnit * 2), at - 1))![0].length
  const after = /^[\p{L}\p{N}]*/u.exec(text.slice(at, at + longestUnit * 2))![0].length
  return before < longestUnit || after < longestUnit
}
