/**
 * Why a page ended where it did: the cuts that were considered where it begins, each with what it would have cost in the end,
 * and why each figure and table stands where it stands. Computed when it is asked for, from the same search that made the pages.
 */
import { type Box, costs } from './box.ts'
import { planColumns } from './columns.ts'
import { Filling, MeasuredStrip, type State } from './filling.ts'
import { bestPath, type Cut, cutsFrom, type Reached } from './makeUp.ts'
import { inputOf, type PagePlace } from './page.ts'
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

export function explainPage(place: PagePlace, places: PagePlace[], setting: Setting): PageReasons {
  const { flow } = place
  if (flow.columns > 1 || flow.top > 0) return explainColumns(place, places, setting)
  const strip = new MeasuredStrip(inputOf(flow, null, setting))
  const visited: { node: Reached; cuts: Cut[] }[] = []
  const path = bestPath(strip, (node, cuts) => void visited.push({ node, cuts }))
  const order = places.filter(other => other.flow === flow && other.body && other.index < place.index).length
  const taken = path[order]!
  const from = taken.from!
  const toGo = costsToTheEnd(visited, strip)
  const total = (cut: Cut): number => from.cost + cut.cost + (toGo.get(keyOf(cut.next)) ?? 0)
  const cuts = cutsFrom(from.state, strip)
  const chosen = cuts.find(cut => cut.end === taken.cut!.end && cut.noteLines === taken.cut!.noteLines) ?? taken.cut!
  const best = total(chosen)
  return {
    ends: endOf(chosen, strip, setting),
    parts: partsOf(chosen, from.state, strip),
    others: cuts
      .filter(cut => cut !== chosen)
      .map(cut => ({ ends: endOf(cut, strip, setting), parts: partsOf(cut, from.state, strip), more: Math.max(0, total(cut) - best) }))
      .sort((a, b) => a.more - b.more)
      .slice(0, mostOthers),
    floats: floatReasons(
      path,
      order,
      places.filter(other => other.flow === flow && other.body),
      strip,
    ),
  }
}

/** A page in columns: its last column is what the page ends with, and the others are told beside it. */
function explainColumns({ flow, index }: PagePlace, places: PagePlace[], setting: Setting): PageReasons {
  const input = inputOf(flow, null, setting)
  const { pages } = planColumns(input, flow.columns, input.height - flow.top)
  // The first page of a text that begins under another one counts with that one.
  const before = places.filter(other => other.flow === flow && other.body && other.index < index).length
  const columns = pages[before + (flow.top > 0 ? 1 : 0)] ?? []
  const last = columns.at(-1)
  if (!last) return { ends: 'the end of the division', parts: [], others: [], floats: [] }
  const strip = new MeasuredStrip({ ...input, height: last.height })
  return {
    ends: endOf(last.cut, strip, setting),
    parts: partsOf(last.cut, last.state, strip),
    others: cutsFrom(last.state, strip)
      .filter(({ end, noteLines }) => end !== last.cut.end || noteLines !== last.cut.noteLines)
      .map(cut => ({
        ends: endOf(cut, strip, setting),
        parts: partsOf(cut, last.state, strip),
        more: Math.max(0, cut.cost - last.cut.cost),
      }))
      .sort((a, b) => a.more - b.more)
      .slice(0, mostOthers),
    floats: [],
    columns: { ends: columns.map(({ cut }) => endOf(cut, strip, setting)), even: last.height < input.height },
  }
}

const keyOf = (state: State): string => `${state.at}|${state.owed.join()}|${state.carried.length}`

/** The least cost from every visited state to the end of the strip. States are visited forward, so backward each finds its next ones. */
function costsToTheEnd(visited: { node: Reached; cuts: Cut[] }[], strip: MeasuredStrip): Map<string, number> {
  const toGo = new Map<string, number>()
  toGo.set(keyOf({ at: strip.count, owed: [], carried: [] }), 0)
  for (const { node, cuts } of [...visited].reverse())
    toGo.set(keyOf(node.state), Math.min(...cuts.map(cut => cut.cost + (toGo.get(keyOf(cut.next)) ?? Infinity))))
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
  if (cut.noteLines >= 0) add('a footnote is split over two pages', costs.splitNote)
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
  return Math.max(0, filled(cut, state, strip).room) / strip.input.leading
}

/** The page as it is filled up to a cut, or up to an item. */
function filled(cut: Cut, state: State, strip: MeasuredStrip, until = cut.end): Filling {
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

function floatReasons(path: Reached[], order: number, places: PagePlace[], strip: MeasuredStrip): PageReasons['floats'] {
  const { from, cut } = path[order]!
  const state = from!.state
  const here: number[] = []
  for (let at = strip.next[state.at]!; at < cut!.end; at++) if (floatAt(strip, at) && !cut!.next.owed.includes(at)) here.push(at)
  const arrived = state.owed.filter(at => !cut!.next.owed.includes(at))
  return [
    ...arrived.map(at => {
      // The page on which it would have stood in the text.
      const passed = path.findIndex(({ cut: end }) => end!.end > at)
      const page = passed < 0 ? undefined : path[passed]
      const label = places[passed]?.label ?? '?'
      const box = strip.items[at] as Box
      const room = page ? filled(page.cut!, page.from!.state, strip, at).room : 0
      const says =
        box.float!.placement === 'page'
          ? 'It is to have a page of its own.'
          : box.float!.placement === 'head'
            ? `It is to stand at the head of a page, and page ${label} had begun.`
            : room < box.height + box.float!.before
              ? `On page ${label} it would need ${millimetres(box.height + box.float!.before)}, and ${millimetres(Math.max(0, room))} were left.`
              : `It would have overtaken one of its series that had to leave page ${label}.`
      return { block: box.block, says }
    }),
    ...here.map(at => {
      const box = strip.items[at] as Box
      return {
        block: box.block,
        says:
          box.float!.placement === 'foot'
            ? 'It is to stand at the foot of a page.'
            : box.float!.late === 'reference'
              ? 'It was put before the text that refers to it first, and stands after it.'
              : box.float!.late === 'series'
                ? 'It stands after one of its series that had to be set later.'
                : 'It stands where it was put in the text.',
      }
    }),
  ]
}

const floatAt = (strip: MeasuredStrip, at: number): boolean => {
  const item = strip.items[at]
  return item?.kind === 'box' && item.float !== undefined
}
