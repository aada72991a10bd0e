/**
 * Total-fit line breaking: D. E. Knuth and M. F. Plass, “Breaking Paragraphs into Lines”, Software: Practice and Experience 11
 * (1981). Boxes, glue and penalties; the lines of a paragraph are chosen together, with the fewest demerits.
 */

enum Kind {
  box,
  glue,
  penalty,
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
  flagged = new Uint8Array(1024)
  /** What the caller put with the item. */
  payload = new Int32Array(1024)

  clear(): void {
    this.count = 0
  }
  box(width: number, payload: number): void {
    this.push(Kind.box, width, 0, 0, 0, 0, 0, 0, payload)
  }
  glue(width: number, stretch: number, shrink: number, payload: number): void {
    this.push(Kind.glue, width, stretch, shrink, 0, 0, 0, 0, payload)
  }
  penalty(cost: number, before: number, after: number, flagged: boolean, payload: number): void {
    this.push(Kind.penalty, 0, 0, 0, cost, before, after, flagged ? 1 : 0, payload)
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
    const longer = <A extends { set(from: ArrayLike<number>): void }>(
      make: new (n: number) => A,
      from: ArrayLike<number>,
      n: number,
    ): A => {
      const to = new make(n)
      to.set(from)
      return to
    }
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
const consecutiveHyphens = 3000
const fitnessJump = 3000
const scrapDemerits = 8000

/** A feasible break, in a chain back to the start of the paragraph. */
interface Candidate {
  at: number
  fitness: number
  demerits: number
  width: number
  stretch: number
  shrink: number
  previous: Candidate | null
}

export interface BreakLimits {
  /** Largest badness a line may have (100 is glue stretched by the whole of its stretch). */
  tolerance: number
  /** Extra stretch given to every line, in points, where nothing else helps. */
  emergency: number
  /** False leaves hyphenation points out. */
  hyphenate: boolean
  /** A last line shorter than this, in points, is a scrap. */
  scrap: number
}

/** Break positions (item indices, the last one the end) with the fewest demerits, or null where none keep the limits. */
export function breakLines(items: Items, measure: number, limits: BreakLimits): number[] | null {
  const active: Candidate[] = [{ at: -1, fitness: 1, demerits: 0, width: 0, stretch: 0, shrink: 0, previous: null }]
  const best: (Candidate | null)[] = [null, null, null, null]
  const demerits = [Infinity, Infinity, Infinity, Infinity]
  for (let i = 0; i < items.count; i++) {
    if (!items.mayBreak(i)) continue
    const cost = items.isPenalty(i) ? items.cost[i]! : 0
    if (items.flagged[i] && !limits.hyphenate) continue
    const forced = cost <= -forbidden
    best.fill(null)
    demerits.fill(Infinity)
    const before = active.length
    let still = 0
    const width = items.width[i]! + (items.isPenalty(i) ? items.before[i]! : 0)
    for (let k = 0; k < before; k++) {
      const from = active[k]!
      const natural = width - from.width
      const space = measure - natural
      const stretch = items.stretch[i]! - from.stretch + limits.emergency
      const shrink = items.shrink[i]! - from.shrink
      const ratio =
        space >= 0
          ? stretch > 0
            ? space / stretch
            : space > 0.01
              ? Infinity
              : 0
          : shrink > 0
            ? space / shrink
            : space < -0.01
              ? -Infinity
              : 0
      // Those from which a later line can still end stay, in their order.
      if (ratio >= -1 && !forced) active[still++] = from
      else if (before === 1 && limits.emergency > 0 && ratio < -1) {
        // Nothing else is left: a box wider than the measure stands alone rather than losing the paragraph.
        best[0] = from
        demerits[0] = from.demerits + 1e8
        continue
      }
      if (ratio < -1) continue
      const badness = 100 * Math.abs(ratio * ratio * ratio)
      if (badness > limits.tolerance) continue
      const fitness = ratio < -0.5 ? 0 : ratio <= 0.5 ? 1 : ratio <= 1 ? 2 : 3
      let sum = (linePenalty + badness) * (linePenalty + badness)
      if (cost > 0) sum += cost * cost
      if (items.flagged[i] && from.at >= 0 && items.flagged[from.at]) sum += consecutiveHyphens
      if (Math.abs(fitness - from.fitness) > 1) sum += fitnessJump
      if (forced && from.at >= 0 && items.width[i]! - from.width < limits.scrap) sum += scrapDemerits
      sum += from.demerits
      if (sum < demerits[fitness]!) {
        demerits[fitness] = sum
        best[fitness] = from
      }
    }
    active.length = still
    const least = Math.min(demerits[0]!, demerits[1]!, demerits[2]!, demerits[3]!)
    if (least < Infinity) {
      const start = items.lineStart(i)
      for (let fitness = 0; fitness < 4; fitness++)
        if (demerits[fitness]! <= least + fitnessJump)
          active.push({
            at: i,
            fitness,
            demerits: demerits[fitness]!,
            width: items.width[start]! - (items.isPenalty(i) ? items.after[i]! : 0),
            stretch: items.stretch[start]!,
            shrink: items.shrink[start]!,
            previous: best[fitness]!,
          })
    }
    if (active.length === 0) return null
  }
  let end = active[0]!
  for (const candidate of active) if (candidate.demerits < end.demerits) end = candidate
  const breaks: number[] = []
  for (let at: Candidate = end; at.previous; at = at.previous) breaks.push(at.at)
  return breaks.reverse()
}

/** First fit without hyphenation, for ragged text: every line takes what it can. */
export function fillLines(items: Items, measure: number): number[] {
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
    if (!items.mayBreak(i) || items.flagged[i]) continue
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
