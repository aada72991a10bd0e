/** What the places in a source are called. */
import type { Cited, LocatorName } from '@steady-ledger/core/work/kinds/inline.ts'

/** What the parts of a source are called where one is chosen. */
export const locatorTitles: Record<LocatorName, string> = {
  page: 'Page',
  chapter: 'Chapter',
  section: 'Section',
  part: 'Part',
  volume: 'Volume',
  issue: 'Issue',
  figure: 'Figure',
  table: 'Table',
  equation: 'Equation',
  paragraph: 'Paragraph',
  line: 'Line',
  verse: 'Verse',
  note: 'Note',
  column: 'Column',
  folio: 'Leaf',
  appendix: 'Appendix',
  act: 'Act',
  scene: 'Scene',
  supplement: 'Supplement',
  'sub-verbo': 'Headword',
  timestamp: 'Time',
}

/** “page 12”, as the interface says it. */
export const locatorSays = ({ label, locator }: Pick<Cited, 'label' | 'locator'>): string =>
  locator ? `${locatorTitles[label].toLowerCase()} ${locator}` : ''
