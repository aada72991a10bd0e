/** Sets a paragraph: runs become boxes, glue and penalties, lines are broken, and every line is left with its pieces in place. */
import type { TextStyle } from '../work/parts/houseStyle.ts'
import { breakLines, fillLines, Items } from './breakLines.ts'
import { divideWords } from './divideWords.ts'
import type { Fonts } from './fonts.ts'
import { type Exceptions, exceptionsIn } from './hyphenation.ts'
import type { Run } from './inline.ts'
import type { Line } from './line.ts'
import { fillItems } from './runItems.ts'
import { setLine } from './setLine.ts'
import { directed } from './writingDirection.ts'

export interface ParagraphOptions {
  measure: number
  style: TextStyle
  /** Indent of the first line in points. */
  indent: number
  hyphenate: boolean
  /** By what share of their width words of justified lines may be widened or narrowed. */
  letterFit?: number
  /** Words may be divided where lines are ragged too, if whole ones leave lines too empty. */
  divides?: boolean
  /** Words divided otherwise than their language does. */
  exceptions?: Exceptions
  /** Signs hang over the edges of justified text. */
  opticalMargins?: boolean
  language: string
}

/** The items of a paragraph with words left whole, and with divided ones, which few paragraphs need; both are used for paragraph after paragraph. */
const wholeItems = new Items()
const dividedItems = new Items()

const noExceptions = exceptionsIn('')

export function setParagraph(given: Run[], fonts: Fonts, options: ParagraphOptions): Line[] {
  const turned = directed(given, options.language)
  const runs = turned?.runs ?? given
  const direction = turned ? (turned.leftward ? 'leftward' : 'mixed') : undefined
  const { style } = options
  // Indents that leave no width at all leave that of a letter or two.
  const measure = Math.max(options.measure, style.size * 2)
  const justified = style.align === 'justified'
  const { exceptions = noExceptions } = options
  const chunks = fillItems(wholeItems, runs, fonts, { ...options, exceptions, measure })
  const divided = (): Items => {
    if (!options.hyphenate) return wholeItems
    divideWords(dividedItems, wholeItems, chunks, fonts, { language: options.language, exceptions })
    return dividedItems
  }
  const { items, breaks } = justified
    ? totalFit(measure, divided)
    : options.divides && options.hyphenate
      ? dividedRagged(measure, divided)
      : { items: wholeItems, breaks: ragged(measure) }
  const hang = justified && options.opticalMargins === true
  const lines: Line[] = []
  let start = 0
  for (let index = 0; index < breaks.length; index++) {
    const end = breaks[index]!
    const indent = index === 0 ? options.indent : 0
    lines.push(
      setLine({ items, chunks, fonts }, start, end, { measure, style, indent, last: index === breaks.length - 1, hang, direction }),
    )
    start = items.lineStart(end)
  }
  return lines
}

/** `divided` gives the items with hyphens in them; it is asked for only where whole words do not fill the lines well. */
function totalFit(measure: number, divided: () => Items): { items: Items; breaks: number[] } {
  const scrap = measure * 0.06
  const whole = breakLines(wholeItems, measure, { tolerance: 100, emergency: 0, hyphenate: false, scrap })
  if (whole && !endsInScrap(wholeItems, whole, scrap)) return { items: wholeItems, breaks: whole }
  const items = divided()
  const hyphenated = breakLines(items, measure, { tolerance: 1000, emergency: 0, hyphenate: true, scrap })
  // A paragraph that could only end in a scrap of a line may divide words to avoid it.
  if (hyphenated && !(whole && endsInScrap(items, hyphenated, scrap))) return { items, breaks: hyphenated }
  if (whole) return { items: wholeItems, breaks: whole }
  // However loose: a line over the edge of the text is worse than any.
  const loose = breakLines(items, measure, { tolerance: Number.POSITIVE_INFINITY, emergency: measure * 0.1, hyphenate: true, scrap })
  return { items, breaks: loose ?? fillLines(items, measure) }
}

const endsInScrap = (items: Items, breaks: number[], scrap: number): boolean => breaks.length > 1 && lastWidth(items, breaks) < scrap

/** Shares of the measure: a last line below the first is a scrap; lines are shortened down to the second to give it company. */
const scrapShare = 0.2
const shortestShare = 0.72

/** Every line takes what it can, but for a last line of a word or two: then all are a little shorter, in as many lines. */
function ragged(measure: number): number[] {
  const full = fillLines(wholeItems, measure)
  if (full.length < 2 || lastWidth(wholeItems, full) >= measure * scrapShare) return full
  for (let share = 0.98; share >= shortestShare; share -= 0.02) {
    const shorter = fillLines(wholeItems, measure * share)
    if (shorter.length > full.length) break
    if (lastWidth(wholeItems, shorter) >= measure * scrapShare) return shorter
  }
  return full
}

/** Share of the measure below which a line is too empty for words to stay whole. */
const emptyShare = 0.6

/** Words stay whole where that leaves no line very empty and none too long. */
function dividedRagged(measure: number, divided: () => Items): { items: Items; breaks: number[] } {
  const breaks = ragged(measure)
  let start = 0
  const well = breaks.every((end, index) => {
    const width = wholeItems.width[end]! - wholeItems.width[start]!
    start = wholeItems.lineStart(end)
    return width <= measure + 0.01 && (width >= measure * emptyShare || index === breaks.length - 1)
  })
  if (well) return { items: wholeItems, breaks }
  const items = divided()
  return { items, breaks: fillLines(items, measure, true) }
}

/** Width of the last line, without the glue that ends a paragraph. */
const lastWidth = (items: Items, breaks: number[]): number => items.width[breaks.at(-1)!]! - items.width[items.lineStart(breaks.at(-2)!)]!
