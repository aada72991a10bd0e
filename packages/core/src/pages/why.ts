/**
 * Why a page ended where it did: the cuts that were considered where it begins, each with what it would have cost in the end,
 * and why each figure and table stands where it stands. Computed when it is asked for, from the same search that made the pages.
 */
import { type Box, costs, type Float } from './box.ts'
import { pagesOf, planColumns } from './columns.ts'
import { Filling, MeasuredStrip, type State } from './filling.ts'
import { bestPath, type Cut, cutsFrom, isDone, type Reached, type Step } from './makeUp.ts'
import { type Flow, inputOf, type PagePlace } from './page.ts'
import type { Setting } from './setting.ts'

/** A cost in the unit of page make-up: 100 is a break no author would mind. */
export interface CostShare {
  says: string
  cost: number
}
export interface PageReasons {
  /** What the page ends with. */
  ends: string
  parts: CostShare[]
  /** Other ends that were considered, the best first; `more` is what the whole division would cost beyond what it does. */
  others: { ends: string; parts: CostShare[]; more: number }[]
  floats: { block: string; says: string }[]
  /** Of a page in columns: what each ends with; `even` where they were made as even as they can be. */
  columns?: { ends: string[]; even: boolean }
}

const mostOthers = 4

/** A text that has a share in a page: its pages, each with its columns, and which of them this is. */
interface Share {
  flow: Flow
  strip: MeasuredStrip
  pages: Step[][]
  order: number
  /** Labels of its pages. */
  labels: string[]
}

/** A page ends with the last column of the last text on it; the other columns are told beside it. */
export function explainPage(place: PagePlace, places: PagePlace[], setting: Setting): PageReasons {
  const shares = flowsOn(place).map(flow => shareOf(flow, place, places, setting))
  return { ...endReasons(shares.at(-1)!, setting), floats: shares.flatMap(floatReasons) }
}

const flowsOn = ({ flow, under }: PagePlace): Flow[] => [flow, ...under]

function shareOf(flow: Flow, place: PagePlace, places: PagePlace[], setting: Setting): Share {
  const strip = new MeasuredStrip(inputOf(flow, null, setting))
  const own = places.filter(other => other.body && flowsOn(other).includes(flow))
  return { flow, strip, pages: pagesOf(planColumns(strip)), order: own.indexOf(place), labels: own.map(({ label }) => label) }
}

function endReasons({ flow, strip, pages, order }: Share, setting: Setting): Omit<PageReasons, 'floats'> {
  const columns = pages[order] ?? []
  const last = columns.at(-1)
  if (!last) return { ends: 'the end of the division', parts: [], others: [] }
  const visited: { node: Reached; cuts: Cut[] }[] = []
  const even = last.height < strip.input.height
  // Of columns that were made even another end is another height: what it would cost in the end is not known.
  if (!even) bestPath(strip, (node, cuts) => void visited.push({ node, cuts }))
  const toGo = costsToTheEnd(visited, strip)
  const total = (cut: Cut): number => cut.cost + (toGo.get(keyOf(cut.next)) ?? 0)
  const measured = strip.within(last.height)
  const cuts = cutsFrom(last.state, measured)
  const chosen = cuts.find(cut => cut.end === last.cut.end && cut.noteLines === last.cut.noteLines) ?? last.cut
  const best = total(chosen)
  return {
    ends: endOf(chosen, strip, setting),
    parts: partsOf(chosen, last.state, measured),
    others: cuts
      .filter(cut => cut !== chosen)
      .map(cut => ({ ends: endOf(cut, strip, setting), parts: partsOf(cut, last.state, measured), more: Math.max(0, total(cut) - best) }))
      .sort((a, b) => a.more - b.more)
      .slice(0, mostOthers),
    ...(flow.columns > 1 ? { columns: { ends: columns.map(({ cut }) => endOf(cut, strip, setting)), even } } : {}),
  }
}

const keyOf = ({ at, owed, carried, column, top }: State): string => `${at}|${owed.join()}|${carried.length}|${column}|${top}`

/** The least cost from every visited state to the end of the strip. States are visited forward, so backward each finds its next ones. */
function costsToTheEnd(visited: { node: Reached; cuts: Cut[] }[], strip: MeasuredStrip): Map<string, number> {
  const toGo = new Map<string, number>()
  const left = ({ next }: Cut): number => (isDone(next, strip) ? 0 : (toGo.get(keyOf(next)) ?? Infinity))
  for (const { node, cuts } of [...visited].reverse()) toGo.set(keyOf(node.state), Math.min(...cuts.map(cut => cut.cost + left(cut))))
  return toGo
}

/** “the paragraph “The spacing is a”, line 3 of 7”. */
function endOf(cut: Cut, strip: MeasuredStrip, setting: Setting): string {
  let at = cut.end - 1
  while (at >= 0 && strip.items[at]!.kind !== 'box') at--
  if (at < 0) return 'the head of the page'
  if (cut.next.at >= strip.count && cut.next.owed.length === 0) return 'the end of the division'
  const box = strip.items[at] as Box
  const lines: Box[] = []
  let own = 0
  strip.items.forEach((item, index) => {
    if (item.kind !== 'box' || item.block !== box.block || item.float) return
    lines.push(item)
    if (index === at) own = lines.length
  })
  const words = firstWords(lines[0] ?? box)
  const entry = setting.ledger.byId.get(box.block)
  const name = entry?.item.kind === 'series' && entry.number ? `${entry.names.one} ${entry.number}` : words ? `“${words}”` : 'a display'
  return lines.length > 1 ? `${name}, line ${own} of ${lines.length}` : name
}

function firstWords(box: Box): string {
  for (const mark of box.marks)
    if (mark.kind === 'line' && mark.tag !== 'Lbl' && mark.tag !== 'Artifact') {
      const words = mark.line.pieces.flatMap(piece => ('shape' in piece ? [piece.shape.text] : []))
      if (words.length) return `${words.slice(0, 5).join(' ')}${words.length > 5 ? ' …' : ''}`
    }
  return ''
}

/** What a cut costs, in words. */
function partsOf(cut: Cut, state: State, strip: MeasuredStrip): CostShare[] {
  const parts: CostShare[] = []
  const add = (says: string, cost: number): void => {
    if (cost >= 1) parts.push({ says, cost: Math.round(cost) })
  }
  const at = cut.end - 1
  const item = strip.items[at]
  const next = strip.items[strip.next[cut.end]!]
  const after = item?.kind === 'box' && !item.float ? item.breakAfter : 0
  const before = next?.kind === 'box' ? next.breakBefore : 0
  const penalty = Math.max(after, before)
  if (cut.noteLines >= 0) add('a footnote is split over two pages', Math.min(costs.splitNote, cut.penalty))
  else if (penalty === Infinity) add('what belongs together had to be parted: nothing else fits on a page', 1e6)
  else if (before > after) add('text and the display that belongs to it are parted', before)
  else if (after >= costs.widow) add('a single line of a paragraph is left alone', after)
  else if (after === costs.hyphen) add('the last word of the page is divided', after)
  else if (after > 0) add('a list or table is broken', after)
  const waiting = cut.next.owed.length
  add(
    waiting === 1 ? 'a figure or table waits for a later page' : `${waiting} figures or tables wait for later pages`,
    waiting * costs.floatDelay,
  )
  const empty = emptyLines(cut, state, strip)
  const rest = cut.cost - parts.reduce((sum, part) => sum + part.cost, 0)
  add(`${empty.toFixed(1)} empty lines at the foot`, rest)
  return parts
}

function emptyLines(cut: Cut, state: State, strip: MeasuredStrip): number {
  return Math.max(0, filled({ state, cut, height: strip.input.height }, strip).room) / strip.input.leading
}

/** The page or column as it is filled up to a cut, or up to an item. */
function filled({ state, cut, height }: Step, whole: MeasuredStrip, until = cut.end): Filling {
  const strip = whole.within(height)
  const page = new Filling(strip, state, cut)
  const from = strip.next[state.at]!
  if (until > from) page.open(from)
  for (let at = from; at < until; at++) {
    if (at === cut.end - 1 && cut.noteLines >= 0) page.takeWithNoteLines(at, cut.noteLines)
    else page.take(at)
  }
  return page
}

const millimetres = (points: number): string => `${Math.round((points * 25.4) / 72)} mm`

/** Why the figures and tables of a text stand on one of its pages. */
function floatReasons(share: Share): PageReasons['floats'] {
  const columns = share.pages[share.order] ?? []
  return columns.flatMap(({ state, cut }) => {
    const { strip } = share
    const placed = (at: number): boolean => !cut.next.owed.includes(at)
    const here: number[] = []
    for (let at = strip.next[state.at]!; at < cut.end; at++) if (floatAt(strip, at) && placed(at)) here.push(at)
    return [
      ...state.owed.filter(placed).map(at => ({ block: (strip.items[at] as Box).block, says: whyLater(at, share) })),
      ...here.map(at => ({ block: (strip.items[at] as Box).block, says: whyHere((strip.items[at] as Box).float!) })),
    ]
  })
}

/** Why a float does not stand in its place in the text. */
function whyLater(at: number, { pages, strip, labels, flow }: Share): string {
  const { height, float } = strip.items[at] as Box
  // Where it would have stood in the text.
  const page = pages.findIndex(columns => columns.some(({ cut }) => cut.end > at))
  const step = pages[page]?.find(({ cut }) => cut.end > at)
  const label = labels[page] ?? '?'
  const where = flow.columns > 1 ? `In its column on page ${label}` : `On page ${label}`
  const room = step ? filled(step, strip, at).room : 0
  if (float!.placement === 'page') return 'It is to have a page of its own.'
  if (float!.wide) return `It stands over all columns, at the head of a page, and page ${label} had begun.`
  if (float!.placement === 'head') return `It is to stand at the head of a page, and page ${label} had begun.`
  if (room < height + float!.before)
    return `${where} it would need ${millimetres(height + float!.before)}, and ${millimetres(Math.max(0, room))} were left.`
  return `It would have overtaken one of its series that had to leave page ${label}.`
}

function whyHere({ placement, late }: Float): string {
  if (placement === 'foot') return 'It is to stand at the foot of a page.'
  if (late === 'reference') return 'It was put before the text that refers to it first, and stands after it.'
  if (late === 'series') return 'It stands after one of its series that had to be set later.'
  return 'It stands where it was put in the text.'
}

const floatAt = (strip: MeasuredStrip, at: number): boolean => {
  const item = strip.items[at]
  return item?.kind === 'box' && item.float !== undefined
}
