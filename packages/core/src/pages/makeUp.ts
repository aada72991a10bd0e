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
  /** Empty lines at the foot. */
  empty: number
  finish(): PageBody
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
  // States are visited in the order of their place in the strip: every page moves forward, so the cheapest way to a state is known.
  const open = new Map<string, Node>([[keyOf(first.state), first]])
  const order: Node[] = [first]
  let end: Node | null = null
  while (order.length) {
    let least = 0
    for (let i = 1; i < order.length; i++) if (comesFirst(order[i]!.state, order[least]!.state)) least = i
    const node = order.splice(least, 1)[0]!
    for (const cut of cutsFrom(node.state, input)) {
      const cost = node.cost + cut.cost
      const reached = { state: cut.next, cost, from: node, finish: cut.finish }
      if (isDone(cut.next, input)) {
        if (!end || cost < end.cost) end = reached
        continue
      }
      const key = keyOf(cut.next)
      const known = open.get(key)
      if (!known) {
        open.set(key, reached)
        order.push(reached)
      } else if (cost < known.cost) Object.assign(known, reached)
    }
  }
  const pages: PageBody[] = []
  for (let node = end; node?.finish; node = node.from) pages.push(node.finish())
  return pages.reverse()
}

const isDone = (state: State, { strip }: MakeUpInput): boolean =>
  state.owed.length === 0 && state.carried.length === 0 && nextBox(strip, state.at) === strip.length
const keyOf = (state: State): string => `${state.at}|${state.owed.join()}|${state.carried.length}`
/** A later place, or as late a one with less owed, is never visited before an earlier one. */
const comesFirst = (a: State, b: State): boolean =>
  a.at - b.at < 0 || (a.at === b.at && a.owed.length + a.carried.length > b.owed.length + b.carried.length)

function nextBox(strip: StripItem[], from: number): number {
  let at = from
  while (at < strip.length && strip[at]!.kind === 'space') at++
  return at
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
  /** The page as it stands now, to be drawn up later: notes at the foot, fill space opened. */
  asItStands(): () => PageBody {
    const { y: filled, noteHeight, input } = this
    const placed = this.placed.slice()
    const notes = this.notes.slice()
    const fills = this.fills.slice()
    return () => {
      const left = Math.max(0, input.height - filled - noteHeight)
      const share = fills.length ? left / fills.length : 0
      let y = input.height - noteHeight + (notes.length ? input.noteSeparator : 0)
      return {
        placed: share
          ? placed.map(({ y: at, box }, index) => ({ y: at + share * fills.filter(fill => fill <= index).length, box }))
          : placed,
        notes: notes.map(box => {
          const at = { y, box }
          y += box.height
          return at
        }),
        ruleAt: notes.length ? input.height - noteHeight + input.noteSeparator * 0.45 : -1,
      }
    }
  }
}

/** Every sensible way to end the page that begins in a state. */
function cutsFrom(state: State, input: MakeUpInput): Cut[] {
  const { strip, height, leading } = input
  const page = new Filling(input)
  page.addNotes(takeWhatFits(state.carried, height * 0.8))
  const carried = state.carried.slice(page.notes.length)
  const owed = placeOwed(state.owed, page, strip)
  const cuts: Cut[] = []
  const consider = (at: number, penalty: number, stillCarried: Box[] = []): void => {
    const next: State = { at: nextBox(strip, at), owed: [...owed], carried: [...carried, ...stillCarried] }
    const empty = Math.max(0, page.room) / leading
    const last = isDone(next, input)
    const foot = last ? (page.y < leading * 3 ? costs.shortLastPage : 0) : 12 * empty * empty
    cuts.push({ next, cost: penalty + owed.length * costs.floatDelay + foot, empty, finish: page.asItStands() })
  }
  let at = nextBox(strip, state.at)
  // Little room left under floats is better left empty; so is a page that owes a note more than it can hold.
  if (carried.length || (page.placed.length && page.room < fewestTextLines * leading)) {
    consider(at, 0)
    return cuts
  }
  let pendingSpace = 0
  const unwanted: Cut[] = []
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
    const notes = item.notes.flatMap(id => input.notesOf(id))
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
  // Where every rule forbids every break, the fullest page is taken all the same.
  if (cuts.length === 0) return unwanted.slice(-1)
  const full = cuts.filter(cut => cut.empty <= emptyLines)
  return full.length ? full : cuts.slice(-1)

  function considerBreak(after: number, cost: number): void {
    const next = nextBox(strip, after)
    if (next >= strip.length) return
    const following = strip[next]!
    const penalty = Math.max(cost, following.kind === 'box' ? following.breakBefore : 0)
    if (penalty < Infinity) {
      if (page.room > emptyLines * leading) cuts.length = 0
      consider(after, penalty)
    } else if (cuts.length === 0) {
      unwanted.length = 0
      unwanted.push({ next: { at: next, owed: [...owed], carried: [...carried] }, cost: 1e6, empty: 0, finish: page.asItStands() })
    }
  }

  /** The line fits but its note does not: what fits of the note stays, the rest goes over. */
  function splitNoteHere(item: Box, notes: Box[], gap: number): void {
    const separator = page.notes.length ? 0 : input.noteSeparator
    const part = takeWhatFits(notes, page.room - gap - item.height - separator)
    if (part.length === 0 && page.placed.length) return
    const kept = { y: page.y, noteHeight: page.noteHeight, placed: page.placed.length, notes: page.notes.length }
    page.y += gap
    page.put(item)
    page.addNotes(part)
    consider(at + 1, costs.splitNote, notes.slice(part.length))
    page.y = kept.y
    page.noteHeight = kept.noteHeight
    page.placed.length = kept.placed
    page.notes.length = kept.notes
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
