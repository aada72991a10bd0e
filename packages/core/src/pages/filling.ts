/**
 * One page, or one column of a page, while it is being filled from a strip: what fits, what is owed, what stands at the foot.
 *
 * The same steps serve the search for the best cuts, which needs heights alone, and the page that is made in the end, which
 * records what was placed. Heights in points. Positions in the strip are known to be in it where it is read: asserted, for the search
 * asks millions of times.
 */
import type { Box, Float, StripItem } from './box.ts'

export interface MakeUpInput {
  strip: StripItem[]
  /** The lines of a note by its id. */
  notesOf(id: string): Box[]
  /** Height of the text area in points. */
  height: number
  /** How many columns stand beside each other on a page; 1 for pages without. */
  columns: number
  /** Where it begins on its first page, in points below the top of the text area: under what stands there. */
  top: number
  /** The usual distance of baselines, in points: the unit in which an empty foot is judged. */
  leading: number
  /** Space and rule above the notes of a page, in points. */
  noteSeparator: number
  /** Spaces are opened so that full pages end at the same height. */
  evenFeet: boolean
}

/** What one page, or one column, leaves to the next. */
export interface State {
  /** Index of the next strip item. */
  at: number
  /** Strip indices of floats that are owed a place. */
  owed: number[]
  /** Lines of a split note that are owed a place. */
  carried: Box[]
  /** Which column of its page comes next, from 0. */
  column: number
  /** Where the columns of that page begin, in points below the top of the text area: under another text, or under what stands over all. */
  top: number
}

/** Something on a page or in a column, in points from the top left corner of the text area; `x` is missing in a column. */
export interface Stood {
  x?: number
  y: number
  box: Box
}

/** One page of a flow. */
export interface PageBody {
  placed: Stood[]
  notes: Stood[]
  /** The rules above its notes: one for each column that has some. Points from the top left corner of the text area. */
  rules: readonly { x: number; y: number; width: number }[]
}

/** One column of a page. */
export interface ColumnBody extends Omit<PageBody, 'rules'> {
  /** Where the rule above the notes stands, or -1. */
  ruleAt: number
}

/** A strip with running sums, so that the part of a page where no cut is wanted is passed in one leap. */
export class MeasuredStrip {
  readonly items: StripItem[]
  readonly count: number
  /** Index of the first item at or after another that is no space. */
  readonly next: Int32Array
  /** Index of the first item at or after another that cannot be leapt over: a fill or a pinned box. */
  readonly stop: Int32Array
  /** Bottom of everything before an item, if all of it stood on one endless page. */
  readonly bottom: Float64Array
  /** Top of an item on that page. */
  readonly top: Float64Array
  /** Space that is due before an item, and whether what stands before it is a float. */
  readonly due: Float64Array
  readonly afterFloat: Uint8Array
  /** Height of all notes, and of all spaces, before an item. */
  readonly notes: Float64Array
  readonly gaps: Float64Array
  readonly noteBoxes: Box[][]
  readonly input: MakeUpInput

  constructor(input: MakeUpInput) {
    const { strip } = input
    const n = strip.length
    this.input = input
    this.items = strip
    this.count = n
    this.next = new Int32Array(n + 1).fill(n)
    this.stop = new Int32Array(n + 1).fill(n)
    this.bottom = new Float64Array(n + 1)
    this.top = new Float64Array(n + 1)
    this.due = new Float64Array(n + 1)
    this.afterFloat = new Uint8Array(n + 1)
    this.notes = new Float64Array(n + 1)
    this.gaps = new Float64Array(n + 1)
    this.noteBoxes = new Array(n)
    let due = 0
    let afterFloat = false
    for (let i = 0; i < n; i++) {
      const item = strip[i]!
      this.due[i] = due
      this.afterFloat[i] = afterFloat ? 1 : 0
      let noteHeight = 0
      this.top[i] = this.bottom[i + 1] = this.bottom[i]!
      this.gaps[i + 1] = this.gaps[i]!
      if (item.kind === 'space') due = Math.max(due, item.height)
      else if (item.kind === 'box') {
        const gap = spaceAbove(item, due, afterFloat)
        this.top[i] = this.bottom[i]! + gap
        this.bottom[i + 1] = this.top[i]! + item.height
        this.gaps[i + 1] = this.gaps[i]! + gap
        due = item.float ? item.float.after : 0
        afterFloat = item.float !== undefined
        if (item.notes.length) {
          this.noteBoxes[i] = item.notes.flatMap(id => input.notesOf(id))
          for (const line of this.noteBoxes[i]!) noteHeight += line.height
        }
      }
      this.notes[i + 1] = this.notes[i]! + noteHeight
    }
    this.due[n] = due
    this.afterFloat[n] = afterFloat ? 1 : 0
    for (let i = n - 1; i >= 0; i--) {
      const item = strip[i]!
      this.next[i] = item.kind === 'space' ? this.next[i + 1]! : i
      const plain =
        item.kind === 'space' || (item.kind === 'box' && !item.pin && (item.float?.placement ?? 'auto') === 'auto' && !item.float?.wide)
      this.stop[i] = plain ? this.stop[i + 1]! : i
    }
  }

  /** The same strip for pages of another height, in points. */
  within(height: number): MeasuredStrip {
    if (height === this.input.height) return this
    return Object.assign(Object.create(MeasuredStrip.prototype), this, { input: { ...this.input, height } })
  }

  notesOf(at: number): Box[] {
    return this.noteBoxes[at] ?? noBoxes
  }
  heightOf(boxes: Box[]): number {
    let height = 0
    for (const box of boxes) height += box.height
    return height
  }
}

/** Of the space between text and a float, how much stands between two floats: captions are not to crowd what comes after them. */
const betweenFloats = 1.5

/** The space above a box that does not open its page. */
function spaceAbove({ float }: Box, due: number, afterFloat: boolean): number {
  if (!float) return due
  const gap = Math.max(due, float.before)
  return afterFloat ? gap * betweenFloats : gap
}

const noBoxes: Box[] = []
/** What sums of heights may be off by, in points. */
const tolerance = 0.01

/** What is written down when a page is made and not only measured. */
interface Record {
  /** What stands over all columns. */
  wide: Stood[]
  placed: Stood[]
  foot: { before: number; box: Box }[]
  notes: Box[]
  /** How many boxes stand above each fill, and above each space that may be opened. */
  fills: number[]
  gaps: { above: number; height: number }[]
}

export class Filling {
  y = 0
  noteHeight = 0
  footHeight = 0
  /** Sum of the spaces that may be opened. */
  gaps = 0
  fills = 0
  occupied = false
  /** A float has the page to itself. */
  closed = false
  readonly owed: number[] = []
  /** Where its column begins, in points below the top of the text area. */
  top: number
  /** Note lines that did not even fit on this page. */
  carried: Box[]
  private due = 0
  /** What was placed last is a float. */
  private afterFloat = false
  /** Series that have a float at the foot. */
  private readonly footed = new Set<string>()
  private readonly decided: number[] | undefined
  private readonly record: Record | null
  private readonly strip: MeasuredStrip
  private readonly column: number

  /** Given the cut it ends with, the page is made as that was measured, and recorded. */
  constructor(strip: MeasuredStrip, state: State, decided?: { next: State }) {
    this.strip = strip
    this.decided = decided?.next.owed
    this.record = decided ? { wide: [], placed: [], foot: [], notes: [], fills: [], gaps: [] } : null
    this.column = state.column
    this.top = state.top
    // One line at the least, however high: what is owed becomes less from page to page.
    const fit = Math.max(this.top > 0 ? 0 : 1, whatFits(state.carried, this.height * 0.8))
    this.addNotes(state.carried.slice(0, fit))
    this.carried = state.carried.slice(fit)
    const owed = state.column === 0 && state.top === 0 ? this.placeWide(state.owed) : state.owed
    if (owed.length) this.placeOwed(owed)
  }

  /** Of the page or column, in points. */
  get height(): number {
    return this.strip.input.height - this.top
  }
  get room(): number {
    return this.height - this.y - this.noteHeight - this.footHeight
  }
  /** What begins under something else is not empty: what is too high for it waits for a whole page. */
  get empty(): boolean {
    return !this.occupied && this.footHeight === 0 && this.noteHeight === 0 && this.top === 0
  }
  /** Whether the text goes on in another column of the page after it. */
  private get hasNext(): boolean {
    return this.column + 1 < this.strip.input.columns
  }
  /** Where the text goes on after it: in the next column of the page, or on a new page. */
  get nextColumn(): number {
    return this.hasNext ? this.column + 1 : 0
  }
  get nextTop(): number {
    return this.hasNext ? this.top : 0
  }
  /** How much a page may be opened by its spaces to end at the usual height, in points. */
  get stretch(): number {
    return this.strip.input.evenFeet ? this.gaps * 0.6 : 0
  }

  /** Repeats what a page that begins within a long table repeats. */
  open(at: number): void {
    const item = this.strip.items[at]
    if (item?.kind !== 'box' || !item.repeated) return
    // What begins the page comes first: heads that leave it no room are not set again.
    const { notesOf, noteSeparator } = this.strip.input
    const notes = item.notes.reduce((sum, id) => sum + this.strip.heightOf(notesOf(id)), item.notes.length ? noteSeparator : 0)
    if (this.strip.heightOf(item.repeated) + item.height + notes > this.room + tolerance) return
    this.y += this.occupied ? this.due : 0
    this.due = 0
    for (const box of item.repeated) this.put(box)
  }

  /** Leaps to the first item after which the page would be so full that a cut is worth considering, and gives its index. */
  leap(at: number, wantedRoom: number): number {
    const { strip } = this
    if (this.owed.length || this.footed.size || at >= strip.count) return at
    const first = strip.items[at]!
    const gap = !this.occupied ? 0 : first.kind === 'box' ? spaceAbove(first, this.due, this.afterFloat) : this.due
    const base = this.y + gap - strip.top[at]!
    const noteBase = strip.notes[at]!
    const limit = this.height - this.footHeight - wantedRoom
    const separator = this.noteHeight ? 0 : strip.input.noteSeparator
    let low = at
    let high = strip.stop[at]!
    while (low < high) {
      const middle = (low + high) >> 1
      const notes = strip.notes[middle + 1]! - noteBase
      if (base + strip.bottom[middle + 1]! + this.noteHeight + (notes ? notes + separator : 0) > limit) high = middle
      else low = middle + 1
    }
    if (low === at) return at
    this.y = base + strip.bottom[low]!
    const notes = strip.notes[low]! - noteBase
    if (notes) this.noteHeight += notes + separator
    this.gaps += gap + strip.gaps[low]! - strip.gaps[at]! - (strip.top[at]! - strip.bottom[at]!)
    this.due = strip.due[low]!
    this.afterFloat = strip.afterFloat[low] === 1
    this.occupied = true
    return low
  }

  /** Takes a box that no page has room for: a page without anything would end nothing. */
  takeWhatever(at: number): void {
    const item = this.strip.items[at]
    if (item?.kind === 'box') this.putInLine(item, [])
  }

  /** Takes the item at an index, or says that the page is full before it. */
  take(at: number): 'taken' | 'full' {
    const item = this.strip.items[at]!
    if (item.kind === 'space') this.due = Math.max(this.due, item.height)
    else if (item.kind === 'fill') {
      this.fills++
      this.record?.fills.push(this.record.placed.length)
    } else if (item.float) this.takeFloat(at, item, item.float)
    else {
      const notes = this.strip.notesOf(at)
      const left = this.room + tolerance - this.gapBefore(item) - item.height
      // What does not fit on an empty page stands there all the same; its notes go over.
      if (!this.decided && (notes.length ? left < this.noteRoom(notes) : left < 0 && !this.empty)) return 'full'
      this.putInLine(item, notes)
    }
    return 'taken'
  }

  /** The line fits but its notes do not: how many of their lines may stay, or 0 where the line has to go over with them. */
  noteLinesThatFit(at: number): number {
    const item = this.strip.items[at]!
    const notes = this.strip.notesOf(at)
    if (item.kind !== 'box' || !notes.length) return 0
    const separator = this.noteHeight ? 0 : this.strip.input.noteSeparator
    return whatFits(notes, this.room - this.gapBefore(item) - item.height - separator)
  }

  takeWithNoteLines(at: number, lines: number): void {
    this.putInLine(this.strip.items[at] as Box, this.strip.notesOf(at).slice(0, lines))
  }

  private gapBefore(item: Box): number {
    const gap = this.occupied ? this.due : 0
    // A line below the foot is the last one that it can stand on.
    return item.pin ? Math.max(gap, Math.min((item.pin - 1) * this.strip.input.leading - this.y, this.room - item.height)) : gap
  }

  private putInLine(item: Box, notes: Box[]): void {
    const gap = this.gapBefore(item)
    if (gap > 0 && this.occupied && !item.pin) {
      this.gaps += gap
      this.record?.gaps.push({ above: this.record.placed.length, height: gap })
    }
    this.due = 0
    this.afterFloat = false
    this.y += gap
    this.put(item)
    this.addNotes(notes)
  }

  private takeFloat(at: number, item: Box, float: Float): void {
    const notes = this.strip.notesOf(at)
    const before = float.placement === 'foot' ? float.before : this.occupied ? spaceAbove(item, this.due, this.afterFloat) : 0
    const overtakes = this.standsAbove(float) || this.owed.some(index => (this.strip.items[index] as Box).float?.series === float.series)
    const fits = before + item.height + this.noteRoom(notes) <= this.room + tolerance
    const here = !float.wide && (float.placement === 'auto' || float.placement === 'foot' || (float.placement === 'head' && !this.occupied))
    // A float that is taller than a page would be owed for ever: it gets a page of its own and may hang over.
    if (this.decided ? this.decided.includes(at) : overtakes || !fits || !here) this.owed.push(at)
    else if (float.placement === 'foot') this.putAtFoot(item, notes)
    else {
      if (before > 0) {
        this.gaps += before
        this.record?.gaps.push({ above: this.record.placed.length, height: before })
      }
      this.y += before
      this.put(item)
      this.addNotes(notes)
      this.due = float.after
      this.afterFloat = true
    }
  }

  /** Puts owed floats that stand over all columns at the head of the page, in order, while they fit; gives those that wait. */
  private placeWide(owed: number[]): number[] {
    const waiting: number[] = []
    const blocked = new Set<string>()
    let after = 0
    let y = 0
    for (const index of owed) {
      const item = this.strip.items[index] as Box
      const { wide, series, placement, after: below } = item.float!
      const notes = this.strip.notesOf(index)
      const before = y > 0 ? spaceAbove(item, after, true) : 0
      const first = y === 0 && this.noteHeight === 0
      const fits = y + before + item.height + this.noteRoom(notes) + this.noteHeight <= this.strip.input.height + tolerance
      const waits = !wide || this.closed || blocked.has(series) || (!first && (!fits || placement === 'page'))
      if (this.decided ? !wide || this.decided.includes(index) : waits) {
        blocked.add(series)
        waiting.push(index)
        continue
      }
      this.record?.wide.push({ y: y + before, box: item })
      y += before + item.height
      this.top = Math.min(y + below, this.strip.input.height)
      this.addNotesThatFit(notes)
      after = below
      if (placement === 'page') this.closed = true
    }
    if (this.closed) this.top = this.strip.input.height
    return waiting
  }

  /** Puts owed floats at the head or foot, in order, while they fit; on an empty page the first one always goes. */
  private placeOwed(owed: number[]): void {
    const blocked = new Set<string>()
    let after = 0
    for (const index of owed) {
      const item = this.strip.items[index] as Box
      const float = item.float!
      const notes = this.strip.notesOf(index)
      const before = float.placement === 'foot' ? float.before : this.occupied ? spaceAbove(item, after, true) : 0
      const first = this.empty
      const fits = item.height + before + this.noteRoom(notes) <= this.room + tolerance
      const waits =
        float.wide ||
        this.closed ||
        blocked.has(float.series) ||
        this.standsAbove(float) ||
        (!first && (!fits || float.placement === 'page'))
      if (this.decided ? this.decided.includes(index) : waits) {
        blocked.add(float.series)
        this.owed.push(index)
        continue
      }
      if (float.placement === 'foot' && fits) this.putAtFoot(item, notes)
      else {
        this.y += this.occupied ? spaceAbove(item, after, true) : 0
        this.put(item)
        this.addNotesThatFit(notes)
        after = float.after
        this.afterFloat = true
        if (float.placement === 'page') this.closed = true
      }
    }
    this.due = after
  }

  /** It would stand above one of its series that is at the foot already. */
  private standsAbove({ series, placement }: Float): boolean {
    return placement !== 'foot' && this.footed.has(series)
  }

  private put(box: Box): void {
    this.record?.placed.push({ y: this.y, box })
    this.y += box.height
    this.occupied = true
  }
  private putAtFoot(box: Box, notes: Box[]): void {
    const { before, series } = box.float!
    this.footHeight += before + box.height
    this.footed.add(series)
    this.record?.foot.push({ before, box })
    this.addNotes(notes)
  }
  private addNotes(lines: Box[]): void {
    if (lines.length === 0) return
    this.noteHeight += this.noteRoom(lines)
    this.record?.notes.push(...lines)
  }
  /** Notes of a float that has the page to itself: what does not fit goes over. */
  private addNotesThatFit(lines: Box[]): void {
    const fit = whatFits(lines, this.room - (this.noteHeight ? 0 : this.strip.input.noteSeparator))
    this.addNotes(lines.slice(0, fit))
    this.carried = [...this.carried, ...lines.slice(fit)]
  }
  private noteRoom(lines: Box[]): number {
    return lines.length ? (this.noteHeight ? 0 : this.strip.input.noteSeparator) + this.strip.heightOf(lines) : 0
  }

  /** The page or column as recorded: fills opened, or spaces where feet are even and text goes on to the next; notes at the foot. */
  body(goesOn: boolean): ColumnBody {
    const { wide, placed, foot, notes, fills, gaps } = this.record!
    const { height, noteSeparator, leading } = this.strip.input
    const left = Math.max(0, this.room)
    const opened = placed.map(({ y, box }) => ({ y: this.top + y, box }))
    const push = (above: number, by: number): void => {
      for (let i = above; i < opened.length; i++) opened[i]!.y += by
    }
    if (this.fills) for (const above of fills) push(above, left / this.fills)
    else if (goesOn && left > 0 && left <= Math.max(this.stretch, leading * 0.5))
      for (const gap of gaps) push(gap.above, (left * gap.height) / this.gaps)
    let y = height - this.noteHeight - this.footHeight
    for (const { before, box } of foot) {
      opened.push({ y: y + before, box })
      y += before + box.height
    }
    y = height - this.noteHeight + (notes.length ? noteSeparator : 0)
    const stood = notes.map(box => {
      const at = { y, box }
      y += box.height
      return at
    })
    return { placed: [...wide, ...opened], notes: stood, ruleAt: notes.length ? height - this.noteHeight + noteSeparator * 0.45 : -1 }
  }
}

/** How many lines from the first fit into a height. */
function whatFits(lines: Box[], room: number): number {
  let left = room
  let fit = 0
  for (const line of lines) {
    left -= line.height
    if (left < -tolerance) break
    fit++
  }
  return fit
}
