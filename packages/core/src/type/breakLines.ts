/**
 * Total-fit line breaking: D. E. Knuth and M. F. Plass, “Breaking Paragraphs into Lines”, Software: Practice and Experience 11
 * (1981). Boxes, glue and penalties; the lines of a paragraph are chosen together, with the fewest demerits.
 *
 * Assertions stay in this file: its lists are as long as the items are, which the types of JavaScript's arrays cannot say, and asking
 * at each of millions of readings would be the cost of the stage.
 */

enum Kind {
  box,
  glue,
  penalty,
}

/** A copy of a list with room for more. */
function longer<A extends { set(from: ArrayLike<number>): void }>(make: new (n: number) => A, from: ArrayLike<number>, n: number): A {
  const to = new make(n)
  to.set(from)
  return to
}

/** A penalty at or above this never breaks, at or below its negative always does. */
export const forbidden = 10_000

/** A paragraph as boxes, glue and penalties, in growing typed arrays that are reused from paragraph to paragraph. Widths in points. */
export class Items {
  count = 0
  private kinds = new Uint8Array(1024)
  /** Sums of width, stretch and shrink of everything before an item. */
  width = new Float64Array(1025)
  stretch = new Float64Array(1025)
  shrink = new Float64Array(1025)
  cost = new Float64Array(1024)
  /** Width set before a break at this penalty (a hyphen), and taken from the line after it. */
  before = new Float64Array(1024)
  after = new Float64Array(1024)
  /** 1 where a word is divided, 2 where its author said that it may be. */
  flagged = new Uint8Array(1024)
  /** What the caller put with the item. */
  payload = new Int32Array(1024)

  /** By what share of their width words may be widened or narrowed, to even the spaces. */
  letterFit = 0

  clear(letterFit = 0): void {
    this.count = 0
    this.letterFit = letterFit
  }
  /** Something that stays as wide as it is. */
  box(width: number, payload: number): void {
    this.push(Kind.box, width, 0, 0, 0, 0, 0, 0, payload)
  }
  /** A word, or a part of one. */
  word(width: number, payload: number): void {
    const gives = width * this.letterFit
    this.push(Kind.box, width, gives, gives, 0, 0, 0, 0, payload)
  }
  glue(width: number, stretch: number, shrink: number, payload: number): void {
    this.push(Kind.glue, width, stretch, shrink, 0, 0, 0, 0, payload)
  }
  penalty(cost: number, before: number, after: number, flagged: 0 | 1 | 2, payload: number): void {
    this.push(Kind.penalty, 0, 0, 0, cost, before, after, flagged, payload)
  }
  /** Adds an item of another paragraph as it is. */
  copy(from: Items, i: number): void {
    this.push(
      from.kinds[i]!,
      from.width[i + 1]! - from.width[i]!,
      from.stretch[i + 1]! - from.stretch[i]!,
      from.shrink[i + 1]! - from.shrink[i]!,
      from.cost[i]!,
      from.before[i]!,
      from.after[i]!,
      from.flagged[i]!,
      from.payload[i]!,
    )
  }
  isGlue(i: number): boolean {
    return this.kinds[i] === Kind.glue
  }
  isBox(i: number): boolean {
    return this.kinds[i] === Kind.box
  }
  isPenalty(i: number): boolean {
    return this.kinds[i] === Kind.penalty
  }
  /** A break may stand at glue after a box, and at any penalty that does not forbid it. */
  mayBreak(i: number): boolean {
    const kind = this.kinds[i]
    return kind === Kind.glue ? i > 0 && this.kinds[i - 1] === Kind.box : kind === Kind.penalty && this.cost[i]! < forbidden
  }
  /** The first item that is set on the line after a break at `i`. */
  lineStart(i: number): number {
    let start = this.isPenalty(i) ? i + 1 : i
    while (start < this.count && this.kinds[start] === Kind.glue) start++
    return start
  }

  private push(
    kind: Kind,
    width: number,
    stretch: number,
    shrink: number,
    cost: number,
    before: number,
    after: number,
    flagged: number,
    payload: number,
  ): void {
    const i = this.count
    if (i + 1 >= this.kinds.length) this.grow()
    if (i === 0) this.width[0] = this.stretch[0] = this.shrink[0] = 0
    this.kinds[i] = kind
    this.width[i + 1] = this.width[i]! + width
    this.stretch[i + 1] = this.stretch[i]! + stretch
    this.shrink[i + 1] = this.shrink[i]! + shrink
    this.cost[i] = cost
    this.before[i] = before
    this.after[i] = after
    this.flagged[i] = flagged
    this.payload[i] = payload
    this.count = i + 1
  }
  private grow(): void {
    const size = this.kinds.length * 2
    this.kinds = longer(Uint8Array, this.kinds, size)
    this.width = longer(Float64Array, this.width, size + 1)
    this.stretch = longer(Float64Array, this.stretch, size + 1)
    this.shrink = longer(Float64Array, this.shrink, size + 1)
    this.cost = longer(Float64Array, this.cost, size)
    this.before = longer(Float64Array, this.before, size)
    this.after = longer(Float64Array, this.after, size)
    this.flagged = longer(Uint8Array, this.flagged, size)
    this.payload = longer(Int32Array, this.payload, size)
  }
}

const linePenalty = 10
const consecutiveHyphens = 6000
/** A third hyphen and every further one at the ends of lines in a row. */
const ladder = 240_000
/** A last line that goes on with a word, and one that is the rest of a word alone. */
const lastHyphen = 5000
const lastRest = 25_000
const fitnessJump = 3000
const scrapDemerits = 20_000

/** Feasible breaks, each with the best one before it, in growing lists that are reused from paragraph to paragraph. */
class Candidates {
  count = 0
  /** The item it stands at, −1 for the start of the paragraph. */
  at = new Int32Array(512)
  fitness = new Uint8Array(512)
  /** How many lines in a row end with a hyphen there; two stand for more. */
  row = new Uint8Array(512)
  demerits = new Float64Array(512)
  /** Sums of everything before the line that begins after it. */
  width = new Float64Array(512)
  stretch = new Float64Array(512)
  shrink = new Float64Array(512)
  /** The candidate the line before it begins after, −1 for none. */
  previous = new Int32Array(512)

  /** Its number. */
  add(at: number, fitness: number, demerits: number, width: number, stretch: number, shrink: number, previous: number): number {
    const i = this.count
    if (i >= this.at.length) this.grow()
    this.at[i] = at
    this.fitness[i] = fitness
    this.demerits[i] = demerits
    this.width[i] = width
    this.stretch[i] = stretch
    this.shrink[i] = shrink
    this.previous[i] = previous
    this.row[i] = 0
    this.count = i + 1
    return i
  }
  private grow(): void {
    const size = this.at.length * 2
    this.at = longer(Int32Array, this.at, size)
    this.fitness = longer(Uint8Array, this.fitness, size)
    this.row = longer(Uint8Array, this.row, size)
    this.demerits = longer(Float64Array, this.demerits, size)
    this.width = longer(Float64Array, this.width, size)
    this.stretch = longer(Float64Array, this.stretch, size)
    this.shrink = longer(Float64Array, this.shrink, size)
    this.previous = longer(Int32Array, this.previous, size)
  }
}
const candidates = new Candidates()

export interface BreakLimits {
  /** Largest badness a line may have (100 is glue stretched by the whole of its stretch). */
  tolerance: number
  /** Extra stretch given to every line, in points, where nothing else helps. */
  emergency: number
  /** False leaves hyphenation points out, but for those of the author. */
  hyphenate: boolean
  /** A last line shorter than this, in points, is a scrap. */
  scrap: number
}

/** Candidates from which a line may still begin, in the order of their places, and how many they are. */
const active: number[] = []
let running = 0
/**
 * For the break at hand, by fitness, and for a hyphen after a hyphen by fitness again: the candidate from which the line that ends there
 * has the fewest demerits, and how many.
 */
const best = new Array<number>(8).fill(-1)
const least = new Float64Array(8)
/** Where those of a hyphen after a hyphen begin. */
const inRow = 4

/** Break positions (item indices, the last one the end) with the fewest demerits, or null where none keep the limits. */
export function breakLines(items: Items, measure: number, limits: BreakLimits): number[] | null {
  candidates.count = 0
  active[0] = candidates.add(-1, 1, 0, 0, 0, 0, -1)
  running = 1
  for (let i = 0; i < items.count; i++) {
    if (!items.mayBreak(i) || (items.flagged[i] === 1 && !limits.hyphenate)) continue
    if (findLinesTo(i, items, measure, limits)) addCandidates(i, items)
    if (running === 0) return null
  }
  let end = active[0]!
  for (let k = 1; k < running; k++) if (candidates.demerits[active[k]!]! < candidates.demerits[end]!) end = active[k]!
  const breaks: number[] = []
  for (let at = end; candidates.previous[at]! >= 0; at = candidates.previous[at]!) breaks.push(candidates.at[at]!)
  return breaks.reverse()
}

/** Finds the best lines that end with a break at an item, and takes candidates from which no line can end any more off the active ones. */
function findLinesTo(i: number, items: Items, measure: number, { tolerance, emergency, scrap }: BreakLimits): boolean {
  const penalty = items.isPenalty(i)
  const cost = penalty ? items.cost[i]! : 0
  const forced = cost <= -forbidden
  const hyphen = items.flagged[i]! > 0
  const width = items.width[i]! + (penalty ? items.before[i]! : 0)
  const stretchHere = items.stretch[i]! + emergency
  const shrinkHere = items.shrink[i]!
  let feasible = false
  let still = 0
  for (let k = 0; k < running; k++) {
    const from = active[k]!
    const space = measure - (width - candidates.width[from]!)
    const ratio = ratioOf(space, stretchHere - candidates.stretch[from]!, shrinkHere - candidates.shrink[from]!)
    // Those from which a later line can still end stay, in their order.
    if (ratio >= -1 && !forced) active[still++] = from
    else if (running === 1 && emergency > 0 && ratio < -1) {
      // Nothing else is left: a box wider than the measure stands alone rather than losing the paragraph.
      if (!feasible) feasible = clear()
      best[0] = from
      least[0] = candidates.demerits[from]! + 1e8
      continue
    }
    if (ratio < -1) continue
    const badness = 100 * Math.abs(ratio * ratio * ratio)
    if (badness > tolerance) {
      // A line that begins later is shorter still, and looser: those after this one stay as they are.
      if (ratio > 0 && !forced) {
        while (++k < running) active[still++] = active[k]!
      }
      continue
    }
    if (!feasible) feasible = clear()
    const fitness = fitnessOf(ratio)
    let sum = candidates.demerits[from]! + (linePenalty + badness) * (linePenalty + badness)
    const begins = candidates.at[from]!
    if (cost > 0) sum += cost * cost
    if (hyphen && candidates.row[from]! > 0) sum += candidates.row[from]! > 1 ? ladder : consecutiveHyphens
    if (forced && begins >= 0 && items.flagged[begins]) sum += holdsSpace(items, begins + 1, i - 1) ? lastHyphen : lastRest
    if (Math.abs(fitness - candidates.fitness[from]!) > 1) sum += fitnessJump
    if (forced && begins >= 0 && items.width[i]! - candidates.width[from]! < scrap) sum += scrapDemerits
    const slot = hyphen && candidates.row[from]! > 0 ? fitness + inRow : fitness
    if (sum < least[slot]!) {
      least[slot] = sum
      best[slot] = from
    }
  }
  running = still
  return feasible
}

/** Whether there is a space between words among the items from one up to another; one behind the last word is none. */
function holdsSpace(items: Items, from: number, to: number): boolean {
  let end = to
  while (end > from && items.isGlue(end - 1)) end--
  for (let i = from; i < end; i++) if (items.isGlue(i)) return true
  return false
}

/** The share of its stretch, or as a negative number of its shrink, that a line takes to fill the measure. */
function ratioOf(space: number, stretch: number, shrink: number): number {
  if (space >= 0) return stretch > 0 ? space / stretch : space > 0.01 ? Infinity : 0
  return shrink > 0 ? space / shrink : space < -0.01 ? -Infinity : 0
}

/** Tight, decent, loose or very loose: lines beside each other should not be far apart. */
const fitnessOf = (ratio: number): number => (ratio < -0.5 ? 0 : ratio <= 0.5 ? 1 : ratio <= 1 ? 2 : 3)

/** Makes the best lines to a break the candidates from which the next lines begin, but for those that nothing to come can make up for. */
function addCandidates(i: number, items: Items): void {
  const hyphen = items.flagged[i]! > 0
  let most = Math.min(least[0]!, least[1]!, least[2]!, least[3]!)
  if (hyphen) most = Math.min(most, least[4]!, least[5]!, least[6]!, least[7]!) + ladder
  most += fitnessJump
  const start = items.lineStart(i)
  const width = items.width[start]! - (items.isPenalty(i) ? items.after[i]! : 0)
  for (let slot = 0; slot < (hyphen ? 8 : 4); slot++) {
    const from = best[slot]!
    if (from < 0 || least[slot]! > most) continue
    const number = candidates.add(i, slot % inRow, least[slot]!, width, items.stretch[start]!, items.shrink[start]!, from)
    candidates.row[number] = !hyphen ? 0 : slot < inRow ? 1 : 2
    active[running++] = number
  }
}

/** Empties the best by fitness; says that there is one now. */
function clear(): true {
  best.fill(-1)
  least.fill(Infinity)
  return true
}

/** First fit without hyphenation, for ragged text: every line takes what it can. */
export function fillLines(items: Items, measure: number, hyphenate = false): number[] {
  const breaks: number[] = []
  let from = 0
  /** The latest place to break that costs little, and the latest that costs much. */
  let latest = -1
  let dear = -1
  const breakAt = (at: number): void => {
    breaks.push(at)
    from = items.width[items.lineStart(at)]!
    latest = latest > at ? latest : -1
    dear = dear > at ? dear : -1
  }
  for (let i = 0; i < items.count; i++) {
    if (!items.mayBreak(i) || (items.flagged[i] === 1 && !hyphenate)) continue
    const penalty = items.isPenalty(i)
    const ends = items.width[i]! + (penalty ? items.before[i]! : 0)
    while (ends - from > measure + 0.01 && (latest >= 0 || dear >= 0)) breakAt(latest >= 0 ? latest : dear)
    if (penalty && items.cost[i]! <= -forbidden) breakAt(i)
    else if (penalty && items.cost[i]! >= dearCost) dear = i
    else latest = i
  }
  return breaks
}

/** A break at such a cost is taken only where there is no other on the line. */
const dearCost = 200
