/** Changes since a milestone as a table for a letter: plain text, HTML, comma-separated values. */
import { csvLine } from '../dispatch/csv/csvLine.ts'
import { type MilestoneChange, sayKinds } from './compareMilestones.ts'

const heads = ['Then', 'Now', 'Page then', 'Page now', 'What it is', 'Change']
const cells = ({ before, after, kinds }: MilestoneChange): string[] => [
  before?.name ?? '',
  after?.name ?? '',
  before?.page ?? '',
  after?.page ?? '',
  (after ?? before)!.caption,
  sayKinds(kinds),
]

/** Columns parted by tabs, so that it can be pasted into a table. */
export const changesAsText = (changes: MilestoneChange[]): string =>
  [heads, ...changes.map(cells)].map(row => row.map(cell => cell.replace(/\s+/g, ' ')).join('\t')).join('\n')

export const changesAsCsv = (changes: MilestoneChange[]): string => `${[heads, ...changes.map(cells)].map(csvLine).join('\r\n')}\r\n`

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, sign => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!)

export function changesAsHtml(changes: MilestoneChange[]): string {
  const row = (tag: string, row: string[]): string => `<tr>${row.map(cell => `<${tag}>${escaped(cell)}</${tag}>`).join('')}</tr>`
  return `<table><thead>${row('th', heads)}</thead><tbody>${changes.map(change => row('td', cells(change))).join('')}</tbody></table>`
}
