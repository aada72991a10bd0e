/**
 * Page make-up: where a strip is cut into pages, with what floats at their heads and feet and the notes below.
 *
 * The cuts of a whole flow are chosen together, by dynamic programming over states (place in the strip, floats and note lines
 * still owed), each page with a cost: M. F. Plass, “Optimal Pagination Techniques for Automatic Typesetting Systems” (1981).
 * Floats move forward only, in the order of their series. Where nothing keeps every rule the rules give way, never the margin.
 */
import { costs } from './box.ts'
import { type ColumnBody, Filling, type MeasuredStrip, type State } from './filling.ts'
import { sameList } from './measures.ts'

/** One way to end a page. */
export interface Cut {
  /** The state the next page begins with. */
  next: State
  cost: number
  /** Of the cost, that of the break alone. */
  penalty: number
  /** The page takes the strip items before this one. */
  end: number
  /** Of the notes of the last item, how many lines stay; -1 for all. */
  noteLines: number
}

/** A state that can be reached, and the cheapest way to it. */
export interface Reached {
  state: State
  cost: number
  from: Reached | null
  /** The cut that led here. */
  cut: Cut | null
}

/** Empty foot lines beyond which a cut is considered only where there is no fuller page. */
const emptyLines = 7
const fewestTextLines = 4
/** Floats that a page may leave to the next ones before the search looks no further. */
const mostOwed = 16

/** A page or column of a way: the state it begins in, the cut it ends with, and where its foot is, in points below the top of the text area. */
export interface Step {
  state: State
  cut: Cut
  height: number
}

/** The cheapest way through a strip, page by page, or column by column. */
export type Way = readonly Step[]

export const bestWay = (strip: MeasuredStrip, start?: State): Way =>
  bestPath(strip, undefined, start).map(({ from, cut }) => ({ state: from!.state, cut: cut!, height: strip.input.height }))

/** The states after each page of the cheapest way through the strip, from its beginning or from a state. `visit` sees every state with its cuts, in order. */
export function bestPath(strip: MeasuredStrip, visit?: (reached: Reached, cuts: Cut[]) => void, start?: State): Reached[] {
  // States wait by their place in the strip: every page moves forward, so when a place is reached the cheapest way to it is known.
  const places: Reached[][] = []
  const begin = start?.at ?? strip.next[0]!
  const state = start ?? { at: begin, owed: [], carried: [], column: 0, top: strip.input.top }
  places[begin] = [{ state, cost: 0, from: null, cut: null }]
  let end: Reached | null = null
  for (let at = begin; at <= strip.count; at++) {
    const here = places[at]
    if (!here) continue
    const done = new Set<Reached>()
    for (let node = soonest(here, done); node; node = soonest(here, done)) {
      done.add(node)
      const cuts = cutsFrom(node.state, strip)
      visit?.(node, cuts)
      for (const cut of cuts) {
        const cost = node.cost + cut.cost
        if (isDone(cut.next, strip)) {
          if (!end || cost < end.cost) end = { state: cut.next, cost, from: node, cut }
          continue
        }
        const there = (places[cut.next.at] ??= [])
        const other = there.find(known => sameState(known.state, cut.next))
        if (!other) add(there, { state: cut.next, cost, from: node, cut }, done)
        else if (cost < other.cost) Object.assign(other, { cost, from: node, cut })
      }
    }
    places[at] = []
  }
  const path: Reached[] = []
  for (let node = end; node?.cut; node = node.from) path.push(node)
  return path.reverse()
}

/** Of more states than this that wait at one place the dearest are given up: a bound for works of hundreds of floats and no text. */
const mostWaiting = 24

/** Adds a state to those of a place. Where many wait it takes the place of the dearest, or is dropped itself. */
function add(there: Reached[], reached: Reached, done: ReadonlySet<Reached>): void {
  let waiting = 0
  let dearest = -1
  for (const [index, known] of there.entries())
    if (!done.has(known)) {
      waiting++
      if (dearest < 0 || known.cost > there[dearest]!.cost) dearest = index
    }
  if (waiting < mostWaiting) there.push(reached)
  else if (there[dearest]!.cost > reached.cost) there[dearest] = reached
}

const owes = ({ state: { owed, carried } }: Reached): number => owed.length + carried.length

/**
 * Of several states at one place those that owe most come first: a page of floats alone leads from them to the others. Then those in
 * columns that begin under something, and columns in the order of their page: one that nothing fits into leads to the next.
 */
function soonest(here: Reached[], done: Set<Reached>): Reached | null {
  let first: Reached | null = null
  for (const node of here) if (!done.has(node) && (!first || comesBefore(node, first))) first = node
  return first
}

function comesBefore(a: Reached, b: Reached): boolean {
  const more = owes(a) - owes(b)
  if (more !== 0) return more > 0
  const under = Number(a.state.top > 0) - Number(b.state.top > 0)
  if (under !== 0) return under > 0
  return (a.state.column || Infinity) < (b.state.column || Infinity)
}

const sameState = (a: State, b: State): boolean =>
  a.column === b.column && a.top === b.top && sameList(a.carried, b.carried) && sameList(a.owed, b.owed)

/** Whether nothing of a strip is left. */
export const isDone = (state: State, strip: MeasuredStrip): boolean =>
  state.at >= strip.count && state.owed.length === 0 && state.carried.length === 0

/** The page or column of a step; the way may be that of another strip with the same measures. */
export function bodyOf({ state, cut, height }: Step, whole: MeasuredStrip): ColumnBody {
  const strip = whole.within(height)
  const page = new Filling(strip, state, cut)
  const from = strip.next[state.at]!
  if (cut.end > from) page.open(from)
  for (let at = from; at < cut.end; at++) {
    if (at === cut.end - 1 && cut.noteLines >= 0) page.takeWithNoteLines(at, cut.noteLines)
    else page.take(at)
  }
  return page.body(cut.next.at < strip.count || cut.next.carried.length > 0)
}

/** Every sensible way to end the page that begins in a state. */
export function cutsFrom(state: State, strip: MeasuredStrip): Cut[] {
  const cuts = search(state, strip, true)
  // Where every rule forbids every break near the foot, the whole page is looked through for the least bad one.
  return cuts.length ? cuts : search(state, strip, false)
}

function search(state: State, strip: MeasuredStrip, leaping: boolean): Cut[] {
  const { height, leading } = strip.input
  const page = new Filling(strip, state)
  const cuts: Cut[] = []
  let at = strip.next[state.at]!
  // Little room left under floats is better left empty; so is a page that owes a note more than it can hold.
  if (page.closed || page.carried.length || (!page.empty && page.room < fewestTextLines * leading)) {
    cuts.push(cutAt(at, 0, page, strip))
    return cuts
  }
  page.open(at)
  if (leaping) at = page.leap(at, emptyLines * leading)
  /** The last break that leaves more empty lines than one likes, and the last one that no rule allows. */
  let early: Cut | null = null
  let unwanted: Cut | null = null
  for (; at < strip.count; at++) {
    // Floats alone never fill a page: what is owed already has more pages to come.
    if (page.owed.length > mostOwed && cuts.length > 0) break
    if (page.take(at) === 'full') {
      const lines = page.noteLinesThatFit(at)
      if (lines > 0 || (page.empty && strip.notesOf(at).length > 0)) cuts.push(splitNote(at, lines, state, strip))
      break
    }
    const item = strip.items[at]!
    if (item.kind !== 'box') continue
    const next = strip.next[at + 1]!
    if (next >= strip.count) continue
    const following = strip.items[next]!
    const penalty = Math.max(item.float ? 0 : item.breakAfter, following.kind === 'box' ? following.breakBefore : 0)
    if (penalty === Infinity) unwanted = leaping ? null : cutAt(at + 1, 1e6, page, strip)
    else if (page.room > emptyLines * leading) early = leaping ? null : cutAt(at + 1, penalty, page, strip)
    else cuts.push(cutAt(at + 1, penalty, page, strip))
  }
  if (at >= strip.count) {
    // The strip ends on this page: no cut before it is cheaper than none unless floats are owed.
    const last = cutAt(strip.count, 0, page, strip)
    if (isDone(last.next, strip) && height - page.room < leading * 3) last.cost += costs.shortLastPage
    return page.owed.length ? [...cuts, last] : [last]
  }
  if (cuts.length === 0 && (early ?? unwanted)) cuts.push((early ?? unwanted)!)
  if (cuts.length === 0 && !leaping) cuts.push(leastCut(state, strip))
  return cuts
}

function cutAt(end: number, penalty: number, page: Filling, strip: MeasuredStrip): Cut {
  const next: State = { at: strip.next[end]!, owed: page.owed.slice(), carried: page.carried, column: page.nextColumn, top: page.nextTop }
  const empty = Math.max(0, page.room - page.stretch) / strip.input.leading
  const foot = isDone(next, strip) || page.fills ? 0 : costs.emptyLine * empty * empty
  return { next, cost: penalty + page.owed.length * costs.floatDelay + foot, penalty, end, noteLines: -1 }
}

/**
 * Nothing fits beside the floats or notes that were owed: they have the page to themselves. Every page takes something, whatever it is;
 * a column that begins under something may stay empty, for a whole one comes after it.
 */
function leastCut(state: State, strip: MeasuredStrip): Cut {
  const page = new Filling(strip, state)
  const from = strip.next[state.at]!
  const cut = cutAt(from, 0, page, strip)
  if (state.top > 0 || cut.next.at > state.at || cut.next.owed.length < state.owed.length || cut.next.carried.length < state.carried.length)
    return cut
  page.open(from)
  page.takeWhatever(from)
  return {
    ...cutAt(from + 1, 1e7, page, strip),
    noteLines: 0,
    next: { ...cut.next, at: strip.next[from + 1]!, carried: [...page.carried, ...strip.notesOf(from)] },
  }
}

/** Lines of notes that stay on one page at nearly any cost; of longer ones a part goes over before pages are left short for them. */
const wholeNote = 8
const splitCost = (lines: number): number => costs.splitNote * Math.min(1, (wholeNote / lines) ** 2)

/** The line fits but its note does not: what fits of the note stays, the rest goes over. */
function splitNote(at: number, lines: number, state: State, strip: MeasuredStrip): Cut {
  const page = new Filling(strip, state)
  const from = strip.next[state.at]!
  page.open(from)
  for (let i = page.leap(from, emptyLines * strip.input.leading); i < at; i++) page.take(i)
  page.takeWithNoteLines(at, lines)
  const cut = cutAt(at + 1, splitCost(strip.notesOf(at).length), page, strip)
  return { ...cut, noteLines: lines, next: { ...cut.next, carried: [...page.carried, ...strip.notesOf(at).slice(lines)] } }
}
