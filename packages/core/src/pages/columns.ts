/**
 * Text in columns: each column is cut like a page, by the same search; columns that stand beside each other are one page. The columns of
 * the last page are made as even as they can be, and a text may begin under another one on its page.
 */
import { type MakeUpInput, MeasuredStrip, type PageBody, type State, type Stood } from './filling.ts'
import { bestWay, bodyOf, type Cut } from './makeUp.ts'

/** A column: the state it begins in, the cut it ends with, and how high it is, in points. */
export interface Column {
  state: State
  cut: Cut
  height: number
}

export interface ColumnPlan {
  count: number
  /** The columns of each page. */
  pages: readonly (readonly Column[])[]
}

/** `first` is the height that columns have on the first page, in points: that of the text area, or what is left under another text. */
export function planColumns(input: MakeUpInput, count: number, first: number): ColumnPlan {
  const strips = new Map<number, MeasuredStrip>()
  const stripOf = (height: number): MeasuredStrip => {
    let strip = strips.get(height)
    if (!strip) strips.set(height, (strip = new MeasuredStrip({ ...input, height })))
    return strip
  }
  const way = (height: number, start?: State): Column[] => bestWay(stripOf(height), start).map(({ state, cut }) => ({ state, cut, height }))
  /** What fits beside each other, in columns no higher than needed. */
  const even = (columns: readonly Column[]): readonly Column[] => {
    const start = columns[0]?.state
    if (count === 1 || !start || hasFill(input)) return columns
    let best = columns
    let [low, high] = [0, columns[0]!.height]
    for (let tries = 0; tries < evenTries && high - low > input.leading * 0.5; tries++) {
      const middle = (low + high) / 2
      const tried = middle < input.leading * 2 ? [] : way(middle, start)
      // A column that takes what is higher than itself is no way to be even.
      if (tried.length && tried.length <= count && tried.every(column => fits(column, stripOf(middle)))) {
        best = tried
        high = middle
      } else low = middle
    }
    return best
  }
  const pages: (readonly Column[])[] = []
  let start: State | undefined
  if (first < input.height) {
    const columns = way(first)
    if (columns.length <= count) return { count, pages: columns.length ? [even(columns)] : [] }
    pages.push(columns.slice(0, count))
    start = columns[count - 1]!.cut.next
  }
  const rest = way(input.height, start)
  for (let at = 0; at < rest.length; at += count) {
    const columns = rest.slice(at, at + count)
    pages.push(at + count >= rest.length ? even(columns) : columns)
  }
  return { count, pages }
}

/** How often a height is halved to find the least. */
const evenTries = 9

const hasFill = ({ strip }: MakeUpInput): boolean => strip.some(item => item.kind === 'fill')

function fits({ state, cut }: Column, strip: MeasuredStrip): boolean {
  const { placed, notes } = bodyOf(state, cut, strip)
  return [...placed, ...notes].every(({ y, box }) => y + box.height <= strip.input.height + 0.5)
}

/** The pages of a plan. `step` is from one column to the next, `width` that of a column, `top` where the first page’s columns begin, in points. */
export function columnBodies({ pages }: ColumnPlan, input: MakeUpInput, step: number, width: number, top: number): PageBody[] {
  const strips = new Map<number, MeasuredStrip>()
  return pages.map((columns, order) => {
    const page: PageBody = { placed: [], notes: [], ruleAt: -1 }
    const rules: { x: number; y: number; width: number }[] = []
    columns.forEach(({ state, cut, height }, index) => {
      const strip = strips.get(height) ?? new MeasuredStrip({ ...input, height })
      strips.set(height, strip)
      const body = bodyOf(state, cut, strip)
      const down = order === 0 ? top : 0
      const moved = ({ y, box }: Stood): Stood => ({ x: index * step, y: y + down, box })
      page.placed.push(...body.placed.map(moved))
      page.notes.push(...body.notes.map(moved))
      if (body.ruleAt >= 0) rules.push({ x: index * step, y: body.ruleAt + down, width: width * 0.3 })
    })
    return rules.length ? { ...page, rules } : page
  })
}

const joined = new WeakMap<PageBody, WeakMap<PageBody, PageBody>>()

/** Two texts on one page, the second under the first; the same page every time. */
export function joinBodies(above: PageBody, below: PageBody): PageBody {
  let byBelow = joined.get(above)
  if (!byBelow) joined.set(above, (byBelow = new WeakMap()))
  let page = byBelow.get(below)
  if (!page) {
    const rules = [...(above.rules ?? []), ...(below.rules ?? [])]
    page = {
      placed: [...above.placed, ...below.placed],
      notes: [...above.notes, ...below.notes],
      ruleAt: above.ruleAt,
      ...(rules.length ? { rules } : {}),
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
  if (page.notes.length || page.ruleAt >= 0 || page.rules) return null
  const bottom = Math.max(0, ...page.placed.map(({ y, box }) => y + box.height))
  const top = bottom + gap
  return height - top < fewestLines * leading ? null : top
}
