/**
 * Text in columns: each column is cut like a page, by the same search; columns that stand beside each other are one page. The columns of
 * the last page are made as even as they can be, and a text may begin under another one on its page.
 */
import { costs } from './box.ts'
import type { MakeUpInput, MeasuredStrip, PageBody, Stood } from './filling.ts'
import { bestWay, bodyOf, type Step, type Way } from './makeUp.ts'

/** The cheapest way through a strip, its last page in columns that are even. A text without columns is one in one column. */
export function planColumns(strip: MeasuredStrip): Way {
  const way = bestWay(strip)
  if (strip.input.columns === 1) return way
  const last = way.findLastIndex(({ state }) => state.column === 0)
  return last < 0 ? way : [...way.slice(0, last), ...even(way.slice(last), strip)]
}

/** The columns of each page of a way. */
export function pagesOf(way: Way): Step[][] {
  const pages: Step[][] = []
  for (const step of way) {
    if (step.state.column === 0) pages.push([])
    pages.at(-1)!.push(step)
  }
  return pages
}

/** What fits beside each other, in columns no higher than needed. */
function even(columns: Way, strip: MeasuredStrip): Way {
  const { height, leading, columns: count } = strip.input
  const { state } = columns[0]!
  if (hasFill(strip.input)) return columns
  const most = penalties(columns) + costs.beforeDisplay
  let best = columns
  let [low, high] = [state.top, height]
  for (let tries = 0; tries < evenTries && high - low > leading * 0.5; tries++) {
    const middle = (low + high) / 2
    const tried = middle - state.top < leading * 2 ? [] : bestWay(strip.within(middle), state)
    // A column that takes what is higher than itself is no way to be even, nor is one that parts what belongs together.
    const well = tried.length > 0 && tried.length <= count && penalties(tried) <= most
    if (well && tried.every(step => fits(step, strip))) {
      best = tried
      high = middle
    } else low = middle
  }
  return best
}

const penalties = (way: Way): number => way.reduce((sum, { cut }) => sum + cut.penalty, 0)

/** How often a height is halved to find the least. */
const evenTries = 9

const hasFill = ({ strip }: MakeUpInput): boolean => strip.some(item => item.kind === 'fill')

function fits(step: Step, strip: MeasuredStrip): boolean {
  const { placed, notes } = bodyOf(step, strip)
  return [...placed, ...notes].every(({ y, box }) => y + box.height <= step.height + 0.5)
}

/** The pages of a way. `step` is from one column to the next, `width` that of a column, in points. */
export const bodiesBy = (way: Way, strip: MeasuredStrip, step: number, width: number): PageBody[] =>
  pagesOf(way).map(columns => {
    const bodies = columns.map(column => bodyOf(column, strip))
    const moved = (stood: readonly Stood[], index: number): Stood[] => stood.map(({ y, box }) => ({ x: index * step, y, box }))
    return {
      placed: bodies.flatMap(({ placed }, index) => moved(placed, index)),
      notes: bodies.flatMap(({ notes }, index) => moved(notes, index)),
      rules: bodies.flatMap(({ ruleAt }, index) => (ruleAt >= 0 ? [{ x: index * step, y: ruleAt, width: width * ruleShare }] : [])),
    }
  })

/** How long the rule above the notes is, as a share of the line. */
const ruleShare = 0.3

const joined = new WeakMap<PageBody, WeakMap<PageBody, PageBody>>()

/** Two texts on one page, the second under the first; the same page every time. */
export function joinBodies(above: PageBody, below: PageBody): PageBody {
  let byBelow = joined.get(above)
  if (!byBelow) joined.set(above, (byBelow = new WeakMap()))
  let page = byBelow.get(below)
  if (!page) {
    page = {
      placed: [...above.placed, ...below.placed],
      notes: [...above.notes, ...below.notes],
      rules: [...above.rules, ...below.rules],
    }
    byBelow.set(below, page)
  }
  return page
}

/** Fewest lines of a text that begins under another one, where it does not end there. */
const fewestLines = 5

/**
 * Where a text can begin under what stands on a page, in points from the top of the text area; null where there is no room for some lines.
 * Notes and floats at the foot close a page.
 */
export function topUnder(page: PageBody, { height, leading }: Pick<MakeUpInput, 'height' | 'leading'>, gap: number): number | null {
  if (page.notes.length || page.rules.length) return null
  const bottom = Math.max(0, ...page.placed.map(({ y, box }) => y + box.height))
  const top = bottom + gap
  return height - top < fewestLines * leading ? null : top
}
