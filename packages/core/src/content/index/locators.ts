/** Where an index sends its reader: the pages of the marks of one term, merged, in order, runs joined as the author wants them. */

export interface IndexMark {
  /** What tells it from others, for those who ask where a locator comes from. */
  id?: string
  /** Index of the page the mark stands on; of a range, of its first page. */
  page: number
  /** Of a range, index of its last page. */
  to?: number
  /** The place that says most about the term. */
  main?: boolean
}

/** How pages in a row are said: from three on as a range, from two on, never, or as “5 f.” for two and “9 ff.” for more. */
export type Runs = 'three' | 'two' | 'never' | 'following'

export interface Locator {
  text: string
  main: boolean
  /** Indexes of the pages that it sends to. */
  from: number
  to: number
  /** Why it says several pages: the author marked a range, or they stand in a row; empty where it says one. */
  joined: 'range' | 'run' | ''
}

/** What stands behind a page for those that follow it. */
export interface FollowingWords {
  following: string
  followingSeveral: string
}

/** Pages that are said together. `given` is a range that the author marked. */
interface Span {
  from: number
  to: number
  main: boolean
  given: boolean
}

/** `labelOf` gives the label that a page carries, by its index. Pages in a row are those whose labels count in the same way. */
export function locators(
  marks: readonly IndexMark[],
  labelOf: (page: number) => string,
  runs: Runs,
  words: FollowingWords = { following: 'f.', followingSeveral: 'ff.' },
): Locator[] {
  const ranges = marks.filter(({ page, to }) => to !== undefined && to > page)
  const mains = new Set(marks.filter(({ main }) => main).map(({ page }) => page))
  const single = new Set(
    marks.filter(mark => !ranges.includes(mark) && (mark.main || !ranges.some(range => isIn(mark.page, range)))).map(({ page }) => page),
  )
  const spans = merged(ranges)
  for (const page of [...single].sort((a, b) => a - b)) spans.push({ from: page, to: page, main: mains.has(page), given: false })
  spans.sort((a, b) => a.from - b.from || Number(a.main) - Number(b.main))
  const out: Locator[] = []
  for (let at = 0; at < spans.length; ) {
    let end = at
    // A main locator stands by itself, and a range that was marked stays what it is.
    while (joins(spans[end], spans[end + 1], labelOf)) end++
    out.push(...said(spans[at]!.from, spans[end]!.to, spans[at]!, labelOf, runs, words))
    at = end + 1
  }
  return out
}

const isIn = (page: number, { page: from, to }: IndexMark): boolean => page >= from && page <= to!

/** Ranges that overlap are one. */
function merged(ranges: readonly IndexMark[]): Span[] {
  const out: Span[] = []
  for (const { page, to, main = false } of [...ranges].sort((a, b) => a.page - b.page)) {
    const last = out.at(-1)
    if (last && !main && !last.main && page <= last.to) last.to = Math.max(last.to, to!)
    else out.push({ from: page, to: to!, main, given: true })
  }
  return out
}

const isRoman = (label: string): boolean => /^[ivxlcdm]+$/i.test(label)

const joins = (a: Span | undefined, b: Span | undefined, labelOf: (page: number) => string): boolean =>
  a !== undefined &&
  b !== undefined &&
  !a.main &&
  !b.main &&
  !a.given &&
  !b.given &&
  b.from === a.to + 1 &&
  isRoman(labelOf(a.to)) === isRoman(labelOf(b.from))

function said(
  from: number,
  to: number,
  { main, given }: Span,
  labelOf: (page: number) => string,
  runs: Runs,
  { following, followingSeveral }: FollowingWords,
): Locator[] {
  const count = to - from + 1
  const single = (page: number): Locator => ({ text: labelOf(page), main, from: page, to: page, joined: '' })
  const range: Locator = { text: `${labelOf(from)}–${labelOf(to)}`, main, from, to, joined: given ? 'range' : 'run' }
  if (count === 1) return [single(from)]
  if (given) return [range]
  if (runs === 'following') return [{ ...range, text: `${labelOf(from)}\u00a0${count === 2 ? following : followingSeveral}` }]
  if (runs !== 'never' && count >= (runs === 'two' ? 2 : 3)) return [range]
  return Array.from({ length: count }, (_, i) => single(from + i))
}
