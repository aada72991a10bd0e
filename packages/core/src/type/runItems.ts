/** Runs of text as boxes, glue and penalties: cut at spaces, at run ends and wherever lines may end. */
import { partBegin, partCount, partEnd } from '../formulas/formulaParts.ts'
import type { FormulaDrawing } from '../formulas/typesetter.ts'
import type { TextStyle } from '../work/parts/houseStyle.ts'
import { forbidden, type Items } from './breakLines.ts'
import { boxesWithHyphens, pointsAt, pointsOf } from './divideWords.ts'
import type { Fonts, HyphenPoint, OpenFace, Shape } from './fonts.ts'
import type { Exceptions } from './hyphenation.ts'
import type { Run } from './inline.ts'
import { type PieceStyle, pieceStyleOf } from './line.ts'
import { annex14, holdsAcross, isFigure, isSimple, isThai, opportunitiesIn, softHyphen, unitAt } from './lineEnds.ts'

/** Break after a hyphen or dash the author typed. */
const openBreakCost = 20
/** Break after a relation of a formula: rather two stretched lines. */
const relationCost = 300
/** Break within what has no place to break. */
const needCost = 5000
/** Break between a figure and its unit. */
const unitCost = 1000
/** By what share of its width a space may be opened and closed; a line that needs more is looser than it should be. */
export const spaceGives = { more: 0.5, less: 0.333 }

/** Payloads of glue: room between signs that has no space, and spaces, from one of level 0 (Unicode Annex 9) on. */
export const roomGlue = 0
export const spaceGlue = 1
/** Room between the signs of Chinese and Japanese, and how far it gives, in em: what spaces do for other scripts. */
const signRoom = { natural: 0.02, stretch: 0.12, shrink: 0.02 }
const ideographs = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\u3000-\u303f\uff00-\uffef]$/u

/** An unbroken stretch of one run: a text, or a part of a formula. Both are made alike, since the lines of all paragraphs are set from them. */
export type Chunk = {
  run: Run
  style: PieceStyle
  /** In points. */
  width: number
  /** Which part of its formula it is. */
  part: number
  /** Its author said where it may be divided. */
  divided?: true
} & ({ shape: Shape; formula: null } | { shape: null; formula: FormulaDrawing })

export interface FillOptions {
  /** Lengths in points. */
  measure: number
  indent: number
  style: TextStyle
  hyphenate: boolean
  /** By what share of their width words of justified lines may be widened or narrowed. */
  letterFit?: number | undefined
  /** Words may be divided where lines are ragged too. */
  divides?: boolean | undefined
  language: string
  exceptions: Exceptions
}

/** Fills items from the runs of a paragraph, words left whole. Payloads of boxes are numbers of the chunks that are returned. */
export function fillItems(
  items: Items,
  runs: Run[],
  fonts: Fonts,
  { measure, indent, style, hyphenate, divides = false, letterFit = 0, language, exceptions }: FillOptions,
): Chunk[] {
  items.clear(style.align === 'justified' ? letterFit : 0)
  if (indent) items.box(indent, -1)
  const justified = style.align === 'justified'
  const builder = new ItemBuilder(
    items,
    fonts,
    justified,
    measure - Math.max(0, indent),
    (justified || divides) && hyphenate ? language : '',
    exceptions,
  )
  cutRuns(runs, builder)
  items.glue(0, 1e5, 0, -1)
  items.penalty(-forbidden, 0, 0, 0, -1)
  return builder.chunks
}

/** What it costs to end a line at a space: nothing, as much as between a figure and its unit, or it cannot be. */
type Hold = 0 | typeof unitCost | typeof forbidden

const closes = /^[\p{Pe}\p{Po}]/u
/** A no-break space between words: it gives way as other spaces do, and no line ends there. */
const holdingSpace = /[^ \u00a0]\u00a0[^ \u00a0]/
const holdingSpaces = /(?<=[^ \u00a0])\u00a0(?=[^ \u00a0])/

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
  /** The last word, and the space that stands behind it: its run, and whether a figure and its unit are parted by it. */
  private before = ''
  private waiting: Run | null = null
  private unit = false
  /** The language in which words may be divided; empty where they are not. */
  private readonly divides: string

  private readonly exceptions: Exceptions

  constructor(items: Items, fonts: Fonts, stretches: boolean, room: number, divides: string, exceptions: Exceptions) {
    this.exceptions = exceptions
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

  /** A space, which is put down when it is known what follows; the first of several is. */
  wait(run: Run, unit: boolean): void {
    if (this.waiting) return
    this.waiting = run
    this.unit = unit
  }

  /** What follows the last word, and the space that waits. */
  between(after: string): void {
    const run = this.waiting
    if (run) {
      this.waiting = null
      this.space(run, holdsAcross(this.before, after) ? forbidden : this.unit ? unitCost : 0)
    }
    this.before = after
  }

  /** How a space holds what stands on its two sides: not at all, as a figure and its unit, or so that no line ends there. */
  space(run: Run, holds: Hold): void {
    // Space at the start, and more than one space, is the author's slip and never printed.
    if (this.chunks.length === 0 || this.items.isGlue(this.items.count - 1)) return
    this.begin(run)
    const width = this.face.shape(' ').width * run.size
    // A break here is one at the penalty: glue after a penalty is none.
    if (holds) this.items.penalty(holds, 0, 0, 0, -1)
    this.unbroken = holds === forbidden ? this.unbroken + width : 0
    this.items.glue(
      width,
      this.stretches ? width * spaceGives.more : 0,
      this.stretches ? width * spaceGives.less : 0,
      spaceGlue + (run.level ?? 0),
    )
  }

  /** A word of one run as it is drawn, where a line can end nowhere within it; null where it might. */
  simple(run: Run, text: string): Shape | null {
    this.begin(run)
    const shape = this.face.shape(text, run.features)
    return (shape.whole ??= isSimple(text) && !text.includes('\u00a0')) ? shape : null
  }

  /** `breaks` where a line may end after it. */
  stretch(run: Run, text: string, breaks: boolean): void {
    this.begin(run)
    if (run.formula) this.formula(run, run.formula)
    else if (run.reserve || !text.includes('\u00a0') || !holdingSpace.test(text)) this.word(run, text)
    else
      text.split(holdingSpaces).forEach((word, index) => {
        if (index > 0) this.space(run, forbidden)
        this.word(run, word)
      })
    if (!breaks) return
    this.unbroken = 0
    if (this.stretches && ideographs.test(text)) {
      const { natural, stretch, shrink } = signRoom
      this.items.glue(natural * run.size, stretch * run.size, shrink * run.size, roomGlue)
    } else this.items.penalty(isThai(text) ? 0 : openBreakCost, 0, 0, 0, -1)
  }

  /** A word in which its author may have said where it can be divided. */
  private word(run: Run, text: string): void {
    if (!text.includes(softHyphen)) {
      this.text(run, this.face.shape(text, run.features))
      return
    }
    const shape = this.face.shape(text.replaceAll(softHyphen, ''), run.features)
    const allowed = annex14(text)
    const places = [...text.matchAll(/\u00ad/g)].flatMap(({ index }, order) =>
      allowed.has(index + 1) && !closes.test(text.slice(index + 1)) ? [index - order] : [],
    )
    const points = pointsAt(
      shape,
      [...new Set(places)].filter(inner => inner > 0 && inner < shape.text.length),
      this.fonts,
    )
    if (!points.length || shape.incomplete || shape.text.length > 255 || !this.fits(points, shape, run)) {
      this.text(run, shape)
      return
    }
    if (this.unbroken > 0 && this.unbroken + points[0]!.sum * run.size > this.room) this.breakInNeed()
    this.unbroken = (shape.width - points.at(-1)!.sum) * run.size
    boxesWithHyphens(this.items, shape, run, this.chunks.length, points, 2)
    this.chunks.push({ run, style: this.style, shape, formula: null, width: shape.width * run.size, part: 0, divided: true })
  }

  /** A text in which no line ends, but in need. */
  text(run: Run, shape: Shape): void {
    this.begin(run)
    if (!(shape.incomplete && this.inSeveralFaces(run, shape))) this.inOneFace(run, shape)
  }

  private inOneFace(run: Run, shape: Shape): void {
    const width = placeOf(shape, run, this.fonts) * run.size
    if (this.unbroken + width > this.room && !this.dividesWell(run, shape)) {
      // Wider than a line can be: it may end before this, and, where this alone is too wide, between any two letters.
      if (this.unbroken > 0) this.breakInNeed()
      const letters = width > this.room && !run.reserve ? [...graphemes.segment(shape.text)] : []
      if (letters.length > 1) {
        letters.forEach(({ segment }, index) => {
          if (index > 0) this.breakInNeed()
          this.inOneFace(run, this.faceOf(shape).shape(segment, run.features))
        })
        return
      }
    }
    this.unbroken += width
    if (run.reserve) this.items.box(width, this.chunks.length)
    else this.items.word(width, this.chunks.length)
    this.chunks.push({ run, style: this.style, shape, formula: null, width, part: 0 })
  }

  /** The face that a text is shaped in: that of its run, or one that has what it lacks. */
  private faceOf({ face: name }: Shape): OpenFace {
    return this.face.fallbacks.find(face => face.name === name) ?? this.face
  }

  /** Parts a text between its face and the one that has what it lacks; false where that has none of it either. */
  private inSeveralFaces(run: Run, { text, face: name }: Shape): boolean {
    const { face } = this
    if (face.fallbacks.length === 0 || run.reserve || name !== face.name) return false
    const parts: { face: OpenFace; text: string }[] = []
    for (const { segment } of graphemes.segment(text)) {
      const has = [face, ...face.fallbacks].find(each => !each.shape(segment, run.features).incomplete) ?? face
      if (parts.at(-1)?.face === has) parts.at(-1)!.text += segment
      else parts.push({ face: has, text: segment })
    }
    if (parts.every(part => part.face === face)) return false
    for (const part of parts) this.inOneFace(run, part.face.shape(part.text, run.features))
    return true
  }

  /** Whether hyphens part a word into pieces that fit. */
  private dividesWell(run: Run, shape: Shape): boolean {
    if (!this.divides || !run.divisible) return false
    const points = pointsOf(shape, this.fonts, run.language ?? this.divides, this.exceptions)
    return points.length > 0 && this.fits(points, shape, run)
  }

  /** Whether each part of a text that is divided at all these points has room on a line. */
  private fits(points: readonly HyphenPoint[], shape: Shape, run: Run): boolean {
    const ends = [...points.map(({ sum }) => sum), shape.width]
    return ends.every((end, index) => (end - (ends[index - 1] ?? 0)) * run.size + run.size / 2 < this.room)
  }

  private breakInNeed(): void {
    this.items.penalty(needCost, 0, 0, 0, -1)
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
      if (part + 1 < parts) this.items.penalty(relationCost, (partEnd(formula, part) - next) * run.size, 0, 0, -1)
      this.chunks.push({ run, style: this.style, shape: null, formula, width, part })
    }
  }
}

/** Width in em of the place of a text: its own, or that of the widest text it must have room for. */
export const placeOf = (shape: Shape, run: Run, fonts: Fonts): number =>
  run.reserve ? Math.max(shape.width, ...run.reserve.map(text => fonts[run.face].shape(text, run.features).width)) : shape.width

/** Cuts runs at spaces, at run ends and at the break opportunities of Unicode Annex 14. */
function cutRuns(runs: Run[], builder: ItemBuilder): void {
  /** The stretches of several runs, or of unusual signs, that no space parts. */
  let word: Stretch[] = []
  for (const run of runs) {
    const text = otherSpace.test(run.text) ? run.text.replace(otherSpaces, ' ') : run.text
    let from = 0
    for (let at = text.indexOf(' '); at >= 0; at = text.indexOf(' ', from)) {
      if (at > from) {
        const stretch = text.slice(from, at)
        // Most words stand between spaces of one run and are of letters alone: nothing has to be put together for them.
        const shape = word.length === 0 && !run.note && at - from < longestPiece ? builder.simple(run, stretch) : null
        if (shape) {
          builder.between(stretch)
          builder.text(run, shape)
        } else word.push({ run, text: stretch })
      }
      if (word.length) {
        cutWord(word, builder)
        word = []
      }
      builder.wait(run, at > 0 && isFigure(text.charCodeAt(at - 1)) && unitAt(text, at + 1))
      from = at + 1
    }
    if (text.length > from) word.push({ run, text: text.slice(from) })
  }
  if (word.length) cutWord(word, builder)
  builder.between('')
}

/** Breaks and tabs that were typed or pasted are spaces. */
const otherSpace = /[\t-\r\u0085\u2028\u2029]/
const otherSpaces = /[\t-\r\u0085\u2028\u2029]/g
/** Most code units shaped as one: a longer unbroken text is cut, so that hostile input stays bounded. */
const longestPiece = 200

const wordJoiner = '\u2060'

interface Stretch {
  run: Run
  text: string
}

/** A word of several runs; a note mark belongs to what stands before it. */
const wholeOf = (word: readonly Stretch[]): string =>
  word.map(part => (part.run.note ? wordJoiner.repeat(part.text.length) : part.text)).join('')

function cutWord(word: readonly Stretch[], builder: ItemBuilder): void {
  const whole = wholeOf(word)
  builder.between(whole)
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
