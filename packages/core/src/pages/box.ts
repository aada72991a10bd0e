/** The material pages are made of: a strip of boxes and spaces, each with what it draws. All lengths in points; y grows downwards. */
import type { FormulaDrawing } from '../formulas/typesetter.ts'
import type { Lead } from '../type/inline.ts'
import type { Line } from '../type/line.ts'

/** Something drawn, placed from the top left corner of its box. */
export type Mark =
  | { kind: 'line'; x: number; baseline: number; line: Line; tag: Tag; within?: Structure }
  | { kind: 'formula'; x: number; baseline: number; formula: FormulaDrawing; size: number; source: string; within?: Structure }
  | { kind: 'rule'; x: number; y: number; width: number; height: number }
  | { kind: 'picture'; x: number; y: number; width: number; height: number; picture: string; alternative: string; within?: Structure }

/** What a line is in the structure of the document, for readers that listen to it. */
export type Tag =
  | 'Title'
  | `H${1 | 2 | 3 | 4 | 5 | 6}`
  | 'P'
  | 'LBody'
  | 'Caption'
  | 'TH'
  | 'TD'
  | 'Note'
  | 'TOCI'
  | 'Lbl'
  | 'Code'
  | 'Artifact'

/**
 * The structure elements a line stands in, from the outermost, each a standard tag, a space, and a key that is the element's own:
 * `['Table t', 'TR t 3', 'TD t 3 0']`. Behind a bar stand attributes of the element: `'TH t 0 1|Scope=Column ColSpan=2'`. Lines without it
 * stand in one element for their block and tag.
 */
export type Structure = readonly string[]

export interface Box {
  kind: 'box'
  height: number
  marks: Mark[]
  /** The identified block this stands for. */
  block: string
  /** Entries that begin in this box: they are on its page. */
  begins: readonly string[]
  /** Notes whose marks stand in it. */
  notes: readonly string[]
  /** What a page break after this box costs; Infinity forbids it. */
  breakAfter: number
  /** What a break just before it costs. */
  breakBefore: number
  /** Where the whole box leads, as an entry of a list does. */
  lead?: Lead
  /** A caption and its object, or a short table: may move to a later page when it does not fit where it stands. */
  float?: Float
  /** It is turned by a right angle: its marks stand in the frame that `turned.ts` tells of. */
  turned?: true
  /** The line of its page that it stands on, from 1. */
  pin?: number
  /** Why what should stand here could not be set; the box is a frame in its place. */
  failed?: string
  /** Set again at the head of a page that begins with this box: the head rows of a long table. */
  repeated?: Box[]
}
export interface Float {
  series: string
  /** Space above and below it, in points. */
  before: number
  after: number
  placement: FloatPlacement
  /** It stands over all columns of its page. */
  wide?: true
  /** It is set after its place in the text: behind what refers to it first, or behind one of its series that is. */
  late?: 'reference' | 'series'
}
/** Where a float may stand: where it is or at the head of a later page, at a head only, at a foot only, alone on a page. */
export type FloatPlacement = 'auto' | 'head' | 'foot' | 'page'
export interface Space {
  kind: 'space'
  height: number
}
/** Takes what its page has left. */
export interface Fill {
  kind: 'fill'
}
export type StripItem = Box | Space | Fill

/** A box in its place on a page, in points from the top left corner of the page. */
export interface Placed {
  x: number
  y: number
  box: Box
}

export const space = (height: number): Space => ({ kind: 'space', height })

const nothing: readonly string[] = Object.freeze([])

export function box(height: number, marks: Mark[], more: Partial<Box> = {}): Box {
  return { kind: 'box', height, marks, block: '', begins: nothing, notes: nothing, breakAfter: 0, breakBefore: 0, ...more }
}

const failedHeight = 24
const failedWidth = 120

/** A frame in the place of a block that could not be set, so that the rest of the work has its pages all the same. */
export function failedBox(block: string, reason: string): Box {
  const sides: [x: number, y: number, width: number, height: number][] = [
    [0, 0, failedWidth, 0.5],
    [0, failedHeight - 0.5, failedWidth, 0.5],
    [0, 0, 0.5, failedHeight],
    [failedWidth - 0.5, 0, 0.5, failedHeight],
  ]
  const marks = sides.map(([x, y, width, height]): Mark => ({ kind: 'rule', x, y, width, height }))
  return box(failedHeight, marks, { block, failed: reason })
}

/** The strip that `set` makes of a block, or a frame that says why there is none: nothing that fails takes another block down. */
export function settable<Item extends StripItem>(block: string, set: () => Item[]): (Item | Box)[] {
  try {
    return set()
  } catch (error) {
    return [failedBox(block, (error as Error).message || 'unknown')]
  }
}

/** Costs of page breaks, in the units of the page cost: 100 is a break no author would mind. */
export const costs = {
  // Dearer than the empty feet of ten pages: a line stands alone only where no break without one exists.
  widow: 20_000,
  orphan: 20_000,
  hyphen: 300,
  beforeDisplay: 1500,
  insideGroup: 1500,
  insideList: 60,
  insideTable: 400,
  floatDelay: 250,
  splitNote: 30_000,
  shortLastPage: 2500,
  /** Of one empty line at the foot; of several, times the square of their number. */
  emptyLine: 40,
}

/** Boxes for the lines of a text, one a line, on a grid of the given leading. */
export function lineBoxes(
  lines: Line[],
  options: { leading: number; size: number; x: number; tag: Tag; block: string; begins?: readonly string[]; within?: Structure },
): Box[] {
  const { leading, size, x, tag, block, within } = options
  const usualAbove = (leading - size) / 2 + size * 0.78
  const usualBelow = leading - usualAbove
  return lines.map((line, index) => {
    const above = Math.max(usualAbove, line.above + 1)
    const below = Math.max(usualBelow, line.below + 1)
    const breakAfter =
      index === lines.length - 1
        ? 0
        : (index === 0 ? costs.orphan : 0) + (index === lines.length - 2 ? costs.widow : 0) + (line.hyphenated ? costs.hyphen : 0)
    return box(above + below, [{ kind: 'line', x, baseline: above, line, tag, ...(within ? { within } : {}) }], {
      block,
      begins: index === 0 ? (options.begins ?? nothing) : nothing,
      notes: line.notes,
      breakAfter,
    })
  })
}
