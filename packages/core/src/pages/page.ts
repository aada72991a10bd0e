/** Pages of a work: flows cut into bodies, labelled, with running heads and folios. */
import type { Node } from 'prosemirror-model'
import { writeCounter } from '../numbers/counterForm.ts'
import type { TextStyle } from '../work/houseStyle.ts'
import { division, type Matter, matterOf, plainText } from '../work/schema.ts'
import { type Box, box, type Mark, type Placed, type StripItem } from './box.ts'
import { makeUp, type PageBody } from './makeUp.ts'
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
    } else flows.push({ divisions: [node], strips })
  })
  return flows
}

/** Bodies of a flow kept from one turnover to the next, one set for each round. */
export type FlowCache = Map<string, { strips: StripItem[][]; notes: Box[][]; houseStyle: object; bodies: PageBody[] }>

/** Space and rule above notes, in points. */
const noteSeparator = 14

export function bodiesOf(flow: Flow, round: number, cache: FlowCache, setting: Setting): PageBody[] {
  const key = `${division(flow.divisions[0]!).id} ${round}`
  const notes: Box[][] = []
  const byId = new Map<string, Box[]>()
  for (const strip of flow.strips)
    for (const item of strip)
      if (item.kind === 'box')
        for (const id of item.notes) {
          const boxes = noteBoxes(id, setting)
          byId.set(id, boxes)
          notes.push(boxes)
        }
  const kept = cache.get(key)
  if (kept && kept.houseStyle === setting.houseStyle && sameList(kept.strips, flow.strips) && sameList(kept.notes, notes))
    return kept.bodies
  const bodies = makeUp({
    strip: flow.strips.flat(),
    notesOf: id => byId.get(id) ?? [],
    height: setting.height,
    leading: setting.houseStyle.body.leading,
    noteSeparator,
  })
  cache.set(key, { strips: flow.strips, notes, houseStyle: setting.houseStyle, bodies })
  return bodies
}

const sameList = <T>(a: T[], b: T[]): boolean => a.length === b.length && a.every((value, i) => value === b[i])

/** Labels and sides: roman in the front matter, arabic from 1 in the main matter on; a work that runs on counts through. */
export function labelPages(flows: { flow: Flow; bodies: PageBody[] }[], setting: Setting, previous: Page[]): Page[] {
  const {
    opens,
    page: { twoSided },
  } = setting.houseStyle
  const pages: Page[] = []
  let count = 0
  let matter: Matter | null = null
  for (const { flow, bodies } of flows) {
    const own = opens === 'runOn' ? 'main' : matterOf(flow.divisions[0]!)
    const mainBegins = matter === 'front' && own !== 'front'
    // In a two-sided work odd pages are rectos: the main matter's page 1 begins on one, and an empty page before it closes the front matter.
    if ((opens === 'recto' || (mainBegins && twoSided)) && pages.length % 2 === 1)
      pages.push(makePage(null, flow, 0, pages.length, ++count, matter ?? own, setting, previous[pages.length]))
    if (matter === null || mainBegins) count = 0
    matter = own
    bodies.forEach((_, order) => {
      count++
      pages.push(makePage(bodies, flow, order, pages.length, count, own, setting, previous[pages.length]))
    })
  }
  return pages
}

interface Made {
  body: PageBody | null
  key: string
}
const made = new WeakMap<Page, Made>()

function makePage(
  bodies: PageBody[] | null,
  flow: Flow,
  order: number,
  index: number,
  count: number,
  matter: Matter,
  setting: Setting,
  previous: Page | undefined,
): Page {
  const { page: sheet } = setting.houseStyle
  const body = bodies?.[order] ?? null
  const label = writeCounter(count, matter === 'front' ? 'romanLower' : 'arabic')
  const side = !sheet.twoSided || index % 2 === 0 ? 'recto' : 'verso'
  const heads = headsOf(bodies, flow, order, side, label, setting)
  const key = JSON.stringify([index, label, side, heads])
  const was = previous && made.get(previous)
  if (was && was.body === body && was.key === key && previous.width === sheet.width && previous.height === sheet.height) return previous
  const left = side === 'recto' ? sheet.inner : sheet.outer
  const place = ({ y, box }: { y: number; box: Box }): Placed => ({ x: left, y: sheet.top + y, box })
  const furniture = furnitureOf(heads, setting).map(({ y, box }) => ({ x: left, y, box }))
  if (body && body.ruleAt >= 0)
    furniture.push({
      x: left,
      y: sheet.top + body.ruleAt,
      box: box(0.5, [{ kind: 'rule', x: 0, y: 0, width: setting.measure * 0.3, height: 0.5 }]),
    })
  const page: Page = {
    index,
    label,
    side,
    matter,
    division: division(flow.divisions[0]!).id,
    width: sheet.width,
    height: sheet.height,
    placed: body ? [...body.placed.map(place), ...body.notes.map(place)] : [],
    furniture,
  }
  made.set(page, { body, key })
  return page
}

interface Heads {
  left: string
  right: string
  foot: string
}

/** Running heads by rule: the division on versos, the section on rectos, the folio outside; opening pages carry it at the foot. */
function headsOf(bodies: PageBody[] | null, flow: Flow, order: number, side: 'recto' | 'verso', label: string, setting: Setting): Heads {
  const { opens, runningHead, page } = setting.houseStyle
  const { role } = division(flow.divisions[0]!)
  if (!bodies || (role === 'titlePage' && opens !== 'runOn')) return { left: '', right: '', foot: '' }
  if (order === 0 || opens === 'runOn' || !runningHead.show) return { left: '', right: '', foot: label }
  const chapter = headText(division(flow.divisions[0]!).id, setting, true)
  const section = page.twoSided && side === 'recto' ? latestSection(bodies, order, setting) : ''
  return side === 'recto' ? { left: section || chapter, right: label, foot: '' } : { left: label, right: chapter, foot: '' }
}

function headText(id: string, setting: Setting, named: boolean): string {
  const entry = setting.ledger.byId.get(id)
  if (!entry?.item.text) return ''
  return `${named ? entry.number : entry.bare}\u2002${plainText(entry.item.text)}`.trim()
}

/** The last section that begins on or before a page of a flow. */
function latestSection(bodies: PageBody[], order: number, setting: Setting): string {
  for (let at = order; at >= 0; at--)
    for (const { box } of [...bodies[at]!.placed].reverse())
      for (const id of box.begins) {
        const entry = setting.ledger.byId.get(id)
        if (entry?.item.block === 'heading' && entry.item.level === 2) return headText(id, setting, false)
      }
  return ''
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
