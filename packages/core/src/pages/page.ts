/** Pages of a work: flows cut into bodies, labelled, with running heads and folios. */
import type { Node } from 'prosemirror-model'
import { writeCounter } from '../numbers/counterForm.ts'
import { referenceText } from '../references/wordReference.ts'
import type { TextStyle } from '../work/houseStyle.ts'
import { division, type Matter, matterOf, plainText } from '../work/schema.ts'
import { type Box, box, type Mark, type Placed, type StripItem } from './box.ts'
import type { PageBody } from './filling.ts'
import { makeUp } from './makeUp.ts'
import { type Setting, setWords, words } from './setting.ts'
import { noteBoxes } from './strip.ts'

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
}

/** Groups divisions into flows by where the house style opens them. */
export function flowsOf(doc: Node, stripsOf: (node: Node) => StripItem[][], setting: Setting): Flow[] {
  const flows: Flow[] = []
  doc.forEach(node => {
    const strips = stripsOf(node)
    const last = flows.at(-1)
    if (last && setting.houseStyle.opens === 'runOn') {
      last.divisions.push(node)
      last.strips.push(...strips)
    } else flows.push({ divisions: [node], strips: [...strips] })
  })
  return flows
}

/** Bodies of a flow kept from one turnover to the next, one set for each round. */
export type FlowCache = Map<string, { strips: StripItem[][]; notes: Box[][]; houseStyle: object; bodies: PageBody[] }>

/** Space and rule above notes, in points. */
const noteSeparator = 14

export function bodiesOf(flow: Flow, round: number, cache: FlowCache, setting: Setting): PageBody[] {
  const key = `${division(flow.divisions[0]!).id} ${round}`
  const byId = new Map<string, Box[]>()
  for (const strip of flow.strips) for (const id of noteIds(strip)) byId.set(id, noteBoxes(id, setting))
  const notes = [...byId.values()]
  const kept = cache.get(key)
  if (kept && kept.houseStyle === setting.houseStyle && sameList(kept.strips, flow.strips) && sameList(kept.notes, notes))
    return kept.bodies
  const bodies = makeUp({
    strip: flow.strips.flat(),
    notesOf: id => byId.get(id) ?? [],
    height: setting.height,
    leading: setting.houseStyle.body.leading,
    noteSeparator,
    evenFeet: false,
  })
  cache.set(key, { strips: flow.strips, notes, houseStyle: setting.houseStyle, bodies })
  return bodies
}

const noteIdsOf = new WeakMap<StripItem[], string[]>()

/** Notes whose marks stand in a strip. */
function noteIds(strip: StripItem[]): string[] {
  let ids = noteIdsOf.get(strip)
  if (!ids) noteIdsOf.set(strip, (ids = strip.flatMap(item => (item.kind === 'box' ? item.notes : []))))
  return ids
}

const sameList = <T>(a: T[], b: T[]): boolean => a.length === b.length && a.every((value, i) => value === b[i])

/** Where a page stands among the others. */
export interface PagePlace {
  flow: Flow
  /** Null on an empty page. */
  body: PageBody | null
  index: number
  label: string
  side: 'recto' | 'verso'
  matter: Matter
  /** The first page of its flow. */
  opening: boolean
}

/** Labels and sides: roman in the front matter, arabic from 1 in the main matter on; a work that runs on counts through. */
export function placePages(flows: { flow: Flow; bodies: PageBody[] }[], setting: Setting): PagePlace[] {
  const {
    opens,
    page: { twoSided },
  } = setting.houseStyle
  const places: PagePlace[] = []
  let count = 0
  let matter: Matter | null = null
  const add = (flow: Flow, body: PageBody | null, opening: boolean, within: Matter): void => {
    const index = places.length
    const label = writeCounter(++count, within === 'front' ? 'romanLower' : 'arabic')
    places.push({ flow, body, index, label, side: !twoSided || index % 2 === 0 ? 'recto' : 'verso', matter: within, opening })
  }
  for (const { flow, bodies } of flows) {
    const own = opens === 'runOn' ? 'main' : matterOf(flow.divisions[0]!)
    const mainBegins = matter === 'front' && own !== 'front'
    // In a two-sided work odd pages are rectos: the main matter's page 1 begins on one, and an empty page before it closes the front matter.
    if ((opens === 'recto' || (mainBegins && twoSided)) && places.length % 2 === 1) add(flow, null, true, matter ?? own)
    if (matter === null || mainBegins) count = 0
    matter = own
    bodies.forEach((body, order) => void add(flow, body, order === 0, own))
  }
  return places
}

/** Pages in their places with running heads and folios; a page that is what it was is the same object. */
export function makePages(places: PagePlace[], setting: Setting, previous: Page[]): Page[] {
  let section = ''
  return places.map(place => {
    if (place.opening) section = ''
    if (place.body) section = latestSection(place.body, setting) || section
    return makePage(place, section, setting, previous[place.index])
  })
}

const made = new WeakMap<Page, { body: PageBody | null; key: string }>()

function makePage(place: PagePlace, section: string, setting: Setting, previous: Page | undefined): Page {
  const { page: sheet } = setting.houseStyle
  const { flow, body, index, matter, label, side } = place
  const heads = headsOf(place, section, setting)
  const key = `${index}|${label}|${side}|${heads.left}|${heads.right}|${heads.foot}|${sheet.width}|${sheet.height}`
  const was = previous && made.get(previous)
  if (was && was.body === body && was.key === key) return previous
  const left = side === 'recto' ? sheet.inner : sheet.outer
  const put = ({ y, box }: { y: number; box: Box }): Placed => ({ x: left, y: sheet.top + y, box })
  const furniture = furnitureOf(heads, setting).map(({ y, box }) => ({ x: left, y, box }))
  if (body && body.ruleAt >= 0) {
    const rule: Mark = { kind: 'rule', x: 0, y: 0, width: setting.measure * 0.3, height: 0.5 }
    furniture.push({ x: left, y: sheet.top + body.ruleAt, box: box(0.5, [rule]) })
  }
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
  made.set(page, { body, key })
  return page
}

const bodyIds = new WeakMap<PageBody, string[]>()

/** Entries that begin on a page and blocks that stand on it, in order. */
export function idsOn(body: PageBody): string[] {
  let ids = bodyIds.get(body)
  if (!ids) {
    const found = new Set<string>()
    for (const { box } of [...body.placed, ...body.notes]) {
      for (const id of box.begins) found.add(id)
      if (box.block && !box.lead) found.add(box.block)
    }
    bodyIds.set(body, (ids = [...found]))
  }
  return ids
}

interface Heads {
  left: string
  right: string
  foot: string
}

/** Running heads by rule: the division on versos, the section on rectos, the folio outside; opening pages carry it at the foot. */
function headsOf({ flow, body, side, label, opening }: PagePlace, sectionId: string, setting: Setting): Heads {
  const { opens, runningHead, page } = setting.houseStyle
  const { id, role } = division(flow.divisions[0]!)
  if (!body || (role === 'titlePage' && opens !== 'runOn')) return { left: '', right: '', foot: '' }
  if (opening || opens === 'runOn' || !runningHead.show) return { left: '', right: '', foot: label }
  if (side === 'verso') return { left: label, right: headText(id, setting, true), foot: '' }
  const section = page.twoSided && sectionId ? headText(sectionId, setting, false) : ''
  return { left: section || headText(id, setting, true), right: label, foot: '' }
}

function headText(id: string, setting: Setting, named: boolean): string {
  const entry = setting.ledger.byId.get(id)
  if (!entry?.item.text) return ''
  return `${named ? entry.number : entry.bare}\u2002${plainText(entry.item.text, reference => referenceText(setting.wordingOf(reference)))}`.trim()
}

/** The last section of level 2 that begins on a page, if any does. */
function latestSection(body: PageBody, setting: Setting): string {
  return (
    idsOn(body).findLast(id => {
      const item = setting.ledger.byId.get(id)?.item
      return item?.block === 'heading' && item.level === 2
    }) ?? ''
  )
}

function furnitureOf({ left, right, foot }: Heads, setting: Setting): { y: number; box: Box }[] {
  const { page, runningHead, body } = setting.houseStyle
  const style: TextStyle = { ...body, size: runningHead.size, leading: runningHead.size * 1.3, align: 'left' }
  const set = (text: string, where: 'left' | 'centre' | 'right'): Mark[] => {
    if (!text) return []
    const [line] = setWords([words(text, style)], setting, style, setting.measure)
    const room = setting.measure - line!.end
    return [
      { kind: 'line', x: where === 'left' ? 0 : where === 'right' ? room : room / 2, baseline: style.size, line: line!, tag: 'Artifact' },
    ]
  }
  const head = [...set(left, 'left'), ...set(right, 'right')]
  const out: { y: number; box: Box }[] = []
  if (head.length) out.push({ y: page.top - 30, box: box(style.leading, head) })
  if (foot) out.push({ y: page.height - page.bottom + 28, box: box(style.leading, set(foot, 'centre')) })
  return out
}
