/** Runs of text as boxes, glue and penalties: cut at spaces, at run ends and at the break opportunities of Unicode Annex 14. */
import LineBreaker from 'linebreak'
import { partBegin, partCount, partEnd } from '../formulas/formulaParts.ts'
import type { FormulaDrawing } from '../formulas/typesetter.ts'
import type { TextStyle } from '../work/parts/houseStyle.ts'
import { forbidden, type Items } from './breakLines.ts'
import { boxesWithHyphens, pointsAt, pointsOf } from './divideWords.ts'
import type { Fonts, HyphenPoint, OpenFace, Shape } from './fonts.ts'
import type { Exceptions } from './hyphenation.ts'
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
  /** Its author said where it may be divided. */
  divided?: true
} & ({ shape: Shape; formula: null } | { shape: null; formula: FormulaDrawing })

export interface FillOptions {
  /** Lengths in points. */
  measure: number
  indent: number
  style: TextStyle
  hyphenate: boolean
  language: string
  exceptions: Exceptions
}

/** Fills items from the runs of a paragraph, words left whole. Payloads of boxes are numbers of the chunks that are returned. */
export function fillItems(
  items: Items,
  runs: Run[],
  fonts: Fonts,
  { measure, indent, style, hyphenate, language, exceptions }: FillOptions,
): Chunk[] {
  items.clear()
  if (indent) items.box(indent, -1)
  const justified = style.align === 'justified'
  const builder = new ItemBuilder(
    items,
    fonts,
    justified,
    measure - Math.max(0, indent),
    justified && hyphenate ? language : '',
    exceptions,
  )
  cutRuns(runs, builder)
  items.glue(0, 1e5, 0, -1)
  items.penalty(-forbidden, 0, 0, 0, -1)
  return builder.chunks
}

/** What it costs to end a line at a space: nothing, as much as between a figure and its unit, or it cannot be. */
type Hold = 0 | typeof unitCost | typeof forbidden

const softHyphen = '\u00ad'
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
    this.items.glue(width, this.stretches ? width * 0.5 : 0, this.stretches ? width * 0.333 : 0, 0)
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
    if (breaks) {
      this.items.penalty(openBreakCost, 0, 0, 0, -1)
      this.unbroken = 0
    }
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
    if (!points.length || shape.text.length > 255 || !this.fits(points, shape, run)) {
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

const comma = 44
const stop = 46
/** Letters of the Latin alphabet and figures, which most words begin and end with. */
const isPlain = (code: number): boolean =>
  (code >= 97 && code <= 122) || (code >= 65 && code <= 90) || isFigure(code) || (code >= 0xc0 && code < 0x250)
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
/** Letters and digits, signs that belong to them, an opening bracket that begins or stands in a word, and at its end whatever closes. */
const simpleWord = /^(?:[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}0-9'’“”"‘,.;:)\u00a0]|(?<![),.;:])\()*[!?)”’"'.,;:]*$/u
const plainWord = /^[A-Za-z\u00c0-\u024f0-9'’,.\u00a0]*$/
const wordJoiner = '\u2060'

/** Whether a line can end nowhere within a word, as far as its letters and signs tell. */
const isSimple = (text: string): boolean => plainWord.test(text) || simpleWord.test(text)

/** Most code units shaped as one: a longer unbroken text is cut, so that hostile input stays bounded. */
const longestPiece = 200

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

/** Where a line may end within an unbroken text, as UTF-16 indices: Unicode Annex 14, with our rules for addresses, units and dashes. */
export function opportunitiesIn(text: string): ReadonlySet<number> {
  const found = new Set<number>()
  const address = /^(?:https?:\/\/|www\.)/.exec(text)?.[0].length ?? 0
  for (const at of annex14(text))
    if (at > address && !insideUnit(text, at) && !beforeDash(text, at) && !signOf(text, at) && text[at - 1] !== softHyphen) found.add(at)
  // An address may be broken after its punctuation, before what follows.
  if (address) for (const { index } of text.matchAll(/[/.?&=_-](?=[^/.?&=_-])/g)) if (index >= address) found.add(index + 1)
  return found
}

/** Brackets of East Asian writing are as wide as a letter; a line may end before them after any letter or sign (Annex 14, rule 30). */
const wideOpening =
  /(?<=[\p{L}\p{N}\p{Sc}\p{Sm}\p{So}#%§/,.;:!?\u200d]\p{M}*)[\u2329\u3008\u300a\u300c\u300e\u3010\u3014\u3016\u3018\u301a\uff08\uff3b\uff5b\uff5f\uff62]/gu

/** Signs of money and shares hold brackets, and brackets them, where a number stands in between (rule 25). */
const noNumber = /(?<=[%‰€£$¥\\]\p{M}*)[({[](?![\p{N}])|(?<=(?<!\p{N}[^(){}[\]]*)[)}\]]\p{M}*)[%‰€£$¥]/gu

function annex14(text: string): Set<number> {
  const found = new Set<number>()
  const breaker = new LineBreaker(text)
  for (let next = breaker.nextBreak(); next; next = breaker.nextBreak()) if (next.position < text.length) found.add(next.position)
  for (const { index } of text.matchAll(wideOpening)) found.add(index)
  for (const { index } of text.matchAll(noNumber)) found.add(index)
  return found
}

const written = String.raw`[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}0-9.,;:!?)”’»…]`
const endsWritten = new RegExp(`${written}$`, 'u')
/** No line begins with a dash that joins or parts words; one with a figure or letter behind it may be a sign. */
const beforeDash = (text: string, at: number): boolean => /^[–—―]/.test(text.slice(at, at + 1)) && endsWritten.test(text.slice(0, at))
/** A dash before a figure, at the begin of a word, is its sign. */
const signOf = (text: string, at: number): boolean => at === 1 && /^–\p{N}/u.test(text)
const dash = /^(?:[—―]|–(?![\p{L}\p{N}]))/u
const letter = /^[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}0-9]/u
const opens = /[\p{Ps}\p{Pi}\p{Pf}"']\p{M}*$/u

/** Letters of a word that are looked at beside a space, in UTF-16 code units. */
const farthest = 24

/** Whether no line ends at a space between two words: before what closes or parts, after what opens (Annex 14, rules 13 to 17), before a dash. */
function holdsAcross(before: string, after: string): boolean {
  if (!before || !after) return false
  const first = after.charCodeAt(0)
  const last = before.charCodeAt(before.length - 1)
  if ((isPlain(first) && (isPlain(last) || last === comma || last === stop)) || (letter.test(after) && !opens.test(before))) return false
  const word = before.replace(/\u2060+$/, '')
  if (dash.test(after) && endsWritten.test(word)) return true
  // Within guillemets there are spaces in some languages.
  if (/^[»›](?![\p{L}\p{N}])/u.test(after) || /(?:^|[\p{Ps}\s])[«‹]$/u.test(word)) return true
  // A quotation mark at the end of a word closes: only one that stands at the begin of what follows opens.
  if (/\p{Ps}/u.test(after[0]!) && /[^\p{Ps}"'“‘«‹„‚]["'”’»›]$/u.test(word)) return false
  const text = `${word.slice(-farthest)} ${after.slice(0, farthest)}`
  return !annex14(text).has(Math.min(word.length, farthest) + 1)
}

/** Letters from which on a word beside a slash is no unit, in UTF-16 code units. */
const longestUnit = 5

/** Annex 14 lets a line end after a slash; units and fractions such as W/m are not torn apart, long words are. */
function insideUnit(text: string, at: number): boolean {
  if (text[at - 1] !== '/') return false
  const before = /[\p{L}\p{N}]*$/u.exec(text.slice(Math.max(0, at - 1 - longestUnit * 2), at - 1))![0].length
  const after = /^[\p{L}\p{N}]*/u.exec(text.slice(at, at + longestUnit * 2))![0].length
  return before > 0 && after > 0 && (before < longestUnit || after < longestUnit)
}
