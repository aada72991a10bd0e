/** Pages of a work: flows cut into bodies, labelled, with running heads and folios. */
import type { Node } from 'prosemirror-model'
import { writeCounter } from '../numbers/counterForm.ts'
import { division, type Matter, matterOf } from '../work/schema.ts'
import { stack } from './blocks/caption.ts'
import { type Box, box, failedBox, lineBoxes, type Placed, type StripItem } from './box.ts'
import { bodiesBy, joinBodies, planColumns, topUnder } from './columns.ts'
import { noteBoxes, placeOfNote } from './endnotes.ts'
import { type MakeUpInput, MeasuredStrip, type PageBody, type Stood } from './filling.ts'
import { frameOf, type Sections, sectionsOn } from './heads.ts'
import { idsOn } from './idsOn.ts'
import { countLines, lineNumbers } from './lineNumbers.ts'
import { bestWay, type Way } from './makeUp.ts'
import { columnStep, columnsIn, inColumns, leftOf, measureIn, onItsSide } from './measure.ts'
import { notesAlike, sameList, stripsAlike } from './measures.ts'
import { type Setting, setWords, words } from './setting.ts'
import { titleSpans } from './strip.ts'

export interface Page {
  index: number
  /** What is printed as its number: iv, 12. */
  label: string
  side: 'recto' | 'verso'
  matter: Matter
  /** The id of the division that the top of the page belongs to. */
  division: string
  width: number
  height: number
  /** Everything on it, in reading order: text, then notes. */
  placed: Placed[]
  /** Running head, folio and the rule above the notes. */
  furniture: Placed[]
  /** Entries that begin on it and blocks that stand on it, in order. */
  ids: string[]
}

/** Divisions that run on from each other, made up together. */
export interface Flow {
  divisions: Node[]
  strips: StripItem[][]
  columns: number
  /** Its pages lie on their side. */
  landscape: boolean
  /** It goes on under the flow before it, on the same page, where there is room. */
  under: boolean
  /** Where it begins on its first page, in points from the top of the text area. */
  top: number
}

/** Groups divisions into flows by where the house style opens them. */
export function flowsOf(doc: Node, stripsOf: (node: Node) => StripItem[][], setting: Setting): Flow[] {
  const { houseStyle } = setting
  const flows: Flow[] = []
  /** Goes on with the last flow, or opens another one: under it where only the columns are others. */
  const add = (node: Node, strips: readonly StripItem[][], columns: number, goesOn: boolean): void => {
    const last = flows.at(-1)
    const { landscape } = division(node)
    const runsOn = goesOn && last?.landscape === landscape
    if (last && runsOn && last.columns === columns) {
      if (!last.divisions.includes(node)) last.divisions.push(node)
      last.strips.push(...strips)
    } else flows.push({ divisions: [node], strips: [...strips], columns, landscape, under: runsOn, top: 0 })
  }
  doc.forEach(node => {
    const strips = stripsOf(node)
    const columns = columnsIn(node, houseStyle)
    // An index has its columns on pages of its own.
    const runsOn = houseStyle.opens === 'runOn' && division(node).role !== 'index'
    if (titleSpans(columns, houseStyle)) {
      add(node, strips.slice(0, 1), 1, runsOn)
      add(node, strips.slice(1), columns, true)
    } else add(node, strips, columns, runsOn)
  })
  return flows
}

/** Bodies of a flow kept from one turnover to the next, one set for each round. */
export type FlowCache = Map<string, KeptFlow>
interface KeptFlow {
  strips: StripItem[][]
  /** The strips in one. */
  strip: StripItem[]
  notes: Box[][]
  houseStyle: object
  way: Way
  bodies: PageBody[]
  top: number
  columns: number
}

/** Space and rule above notes, in points. */
const noteSeparator = 14

/** Where only words changed since the same round of the turnover before, or since the round before, the pages are cut where they were. */
export function bodiesOf(flow: Flow, round: number, cache: FlowCache, given: Setting): PageBody[] {
  const setting = onItsSide(given, flow.landscape)
  const { houseStyle } = setting
  // The text of a division may be a flow under that of its title.
  const keyOf = (of: number): string => `${division(flow.divisions[0]!).id} ${flow.columns} ${of}`
  const byId = notesOf(flow, setting)
  const notes = [...byId.values()]
  const kept = cache.get(keyOf(round))
  if (
    kept &&
    kept.houseStyle === houseStyle &&
    kept.top === flow.top &&
    kept.columns === flow.columns &&
    sameList(kept.strips, flow.strips) &&
    sameList(kept.notes, notes)
  )
    return kept.bodies
  const input = inputOf(flow, byId, given)
  try {
    const made = cutAlike(input, flow, notes, [kept, cache.get(keyOf(round - 1))], setting)
    cache.set(keyOf(round), made)
    return made.bodies
  } catch (error) {
    // Nothing is kept of it: the next turnover tries again.
    const strip = [failedBox(division(flow.divisions[0]!).id, (error as Error).message)]
    const measured = new MeasuredStrip({ ...input, strip })
    return bodiesBy(bestWay(measured), measured, 0, setting.measure)
  }
}

/** Cuts a flow into bodies as one of the others is cut, where it is alike, else in the best way. */
function cutAlike(input: MakeUpInput, flow: Flow, notes: Box[][], others: (KeptFlow | undefined)[], setting: Setting): KeptFlow {
  const { houseStyle, measure } = setting
  const { strips, top, columns } = flow
  const measured = new MeasuredStrip(input)
  const alike = others.find(
    other =>
      other &&
      other.houseStyle === houseStyle &&
      other.top === top &&
      other.columns === columns &&
      stripsAlike(other.strip, input.strip) &&
      // Lines of notes that go over to the next page are part of a way: they have to be the same ones.
      (sameList(other.notes, notes) || (notesAlike(other.notes, notes) && other.way.every(({ cut }) => cut.next.carried.length === 0))),
  )
  const way = alike?.way ?? planColumns(measured)
  const bodies = bodiesBy(way, measured, columnStep(measure, columns, houseStyle), measureIn(measure, columns, houseStyle))
  return { strips, strip: input.strip, notes, houseStyle, way, bodies, top, columns }
}

function notesOf(flow: Flow, setting: Setting): Map<string, Box[]> {
  const byId = new Map<string, Box[]>()
  const { notes, otherNotes } = setting.scheme
  if (notes.place !== 'foot' && otherNotes.place !== 'foot') return byId
  for (const strip of flow.strips)
    for (const id of noteIds(strip)) if (placeOfNote(id, setting) === 'foot') byId.set(id, noteBoxes(id, inColumns(setting, flow.columns)))
  return byId
}

/** A flow that was made up, and those that go on under it on its last page. */
export interface MadeFlow {
  flow: Flow
  bodies: PageBody[]
  under: Flow[]
}

/** Made-up flows as pages: one that goes on under another has its first page with it. */
export function joinFlows(made: readonly { flow: Flow; bodies: PageBody[] }[]): MadeFlow[] {
  const out: MadeFlow[] = []
  for (const { flow, bodies } of made) {
    // What goes on under another may itself end on that page.
    const last = out.findLast(({ bodies: own }) => own.length > 0)
    const above = last?.bodies.at(-1)
    const [first, ...rest] = bodies
    if (last && above && first && flow.top > 0) {
      last.bodies = [...last.bodies.slice(0, -1), joinBodies(above, first)]
      last.under.push(flow)
      out.push({ flow, bodies: rest, under: [] })
    } else out.push({ flow, bodies, under: [] })
  }
  return out
}

/** Where a flow that may go on under another begins on its page; 0 for at the head of a page of its own. */
export function topOf(flow: Flow, before: { flow: Flow; bodies: PageBody[] } | undefined, given: Setting): number {
  const setting = onItsSide(given, flow.landscape)
  const page = before?.bodies.at(-1)
  if (!flow.under || !page) return 0
  const { leading } = setting.houseStyle.body
  const lastSpace = before!.flow.strips.findLast(strip => strip.length > 0)?.at(-1)
  const firstSpace = flow.strips.find(strip => strip.length > 0)?.[0]
  const gap = Math.max(...[lastSpace, firstSpace].map(item => (item?.kind === 'space' ? item.height : 0)), leading * 0.5)
  return topUnder(page, { height: setting.height, leading }, gap) ?? 0
}

/** What page make-up is given for a flow. */
export function inputOf(flow: Flow, notes: Map<string, Box[]> | null, given: Setting): MakeUpInput {
  const setting = onItsSide(given, flow.landscape)
  const byId = notes ?? notesOf(flow, setting)
  return {
    strip: flow.strips.flat(),
    notesOf: id => byId.get(id) ?? [],
    height: setting.height,
    columns: flow.columns,
    top: flow.top,
    leading: setting.houseStyle.body.leading,
    noteSeparator,
    evenFeet: setting.houseStyle.evenFeet,
  }
}

const noteIdsOf = new WeakMap<StripItem[], string[]>()

/** Notes whose marks stand in a strip. */
function noteIds(strip: StripItem[]): string[] {
  let ids = noteIdsOf.get(strip)
  if (!ids) noteIdsOf.set(strip, (ids = strip.flatMap(item => (item.kind === 'box' ? item.notes : []))))
  return ids
}

/** Where a page stands among the others. */
export interface PagePlace {
  flow: Flow
  /** Flows that go on under it on the same page. */
  under: readonly Flow[]
  /** Null on an empty page. */
  body: PageBody | null
  index: number
  label: string
  side: 'recto' | 'verso'
  matter: Matter
  /** The first page of its flow. */
  opening: boolean
}

/** What the pages of a numbered appendix are counted under. */
function appendixOf({ divisions: [first] }: Flow, { ledger }: Setting): { letter: string; count: number } | null {
  const letter = division(first!).role === 'appendix' ? (ledger.byId.get(division(first!).id)?.bare ?? '') : ''
  return letter ? { letter, count: 0 } : null
}

/** Labels and sides, by the rules of the house style for folios; a work that runs on counts through. */
export function placePages(flows: readonly MadeFlow[], setting: Setting): PagePlace[] {
  const {
    opens,
    folios,
    page: { twoSided },
  } = setting.houseStyle
  const through = folios.runs === 'through'
  const places: PagePlace[] = []
  let count = 0
  let matter: Matter | null = null
  /** Of the appendix whose pages are counted by themselves: its letter, and how many it has. */
  let appendix: { letter: string; count: number } | null = null
  const labelOf = (within: Matter): string => {
    if (appendix) return `${appendix.letter}-${++appendix.count}`
    return writeCounter(++count, within === 'front' ? folios.front : 'arabic')
  }
  const add = (flow: Flow, under: readonly Flow[], body: PageBody | null, opening: boolean, within: Matter): void => {
    const index = places.length
    const label = labelOf(within)
    places.push({ flow, under, body, index, label, side: !twoSided || index % 2 === 0 ? 'recto' : 'verso', matter: within, opening })
  }
  for (const { flow, bodies, under } of flows) {
    const own = opens === 'runOn' ? 'main' : matterOf(flow.divisions[0]!)
    const mainBegins = matter === 'front' && own !== 'front'
    // In a two-sided work odd pages are rectos (a one-sided one has no other pages): the main matter's page 1 begins on one, and an empty page before it closes the front matter.
    if (twoSided && !flow.under && (opens === 'recto' || mainBegins) && places.length % 2 === 1) add(flow, [], null, true, matter ?? own)
    if (matter === null) count = own !== 'front' || through ? folios.start - 1 : 0
    else if (mainBegins && !through) count = folios.start - 1
    matter = own
    if (!flow.under) appendix = folios.appendices === 'own' && opens !== 'runOn' ? appendixOf(flow, setting) : null
    bodies.forEach((body, order) => void add(flow, order === bodies.length - 1 ? under : [], body, order === 0 && !flow.under, own))
  }
  return places
}

/** Pages in their places with running heads and folios; a page that is what it was is the same object. */
export function makePages(places: PagePlace[], setting: Setting, previous: Page[]): Page[] {
  const { by } = setting.houseStyle.lineNumbers
  let section = ''
  let lines = 0
  return places.map(place => {
    if (place.opening) section = ''
    const sections = place.body ? sectionsOn(place.body, setting) : []
    const first = sections[0] ?? section
    section = sections.at(-1) ?? section
    if (by === 'page' || (by === 'division' && place.opening)) lines = 0
    const page = makePage(place, { first, last: section }, lines, setting, previous[place.index])
    // Places are the same on every page.
    if (by !== 'none' && by !== 'places' && place.body) lines += countLines(place.body)
    return page
  })
}

/** What says that nothing is missing on a page without text. */
function blankBox(setting: Setting): Box {
  const style = { ...setting.houseStyle.body, align: 'centre' as const }
  const lines = setWords([words(setting.houseStyle.page.blank, style)], setting, style, setting.measure)
  const { marks, height } = stack(lineBoxes(lines, { ...style, x: 0, tag: 'Artifact', block: '' }))
  return box(height, marks)
}

const made = new WeakMap<Page, { body: PageBody | null; key: string; houseStyle: object }>()

function makePage(place: PagePlace, sections: Sections, lines: number, given: Setting, previous: Page | undefined): Page {
  const setting = onItsSide(given, place.flow.landscape)
  const { page: sheet } = setting.houseStyle
  const { flow, body, index, matter, label, side } = place
  const frame = frameOf(place, sections, setting)
  const key = `${index}|${label}|${side}|${frame.key}|${lines}`
  const was = previous && made.get(previous)
  if (was && was.body === body && was.key === key && was.houseStyle === setting.houseStyle) return previous
  const left = leftOf(setting.houseStyle, side)
  const put = ({ x = 0, y, box }: Stood): Placed => ({ x: left + x, y: sheet.top + y, box })
  const furniture = [...frame.boxes(), ...(body ? lineNumbers(body, lines, setting) : [])].map(({ x = 0, y, box }: Stood) => ({
    x: left + x,
    y,
    box,
  }))
  if (!body && sheet.blank) furniture.push({ x: left, y: sheet.height * 0.42, box: blankBox(setting) })
  for (const { x, y, width } of body?.rules ?? [])
    furniture.push({ x: left + x, y: sheet.top + y, box: box(0.5, [{ kind: 'rule', x: 0, y: 0, width, height: 0.5 }]) })
  const page: Page = {
    index,
    label,
    side,
    matter,
    division: division(flow.divisions[0]!).id,
    width: sheet.width,
    height: sheet.height,
    placed: body ? [...body.placed.map(put), ...body.notes.map(put)] : [],
    furniture,
    ids: body ? idsOn(body) : [],
  }
  made.set(page, { body, key, houseStyle: setting.houseStyle })
  return page
}
