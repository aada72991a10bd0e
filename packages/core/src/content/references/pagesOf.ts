/** On which pages some entries are: labels in page order, three or more in a row as a range. */
import type { Entry } from '../../numbers/ledger.ts'
import type { Piece } from '../pieces.ts'

/** Where an entry begins: what its page is called, and which page of the work it is, from 0. */
export interface PageOf {
  label: string
  index: number
}

export const unknownPage = '…'

interface OnPage extends PageOf {
  id: string
}

/** Pages of entries, each once, in their order; those that are not known yet come last. */
function pagesInOrder(entries: readonly Entry[], pageOf: (id: string) => PageOf | undefined): OnPage[] {
  const pages: OnPage[] = []
  for (const { id, order } of entries) {
    const page = pageOf(id) ?? { label: unknownPage, index: Number.MAX_SAFE_INTEGER - 1e6 + order }
    if (!pages.some(({ label }) => label === page.label)) pages.push({ ...page, id })
  }
  return pages.sort((a, b) => a.index - b.index)
}

const isRoman = (label: string): boolean => /^[ivxlcdm]+$/i.test(label)
/** Whether one page is the next after another, counted in the same way. */
const follows = (a: PageOf, b: PageOf): boolean => b.index === a.index + 1 && isRoman(a.label) === isRoman(b.label)

/** Runs of pages that follow each other. */
function runsOf(pages: readonly OnPage[]): OnPage[][] {
  const runs: OnPage[][] = []
  for (const page of pages) {
    const run = runs.at(-1)
    const last = run?.at(-1)
    if (run && last && follows(last, page)) run.push(page)
    else runs.push([page])
  }
  return runs
}

/** The fewest pages in a row that are said as a range. */
const leastRange = 3

/** “18–20”, “18” and “19”: items of a list. */
export function pageItems(entries: readonly Entry[], pageOf: (id: string) => PageOf | undefined): Piece[][] {
  const [only] = entries
  if (only && entries.length === 1) return [[{ text: pageOf(only.id)?.label ?? unknownPage, target: only.id }]]
  return runsOf(pagesInOrder(entries, pageOf)).flatMap(run => {
    const [first] = run
    const last = run.at(-1)
    if (run.length < leastRange || !first || !last) return run.map(({ label, id }) => [{ text: label, target: id }])
    return [
      [
        { text: first.label, target: first.id },
        { text: '–', target: first.id },
        { text: last.label, target: last.id },
      ],
    ]
  })
}

/** Entries that are said with one mention of their pages: those of one page, and those of three or more pages in a row. */
export function byPages(entries: readonly Entry[], pageOf: (id: string) => PageOf | undefined): Entry[][] {
  if (entries.length === 1) return [[...entries]]
  const runs = runsOf(pagesInOrder(entries, pageOf)).flatMap(run => (run.length < leastRange ? run.map(page => [page]) : [run]))
  const labels = runs.map(run => new Set(run.map(({ label }) => label)))
  const groups = new Map<Set<string> | undefined, Entry[]>()
  for (const entry of entries) {
    const label = pageOf(entry.id)?.label ?? unknownPage
    const key = labels.find(found => found.has(label))
    groups.set(key, [...(groups.get(key) ?? []), entry])
  }
  return [...groups.values()]
}
