/** Numbers beside the lines of text, for those who have to speak about single lines. */
import type { TextStyle } from '../work/parts/houseStyle.ts'
import { type Box, box, type Mark, type Placed, type Tag } from './box.ts'
import type { PageBody, Stood } from './filling.ts'
import { type Setting, setWords, words } from './setting.ts'

/** Lines that count: those of the running text and its headings. Displays, captions, tables and notes do not. */
const counted = new Set<Tag>(['P', 'LBody', 'Title', 'H1', 'H2', 'H3', 'H4', 'H5', 'H6'])
type LineMark = Extract<Mark, { kind: 'line' }>
const lineOf = ({ box: placed }: { box: Box }): LineMark | undefined =>
  placed.float ? undefined : (placed.marks.find(mark => mark.kind === 'line' && counted.has(mark.tag)) as LineMark | undefined)

/** Baselines of the lines that count, in points from the top of the page, in order. */
export const countedBaselines = (placed: Placed[]): number[] =>
  placed.flatMap(found => {
    const mark = lineOf(found)
    return mark ? [found.y + mark.baseline] : []
  })

const counts = new WeakMap<PageBody, number>()

/** How many lines of a page count. */
export function countLines(body: PageBody): number {
  let count = counts.get(body)
  if (count === undefined) counts.set(body, (count = body.placed.filter(lineOf).length))
  return count
}

/** Distance of the numbers from the text, in points. */
const distance = 14

/**
 * Numbers of the places for lines on a page, whether words stand there or not: so that what a house style wants on line 34 is seen to be
 * there. What is held at a line has its number whatever the others are.
 */
function placeNumbers({ placed }: PageBody, style: TextStyle, setting: Setting): Stood[] {
  const { lineNumbers: rule, page, body: text } = setting.houseStyle
  const places = Math.floor(setting.height / text.leading + 0.01)
  const held = new Set(placed.flatMap(({ box: { pin } }) => pin ?? []))
  const first = (text.leading - text.size) / 2 + text.size * 0.78
  return Array.from({ length: places }, (_, index) => index + 1)
    .filter(place => place % rule.every === 0 || held.has(place))
    .map(place => {
      const [line] = setWords([words(String(place), style)], setting, style, setting.measure)
      const mark: Mark = { kind: 'line', x: -distance - line!.end, baseline: first, line: line!, tag: 'Artifact' }
      return { x: 0, y: page.top + (place - 1) * text.leading, box: box(text.leading, [mark]) }
    })
}

/** The numbers of the lines of a page, placed from its text area; `before` lines were counted on earlier pages. */
export function lineNumbers(body: PageBody, before: number, setting: Setting): Stood[] {
  const { lineNumbers: rule, page, body: text, runningHead } = setting.houseStyle
  if (rule.by === 'none') return []
  const style: TextStyle = { ...text, size: Math.min(8, runningHead.size), leading: 10, align: 'left' }
  if (rule.by === 'places') return placeNumbers(body, style, setting)
  const found: Stood[] = []
  let count = before
  for (const placed of body.placed) {
    const mark = lineOf(placed)
    if (!mark || ++count % rule.every !== 0) continue
    const [line] = setWords([words(String(count), style)], setting, style, setting.measure)
    const { baseline } = mark
    found.push({
      x: placed.x ?? 0,
      y: page.top + placed.y,
      box: box(placed.box.height, [{ kind: 'line', x: -distance - line!.end, baseline, line: line!, tag: 'Artifact' }]),
    })
  }
  return found
}
