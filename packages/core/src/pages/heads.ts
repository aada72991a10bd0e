/** Running heads and feet by rule: what the tiles of the house style say on a page. */
import { plainTextOf } from '../content/plainText.ts'
import { identityIn } from '../numbers/occurrences.ts'
import type { HeadField, HeadLine, HeadTile, PageFrame, TextStyle } from '../work/parts/houseStyle.ts'
import { division, roles } from '../work/schema.ts'
import { type Box, box, type Mark } from './box.ts'
import type { PageBody } from './filling.ts'
import { idsOn } from './idsOn.ts'
import type { PagePlace } from './page.ts'
import { type Setting, setWords, words } from './setting.ts'

/** Ids of the sections that a page may name: the first and the last that begin on it, else the one that goes on. */
export interface Sections {
  first: string
  last: string
}

/** Headings of level 2 that begin on a page, in order. */
export function sectionsOn(body: PageBody, setting: Setting): string[] {
  return idsOn(body).filter(id => {
    const item = setting.ledger.byId.get(id)?.item
    return item?.kind === 'heading' && item.block === 'heading' && item.level === 2
  })
}

type Where = 'left' | 'centre' | 'right'
const places: Where[] = ['left', 'centre', 'right']
type Said = Record<Where, string>
const silent: Said = { left: '', centre: '', right: '' }

/** What stands above and below the text of a page, as a key to compare and as boxes from the top of the page. */
export function frameOf(place: PagePlace, sections: Sections, setting: Setting): { key: string; boxes(): { y: number; box: Box }[] } {
  const { runningHead, opens } = setting.houseStyle
  const { body, opening, side } = place
  const { role, folio } = division(place.flow.divisions[0]!)
  const quiet = roles[role].quiet && folio === 'usual' && opens !== 'runOn'
  const heads = folio === 'hidden' ? null : (runningHead.roles[role] ?? (quiet ? null : runningHead))
  const rule: PageFrame | null = !body || !heads ? null : opening ? heads.opening : heads[side]
  const head = rule ? say(rule.head, place, sections, setting) : silent
  const foot = rule ? say(rule.foot, place, sections, setting) : silent
  return {
    key: JSON.stringify([head, foot]),
    boxes: () => [...headBoxes(head, setting), ...footBoxes(foot, setting)],
  }
}

function say(line: HeadLine, place: PagePlace, sections: Sections, setting: Setting): Said {
  const text = (tiles: HeadTile[]): string =>
    tiles
      .map(tile => ('text' in tile ? tile.text : fields[tile.field](place, sections, setting)))
      .join('')
      .trim()
  return { left: text(line.left), centre: text(line.centre), right: text(line.right) }
}

/** What each field says. A section field says the chapter where no section has begun. */
const fields: Record<HeadField, (place: PagePlace, sections: Sections, setting: Setting) => string> = {
  workTitle: (_place, _sections, setting) => setting.title,
  author: (_place, _sections, setting) => setting.author,
  pageLabel: place => place.label,
  chapterNumber: (place, _sections, setting) => setting.ledger.byId.get(division(place.flow.divisions[0]!).id)?.number ?? '',
  chapterTitle: (place, _sections, setting) => titleOf(division(place.flow.divisions[0]!).id, setting),
  firstSection: (place, { first }, setting) => section(first, place, setting),
  lastSection: (place, { last }, setting) => section(last, place, setting),
}

function section(id: string, place: PagePlace, setting: Setting): string {
  const entry = setting.ledger.byId.get(id || division(place.flow.divisions[0]!).id)
  return entry ? `${id ? entry.bare : entry.number}\u2002${titleOf(entry.id, setting)}`.trim() : ''
}

function titleOf(id: string, setting: Setting): string {
  const item = setting.ledger.byId.get(id)?.item
  if (item?.kind === 'heading' && item.shortTitle) return item.shortTitle
  return item?.text ? plainTextOf(item.text, identityIn(id, item.text, 0), setting.wordingOf) : ''
}

/** Distance of the baseline region of heads from the text above and below it, in points. */
const headGap = 30
const footGap = 28
/** Least space between the parts of a head, in em. */
const partGap = 2

function headBoxes(said: Said, setting: Setting): { y: number; box: Box }[] {
  const { page, runningHead } = setting.houseStyle
  const style = headStyle(setting)
  const marks = setParts(said, style, setting)
  if (marks.length === 0) return []
  if (runningHead.rule) marks.push({ kind: 'rule', x: 0, y: style.leading + 2, width: setting.measure, height: 0.5 })
  return [{ y: Math.max(8, page.top - headGap), box: box(style.leading, marks) }]
}

function footBoxes(said: Said, setting: Setting): { y: number; box: Box }[] {
  const { page } = setting.houseStyle
  const style = headStyle(setting)
  const marks = setParts(said, style, setting)
  const y = Math.min(page.height - style.leading - 8, page.height - page.bottom + footGap)
  return marks.length ? [{ y, box: box(style.leading, marks) }] : []
}

function headStyle({ houseStyle: { body, runningHead } }: Setting): TextStyle {
  return { ...body, size: runningHead.size, leading: runningHead.size * 1.3, align: 'left' }
}

/** Width of the thinnest letters, in em. */
const thinnest = 0.15

/** Sets the parts side by side; where they do not fit, the longest is cut short with an ellipsis. */
function setParts(said: Said, style: TextStyle, setting: Setting): Mark[] {
  const width = (text: string): number => setting.fonts[style.face].shape(text).width * style.size
  // More letters than the thinnest fill the head with are never shown: a title of thousands of words is not shortened word by word.
  const most = Math.ceil(setting.measure / (style.size * thinnest))
  const cut = (text: string): string => (text.length > most ? `${text.slice(0, most)}…` : text)
  const shown: Said = { left: cut(said.left), centre: cut(said.centre), right: cut(said.right) }
  const room = setting.measure - partGap * style.size * (places.filter(where => said[where]).length - 1)
  for (;;) {
    const over = places.reduce((sum, where) => sum + width(shown[where]), 0) - room
    const longest = places.reduce((a, b) => (width(shown[b]) > width(shown[a]) ? b : a))
    if (over <= 0 || shown[longest].length < 8) break
    const words = shown[longest].replace(/…$/, '').split(/(?<=\s)/)
    shown[longest] = words.length > 1 ? `${words.slice(0, -1).join('').trimEnd()}…` : `${shown[longest].slice(0, -4)}…`
  }
  return places.flatMap((where): Mark[] => {
    if (!shown[where]) return []
    const [line] = setWords([words(shown[where], style)], setting, style, setting.measure)
    const left = setting.measure - line!.end
    const x = where === 'left' ? 0 : where === 'right' ? left : left / 2
    return [{ kind: 'line', x, baseline: style.size, line: line!, tag: 'Artifact' }]
  })
}
