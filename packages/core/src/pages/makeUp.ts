/**
 * Page make-up: where a strip is cut into pages, with what floats at their heads and the notes at their feet.
 *
 * The cuts of a whole flow are chosen together, by dynamic programming over states (place in the strip, floats and note lines
 * still owed), each page with a cost: M. F. Plass, “Optimal Pagination Techniques for Automatic Typesetting Systems” (1981).
 * Floats move forward only, in the order of their series. Where nothing keeps every rule the rules give way, never the margin.
 */
import { type Box, costs, type StripItem } from './box.ts'

export interface MakeUpInput {
  strip: StripItem[]
  /** The lines of a note by its id. */
  notesOf(id: string): Box[]
  /** Height of the text area in points. */
  height: number
  /** The usual distance of baselines, in points: the unit in which an empty foot is judged. */
  leading: number
  /** Space and rule above the notes of a page, in points. */
  noteSeparator: number
}

/** One page of a flow. Positions are in points from the top of the text area. */
export interface PageBody {
  placed: { y: number; box: Box }[]
  notes: { y: number; box: Box }[]
  /** Where the rule above the notes stands, or -1. */
  ruleAt: number
}

interface State {
  /** Index of the next strip item. */
  at: number
  /** Strip indices of floats that are owed a place. */
  owed: number[]
  /** Lines of a split note that are owed a place. */
  carried: Box[]
}

interface Cut {
  /** The state the next page begins with. */
  next: State
  cost: number
  finish(): PageBody
}

/** A break that is taken only where there is no better one. */
interface Spare {
  at: number
  penalty: number
  filled: Filled
  owing: number
}

interface Node {
  state: State
  cost: number
  from: Node | null
  finish: (() => PageBody) | null
}

/** Empty foot lines beyond which a cut is considered only where there is no fuller page. */
const emptyLines = 7
const fewestTextLines = 4

export function makeUp(input: MakeUpInput): PageBody[] {
  const first: Node = { state: { at: 0, owed: [], carried: [] }, cost: 0, from: null, finish: null }
  const known = new Map<string, Node>([[keyOf(first.state), first]])
  // States wait by their place in the strip: every page moves forward, so when a place is reached the cheapest way to it is known.
  const waiting: Node[][] = [[first]]
  let end: Node | null = null
  for (let at = 0; at < waiting.length; at++) {
    const here = waiting[at]
    while (here?.length) {
      // Of several states at one place those that owe most come first: a page of floats alone leads from them to the others.
      let most = 0
      for (let i = 1; i < here.length; i++) if (owes(here[i]!.state) > owes(here[most]!.state)) most = i
      const node = here.splice(most, 1)[0]!
      for (const cut of cutsFrom(node.state, input)) {
        const reached: Node = { state: cut.next, cost: node.cost + cut.cost, from: node, finish: cut.finish }
        if (isDone(cut.next, input)) {
          if (!end || reached.cost < end.cost) end = reached
          continue
        }
        const key = keyOf(cut.next)
        const other = known.get(key)
        if (!other) {
          known.set(key, reached)
          ;(waiting[cut.next.at] ??= []).push(reached)
        } else if (reached.cost < other.cost) Object.assign(other, reached)
      }
    }
  }
  const pages: PageBody[] = []
  for (let node = end; node?.finish; node = node.from) pages.push(node.finish())
  return pages.reverse()
}

const isDone = (state: State, { strip }: MakeUpInput): boolean =>
  state.owed.length === 0 && state.carried.length === 0 && nextBox(strip, state.at) === strip.length
const keyOf = (state: State): string => `${state.at}|${state.owed.join()}|${state.carried.length}`
const owes = (state: State): number => state.owed.length + state.carried.length

function nextBox(strip: StripItem[], from: number): number {
  let at = from
  while (at < strip.length && strip[at]!.kind === 'space') at++
  return at
}

/** How far a page is filled: heights in points, and counts of what is on it. */
interface Filled {
  y: number
  noteHeight: number
  boxes: number
  noteLines: number
  fills: number
}

/** A page while it is being filled. */
class Filling {
  readonly placed: { y: number; box: Box }[] = []
  readonly notes: Box[] = []
  /** How many boxes stand above each fill. */
  readonly fills: number[] = []
  y = 0
  noteHeight = 0
  readonly input: MakeUpInput

  constructor(input: MakeUpInput) {
    this.input = input
  }
  get room(): number {
    return this.input.height - this.y - this.noteHeight
  }
  put(box: Box): void {
    this.placed.push({ y: this.y, box })
    this.y += box.height
  }
  addNotes(lines: Box[]): void {
    if (lines.length === 0) return
    this.noteHeight = this.heightWith(lines)
    this.notes.push(...lines)
  }
  heightWith(lines: Box[]): number {
    const separator = this.notes.length ? 0 : this.input.noteSeparator
    return this.noteHeight + (lines.length ? separator + lines.reduce((sum, line) => sum + line.height, 0) : 0)
  }
  /** How far it is filled now. */
  mark(): Filled {
    return { y: this.y, noteHeight: this.noteHeight, boxes: this.placed.length, noteLines: this.notes.length, fills: this.fills.length }
  }

  /** The page as it stood at a mark: notes at the foot, fill space opened. */
  asItStood({ y: filled, noteHeight, boxes, noteLines, fills }: Filled): PageBody {
    const { input } = this
    const left = Math.max(0, input.height - filled - noteHeight)
    const share = fills ? left / fills : 0
    const above = (index: number): number => this.fills.slice(0, fills).filter(fill => fill <= index).length
    const placed = this.placed.slice(0, boxes)
    let y = input.height - noteHeight + (noteLines ? input.noteSeparator : 0)
    return {
      placed: share ? placed.map(({ y: at, box }, index) => ({ y: at + share * above(index), box })) : placed,
      notes: this.notes.slice(0, noteLines).map(box => {
        const at = { y, box }
        y += box.height
        return at
      }),
      ruleAt: noteLines ? input.height - noteHeight + input.noteSeparator * 0.45 : -1,
    }
  }

  /** The same page, to go on with in another way. */
  copy(): Filling {
    const other = new Filling(this.input)
    other.placed.push(...this.placed)
    other.notes.push(...this.notes)
    other.fills.push(...this.fills)
    other.y = this.y
    other.noteHeight = this.noteHeight
    return other
  }
}

const noLines: Box[] = []

/** Every sensible way to end the page that begins in a state. */
function cutsFrom(state: State, input: MakeUpInput): Cut[] {
  const { strip, height, leading } = input
  let page = new Filling(input)
  page.addNotes(takeWhatFits(state.carried, height * 0.8))
  const carried = state.carried.slice(page.notes.length)
  const owed = placeOwed(state.owed, page, strip)
  const cuts: Cut[] = []
  /** Adds a cut before the item at `at`, with the page as it stood at `filled` and the first `owing` of the floats owed. */
  const consider = (at: number, penalty: number, filled = page.mark(), owing = owed.length, stillCarried: Box[] = noLines): void => {
    const next: State = {
      at: nextBox(strip, at),
      owed: owed.slice(0, owing),
      carried: stillCarried.length ? [...carried, ...stillCarried] : carried,
    }
    const empty = Math.max(0, height - filled.y - filled.noteHeight) / leading
    const foot = isDone(next, input) ? (filled.y < leading * 3 ? costs.shortLastPage : 0) : 12 * empty * empty
    const own = page
    cuts.push({ next, cost: penalty + owing * costs.floatDelay + foot, finish: () => own.asItStood(filled) })
  }
  /** The last allowed break that leaves more empty lines than one likes, and the last one that no rule allows. */
  const spare: { early: Spare | null; unwanted: Spare | null } = { early: null, unwanted: null }
  let at = nextBox(strip, state.at)
  // Little room left under floats is better left empty; so is a page that owes a note more than it can hold.
  if (carried.length || (page.placed.length && page.room < fewestTextLines * leading)) {
    consider(at, 0)
    return cuts
  }
  let pendingSpace = 0
  for (; at < strip.length; at++) {
    const item = strip[at]!
    if (item.kind === 'space') {
      pendingSpace = Math.max(pendingSpace, item.height)
      continue
    }
    if (item.kind === 'fill') {
      page.fills.push(page.placed.length)
      continue
    }
    const notes = item.notes.length ? item.notes.flatMap(id => input.notesOf(id)) : noLines
    if (item.float) {
      const before = page.placed.length ? Math.max(pendingSpace, item.float.before) : 0
      const overtakes = owed.some(index => (strip[index] as Box).float?.series === item.float!.series)
      const needs = before + item.height + (page.heightWith(notes) - page.noteHeight)
      if (overtakes || needs > page.room) {
        // A float that is taller than a page would be owed for ever: it gets a page of its own and may hang over.
        owed.push(at)
      } else {
        page.y += before
        page.put(item)
        page.addNotes(notes)
        pendingSpace = item.float.after
      }
      considerBreak(at + 1, 0)
      continue
    }
    const gap = page.placed.length ? pendingSpace : 0
    const room = page.room - gap
    if (item.height > room + 0.01 && page.placed.length) break
    const withNotes = page.heightWith(notes) - page.noteHeight
    if (item.height + withNotes > room + 0.01 && notes.length) {
      splitNoteHere(item, notes, gap)
      if (cuts.length || page.placed.length) break
    }
    pendingSpace = 0
    page.y += gap
    page.put(item)
    page.addNotes(notes)
    considerBreak(at + 1, item.breakAfter)
  }
  if (at >= strip.length) {
    // The strip ends on this page: no cut before it is cheaper than none unless floats are owed.
    consider(strip.length, 0)
    return owed.length ? cuts : cuts.slice(-1)
  }
  if (cuts.length === 0) {
    // Where every rule forbids every break, the fullest page is taken all the same.
    const cut = spare.early ?? spare.unwanted
    if (cut) consider(cut.at, cut.penalty, cut.filled, cut.owing)
  }
  return cuts

  function considerBreak(after: number, cost: number): void {
    const next = nextBox(strip, after)
    if (next >= strip.length) return
    const following = strip[next]!
    const penalty = Math.max(cost, following.kind === 'box' ? following.breakBefore : 0)
    if (penalty === Infinity) spare.unwanted = { at: next, penalty: 1e6, filled: page.mark(), owing: owed.length }
    else if (page.room > emptyLines * leading) spare.early = { at: after, penalty, filled: page.mark(), owing: owed.length }
    else consider(after, penalty)
  }

  /** The line fits but its note does not: what fits of the note stays, the rest goes over. */
  function splitNoteHere(item: Box, notes: Box[], gap: number): void {
    const separator = page.notes.length ? 0 : input.noteSeparator
    const part = takeWhatFits(notes, page.room - gap - item.height - separator)
    if (part.length === 0 && page.placed.length) return
    const before = page
    page = page.copy()
    page.y += gap
    page.put(item)
    page.addNotes(part)
    consider(at + 1, costs.splitNote, page.mark(), owed.length, notes.slice(part.length))
    page = before
  }

  function takeWhatFits(lines: Box[], room: number): Box[] {
    let left = room
    const fit: Box[] = []
    for (const line of lines) {
      left -= line.height
      if (left < -0.01) break
      fit.push(line)
    }
    return fit
  }
}

/** Puts owed floats at the head of a page, in order, while they fit; the first one always goes. Returns those still owed. */
function placeOwed(owed: number[], page: Filling, strip: StripItem[]): number[] {
  const still: number[] = []
  const blocked = new Set<string>()
  for (const index of owed) {
    const float = strip[index] as Box
    const notes = float.notes.flatMap(id => page.input.notesOf(id))
    const needs = float.height + (page.placed.length ? float.float!.before : 0) + (page.heightWith(notes) - page.noteHeight)
    const first = page.placed.length === 0
    if (blocked.has(float.float!.series) || (needs > page.room && !first)) {
      blocked.add(float.float!.series)
      still.push(index)
      continue
    }
    if (!first) page.y += float.float!.before
    page.put(float)
    page.addNotes(notes)
  }
  if (page.placed.length) page.y = Math.min(page.input.height, page.y + (strip[owed[0]!] as Box).float!.after)
  return still
}
